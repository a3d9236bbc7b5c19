import { WORKER_NAME } from './worker-name';
import { defineJob } from './job';

export interface EngraveQuestion {
  readonly xml: string;
  /** Pixels the page may be wide; percent of the engraver's own size. */
  readonly width: number;
  readonly scale: number;
  /** Measures of the file, from 0 and both included, each to be drawn by itself on one line; left out: all pages. */
  readonly ranges?: readonly { readonly from: number; readonly to: number }[];
}

/**
 * Draws a score as pages of SVG, or some of its measures as one each; each measure is a group of class "measure". The engraver is large and stays loaded: its
 * first page of a tab takes seconds on a slow line.
 */
export const engrave = defineJob<EngraveQuestion, never, readonly string[], 'not readable'>('engrave', {
  start: () =>
    new Worker(new URL('./engrave.worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME }),
  limit: 60_000,
  keepAlive: true,
});
