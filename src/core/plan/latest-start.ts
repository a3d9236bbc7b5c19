import { addDays, type CalendarDay } from '../time';
import { planPreparation, type PlanInput } from './plan';

/** Weeks looked back at most; a preparation longer than this is not one. */
const FAR = 104;

/**
 * For a plan that does not fit: a day on which starting would have fitted while a week later would not, going
 * back whole weeks with the same minutes a week and nothing passed. Null when even two years are too few.
 *
 * Starts are tried ever further back, then halved in between: about a dozen plans at most.
 */
export function latestStart(input: PlanInput): CalendarDay | null {
  const startAt = (weeksBack: number) => addDays(input.today, -7 * weeksBack);
  const fits = (weeksBack: number) => {
    const today = startAt(weeksBack);
    const goal = { ...input.goal, plan: { ...input.goal.plan, startedOn: today, gates: [] } };
    const answer = planPreparation({ ...input, goal, today });
    return answer.ok && answer.plan.feasible;
  };
  if (fits(0)) return startAt(0);
  let [late, early] = [0, 1];
  while (!fits(early)) {
    if (early === FAR) return null;
    [late, early] = [early, Math.min(FAR, early * 2)];
  }
  while (early - late > 1) {
    const middle = (late + early) >> 1;
    if (fits(middle)) early = middle;
    else late = middle;
  }
  return startAt(early);
}
