import { beatsOf } from './beats';

/** Fewer beats than this give no tempo. */
const FEWEST = 4;
/** Parts of the taps each left out once, to see how far the drift hangs on them; and beats each needs. */
const BLOCKS = 6;
const BEATS_IN_BLOCK = 3;
/** Student's factor of 95 % for six of them. */
const FACTOR = 2.57;
/** Per cent a minute below which nobody is told of a drift. */
const TOLD = 2;
const MINUTE = 60;

export interface TapMeasure {
  /** Taps that are beats. */
  readonly beats: number;
  /** Seconds from the first of them to the last. */
  readonly seconds: number;
  /** Beats a minute on the whole; null from under four beats. */
  readonly perMinute: number | null;
  /** How far taps come from the tempo that fits them best, in milliseconds (one standard deviation); null likewise. */
  readonly spread: number | null;
  /** Null from under 18 beats. */
  readonly drift: Drift | null;
  /** Taps that count for nothing: the finger bouncing, and beside the beat. */
  readonly bounces: number;
  readonly strays: number;
  /** Beats between the first and the last that nobody tapped. */
  readonly leftOut: number;
  /** Under a minute of taps every figure is an "about". */
  readonly about: boolean;
}

/** How the tempo changes, in per cent a minute; above 0 it grows faster. */
export interface Drift {
  readonly percent: number;
  /** Where it lies with 95 % confidence. */
  readonly from: number;
  readonly to: number;
  /** Whether to speak of it: none at all is outside that range, and it is over 2 % a minute. */
  readonly told: boolean;
}

/**
 * Tempo, its drift and the spread of taps.
 * @param taps - seconds, in any order
 * @source time as a quadratic of the number of the beat; the interval by leaving out one of six blocks in turn
 */
export function measureTaps(taps: readonly number[]): TapMeasure {
  const { times, numbers, bounces, strays, leftOut } = beatsOf(taps);
  const seconds = (times.at(-1) ?? 0) - (times[0] ?? 0);
  const told = { beats: times.length, seconds, bounces, strays, leftOut, about: seconds < MINUTE };
  if (times.length < FEWEST) return { ...told, perMinute: null, spread: null, drift: null };
  const last = numbers.at(-1) ?? 0;
  const fit = quadratic(numbers, times);
  const off = times.map((time, at) => time - fit.at(numbers[at] ?? 0));
  const spread = Math.sqrt(off.reduce((sum, each) => sum + each * each, 0) / (times.length - 3));
  return {
    ...told,
    perMinute: (MINUTE * last) / (fit.at(last) - fit.at(0)),
    spread: 1000 * spread,
    drift: driftOf(numbers, times),
  };
}

function driftOf(numbers: readonly number[], times: readonly number[]): Drift | null {
  const count = times.length;
  if (count < BLOCKS * BEATS_IN_BLOCK) return null;
  const last = numbers.at(-1) ?? 0;
  const percentOf = (keep: (at: number) => boolean): number => {
    const fit = quadratic(
      numbers.filter((_, at) => keep(at)),
      times.filter((_, at) => keep(at)),
    );
    const beat = fit.slope(last / 2);
    return (-fit.bend / (beat * beat)) * MINUTE * 100;
  };
  const percent = percentOf(() => true);
  const without = Array.from({ length: BLOCKS }, (_, block) =>
    percentOf((at) => Math.floor((at * BLOCKS) / count) !== block),
  );
  const mean = without.reduce((sum, each) => sum + each, 0) / BLOCKS;
  const squares = without.reduce((sum, each) => sum + (each - mean) ** 2, 0);
  const half = FACTOR * Math.sqrt(((BLOCKS - 1) / BLOCKS) * squares);
  const [from, to] = [percent - half, percent + half];
  return { percent, from, to, told: Math.abs(percent) > TOLD && (from > 0 || to < 0) };
}

interface Curve {
  readonly at: (x: number) => number;
  readonly slope: (x: number) => number;
  /** Its second derivative. */
  readonly bend: number;
}

/** The parabola of the least squares, by polynomials that are orthogonal over the points. */
function quadratic(xs: readonly number[], ys: readonly number[]): Curve {
  const count = xs.length;
  const mean = xs.reduce((sum, x) => sum + x, 0) / count;
  const centred = xs.map((x) => x - mean);
  const squares = centred.reduce((sum, x) => sum + x * x, 0);
  const cubes = centred.reduce((sum, x) => sum + x ** 3, 0);
  const [lean, level] = [cubes / squares, squares / count];
  const second = (x: number) => x * x - lean * x - level;
  const share = (of: (x: number) => number) => {
    const parts = centred.map(of);
    return (
      parts.reduce((sum, each, at) => sum + each * (ys[at] ?? 0), 0) /
      parts.reduce((sum, each) => sum + each * each, 0)
    );
  };
  const [constant, linear, square] = [share(() => 1), share((x) => x), share(second)];
  return {
    at: (x) => constant + linear * (x - mean) + square * second(x - mean),
    slope: (x) => linear + square * (2 * (x - mean) - lean),
    bend: 2 * square,
  };
}
