/** Taps this close to the last one are the finger bouncing. */
const BOUNCE = 0.06;
/** Beats a hand may leave out and go on with the next. */
const MOST_LEFT_OUT = 3;
/** Taps beside the beat in a row, at most. */
const MOST_STRAYS = 3;
/** How far a tap comes from its beat, as a share of the beat: within it nothing is odd. */
const WIDTH = 0.1;
/** What each beat left out and each stray tap costs, in squares of that width. */
const LEFT_OUT = 9;
const STRAY = 9;
/** The tempo follows the hand: this share of each new beat. */
const FOLLOW = 0.1;

export interface Beats {
  /** Taps that are beats, in seconds, and the number of the beat of each, from 0. */
  readonly times: readonly number[];
  readonly numbers: readonly number[];
  readonly bounces: number;
  readonly strays: number;
  readonly leftOut: number;
}

/** The best way to read the taps up to one that is a beat. */
interface Way {
  readonly cost: number;
  readonly from: number | null;
  /** Beats since then. */
  readonly beats: number;
  /** Seconds a beat takes there. */
  readonly beat: number;
}

/**
 * Which taps are beats: the cheapest way of reading each as so many beats after the last good one, or as a stray.
 * @param taps - seconds, in any order
 */
export function beatsOf(taps: readonly number[]): Beats {
  const sorted = taps.toSorted((a, b) => a - b);
  const kept: number[] = [];
  for (const tap of sorted) if (kept.length === 0 || tap - (kept.at(-1) ?? 0) >= BOUNCE) kept.push(tap);
  const usual = middle(kept.slice(1).map((tap, at) => tap - (kept[at] ?? 0)));
  const ways = kept.map((_, at): Way => ({ cost: STRAY * at, from: null, beats: 0, beat: usual }));
  for (let at = 1; at < kept.length; at += 1)
    for (let from = Math.max(0, at - 1 - MOST_STRAYS); from < at; from += 1) {
      const before = ways[from] as Way;
      const seconds = (kept[at] ?? 0) - (kept[from] ?? 0);
      for (let beats = 1; beats <= 1 + MOST_LEFT_OUT; beats += 1) {
        const off = (seconds / before.beat - beats) / WIDTH;
        const cost = before.cost + off * off + LEFT_OUT * (beats - 1) + STRAY * (at - from - 1);
        if (cost < (ways[at]?.cost ?? Infinity))
          ways[at] = {
            cost,
            from,
            beats,
            beat: before.beat + FOLLOW * (seconds / beats - before.beat),
          };
      }
    }
  // What comes after the last good tap is strays.
  let last: number | null = null;
  let least = Infinity;
  ways.forEach(({ cost }, at) => {
    const all = cost + STRAY * (kept.length - 1 - at);
    if (all <= least) [last, least] = [at, all];
  });
  const times: number[] = [];
  const back: number[] = [];
  for (let at: number | null = last; at !== null;) {
    const way: Way | undefined = ways[at];
    times.unshift(kept[at] ?? 0);
    if (way && way.from !== null) back.unshift(way.beats);
    at = way?.from ?? null;
  }
  const numbers = [0];
  for (const beats of back) numbers.push((numbers.at(-1) ?? 0) + beats);
  return {
    times,
    numbers: numbers.slice(0, times.length),
    bounces: sorted.length - kept.length,
    strays: kept.length - times.length,
    leftOut: (numbers.at(-1) ?? 0) - Math.max(0, times.length - 1),
  };
}

/** The one in the middle; 0 of none. */
export function middle(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
