import { ratingRow, panelsOf } from '@/core/marks';
import type { Entrant } from '@/core/register';
import { Section, Table } from '@/ui';

/** The table a panel's ratings are looked up in, with the row that is meant and the rows that are missing. */
export function RatingTable({ entrant: { scheme, judged } }: { readonly entrant: Entrant }) {
  const { outcome } = scheme;
  if (outcome.kind !== 'ratings') return null;
  const nameOf = (id: string | undefined) => scheme.awards.find((award) => award.id === id)?.name ?? id ?? '';
  const row = judged.result ? ratingRow(scheme, judged.judges) : undefined;
  const holes = panelsOf(
    scheme.awards.map(({ id }) => id),
    judged.judges.length,
  ).filter(
    (panel) =>
      !ratingRow(
        scheme,
        panel.map((id) => ({ award: scheme.awards.find((each) => each.id === id) ?? null })),
      ),
  );
  return (
    <Section
      title="Table of ratings"
      end={holes.length === 0 ? 'every panel has a row' : `${holes.length} panels without a row`}
    >
      <Table label="Table of ratings" head={['Ratings', 'Result']} tight>
        {[...outcome.table, ...holes.map((panel) => ({ panel, final: undefined }))].map((each) => (
          <tr key={each.panel.join(' ')}>
            <th scope="row">
              {each.panel.map(nameOf).join(', ')}
              {each === row ? ' (this one)' : ''}
            </th>
            <td>{each.final === undefined ? 'no row' : nameOf(each.final)}</td>
          </tr>
        ))}
      </Table>
    </Section>
  );
}
