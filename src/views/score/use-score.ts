import { useEffect, useState } from 'react';
import { explainScoreRefusal } from '@/core/score';
import { askScore, type ScoreAnswer } from '@/workers/score-client';

export type ScoreReading =
  | { readonly kind: 'reading' }
  | { readonly kind: 'ready'; readonly answer: ScoreAnswer }
  | { readonly kind: 'refused'; readonly words: string };

/** Reads a kept score in a worker; anew when its text changes. */
export function useScore(xml: string): ScoreReading {
  const [state, setState] = useState<ScoreReading>({ kind: 'reading' });
  useEffect(() => {
    setState({ kind: 'reading' });
    return askScore(xml, (reply) => {
      if (reply.kind === 'answer') setState({ kind: 'ready', answer: reply.answer });
      else if (reply.kind !== 'progress') setState({ kind: 'refused', words: refusalWords(reply) });
    });
  }, [xml]);
  return state;
}

/** Why a file is not read, in words. */
export const refusalWords = (
  reply: Extract<Parameters<Parameters<typeof askScore>[1]>[0], { kind: 'refused' | 'crashed' }>,
): string =>
  reply.kind === 'crashed'
    ? 'The reading stopped by itself.'
    : reply.why.kind === 'no such part'
      ? 'No part of the score has notes.'
      : explainScoreRefusal(reply.why);
