import { WORKER_NAME } from './worker-name';
import type { ProgrammeAdvice, ProgrammeQuestion, RankedProgramme, WhyNot } from '@/core/programme';
import { defineJob } from './job';

export interface SearchProgress {
  readonly tried: number;
  /** The best so far. */
  readonly best: readonly RankedProgramme[];
}

// A search is called off by ending its worker, so each has its own.
const options = {
  start: () =>
    new Worker(new URL('./programme.worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME }),
  limit: 30_000,
  keepAlive: false,
} as const;

/** The best programmes. */
export const programmes = defineJob<ProgrammeQuestion, SearchProgress, ProgrammeAdvice, never>(
  'programmes',
  options,
);

/** Why a piece is not in the best programme. */
export const whyNotPiece = defineJob<
  { readonly question: ProgrammeQuestion; readonly pieceId: string },
  SearchProgress,
  WhyNot,
  never
>('whyNotPiece', options);
