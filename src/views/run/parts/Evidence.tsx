import type { Studio } from '@/core/files';
import type { BarRange } from '@/core/music';
import { isSteady, memoryOf, recoveryOf, streakOf, type RunThrough } from '@/core/runs';
import { formatDay } from '@/core/time';
import { Section, Table } from '@/ui';
import { figuresOf, memoryRows, recoveryWords, streakWords } from '../run-model';
import css from './Evidence.module.css';

/** What all runs of a piece say: steady, clean in a row, going on, by heart. */
export function Evidence({
  studio,
  runs,
  sections,
}: {
  readonly studio: Pick<Studio, 'settings'>;
  /** The last one first. */
  readonly runs: readonly RunThrough[];
  readonly sections: readonly BarRange[];
}) {
  const { mostSlips, streak } = figuresOf(studio);
  const steady = runs.filter((run) => isSteady(run, mostSlips) === true);
  const [last] = steady;
  return (
    <Section title="What the runs say">
      <dl className={css.root}>
        <dt>Steady run</dt>
        <dd data-testid="steady">
          {last
            ? `${steady.length} so far, last ${formatDay(last.day, 'medium')}`
            : `none yet: the whole piece, one tempo, no stop, at most ${mostSlips} ${mostSlips === 1 ? 'slip' : 'slips'}`}
        </dd>
        <dt>Clean in a row</dt>
        <dd data-testid="streak">{streakWords(streakOf(runs), streak)}</dd>
        <dt>Recovery</dt>
        <dd data-testid="recovery">{recoveryWords(recoveryOf(runs))}</dd>
      </dl>
      <Table label="From memory" head={['From memory', 'Last']} tight>
        {memoryRows(memoryOf(runs, sections), sections.length).map(([name, when]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{when}</td>
          </tr>
        ))}
      </Table>
    </Section>
  );
}
