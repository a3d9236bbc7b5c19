import { lazy, Suspense, useMemo } from 'react';
import { cardsOfStudent, lessonsOfStudent } from '@/core/files';
import { practiceCard } from '@/core/card';
import { warningsOf, type Plan, type PlanWarning } from '@/core/plan';
import {
  cardStillServes,
  leastChange,
  openGoalsOf,
  planInput,
  sinceLastWeek,
  type CardChange,
  type GoalContext,
  type SinceLastWeek,
} from '@/core/register';
import { goDecisionOf } from '@/core/programme';
import { formatDay } from '@/core/time';
import type { Student } from '@/core/students';
import { changeCard, takeBackCard, type ReadyState } from '@/store';
import { Button } from '@/ui';
import { gateName } from '../../shell/words';
import css from './PlanNotes.module.css';

const ToShow = lazy(() => import('./ToShow').then((part) => ({ default: part.ToShow })));

/** What changed in a week, whether the card that is out still serves, and what is worth a word; none of it bends the plan. */
export function PlanNotes({
  ready: { studio, now },
  student,
  contexts,
  plan,
}: {
  readonly ready: Pick<ReadyState, 'studio' | 'now'>;
  readonly student: Student;
  readonly contexts: readonly GoalContext[];
  /** Over all goals, as it stands. */
  readonly plan: Plan;
}) {
  const input = useMemo(
    () => planInput(studio, student, openGoalsOf(studio, student.id), now.day),
    [studio, student, now.day],
  );
  const since = useMemo(() => sinceLastWeek(input, plan), [input, plan]);
  /** Of the coming week. */
  const card = useMemo(() => practiceCard(plan, 0), [plan]);
  const out = cardsOfStudent(studio, student.id).find(({ from, to }) => from <= now.day && now.day <= to);
  const served = useMemo(() => (out ? cardStillServes(input, out) : null), [input, out]);
  const change = useMemo(
    () => (out && served?.serves === false ? leastChange(input, out, plan) : null),
    [input, out, plan, served],
  );
  const warnings = warningsOf({
    plan,
    days: card.days,
    goals: contexts.map(({ goal, session, goNoGo }) => ({
      goalId: goal.id,
      isDecided: goDecisionOf(goal) !== undefined,
      session: session.day,
      due: goal.recordingSentOn === null ? session.recordingDue : null,
      goNoGo,
    })),
    lessons: lessonsOfStudent(studio, student.id),
    today: now.day,
  });
  const toShow = contexts.filter(({ goal }) => goal.plan.toShow !== undefined);
  if (!since && warnings.length === 0 && toShow.length === 0 && served?.serves !== false) return null;
  return (
    <ul className={css.root} aria-label="Worth a word">
      {since && <li>{sinceWords(since)}</li>}
      {out && served?.serves === false && (
        <li>
          The card that was handed out no longer serves: with it the fullest weeks ask for{' '}
          {times(served.peak)} of what there is, {times(served.free)} without.{' '}
          {change && change.changes.length > 0 && (
            <>
              Least change: {change.changes.map(changeWords).join(', ')}; then {times(change.peak)}.{' '}
              <Button look="do" onClick={() => void changeCard(out.id, change.lines)}>
                Change the card so
              </Button>{' '}
            </>
          )}
          <Button onClick={() => void takeBackCard(out.id)}>Make the card anew</Button>
        </li>
      )}
      {toShow.map((context) => (
        <Suspense key={context.goal.id}>
          <ToShow studio={studio} context={context} />
        </Suspense>
      ))}
      {warnings.map((warning, which) => (
        <li key={which}>{warningWords(warning, contexts)}</li>
      ))}
    </ul>
  );
}

const times = (peak: number) => (Number.isFinite(peak) ? `${peak.toFixed(2)} times` : 'more than all');
const percent = (peak: number) => (Number.isFinite(peak) ? `${Math.round(peak * 100)} %` : 'more than all');
const changeWords = ({ title, minutes }: CardChange['changes'][number]) =>
  `${Math.abs(minutes)} minutes ${minutes > 0 ? 'more' : 'less'} on ${title}`;
/** Gates named in the sentence; the rest are counted. */
const NAMED = 2;

/** One sentence. */
function sinceWords({ reported, asked, peak: [then, now], moved, passed, begun }: SinceLastWeek): string {
  const gates = moved
    .slice(0, NAMED)
    .map(({ title, stage, to }) => `${title}, ${gateName(stage)}, to ${formatDay(to, 'short')}`);
  const more = moved.length - gates.length;
  return `Since last week: ${[
    reported === null ? `nothing reported of ${asked} minutes` : `${reported} of ${asked} minutes reported`,
    passed === 0 ? '' : `${passed} ${passed === 1 ? 'gate' : 'gates'} passed`,
    begun === 0 ? '' : `${begun} ${begun === 1 ? 'goal' : 'goals'} begun`,
    percent(then) === percent(now)
      ? `the fullest weeks stay at ${percent(now)}`
      : `the fullest weeks go from ${percent(then)} to ${percent(now)}`,
    gates.length === 0
      ? 'no gate moves'
      : `gates move: ${gates.join('; ')}${more > 0 ? `, and ${more} more` : ''}`,
  ]
    .filter(Boolean)
    .join('; ')}.`;
}

function warningWords(warning: PlanWarning, contexts: readonly GoalContext[]): string {
  switch (warning.kind) {
    case 'strain':
      return `${formatDay(warning.day, 'short')}: “${warning.words}” Stop, change something, and have a teacher or a clinician look at it.`;
    case 'go or no-go': {
      const goal = contexts.find(({ goal: { id } }) => id === warning.goalId);
      return `Go or no-go for ${goal ? `${goal.set.name} ${goal.level.name}` : 'a goal'}: to be decided since ${formatDay(warning.day, 'short')}.`;
    }
    case 'heavy end':
      return `The last two days before ${formatDay(warning.day, 'short')} are as full as the others; lighter would be better.`;
    case 'heavy day':
      return `${formatDay(warning.day, 'medium')} has ${warning.minutes} minutes, more than twice an ordinary day (${Math.round(warning.mean)}).`;
    case 'no break':
      return `${formatDay(warning.day, 'medium')} has ${warning.minutes} minutes: a break after 25.`;
    case 'steep':
      return `Minutes rise from ${Math.round(warning.from)} to ${Math.round(warning.to)} in the week of ${formatDay(warning.week, 'short')}: more than 15 % at once.`;
  }
}
