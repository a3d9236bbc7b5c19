import { lazy, Suspense, useMemo, useState } from 'react';
import { formatCsv } from '@/core/files';
import { resultRows } from '@/core/register';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { Button, Empty, LinkButton, Section, SelectField, Table } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { saveFile } from '../shell/save-file';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { useLooked } from '../shell/view-state';
import { ResultForm } from './parts/ResultForm';
import { resultLines, type ResultLine } from './results-model';
import css from './ResultsView.module.css';

const PasteResultsDialog = lazy(() =>
  import('./parts/PasteResultsDialog').then((part) => ({ default: part.PasteResultsDialog })),
);

export const ResultsView = () => <StudioPage>{(ready) => <Results ready={ready} />}</StudioPage>;

/** Official results: all of them, those that are still to come, and one at a time beside the marks that were given before. */
function Results({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const [studentId, lookAt] = useLooked('student');
  const [goalId, look] = useLooked('result', 'goal');
  const [year, setYear] = useState('');
  const [pasting, paste] = useState(false);
  const all = useMemo(() => resultLines(studio, studentId, now.day), [studio, studentId, now.day]);
  const lines = all.filter(({ day, stand }) => year === '' || (stand === 'result' && day.startsWith(year)));
  const kept = lines.filter(({ stand }) => stand === 'result');
  const shown = all.find(({ goal }) => goal.id === goalId) ?? lines[0];
  const years = [...new Set(all.filter(({ stand }) => stand === 'result').map(({ day }) => day.slice(0, 4)))];
  const turn = (by: number) => {
    const next = lines[lines.findIndex((line) => line === shown) + by];
    if (next) look(next.goal.id);
  };
  useKeys({ j: () => turn(1), k: () => turn(-1), v: () => paste(true) });
  const students = [...studio.students.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'));
  return (
    <>
      <PageLine
        title="Results"
        sub={`${kept.length} official ${kept.length === 1 ? 'result' : 'results'}`}
        end={
          <span className={css.acts}>
            <SelectField
              label="Student"
              bare
              value={studentId ?? ''}
              options={[
                { value: '', label: 'everybody' },
                ...students.map(({ id, name }) => ({ value: id, label: name })),
              ]}
              onChange={(id) => lookAt(id === '' ? null : id)}
            />
            <SelectField
              label="Year"
              bare
              value={year}
              options={[
                { value: '', label: 'all years' },
                ...years.map((each) => ({ value: each, label: each })),
              ]}
              onChange={setYear}
            />
            <Button keyName="V" onClick={() => paste(true)}>
              Paste results
            </Button>
          </span>
        }
      />
      {lines.length === 0 && (
        <Empty title="No results yet">
          <Button onClick={() => paste(true)}>Paste results of earlier years</Button>
        </Empty>
      )}
      {shown && lines.length > 0 && (
        <div className={css.grid}>
          <Section
            title="All results"
            end={
              <span className={css.acts}>
                <Button
                  look="quiet"
                  onClick={() => saveFile('results.csv', formatCsv(resultRows(studio)), 'text/csv')}
                >
                  Save as a table
                </Button>
                <LinkButton
                  look="quiet"
                  href={hrefOf('/print', {
                    sheet: 'results',
                    ...(studentId !== null && { student: studentId }),
                  })}
                >
                  Print
                </LinkButton>
              </span>
            }
          >
            <Table label="Results" head={['Day', 'Student', 'For', 'Result', 'Marks']} tight>
              {lines.map((line) => (
                <Row key={line.goal.id} line={line} isShown={line === shown} onLook={look} />
              ))}
            </Table>
          </Section>
          <ResultForm key={shown.goal.id} ready={ready} goal={shown.goal} />
        </div>
      )}
      {pasting && (
        <Suspense>
          <PasteResultsDialog studio={studio} today={now.day} onClose={() => paste(false)} />
        </Suspense>
      )}
    </>
  );
}

function Row({
  line: { goal, student, set, level, stand, day },
  isShown,
  onLook,
}: {
  readonly line: ResultLine;
  readonly isShown: boolean;
  readonly onLook: (goalId: string) => void;
}) {
  const { result } = goal;
  return (
    <tr className={css.row}>
      <td className={css.first} data-selected={isShown}>
        {formatDay(day, 'written')}
      </td>
      <th scope="row">
        <button type="button" className={css.pick} aria-pressed={isShown} onClick={() => onLook(goal.id)}>
          {student.name}
        </button>
      </th>
      <td>
        {set.name} {level.name}
      </td>
      <td>
        {result ? (
          <b>{result.award ?? 'no award'}</b>
        ) : stand === 'to come' ? (
          <span className={css.waits}>to be entered</span>
        ) : (
          <span className={css.soft}>not yet</span>
        )}
        {result?.earlier ? ` (${result.earlier.at(-1)?.why ?? ''})` : ''}
      </td>
      <td>{result?.total ?? '–'}</td>
    </tr>
  );
}
