import { useMemo, useState } from 'react';
import { goalContext, openGoals, type GoalContext } from '@/core/register';
import type { ReadyState } from '@/store';
import { queryOf } from './StudioPage';

export interface GoalChoice {
  /** The goal looked at; undefined when the studio has none that holds together. */
  readonly context: GoalContext | undefined;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly choose: (goalId: string) => void;
}

const LAST = 'formal-stave.goal';

/** The goal the address names, else the last one looked at, else the one with the soonest session. */
export function useGoal(ready: ReadyState): GoalChoice {
  const { studio, now } = ready;
  const [picked, setPicked] = useState(queryOf('goal') ?? sessionStorage.getItem(LAST));
  const goals = useMemo(() => openGoals(studio), [studio]);
  const goal = goals.find((each) => each.id === picked) ?? goals[0];
  const context = useMemo(() => goal && goalContext(studio, goal, now.day), [studio, goal, now.day]);
  return {
    context,
    options: goals.map((each) => {
      const set = studio.sets.get(each.setId);
      const level = set?.levels.find((one) => one.id === each.levelId);
      return {
        value: each.id,
        label: `${studio.students.get(each.studentId)?.name ?? 'Student'}, ${set?.name ?? ''} ${level?.name ?? ''}`,
      };
    }),
    choose: (goalId) => {
      sessionStorage.setItem(LAST, goalId);
      const url = new URL(location.href);
      url.searchParams.set('goal', goalId);
      history.replaceState(null, '', url);
      setPicked(goalId);
    },
  };
}
