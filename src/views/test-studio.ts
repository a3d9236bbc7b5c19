import { goalContext, type GoalContext, type Studio } from '@/core/register';
import { calendarDay } from '@/core/time';
import { demoStudio } from '@/demo';
import { changesOf } from '@/store/changes';
import { studioOf } from '@/store/studio-view';

/** The demo's day and studio without a browser, for the tests of views. */
export const today = calendarDay('2027-01-20');
export const studio: Studio = studioOf(
  new Map(
    changesOf(new Map(), demoStudio(), () => 'r').flatMap(({ key, after }) => (after ? [[key, after]] : [])),
  ),
);

export function contextOf(goalId: string): GoalContext {
  const goal = studio.goals.get(goalId);
  const context = goal && goalContext(studio, goal, today);
  if (!context) throw new Error(`the demo has no goal ${goalId}`);
  return context;
}
