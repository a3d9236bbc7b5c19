import { useEffect, useState } from 'react';
import type { GoalContext } from '@/core/register';
import { databaseName, scoreText, type ReadyState } from '@/store';
import { feedStudio } from '@/workers/studio-feed';
import { rescue, type RescueAnswer } from '@/workers/studio.job';

export interface RescueState {
  /** Of these options, or of others while they are worked out; null before the first answer. */
  readonly answer: RescueAnswer | null;
  readonly isOld: boolean;
  readonly stopped: boolean;
}

/** What can still be done for a goal, from the worker that holds the studio. */
export function useRescue(
  { which, studio, now }: ReadyState,
  context: GoalContext | undefined,
  taken: readonly string[],
): RescueState {
  const [told, tell] = useState<{
    readonly key: unknown;
    readonly goalId: string;
    readonly chosen: string;
    readonly answer: RescueAnswer | null;
  } | null>(null);
  const [stopped, stop] = useState(false);
  const goalId = context?.goal.id ?? null;
  const chosen = taken.join('\n');
  const today = now.day;
  useEffect(() => {
    if (goalId === null) return;
    let over = false;
    let cancel: () => void = () => undefined;
    void textsOf(studio, goalId).then((texts) => {
      if (over) return;
      feedStudio();
      cancel = rescue.ask(
        { of: databaseName(which), today, goalId, texts, taken: chosen === '' ? [] : chosen.split('\n') },
        (reply) => {
          if (over) return;
          if (reply.kind === 'answer') tell({ key: studio, goalId, chosen, answer: reply.answer });
          if (reply.kind === 'crashed') stop(true);
        },
      );
    });
    return () => {
      over = true;
      cancel();
    };
  }, [which, studio, today, goalId, chosen]);
  // What was told of another goal says nothing of this one.
  const own = told?.goalId === goalId ? told : null;
  return { answer: own?.answer ?? null, isOld: own?.key !== studio || own.chosen !== chosen, stopped };
}

/** MusicXML of the goal's pieces that have a score. */
async function textsOf(
  studio: ReadyState['studio'],
  goalId: string,
): Promise<readonly (readonly [string, string])[]> {
  const choices = Object.values(studio.goals.get(goalId)?.programme ?? {}).flat();
  const found = await Promise.all(
    choices.map(async (choice) => {
      const piece = choice.kind === 'piece' ? studio.pieces.get(choice.pieceId) : undefined;
      const score = studio.scores.get(piece?.scoreId ?? '');
      const text = score ? await scoreText(score.textId) : null;
      return piece && text !== null ? ([piece.id, text] as const) : null;
    }),
  );
  return found.flatMap((each) => (each ? [each] : []));
}
