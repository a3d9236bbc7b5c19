import { WORKER_NAME } from './worker-name';
import type { Notice, ScoreRefusal, ScoreWork, XRay, XRayOptions, XRayRefusal } from '@/core/score';
import { defineJob } from './job';

/** A score to be read: the bytes of a file, or the text kept of one. */
export interface ScoreQuestion {
  readonly file: Uint8Array | string;
  readonly options: XRayOptions;
}

/** What a score says of itself, without its notes: those stay in the worker. */
export interface ScoreAnswer extends Omit<XRay, 'part'> {
  readonly title: string;
  readonly composer: string;
  /** Those with measures; `part` is the id of the one looked at. */
  readonly parts: readonly { readonly id: string; readonly name: string }[];
  readonly part: string;
  readonly notices: readonly Notice[];
  readonly work: ScoreWork;
  /** The text of the file, decoded. */
  readonly xml: string;
}

/** Reads a score; tells how much is read, 0 to 1. */
export const readScoreFile = defineJob<ScoreQuestion, number, ScoreAnswer, ScoreRefusal | XRayRefusal>(
  'readScoreFile',
  {
    start: () =>
      new Worker(new URL('./score.worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME }),
    limit: 30_000,
    keepAlive: false,
  },
);
