import type { BarRange } from '../music';
import type { CalendarDay } from '../time';
import { neverStartedCold } from './deck';
import { inOrder, isClean, isWhole, type RunThrough } from './run';

/** How a student came out of stops. Going on counts for the student, starting over does not. */
export interface Recovery {
  readonly stops: number;
  readonly wentOn: number;
  readonly startedOver: number;
  /** Of the stops that went on and were timed: the middle of the seconds until they did, and the longest. */
  readonly median: number | null;
  readonly longest: number | null;
  /** Slips played over without a stop. */
  readonly keptOn: number;
}

export function recoveryOf(runs: readonly Pick<RunThrough, 'slips' | 'stops'>[]): Recovery {
  const stops = runs.flatMap((run) => run.stops);
  const went = stops.filter(({ then }) => then === 'went on');
  const seconds = went.flatMap((stop) => stop.seconds ?? []).sort((a, b) => a - b);
  const [low, high] = [seconds[Math.ceil(seconds.length / 2) - 1], seconds[Math.floor(seconds.length / 2)]];
  return {
    stops: stops.length,
    wentOn: went.length,
    startedOver: stops.filter(({ then }) => then === 'started over').length,
    median: low === undefined || high === undefined ? null : (low + high) / 2,
    longest: seconds.at(-1) ?? null,
    keptOn: runs.reduce((sum, run) => sum + run.slips.length, 0),
  };
}

/** What was shown from memory, and when last. */
export interface Memory {
  /** The whole piece, clean. */
  readonly whole: CalendarDay | null;
  /** One hand or voice alone, clean, by its name. */
  readonly alone: readonly { readonly name: string; readonly day: CalendarDay }[];
  readonly harmony: CalendarDay | null;
  /** Sections that were not yet started cold from memory. */
  readonly notStarted: readonly BarRange[];
}

export function memoryOf(runs: readonly RunThrough[], sections: readonly BarRange[]): Memory {
  const played = inOrder(runs);
  const byHeart = played.filter(({ memory }) => memory === 'from memory');
  const last = (which: (run: RunThrough) => boolean) => byHeart.filter(which).at(-1)?.day ?? null;
  const hands = new Map<string, CalendarDay>();
  for (const run of byHeart) if (run.alone !== undefined && isClean(run)) hands.set(run.alone, run.day);
  return {
    whole: last((run) => isWhole(run) && isClean(run)),
    alone: [...hands].map(([name, day]) => ({ name, day })),
    harmony: played.filter(({ harmony }) => harmony === 'named').at(-1)?.day ?? null,
    notStarted: neverStartedCold(sections, byHeart),
  };
}
