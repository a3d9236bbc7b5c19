import type { Piece } from '@/core/repertoire';
import { editionDifferences, type Place, type RequirementSet } from '@/core/requirements';
import { Section, Table } from '@/ui';
import css from '../LibraryView.module.css';

const placeWords = (places: readonly Place[]) =>
  places
    .map(({ levelName, list }) => (list === 'catalogue' ? levelName : `${levelName} ${list}`))
    .join(', ') || '–';

/** What the later edition added, withdrew and moved. */
export function EditionDifferences({
  before,
  after,
  pieces,
  open = false,
}: {
  readonly before: RequirementSet;
  readonly after: RequirementSet;
  readonly pieces: ReadonlyMap<string, Piece>;
  /** Whether it is shown at once. */
  readonly open?: boolean;
}) {
  const differences = editionDifferences(before, after);
  const of = (kind: string) => differences.filter((each) => each.kind === kind).length;
  return (
    <details className={css.component} open={open}>
      <summary>
        Against edition {before.edition.name}: {of('added')} added, {of('withdrawn')} withdrawn, {of('moved')}{' '}
        moved
      </summary>
      <Section title="Differences of the editions" end={`${differences.length}`}>
        <Table
          label="Differences of the editions"
          head={['Piece', 'What', before.edition.name, after.edition.name]}
          tight
        >
          {differences.map(({ pieceId, kind, from, to }) => (
            <tr key={pieceId}>
              <th scope="row">{pieces.get(pieceId)?.title ?? pieceId}</th>
              <td>{kind}</td>
              <td>{placeWords(from)}</td>
              <td>{placeWords(to)}</td>
            </tr>
          ))}
        </Table>
      </Section>
    </details>
  );
}
