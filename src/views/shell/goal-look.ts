import type { Studio } from '@/core/files';
import { goalContext, openGoals, type GoalContext } from '@/core/register';
import { findLevel, findSession } from '@/core/requirements';
import type { CalendarDay } from '@/core/time';

/** What a view that needs a goal looks at. */
export type GoalLook =
  | { readonly kind: 'ready'; readonly context: GoalContext }
  /** The goal asked for is closed, or its student is archived. */
  | {
      readonly kind: 'closed';
      readonly goalId: string;
      readonly name: string;
      readonly on: CalendarDay | null;
    }
  /** The goal asked for is not in the studio, or names something that no longer is. */
  | { readonly kind: 'gone' }
  /** None was asked for, and the studio has none. */
  | { readonly kind: 'none' };

export function goalName(
  studio: Studio,
  { studentId, setId, levelId, sessionId }: GoalContext['goal'],
): string {
  const set = studio.sets.get(setId);
  const level = set && findLevel(set, levelId);
  const session = set && findSession(set, sessionId);
  const what = [set?.name, level?.name].filter(Boolean).join(' ');
  return [studio.students.get(studentId)?.name ?? 'Student', what, session?.name].filter(Boolean).join(', ');
}

/**
 * The goal the address names and no other; where it names none, the last one looked at, else the first by its session
 * that holds together.
 */
export function goalLook(
  studio: Studio,
  asked: string | null,
  remembered: string | null,
  today: CalendarDay,
): GoalLook {
  const open = openGoals(studio);
  const contextOf = (id: string | null) => {
    const goal = open.find((each) => each.id === id);
    return goal && goalContext(studio, goal, today);
  };
  if (asked !== null) {
    const context = contextOf(asked);
    if (context) return { kind: 'ready', context };
    const goal = studio.goals.get(asked);
    if (!goal || open.includes(goal)) return { kind: 'gone' };
    return { kind: 'closed', goalId: goal.id, name: goalName(studio, goal), on: goal.closedOn };
  }
  for (const id of [remembered, ...open.map((goal) => goal.id)]) {
    const context = contextOf(id);
    if (context) return { kind: 'ready', context };
  }
  return { kind: 'none' };
}
