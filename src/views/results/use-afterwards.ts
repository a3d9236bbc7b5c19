import { useEffect, useState } from 'react';
import { databaseName, type ReadyState } from '@/store';
import { feedStudio } from '@/workers/studio-feed';
import { afterwards, type AfterwardsAnswer } from '@/workers/studio.job';

/** What was forecast on the eve of a result, and what could come next; null until it is worked out. */
export function useAfterwards({ which, studio, now }: ReadyState, goalId: string): AfterwardsAnswer | null {
  const [told, tell] = useState<{ readonly goalId: string; readonly answer: AfterwardsAnswer } | null>(null);
  const today = now.day;
  useEffect(() => {
    feedStudio();
    return afterwards.ask({ of: databaseName(which), today, goalId }, (reply) => {
      if (reply.kind === 'answer') tell({ goalId, answer: reply.answer });
    });
  }, [which, studio, today, goalId]);
  return told?.goalId === goalId ? told.answer : null;
}
