import { planRequestShape, type Problem } from '@/core/files';
import {
  eveOf,
  isTooFar,
  planStudent,
  FARTHEST_DAYS,
  HEARD_IN_LESSON,
  weeksOf,
  type PlannedGoal,
} from '@/core/plan';
import { minutesOn, type CalendarDay, type Closure, type Weekday } from '@/core/time';
import { answer, type Answer } from './answer';

interface Body {
  readonly today: CalendarDay;
  readonly weekday: Weekday;
  /** Seven, Monday first. */
  readonly minutesByWeekday: readonly number[];
  readonly closures: readonly Pick<Closure, 'from' | 'to' | 'stops'>[];
  readonly visitMinutes: number;
  readonly goals: readonly PlannedGoal[];
}

/** One plan over all goals of a student. */
export const planAnswer: Answer = answer<Body>(planRequestShape, (body) => {
  const problems = problemsOf(body);
  if (problems.length > 0) return { ok: false, why: problems };
  const { today, weekday, minutesByWeekday, visitMinutes, goals } = body;
  const closures = body.closures.map((each, at) => ({ ...each, id: String(at), name: '' }));
  const weeks = weeksOf(today, weekday, goals).map((week) => ({
    ...week,
    minutes: minutesOn(week, { minutesByWeekday }, closures).reduce((sum, day) => sum + day.minutes, 0),
  }));
  const plan = planStudent({ weeks, visitMinutes, heard: HEARD_IN_LESSON, goals });
  if (plan.kind === 'no plan')
    return {
      ok: true,
      value: {
        weeks: weeks.map((week) => ({ ...week, load: null })),
        peak: null,
        fits: false,
        critical: null,
        items: [],
        refused: {
          goal: plan.goal,
          item: plan.item,
          from: plan.from,
          until: plan.until,
          reason:
            plan.why === 'no minutes'
              ? 'work falls where there are no minutes'
              : 'the dates of the item leave no way to do its work in order',
        },
      },
    };
  const { load, peak, fits, critical, items } = plan;
  return {
    ok: true,
    value: {
      weeks: weeks.map((week, at) => ({ ...week, load: load[at] ?? 0 })),
      peak,
      fits,
      critical,
      items,
      refused: null,
    },
  };
});

/** Dates that are no longer to come or too far off, and ids that stand twice. */
function problemsOf({ today, closures, goals }: Body): Problem[] {
  const twice = (ids: readonly string[], at: number) => ids.indexOf(ids[at] ?? '') < at;
  const goalIds = goals.map(({ id }) => id);
  return [
    ...closures.flatMap(({ from, to }, at) =>
      to < from ? [{ pointer: `/closures/${at}/to`, message: 'ends before it begins' }] : [],
    ),
    ...goals.flatMap((goal, at) => {
      const place = `/goals/${at}`;
      const itemIds = goal.items.map(({ id }) => id);
      return [
        ...(twice(goalIds, at) ? [{ pointer: `${place}/id`, message: `"${goal.id}" appears twice` }] : []),
        ...(['session', 'due'] as const).flatMap((name) => {
          const day = goal[name];
          return day !== null && day <= today
            ? [{ pointer: `${place}/${name}`, message: `${day} is not after today, ${today}` }]
            : [];
        }),
        ...(isTooFar(today, goal)
          ? [
              {
                pointer: `${place}/session`,
                message: `${eveOf(goal)} is more than ${FARTHEST_DAYS} days after today`,
              },
            ]
          : []),
        ...itemIds.flatMap((id, row) =>
          twice(itemIds, row)
            ? [{ pointer: `${place}/items/${row}/id`, message: `"${id}" appears twice` }]
            : [],
        ),
      ];
    }),
  ];
}
