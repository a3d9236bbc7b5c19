import { ladder } from '@/core/card';
import { noteValueOf } from '@/core/music';
import {
  beatOfPattern,
  clicksOfBars,
  clicksOfRungs,
  patternWords,
  readPatterns,
  rotationsOf,
  type Click,
  type Pattern,
} from '@/core/playback';
import { inTerms } from '@/core/terms';
import { UNIT_NAMES } from '@/ui';
import type { Track } from './player';

export const SLOWEST = 20;
export const FASTEST = 320;

/** What is heard of a bar. */
export const HEARD = ['beats', 'pulses', 'halves', 'thirds', 'quarters'] as const;
export type HeardParts = (typeof HEARD)[number];
export const HEARD_WORDS: Readonly<Record<HeardParts, string>> = {
  beats: 'beats and groups',
  pulses: 'every pulse',
  halves: 'pulses in halves',
  thirds: 'pulses in thirds',
  quarters: 'pulses in quarters',
};
const PARTS: Readonly<Record<HeardParts, number>> = {
  beats: 0,
  pulses: 1,
  halves: 2,
  thirds: 3,
  quarters: 4,
};

export interface Metronome {
  /** Beats of the first metre a minute. */
  readonly perMinute: number;
  readonly metres: string;
  readonly heard: HeardParts;
}
export interface Ladder {
  readonly from: number;
  readonly to: number;
  readonly rungs: number;
  /** Bars after which it goes up by itself; 0 to wait until somebody says clean. */
  readonly barsEach: number;
}

export const patternsOf = ({ metres }: Metronome): readonly Pattern[] => readPatterns(metres) ?? [];

/** Crotchets a minute of so many beats of the first metre. */
const crotchets = (perMinute: number, [first]: readonly Pattern[]): number =>
  perMinute * (first ? beatOfPattern(first) : 1);

/** "crotchets", "dotted crotchets": what the tempo counts. */
export function beatWords([first]: readonly Pattern[]): string {
  const unit = first && noteValueOf(beatOfPattern(first) / 4);
  return unit ? `${UNIT_NAMES[unit] ?? ''}s` : inTerms('beats');
}

/** The smallest of all pulses is heard in every metre, so that it stays as long when the metre changes. */
function audibleOf(patterns: readonly Pattern[], heard: HeardParts) {
  const smallest = Math.min(...patterns.map(({ pulse }) => pulse));
  return { smallest: PARTS[heard] === 0 ? null : smallest / PARTS[heard] };
}

export function trackOf(metronome: Metronome): Track {
  const patterns = patternsOf(metronome);
  const { clicks, seconds } = clicksOfBars(
    patterns,
    crotchets(metronome.perMinute, patterns),
    audibleOf(patterns, metronome.heard),
  );
  return { notes: [], clicks, seconds, loopFrom: 0 };
}

/** A minute of it, to its last whole bar. */
export function minuteOf(metronome: Metronome): Track {
  const { clicks, seconds } = trackOf(metronome);
  const rounds = Math.max(1, Math.floor(60 / seconds));
  return {
    notes: [],
    clicks: Array.from({ length: rounds }, (_, round) =>
      clicks.map(({ at, accent }) => ({ at: at + round * seconds, accent })),
    ).flat(),
    seconds: rounds * seconds,
    loopFrom: null,
  };
}

export const rungsOf = ({ from, to, rungs }: Ladder): number[] => ladder(from, to, rungs);

/** A track of rungs, and where each of them begins. */
export interface LadderTrack extends Track {
  readonly rungs: readonly number[];
}

/** All rungs from one on, so many bars each, then the last for as long as it is wanted. */
export function ladderTrack(metronome: Metronome, wish: Ladder, from: number): LadderTrack {
  const patterns = patternsOf(metronome);
  const { clicks, seconds, rungs } = clicksOfRungs(
    patterns,
    rungsOf(wish)
      .slice(from)
      .map((rung) => crotchets(rung, patterns)),
    wish.barsEach,
    audibleOf(patterns, metronome.heard),
  );
  return { notes: [], clicks, seconds, loopFrom: rungs.at(-1) ?? 0, rungs };
}

/** The next way to begin the groups of the only metre; null where there is one way alone. */
export function turned({ metres }: Metronome): string | null {
  const [pattern, another] = readPatterns(metres) ?? [];
  if (!pattern || another) return null;
  const ways = rotationsOf(pattern.groups);
  if (ways.length < 2) return null;
  return patternWords({ ...pattern, groups: ways[1] ?? pattern.groups });
}

/** The click that sounds at a place. */
export const clickAt = (clicks: readonly Click[], place: number): number =>
  clicks.findLastIndex(({ at }) => at <= place + 1e-3);
