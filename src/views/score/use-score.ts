import { useEffect, useState } from 'react';
import {
  explainScoreRefusal,
  explainXRayRefusal,
  PLAIN_X_RAY,
  type ScoreRefusal,
  type XRayOptions,
  type XRayRefusal,
} from '@/core/score';
import type { StudioSettings } from '@/core/files';
import { scoreText } from '@/store';
import type { Ending } from '@/workers/job';
import { readScoreFile, type ScoreAnswer } from '@/workers/score.job';

export type ScoreReading =
  | { readonly kind: 'reading' }
  | {
      readonly kind: 'ready';
      readonly answer: ScoreAnswer;
      /** Why what was asked last cannot be: the answer is that of before. */
      readonly wrong: string | null;
    }
  | { readonly kind: 'refused'; readonly words: string };

/** How the studio has scores read: with its own pauses and its own figures for what makes a bar hard. */
export const readAs = ({ fermataSeconds = 0, difficulty }: StudioSettings): XRayOptions => ({
  ...PLAIN_X_RAY,
  fermataSeconds,
  difficulty,
});

/** Asks a worker for what a kept score says; answers how to cancel. */
function askKept(textId: string, hear: (state: ScoreReading) => void, options: XRayOptions): () => void {
  let cancel: (() => void) | null = null;
  let over = false;
  void scoreText(textId).then((text) => {
    if (over) return;
    if (text === null) {
      hear({ kind: 'refused', words: 'The text of this score is not in this browser: open its file again.' });
      return;
    }
    cancel = readScoreFile.ask({ file: text, options }, (reply) => {
      if (over || reply.kind === 'progress' || reply.kind === 'cancelled') return;
      if (reply.kind === 'answer') hear({ kind: 'ready', answer: reply.answer, wrong: null });
      else hear({ kind: 'refused', words: refusalWords(reply) });
    });
  });
  return () => {
    over = true;
    cancel?.();
  };
}

/** Reads a kept score in a worker; anew when its text or what is asked of it changes. */
export function useScore(textId: string, options: XRayOptions = PLAIN_X_RAY): ScoreReading {
  const [read, setRead] = useState<{ readonly textId: string; readonly state: ScoreReading } | null>(null);
  useEffect(
    () =>
      askKept(
        textId,
        (state) =>
          setRead((before) =>
            state.kind === 'refused' && before?.textId === textId && before.state.kind === 'ready'
              ? { textId, state: { ...before.state, wrong: state.words } }
              : { textId, state },
          ),
        options,
      ),
    [textId, options],
  );
  // The same score asked anew keeps what it said until it has answered.
  return read?.textId === textId ? read.state : { kind: 'reading' };
}

/** Why a file is not read, in words. */
export const refusalWords = (
  reply: Exclude<Ending<unknown, ScoreRefusal | XRayRefusal>, { kind: 'answer' }>,
): string =>
  reply.kind !== 'refused'
    ? 'The score could not be read to the end. Reload the page.'
    : reply.why.kind === 'no such part' ||
        reply.why.kind === 'no such bars' ||
        reply.why.kind === 'no such beat'
      ? explainXRayRefusal(reply.why)
      : explainScoreRefusal(reply.why);
