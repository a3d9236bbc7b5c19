import { inTerms } from '@/core/terms';
import type { Mending, PlanInput } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { barsToLearn } from '@/core/repertoire';
import { formatDay } from '@/core/time';
import { gateName } from '../shell/words';

/** More than this at once is much for a student: percent of the week's minutes. Our choice, because teachers warn of such steps. */
const STEEP = 15;

/** What is done, and what it costs. */
export interface MendingWords {
  readonly title: string;
  readonly cost: string;
}

export function mendingWords(
  { change }: Mending,
  input: PlanInput,
  contexts: readonly GoalContext[],
): MendingWords {
  const context = 'goalId' in change ? contexts.find(({ goal }) => goal.id === change.goalId) : undefined;
  const goal = context ? `${context.set.name} ${context.level.name}` : '';
  const letterOf = (componentId: string) =>
    context?.level.components.find(({ id }) => id === componentId)?.letter ?? '';
  switch (change.kind) {
    case 'minutes': {
      const days = input.student.minutesByWeekday;
      const week = days.reduce((sum, minutes) => sum + minutes, 0);
      const more = change.more * days.filter((minutes) => minutes > 0).length;
      const percent = week > 0 ? Math.round((more / week) * 100) : 0;
      return {
        title: `${change.more} ${change.more === 1 ? 'minute' : 'minutes'} more on each practice day`,
        cost: `${week + more} minutes a week instead of ${week}${percent > STEEP ? `: ${percent} % more, a steep step` : ''}.`,
      };
    }
    case 'gate':
      return {
        title: `Let the ${gateName(change.stage)} of ${letterOf(change.componentId)} follow the plan`,
        cost: `It is set by hand to ${formatDay(change.day, 'written')}.`,
      };
    case 'open week':
      return {
        title: `Practise from ${formatDay(change.from, 'short')} to ${formatDay(change.to, 'short')}`,
        cost: change.goalIds.length > 0 ? 'No practice is planned for this week.' : `Closed: ${change.name}.`,
      };
    case 'criteria weeks':
      return {
        title: `Fewer weeks for performing: ${goal}`,
        cost: `${change.weeks} ${change.weeks === 1 ? 'week' : 'weeks'} at the end kept for performing the whole, not ${input.goals.find((each) => each.goal.id === change.goalId)?.criteriaWeeks ?? ''}.`,
      };
    case 'piece': {
      const [out, into] = [input.pieces.get(change.outId), input.pieces.get(change.inId)];
      return {
        title: `${into?.title ?? ''} for ${letterOf(change.componentId)}`,
        cost: inTerms`${(into && barsToLearn(into)) ?? 0} bars to learn, not ${(out && barsToLearn(out)) ?? 0} of ${out?.title ?? ''}. ${goal}: no rule is broken by it.`,
      };
    }
    case 'defer': {
      const { session } = change;
      const entry = session.entryCloses
        ? ` Entry closes ${formatDay(session.entryCloses, 'written')}${session.fee ? `, ${session.fee}` : ''}.`
        : '';
      return {
        title: `Defer ${goal} to the ${session.name}`,
        cost: `${formatDay(session.day, 'written')}.${entry}`,
      };
    }
    case 'withdraw':
      return {
        title: `Withdraw from ${goal}`,
        cost: context?.goal.enteredOn ? 'It is entered: the office must be told.' : 'It is not entered yet.',
      };
  }
}
