import { withEvent, type Goal } from '@/core/programme';
import { rescued, type RescueChange } from '@/core/register';
import { without } from '@/core/without';
import { act, today } from './studio-store';

/**
 * What is done when it will not be ready in time, with its reason: one step that can be undone.
 * @param what - in words, as it is kept
 */
export const takeRescue = (
  goalId: string,
  changes: readonly RescueChange[],
  what: string,
  why: string,
): Promise<boolean> =>
  act('decide what to do', (studio) => {
    const after = rescued(studio, goalId, changes, today());
    if (!after) return [];
    const { goal, student } = after;
    const isSame = studio.students.get(student.id) === student;
    return [
      { kind: 'goal', data: withEvent(goal, { on: today(), kind: 'rescued', what, why }) },
      ...(isSame ? [] : [{ kind: 'student' as const, data: student }]),
    ];
  });

/** A piece is played as printed again. */
export const playAsPrinted = (goalId: string, pieceId: string): Promise<boolean> =>
  act('play as printed', ({ goals }) => {
    const goal = goals.get(goalId);
    if (!goal) return [];
    const others = Object.entries(goal.plan.playedAs ?? {}).filter(([id]) => id !== pieceId);
    const plan =
      others.length === 0
        ? without(goal.plan, 'playedAs')
        : { ...goal.plan, playedAs: Object.fromEntries(others) };
    const conditions =
      others.length === 0 ? { ...goal.conditions, modifications: 'as printed' } : goal.conditions;
    return [{ kind: 'goal', data: { ...goal, plan, conditions } }];
  });

/** Go or no-go, with its reason; `why` may be empty. */
export const decideToGo = (goalId: string, go: boolean, why: string): Promise<boolean> =>
  act(go ? 'decide to go' : 'decide not to go', ({ goals }) => {
    const goal = goals.get(goalId);
    return goal ? [{ kind: 'goal', data: withEvent(goal, { on: today(), kind: 'decided', go, why }) }] : [];
  });

/** Days by which it is shown that the student can perform; an empty list takes them out of the plan. */
export const planToShow = (goalId: string, toShow: NonNullable<Goal['plan']['toShow']>): Promise<boolean> =>
  act('plan what is to be shown', ({ goals }) => {
    const goal = goals.get(goalId);
    if (!goal) return [];
    const plan = toShow.length > 0 ? { ...goal.plan, toShow } : without(goal.plan, 'toShow');
    return [{ kind: 'goal', data: { ...goal, plan } }];
  });
