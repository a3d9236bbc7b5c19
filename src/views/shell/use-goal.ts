import { useMemo, useState } from 'react';
import { openGoals, type GoalContext } from '@/core/register';
import type { ReadyState } from '@/store';
import { goalLook, goalName, type GoalLook } from './goal-look';
import { queryOf } from './addresses';

export interface GoalChoice {
  readonly look: GoalLook;
  /** The goal looked at; undefined when there is none to be looked at. */
  readonly context: GoalContext | undefined;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly choose: (goalId: string) => void;
}

const LAST = 'formal-stave.goal';

/** The goal the address names, else the last one looked at, else the one with the soonest session. */
export function useGoal(ready: ReadyState): GoalChoice {
  const { studio, now } = ready;
  const [asked, ask] = useState(queryOf('goal'));
  const look = useMemo(
    () => goalLook(studio, asked, sessionStorage.getItem(LAST), now.day),
    [studio, asked, now.day],
  );
  const goals = useMemo(() => openGoals(studio), [studio]);
  return {
    look,
    context: look.kind === 'ready' ? look.context : undefined,
    options: goals.map((goal) => ({ value: goal.id, label: goalName(studio, goal) })),
    choose: (goalId) => {
      sessionStorage.setItem(LAST, goalId);
      const url = new URL(location.href);
      url.searchParams.set('goal', goalId);
      history.replaceState(null, '', url);
      ask(goalId);
    },
  };
}
