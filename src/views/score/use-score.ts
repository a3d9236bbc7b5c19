import { useEffect, useState } from 'react';
import { explainScoreRefusal, explainXRayRefusal, PLAIN_X_RAY, type XRayOptions } from '@/core/score';
import { askScore, type ScoreAnswer } from '@/workers/score-client';

export type ScoreReading =
  | { readonly kind: 'reading' }
  | {
      readonly kind: 'ready';
      readonly answer: ScoreAnswer;
      /** Why what was asked last cannot be: the answer is that of before. */
      readonly wrong: string | null;
    }
  | { readonly kind: 'refused'; readonly words: string };

/** Reads a kept score in a worker; anew when its text or what is asked of it changes. */
export function useScore(xml: string, options: XRayOptions = PLAIN_X_RAY): ScoreReading {
  const [read, setRead] = useState<{ readonly xml: string; readonly state: ScoreReading } | null>(null);
  useEffect(
    () =>
      askScore(
        xml,
        (reply) => {
          if (reply.kind === 'progress') return;
          setRead((before) => {
            if (reply.kind === 'answer')
              return { xml, state: { kind: 'ready', answer: reply.answer, wrong: null } };
            const words = refusalWords(reply);
            return before?.xml === xml && before.state.kind === 'ready'
              ? { xml, state: { ...before.state, wrong: words } }
              : { xml, state: { kind: 'refused', words } };
          });
        },
        options,
      ),
    [xml, options],
  );
  // The same score asked anew keeps what it said until it has answered.
  return read?.xml === xml ? read.state : { kind: 'reading' };
}

/** Why a file is not read, in words. */
export const refusalWords = (
  reply: Extract<Parameters<Parameters<typeof askScore>[1]>[0], { kind: 'refused' | 'crashed' }>,
): string =>
  reply.kind === 'crashed'
    ? 'The reading stopped by itself.'
    : reply.why.kind === 'no such part' ||
        reply.why.kind === 'no such bars' ||
        reply.why.kind === 'no such beat'
      ? explainXRayRefusal(reply.why)
      : explainScoreRefusal(reply.why);
