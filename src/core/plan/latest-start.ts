import { addDays, type CalendarDay } from '../time';
import { planPreparation, type PlanInput } from './plan';

/** Weeks looked back at most; a preparation longer than this is not one. */
const FAR = 104;

/**
 * For a plan that does not fit: the latest day on which starting would have fitted, going back whole weeks
 * with the same minutes a week and nothing passed. Null when even two years are too few.
 */
export function latestStart(input: PlanInput): CalendarDay | null {
  const fits = (weeksBack: number) => {
    const today = addDays(input.today, -7 * weeksBack);
    const goal = { ...input.goal, plan: { ...input.goal.plan, startedOn: today, gates: [] } };
    const answer = planPreparation({ ...input, goal, today });
    return answer.ok && answer.plan.feasible;
  };
  for (let back = 0; back <= FAR; back += 1) if (fits(back)) return addDays(input.today, -7 * back);
  return null;
}
