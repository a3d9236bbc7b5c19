import { useEffect, useMemo, useState } from 'react';
import { openGoals, type GoalContext } from '@/core/register';
import type { ReadyState } from '@/store';
import { goalLook, goalName, type GoalLook } from './goal-look';
import { mirror } from './looked';
import { useAsked } from './view-state';

export interface GoalChoice {
  readonly look: GoalLook;
  /** The goal looked at; undefined when there is none to be looked at. */
  readonly context: GoalContext | undefined;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly choose: (goalId: string) => void;
}

/** The goal the address names, else the last one looked at, else the one with the soonest session. */
export function useGoal(ready: ReadyState): GoalChoice {
  const { studio, now } = ready;
  const { query, remembered } = useAsked();
  const [asked, ask] = useState(query('goal'));
  const [last] = useState(() => remembered('goal'));
  const look = useMemo(() => goalLook(studio, asked, last, now.day), [studio, asked, last, now.day]);
  const shown = look.kind === 'ready' ? look.context.goal.id : null;
  // What is shown is what the address says from now on, also when it is closed here.
  useEffect(() => {
    if (shown !== null) mirror('goal', shown);
  }, [shown]);
  if (shown !== null && asked === null) ask(shown);
  const goals = useMemo(() => openGoals(studio), [studio]);
  return {
    look,
    context: look.kind === 'ready' ? look.context : undefined,
    options: goals.map((goal) => ({ value: goal.id, label: goalName(studio, goal) })),
    choose: ask,
  };
}
