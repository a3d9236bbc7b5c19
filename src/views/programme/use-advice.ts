import { useEffect, useRef, useState } from 'react';
import type { ProgrammeAdvice, ProgrammeQuestion, RankedProgramme, WhyNot } from '@/core/programme';
import { programmes, whyNotPiece } from '@/workers/programme.job';

export type Advice =
  | { readonly kind: 'asking'; readonly tried: number; readonly best: readonly RankedProgramme[] }
  | { readonly kind: 'ready'; readonly advice: ProgrammeAdvice }
  /** Ended by the teacher, with the best found until then. */
  | { readonly kind: 'stopped'; readonly best: readonly RankedProgramme[] }
  | { readonly kind: 'crashed'; readonly message: string };

const ASKING: Advice = { kind: 'asking', tried: 0, best: [] };

/** The best programmes of a question, searched in a worker; anew when the question changes. */
export function useAdvice(question: ProgrammeQuestion | null): {
  readonly advice: Advice;
  readonly stop: () => void;
} {
  const [state, set] = useState<{ readonly of: ProgrammeQuestion | null; readonly advice: Advice }>({
    of: null,
    advice: ASKING,
  });
  const cancel = useRef<() => void>(() => undefined);
  useEffect(() => {
    if (!question) return undefined;
    const say = (advice: Advice) => set({ of: question, advice });
    let left = false;
    cancel.current = programmes.ask(question, (reply) => {
      if (left) return;
      if (reply.kind === 'progress') say({ kind: 'asking', ...reply.progress });
      else if (reply.kind === 'answer') say({ kind: 'ready', advice: reply.answer });
      else if (reply.kind === 'cancelled')
        set(({ of, advice }) => ({
          of: question,
          advice: { kind: 'stopped', best: of === question && advice.kind === 'asking' ? advice.best : [] },
        }));
      else if (reply.kind === 'crashed') say(reply);
    });
    return () => {
      left = true;
      cancel.current();
    };
  }, [question]);
  return {
    // The answer to another question is none to this one.
    advice: state.of === question ? state.advice : ASKING,
    stop: () => cancel.current(),
  };
}

export interface Why {
  readonly pieceId: string;
  /** Null while the worker looks for it. */
  readonly answer: WhyAnswer | null;
}
/** The answer, or that the search failed. */
export type WhyAnswer = WhyNot | { readonly kind: 'crashed'; readonly message: string };

/** Why one piece is not in the best programme; a new question takes the place of the one before. */
export function useWhyNot(question: ProgrammeQuestion | null): {
  readonly why: Why | null;
  readonly ask: (pieceId: string) => void;
} {
  const [asked, setAsked] = useState<{ readonly pieceId: string; readonly of: ProgrammeQuestion } | null>(
    null,
  );
  const [found, setFound] = useState<{ readonly asked: typeof asked; readonly answer: WhyAnswer } | null>(
    null,
  );
  useEffect(() => {
    if (!asked) return undefined;
    return whyNotPiece.ask({ question: asked.of, pieceId: asked.pieceId }, (reply) => {
      if (reply.kind === 'answer') setFound({ asked, answer: reply.answer });
      else if (reply.kind === 'crashed') setFound({ asked, answer: reply });
    });
  }, [asked]);
  return {
    // What was asked of another question is no answer to this one.
    why:
      asked && asked.of === question
        ? { pieceId: asked.pieceId, answer: found?.asked === asked ? found.answer : null }
        : null,
    ask: (pieceId) => question && setAsked({ pieceId, of: question }),
  };
}
