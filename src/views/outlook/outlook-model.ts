import { readinessOf } from '@/core/readiness';
import { goDecisionOf } from '@/core/programme';
import { goalContext, openGoals, type GoalContext } from '@/core/register';
import type { Studio } from '@/core/files';
import { formatDay, type CalendarDay } from '@/core/time';

/** An open goal with what it still lacks. */
export interface OutlookLine {
  readonly context: GoalContext;
  /** "D not marked yet", at most one of each component. */
  readonly missing: readonly string[];
}

const MISSING = { choice: 'not chosen', mark: 'not marked yet', gate: 'gate overdue' } as const;

/** Every open goal whose day is to come, in the order of the days; those of a day by name. Never by how good they are. */
export function outlookLines(studio: Studio, today: CalendarDay): OutlookLine[] {
  return openGoals(studio)
    .flatMap((goal) => goalContext(studio, goal, today) ?? [])
    .filter(({ session }) => session.day >= today)
    .map((context) => ({ context, missing: missingOf(context, today) }))
    .sort(byDay);
}

export const byDay = (a: OutlookLine, b: OutlookLine): number =>
  a.context.session.day < b.context.session.day
    ? -1
    : a.context.session.day > b.context.session.day
      ? 1
      : byName(a, b);
export const byName = (a: OutlookLine, b: OutlookLine): number =>
  a.context.student.name.localeCompare(b.context.student.name, 'en');

/** The day by which it is decided whether to go, or what was decided. */
export function goWords({ goal, goNoGo }: GoalContext): string {
  const decision = goDecisionOf(goal);
  return decision
    ? `${decision.go ? 'go' : 'no-go'}, ${formatDay(decision.on, 'short')}`
    : formatDay(goNoGo, 'short');
}

/** What is owed, with the letters of the components: "S, D not marked yet". */
function missingOf({ level, scheme, standing, readSheets, plan }: GoalContext, today: CalendarDay): string[] {
  const { missing } = readinessOf(level, scheme, standing, readSheets, plan, today);
  return (Object.keys(MISSING) as (keyof typeof MISSING)[]).flatMap((what) => {
    const letters = missing.filter((each) => each.what === what).map(({ letter }) => letter);
    return letters.length === 0 ? [] : [`${letters.join(', ')} ${MISSING[what]}`];
  });
}
