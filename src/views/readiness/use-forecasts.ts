import { useEffect, useMemo, useState } from 'react';
import type { Studio } from '@/core/files';
import type { GoalForecast } from '@/core/register';
import { databaseName, type ReadyState } from '@/store';
import { feedStudio } from '@/workers/studio-feed';
import { forecasts } from '@/workers/studio.job';

/** What was told last of each goal, for the next time it is looked at. */
const last = new Map<string, GoalForecast>();

export interface Forecasts {
  readonly byGoal: ReadonlyMap<string, GoalForecast>;
  /** They are still being worked out, and those of before are shown. */
  readonly isOld: boolean;
  /** The worker failed. */
  readonly stopped: boolean;
}

/**
 * Forecasts of goals, from the worker that holds the studio.
 * @param goals - ids, joined by spaces; null for all open ones
 */
export function useForecasts({ which, studio, now }: ReadyState, goals: string | null): Forecasts {
  const [byGoal, setByGoal] = useState<ReadonlyMap<string, GoalForecast>>(() => new Map(last));
  const [ended, end] = useState<{
    readonly of: Studio;
    readonly goals: string | null;
    readonly told: boolean;
  } | null>(null);
  const today = now.day;
  useEffect(() => {
    feedStudio();
    let over = false;
    const cancel = forecasts.ask(
      { of: databaseName(which), today, goals: goals === null ? null : goals.split(' ').filter(Boolean) },
      (reply) => {
        if (over) return;
        const found =
          reply.kind === 'answer' ? reply.answer : reply.kind === 'progress' ? reply.progress : null;
        if (found) {
          for (const each of found.forecasts) last.set(each.goalId, each);
          setByGoal(new Map(found.forecasts.map((each) => [each.goalId, each])));
        }
        if (reply.kind === 'answer' || reply.kind === 'crashed')
          end({ of: studio, goals, told: reply.kind === 'answer' });
      },
    );
    return () => {
      over = true;
      cancel();
    };
  }, [which, studio, today, goals]);
  // What ended for other goals, or before a change, says nothing of these.
  const own = ended?.of === studio && ended.goals === goals ? ended : null;
  return useMemo(() => ({ byGoal, isOld: own === null, stopped: own?.told === false }), [byGoal, own]);
}
