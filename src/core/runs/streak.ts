import { inOrder, isClean, isWhole, type RunThrough } from './run';

type Played = Pick<RunThrough, 'day' | 'place' | 'start' | 'alone' | 'clean' | 'slips' | 'stops'>;

/** Our choice, because two or three in a row is what is asked for, and the third shows that it was no luck. */
export const STREAK = 3;

export interface Streak {
  /** Clean whole runs in a row up to the last one, and the longest row there was. */
  readonly now: number;
  readonly best: number;
  /** Whole runs there were, and how many of them were clean. */
  readonly runs: number;
  readonly clean: number;
}

/** Rows of clean run-throughs; runs of parts of the piece, or of one hand, neither make nor break one. */
export function streakOf(runs: readonly Played[]): Streak {
  let [now, best, clean] = [0, 0, 0];
  const whole = inOrder(runs).filter(isWhole);
  for (const run of whole) {
    now = isClean(run) ? now + 1 : 0;
    best = Math.max(best, now);
    clean += now > 0 ? 1 : 0;
  }
  return { now, best, runs: whole.length, clean };
}

/**
 * The chance of so many clean runs in a row, each of them as likely as the others.
 * @example 0.8, 3 // => 0.512
 */
export const oddsInARow = (share: number, length: number): number => share ** length;
