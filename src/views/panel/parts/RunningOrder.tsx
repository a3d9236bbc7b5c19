import { moved, type Occasion } from '@/core/marks';
import type { Entrant } from '@/core/register';
import { saveOccasion } from '@/store';
import { Button, Glyph, Section } from '@/ui';
import { outcomeWords, totalWords } from '../panel-model';
import css from './RunningOrder.module.css';

/** Who plays, one after the other; pressed to be marked, moved up or down, or drawn anew. */
export function RunningOrder({
  occasion,
  entrants,
  shown,
  onPick,
}: {
  readonly occasion: Occasion;
  readonly entrants: readonly Entrant[];
  readonly shown: Entrant | undefined;
  readonly onPick: (goalId: string) => void;
}) {
  const order = (goalIds: readonly string[]) => void saveOccasion({ ...occasion, entrants: goalIds });
  const ids = entrants.map(({ goal }) => goal.id);
  return (
    <Section title="Running order" end={`${entrants.length}`}>
      <ol>
        {entrants.map((entrant, at) => {
          const { goal, student, level, time, pieces, judged } = entrant;
          return (
            <li key={goal.id} className={css.row} data-selected={entrant === shown}>
              <button
                type="button"
                className={css.pick}
                aria-pressed={entrant === shown}
                onClick={() => onPick(goal.id)}
              >
                <b>
                  {time ?? `${at + 1}.`} {student.name}
                </b>
                <span>{[level.name, ...pieces].join(', ')}</span>
                {judged.result && (
                  <span className={css.result}>
                    <Glyph name="tick" label="all marked" /> {totalWords(judged.result.total)}{' '}
                    {outcomeWords(entrant)}
                  </span>
                )}
              </button>
              <span className={css.moves}>
                <Button
                  look="quiet"
                  label={`${student.name}, earlier`}
                  disabled={at === 0}
                  onClick={() => order(moved(ids, at, -1))}
                >
                  ↑
                </Button>
                <Button
                  look="quiet"
                  label={`${student.name}, later`}
                  disabled={at === ids.length - 1}
                  onClick={() => order(moved(ids, at, 1))}
                >
                  ↓
                </Button>
              </span>
            </li>
          );
        })}
      </ol>
      {entrants.length === 0 && <p>Nobody yet: change the day to add entrants.</p>}
    </Section>
  );
}
