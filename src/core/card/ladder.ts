import { tempoAt } from '../music';

/**
 * Tempos from the first rung to the last by equal ratio.
 * @param rungs - how many, both ends among them, 2 or more
 * @example ladder(66, 96, 7).map(Math.round) // => [66, 70, 75, 80, 85, 90, 96]
 */
export function ladder(from: number, to: number, rungs: number): number[] {
  if (from >= to) return [to];
  const steps = Math.max(1, rungs - 1);
  return Array.from({ length: steps + 1 }, (_, rung) => tempoAt(from, to, rung / steps));
}

/** The highest rung that is no faster than a tempo, as a metronome shows it; 0 below the first. */
export function rungAt(rungs: readonly number[], tempo: number): number {
  return Math.max(
    0,
    rungs.findLastIndex((each) => each <= tempo + 0.5),
  );
}

/** One time through at a rung. */
export type Play = 'clean' | 'slip';

/** Slips in a row after which it goes a rung down. Our choice, because one may be chance. */
const DOWN = 2;

/**
 * Where somebody stands on the ladder after these times through: a rung up after `up` clean ones in a row, a rung down
 * after two slips in a row, never past either end.
 * @param rung - where they began, from 0
 */
export function climb(count: number, rung: number, plays: Iterable<Play>, up: number): number {
  let at = rung;
  let clean = 0;
  let slips = 0;
  for (const play of plays) {
    if (play === 'clean') {
      clean += 1;
      slips = 0;
      if (clean < up) continue;
      at = Math.min(count - 1, at + 1);
    } else {
      slips += 1;
      clean = 0;
      if (slips < DOWN) continue;
      at = Math.max(0, at - 1);
    }
    clean = 0;
    slips = 0;
  }
  return at;
}

/** What was said of a place on one day. */
export interface Reported {
  readonly tempo?: number;
  readonly clean?: number;
  readonly slips?: number;
}

/**
 * The rung a place has come to, by what was reported of it in the order of days: one above the fastest at which it was
 * clean, one below where it slipped; null where nobody said a tempo.
 */
export function rungReported(rungs: readonly number[], said: readonly Reported[], up: number): number | null {
  let at: number | null = null;
  for (const { tempo, clean = 0, slips = 0 } of said) {
    if (tempo === undefined) continue;
    const rung = rungAt(rungs, tempo);
    const plays: Play[] =
      clean >= up ? Array<Play>(up).fill('clean') : slips >= DOWN ? Array<Play>(DOWN).fill('slip') : [];
    const now = climb(rungs.length, rung, plays, up);
    // Once clean at a tempo is not forgotten by practising below it.
    at = plays[0] === 'clean' && at !== null ? Math.max(at, now) : now;
  }
  return at;
}
