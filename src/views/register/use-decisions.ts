import { useEffect, useMemo, useState } from 'react';
import type { Studio } from '@/core/files';
import { byDue, openGoals, unsettledGoals, type Decision } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { databaseName, type Which } from '@/store';
import { feedStudio } from '@/workers/studio-feed';
import { decisions, type DecisionsFound } from '@/workers/studio.job';

interface Told extends DecisionsFound {
  readonly which: Which;
  /** The studio they were asked of. */
  readonly studio: Studio;
}
/** What was told last, for the next time the view is looked at. */
let last: Told | null = null;

export interface Decisions {
  /** First due first. */
  readonly decisions: readonly Decision[];
  /** Goals that are still to be worked out. */
  readonly left: number;
  /** The worker failed: those that are left do not come. */
  readonly stopped: boolean;
}

/**
 * What waits on every goal: those of the day at once, the others as the worker tells of them.
 * @param own - of the goals of the day
 * @param ownGoals - ids of the goals of the day
 */
export function useDecisions(
  which: Which,
  studio: Studio,
  today: CalendarDay,
  own: readonly Decision[],
  ownGoals: ReadonlySet<string>,
): Decisions {
  const [told, setTold] = useState(() => (last?.which === which ? last : null));
  const [stopped, stop] = useState(false);
  useEffect(() => {
    feedStudio();
    let over = false;
    const hear = (found: DecisionsFound) => {
      last = { which, studio, ...found };
      setTold(last);
    };
    const cancel = decisions.ask({ of: databaseName(which), today }, (reply) => {
      if (over) return;
      // A first look goes on as it comes; after a change the list of before stands until the new one is whole.
      if (reply.kind === 'progress' && last?.which !== which) setTold({ which, studio, ...reply.progress });
      if (reply.kind === 'answer') hear(reply.answer);
      stop(reply.kind === 'crashed');
    });
    return () => {
      over = true;
      cancel();
    };
  }, [which, studio, today]);
  return useMemo(() => {
    const others = (told?.decisions ?? []).filter(
      ({ goalId }) => !ownGoals.has(goalId) && told?.studio.goals.get(goalId) === studio.goals.get(goalId),
    );
    return {
      decisions: [...own, ...others].sort(byDue),
      left: told?.left ?? [...openGoals(studio), ...unsettledGoals(studio)].length - ownGoals.size,
      stopped,
    };
  }, [told, stopped, studio, own, ownGoals]);
}
