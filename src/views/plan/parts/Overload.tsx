import { inTerms } from '@/core/terms';
import { useMemo } from 'react';
import { latestStart, type Plan } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { laterSession } from '@/core/requirements';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { DecisionLine } from '@/ui';
import css from './Overload.module.css';

/** Says the fullest stretch; when it does not fit, by how much, since when it would have, and what would mend it. */
export function Overload({
  context,
  plan,
  ready,
}: {
  readonly context: GoalContext;
  readonly plan: Plan;
  readonly ready: ReadyState;
}) {
  const { critical } = plan;
  const input = useMemo(
    () => ({
      goal: context.goal,
      student: context.student,
      stretch: context.stretch,
      level: context.level,
      session: context.session,
      pieces: ready.studio.pieces,
      closures: [...ready.studio.closures.values()],
      effort: ready.studio.settings.effort,
      today: ready.now.day,
    }),
    [context, ready],
  );
  const start = useMemo(() => (plan.feasible ? null : latestStart(input)), [plan, input]);
  const [first, last] = critical ? [plan.weeks[critical.from], plan.weeks[critical.until]] : [];
  if (!critical || !first || !last) return null;
  const stretch = `${formatDay(first.from, 'short')} to ${formatDay(last.to, 'short')}`;
  const sums = `${Math.round(critical.demand)} minutes of work in ${critical.minutes}`;
  if (plan.feasible)
    return (
      <p className={css.fits}>
        Tightest stretch: {stretch} holds {sums}.
      </p>
    );
  const over = critical.demand - critical.minutes;
  const weeks = critical.until - critical.from + 1;
  const found = laterSession(context.set, context.session.day, ready.now.day);
  const later = found.kind === 'session' ? found.session : null;
  return (
    <div className={css.root}>
      <DecisionLine>
        {stretch} holds {sums}: {Math.ceil(over / weeks)} minutes a week too many.
      </DecisionLine>
      <p>
        {Math.ceil(
          (over / weeks / Math.max(1, context.student.minutesByWeekday.filter((each) => each > 0).length)) *
            10,
        ) / 10}{' '}
        {inTerms(
          'more minutes on each practice day would do; so would a later gate, or a piece with fewer bars to learn',
        )}
        {later ? `; or the ${later.name} on ${formatDay(later.day, 'written')}` : ''}.{' '}
        {start === null
          ? 'No start in the last two years would have been early enough.'
          : start < ready.now.day
            ? `Started by ${formatDay(start, 'written')}, it would have fitted.`
            : 'A plan started today would fit: it is the gates as set that ask for too much.'}
      </p>
    </div>
  );
}
