import { NO_STUDIO, withRecords, type Studio } from '@/core/files';
import { goalContext, type GoalContext } from '@/core/register';
import { calendarDay } from '@/core/time';
import { demoStudio } from '@/demo';

/** The demo's day and studio without a browser, for the tests of views. */
export const today = calendarDay('2027-01-20');
export const studio: Studio = withRecords(
  NO_STUDIO,
  demoStudio().map(({ kind, data }) => ({ kind, id: data.id, data })),
);

export function contextOf(goalId: string): GoalContext {
  const goal = studio.goals.get(goalId);
  const context = goal && goalContext(studio, goal, today);
  if (!context) throw new Error(`the demo has no goal ${goalId}`);
  return context;
}
