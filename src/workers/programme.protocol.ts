import type { ProgrammeAdvice, ProgrammeQuestion, RankedProgramme, WhyNot } from '@/core/programme';

/** The best programmes, or why one piece is not among them. */
export interface ProgrammeRequest {
  readonly requestId: number;
  readonly question: ProgrammeQuestion;
  /** Null for the best programmes. */
  readonly whyNot: string | null;
}

/** Every request ends in exactly one of advice, why or crashed. */
export type ProgrammeReply = { readonly requestId: number } & (
  | { readonly kind: 'progress'; readonly tried: number; readonly best: readonly RankedProgramme[] }
  | { readonly kind: 'advice'; readonly advice: ProgrammeAdvice }
  | { readonly kind: 'why'; readonly why: WhyNot }
  | { readonly kind: 'crashed'; readonly message: string }
);
