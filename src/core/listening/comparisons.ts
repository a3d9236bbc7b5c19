import type { BarRange } from '../music';
import type { Heard, HeardBar } from './answer';
import { median } from './factors';

/** Pairs below which nothing is said of two passages: of fewer no interval leaves out one in twenty. */
const FEWEST_PAIRS = 6;
/** Per cent from which on two passages differ. */
const TOLD = 4;

export interface PassagesCompared {
  /** Sure bars of both that stand at the same place. */
  readonly pairs: number;
  /** Per cent by which the second is faster, and the range that holds it in at least 95 of 100; null from too few pairs. */
  readonly difference: { readonly percent: number; readonly low: number; readonly high: number } | null;
  /** Whether to speak of a difference. */
  readonly claim: boolean;
}

/**
 * Two passages that should have one tempo: bar by bar, each time of the one with that of the other.
 * @source the middle of the ratios; its interval by the order of the ratios, which asks nothing of how they are spread
 */
export function comparePassages(
  bars: readonly HeardBar[],
  first: BarRange,
  second: BarRange,
): PassagesCompared {
  const sure = (number: number, pass: number) =>
    bars.find((bar) => bar.number === number && bar.pass === pass && bar.certain === 'sure');
  const length = Math.min(first.to - first.from, second.to - second.from) + 1;
  const times = Math.max(0, ...bars.map(({ pass }) => pass));
  const ratios: number[] = [];
  for (let pass = 1; pass <= times; pass += 1)
    for (let at = 0; at < length; at += 1) {
      const [one, other] = [sure(first.from + at, pass), sure(second.from + at, pass)];
      if (one && other) ratios.push(Math.log(other.qpm / one.qpm));
    }
  if (ratios.length < FEWEST_PAIRS) return { pairs: ratios.length, difference: null, claim: false };
  ratios.sort((a, b) => a - b);
  const out = leftOut(ratios.length);
  const percent = (ratio: number | undefined) => 100 * (Math.exp(ratio ?? 0) - 1);
  const difference = {
    percent: percent(median(ratios)),
    low: percent(ratios[out]),
    high: percent(ratios[ratios.length - 1 - out]),
  };
  const isApart = difference.low > 0 || difference.high < 0;
  return {
    pairs: ratios.length,
    difference,
    claim: isApart && Math.abs(difference.percent) >= TOLD,
  };
}

/** How many of sorted values may be left out at either end so that the rest holds the middle in 95 of 100. */
function leftOut(count: number): number {
  let chance = 2 ** -count;
  let sum = chance;
  let out = 0;
  while (sum <= 0.025) {
    chance = (chance * (count - out)) / (out + 1);
    out += 1;
    sum += chance;
  }
  return Math.max(0, out - 1);
}

/** A written level where it begins. @see LoudnessStep of the score */
interface WrittenLevel {
  /** As counted. */
  readonly number: number;
  readonly level: string;
  /** A swell leads to it: the bar before it is neither. */
  readonly gradual: boolean;
}
/** Softest first. */
const LEVELS = ['pppp', 'ppp', 'pp', 'p', 'mp', 'mf', 'f', 'ff', 'fff', 'ffff'];
/** Decibels under which two levels are not told apart; ours. */
const APART = 1;
const FEWEST_BARS = 2;

export interface LevelHeard {
  readonly level: string;
  readonly db: number;
  readonly bars: number;
  /** Against the next softer one that was heard; null for the softest. */
  readonly order: 'louder' | 'softer' | 'not told apart' | null;
}

/** The written levels by how loud their bars were in this take, softest written first: their order, and nothing more. */
export function levelsHeard(
  loudness: NonNullable<Heard['loudness']>,
  written: readonly WrittenLevel[],
): LevelHeard[] {
  const of = new Map<string, number[]>();
  for (const { number, db } of loudness) {
    const at = written.findLastIndex((step) => step.number <= number);
    const next = written[at + 1];
    const step = written[at];
    if (!step || (next?.gradual && next.number - 1 === number)) continue;
    of.set(step.level, [...(of.get(step.level) ?? []), db]);
  }
  const found: LevelHeard[] = [];
  for (const level of LEVELS) {
    const all = of.get(level) ?? [];
    if (all.length < FEWEST_BARS) continue;
    const db = median(all);
    const softer = found.at(-1);
    const order =
      softer === undefined
        ? null
        : db >= softer.db + APART
          ? 'louder'
          : db <= softer.db - APART
            ? 'softer'
            : 'not told apart';
    found.push({ level, db, bars: all.length, order });
  }
  return found;
}
