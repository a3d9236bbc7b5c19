import type { Studio } from '@/core/files';
import { isClean, type RunThrough } from '@/core/runs';
import { formatDay } from '@/core/time';
import { removeRun } from '@/store';
import { Button, Glyph, Section } from '@/ui';
import { figuresOf, runWords, verdictWords } from '../run-model';
import css from './RunList.module.css';

/** Runs seen at once; the others are one press away. */
const LATEST = 6;

/** Every run of the piece, the last one first. */
export function RunList({
  studio,
  runs,
  open,
  onOpen,
}: {
  readonly studio: Pick<Studio, 'settings'>;
  readonly runs: readonly RunThrough[];
  readonly open: string | null;
  readonly onOpen: (id: string | null) => void;
}) {
  const { mostSlips } = figuresOf(studio);
  const lineOf = (run: RunThrough) => (
    <li key={run.id} className={css.run}>
      <span className={css.day}>
        {formatDay(run.day, 'short')}
        {isClean(run) && <Glyph name="tick" label="clean" />}
      </span>
      <span>
        <b>{verdictWords(run, mostSlips)}</b> {runWords(run).join(', ')}
      </span>
      <span className={css.acts}>
        <Button
          look="quiet"
          pressed={open === run.id}
          label={`Change the run of ${formatDay(run.day, 'medium')}, number ${run.place}`}
          onClick={() => onOpen(open === run.id ? null : run.id)}
        >
          Change
        </Button>
        <Button
          look="quiet"
          label={`Remove the run of ${formatDay(run.day, 'medium')}, number ${run.place}`}
          onClick={() => void removeRun(run.id)}
        >
          ×
        </Button>
      </span>
    </li>
  );
  return (
    <Section title="Runs so far" end={`${runs.length}`}>
      {runs.length === 0 && <p>None yet.</p>}
      <ul>{runs.slice(0, LATEST).map(lineOf)}</ul>
      {runs.length > LATEST && (
        <details>
          <summary>{runs.length - LATEST} earlier</summary>
          <ul>{runs.slice(LATEST).map(lineOf)}</ul>
        </details>
      )}
    </Section>
  );
}
