import { useMemo, useState } from 'react';
import { changed, prepare, type Mending, type Preparation } from '@/core/plan';
import { waysToMend, type GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import { addPracticeMinutes, setCriteriaWeeks, setGate, shutWeek, type ReadyState } from '@/store';
import { Button, LinkButton, Section } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { EndGoal } from '../../shell/EndGoal';
import { mendingWords } from '../mending-words';
import css from './Mendings.module.css';

/** A way that is looked at and not taken. */
export interface Trial {
  readonly title: string;
  readonly preparation: Preparation;
}

const percent = (peak: number) => (Number.isFinite(peak) ? `${Math.round(peak * 100)} %` : 'no plan');

/** What would mend a preparation that does not fit: each way with what it costs and the fullest stretch it leads to. */
export function Mendings({
  ready: { studio, now },
  studentId,
  contexts,
  peak,
  onTry,
  onClosures,
}: {
  readonly ready: ReadyState;
  readonly studentId: string;
  readonly contexts: readonly GoalContext[];
  /** Of the plan as it stands. */
  readonly peak: number;
  readonly onTry: (trial: Trial | null) => void;
  readonly onClosures: () => void;
}) {
  const found = useMemo(
    () => waysToMend(studio, studentId, contexts, now.day),
    [studio, studentId, contexts, now.day],
  );
  const [ending, setEnding] = useState<GoalContext | null>(null);
  if (!found) return null;
  const { input, ways, latestStart } = found;
  const widest = Math.max(peak, ...ways.map((way) => (Number.isFinite(way.peak) ? way.peak : 0)), 1);
  const take = ({ change }: Mending) => {
    onTry(null);
    if (change.kind === 'minutes') void addPracticeMinutes(studentId, change.more);
    if (change.kind === 'gate') void setGate(change.goalId, change, change.stage, { movedTo: null });
    if (change.kind === 'criteria weeks') void setCriteriaWeeks(change.goalId, change.weeks);
    if (change.kind === 'open week') {
      if (change.goalIds.length === 0) onClosures();
      for (const id of change.goalIds) void shutWeek(id, change.from, false);
    }
    if (change.kind === 'defer' || change.kind === 'withdraw')
      setEnding(contexts.find(({ goal }) => goal.id === change.goalId) ?? null);
  };
  return (
    <Section
      title="What would mend it"
      end={
        latestStart === null
          ? 'no start in the last two years would have been early enough'
          : latestStart < now.day
            ? `started by ${formatDay(latestStart, 'written')}, it would have fitted`
            : 'started today, it would fit'
      }
    >
      {ways.length === 0 && <p>Nothing that can be tried here lowers it.</p>}
      <ol className={css.list}>
        {ways.map((way, at) => {
          const { title, cost } = mendingWords(way, input, contexts);
          return (
            <li key={`${way.change.kind}${at}`} className={css.way}>
              <span className={css.number}>{at + 1}</span>
              <span>
                <b>{title}</b>
                <span className={css.cost}>{cost}</span>
              </span>
              <span className={css.bar} aria-hidden="true">
                <span
                  className={css.full}
                  data-over={!way.mends}
                  style={{ inlineSize: `${(Math.min(way.peak, widest) / widest) * 100}%` }}
                />
                <span className={css.there} style={{ insetInlineStart: `${100 / widest}%` }} />
              </span>
              <span className={css.peak}>
                <b>{percent(way.peak)}</b>
                <small>{way.mends ? 'fits' : 'still too much'}</small>
              </span>
              <span className={css.acts}>
                <Button
                  look="quiet"
                  label={`Try: ${title}`}
                  onClick={() => onTry({ title, preparation: prepare(changed(input, way.change)) })}
                >
                  Try
                </Button>
                {way.change.kind === 'piece' ? (
                  <LinkButton look="quiet" href={hrefOf('/programme', { goal: way.change.goalId })}>
                    Choose
                  </LinkButton>
                ) : (
                  <Button look="quiet" label={`Take: ${title}`} onClick={() => take(way)}>
                    Take
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ol>
      {ending && <EndGoal context={ending} today={now.day} onClose={() => setEnding(null)} />}
    </Section>
  );
}
