import { useEffect, useMemo, useState } from 'react';
import type { Studio } from '@/core/files';
import { goalContext, openGoals, unsettledGoals, type GoalContext } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { breathe } from '@/store';
import { contextsOfDay } from './register-model';

/** Milliseconds of work between two looks at what the teacher does, and between two drawings of what was found. */
const SLICE = 12;
const DRAWN = 200;

interface Found {
  readonly contexts: readonly GoalContext[];
  /** Goals that are still to be worked out. */
  readonly left: number;
}

/**
 * The goals of the studio with all that follows from them. Those of the students who have a lesson on the day are there
 * at once; the others follow while the page stays free, those of before standing in for them.
 */
export function useGoalContexts(studio: Studio, day: CalendarDay, today: CalendarDay): Found {
  const [others, setOthers] = useState<Found>({ contexts: [], left: Infinity });
  const goals = useMemo(() => [...openGoals(studio), ...unsettledGoals(studio)], [studio]);
  const first = useMemo(
    () => new Map(contextsOfDay(studio, day, today).map((context) => [context.goal.id, context])),
    [studio, day, today],
  );
  useEffect(() => {
    const run = { over: false };
    void (async () => {
      const found = new Map<string, GoalContext>();
      let [slice, drawn] = [performance.now(), performance.now()];
      for (const [at, goal] of goals.entries()) {
        if (performance.now() - slice > SLICE) {
          await breathe();
          if (run.over) return;
          slice = performance.now();
        }
        const context = goalContext(studio, goal, today);
        if (context) found.set(goal.id, context);
        if (performance.now() - drawn > DRAWN) {
          drawn = performance.now();
          const left = goals.length - at - 1;
          setOthers((before) => ({ contexts: joined(goals, found, before.contexts), left }));
        }
      }
      setOthers({ contexts: [...found.values()], left: 0 });
    })();
    return () => {
      run.over = true;
    };
  }, [studio, goals, today]);
  return useMemo(() => {
    const contexts = joined(goals, first, others.contexts);
    return { contexts, left: Math.min(others.left, goals.length - contexts.length) };
  }, [goals, first, others]);
}

/** In the order of the goals: what is found, else what there was before. */
function joined(
  goals: readonly GoalContext['goal'][],
  found: ReadonlyMap<string, GoalContext>,
  before: readonly GoalContext[],
): GoalContext[] {
  const earlier = new Map(before.map((context) => [context.goal.id, context]));
  return goals.flatMap(({ id }) => found.get(id) ?? earlier.get(id) ?? []);
}
