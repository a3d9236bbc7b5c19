import type { BarRange } from '../music';
import type { CalendarDay } from '../time';

/** Where a run began. */
export type RunStart =
  | { readonly kind: 'beginning' }
  /** In the middle, without what comes before: from there on. */
  | { readonly kind: 'cold'; readonly section: BarRange }
  /** From the beginning, to the end of the section. */
  | { readonly kind: 'up to'; readonly section: BarRange };

/** A slip after which the student kept on. */
export interface Slip {
  /** Seconds from the start of the run; null where nobody timed it. */
  readonly at: number | null;
  readonly bar?: number;
}

/** A stop: how long until it went on, and how. */
export interface Stop extends Slip {
  /** Seconds; null where nobody timed it. */
  readonly seconds: number | null;
  readonly then: 'went on' | 'started over' | 'ended';
}

export const LISTENERS = ['the teacher', 'family or friends', 'other students', 'an audience'] as const;
export const ROOMS = ['the usual room', 'another room', 'the room of the day'] as const;
export const PLAYED_ON = ['the usual instrument', 'another instrument', 'the instrument of the day'] as const;

/** What was played under which conditions; each is left out where nobody said. */
export interface RunConditions {
  readonly memory?: 'from memory' | 'from the music';
  /** One hand or voice alone, as in "left hand"; left out where all is played. */
  readonly alone?: string;
  /** The harmony could be named as it went by. */
  readonly harmony?: 'named' | 'not named';
  readonly listeners?: (typeof LISTENERS)[number];
  readonly room?: (typeof ROOMS)[number];
  readonly playedOn?: (typeof PLAYED_ON)[number];
  readonly clothes?: 'of the day' | 'everyday';
  /** Coming on, sitting down, beginning, ending, bowing: done with it, as on the day. */
  readonly routine?: 'rehearsed' | 'left out';
}

/** A piece, or some bars of it, played through once. */
export interface RunThrough extends RunConditions {
  readonly id: string;
  readonly studentId: string;
  readonly pieceId: string;
  readonly day: CalendarDay;
  /** Place among the runs of the piece on that day, from 1. */
  readonly place: number;
  readonly start: RunStart;
  /** From the first note to the last, stops included; null where nobody timed it. */
  readonly seconds: number | null;
  readonly slips: readonly Slip[];
  readonly stops: readonly Stop[];
  /** Whether one tempo was kept; null where nobody said. */
  readonly tempo: 'kept' | 'not kept' | null;
  /** Free passages were left out when the tempo was judged. */
  readonly freeLeftOut?: boolean;
  /** Beats a minute, and its drift in per cent a minute where it could be told, of what was tapped along. */
  readonly taps?: { readonly perMinute: number; readonly drift?: number };
  /** The teacher's own word on whether it was clean, where it is another than slips and stops say. */
  readonly clean?: boolean;
  /** The one thing that was listened for, and what was heard of it. */
  readonly listenedFor?: string;
  readonly heard?: string;
  /** The student's own mark of ten: at once, and after the recording was listened back to. */
  readonly ownMark?: number;
  readonly ownMarkAfter?: number;
}

/** The whole piece, with all its notes. */
export const isWhole = ({ start, alone }: Pick<RunThrough, 'start' | 'alone'>): boolean =>
  start.kind === 'beginning' && alone === undefined;

/** Without a slip or a stop, or as the teacher says. */
export const isClean = ({ clean, slips, stops }: Pick<RunThrough, 'clean' | 'slips' | 'stops'>): boolean =>
  clean ?? (slips.length === 0 && stops.length === 0);

/** Our choice, because a slip or two that is played over leaves the piece standing. */
export const STEADY_SLIPS = 2;

/**
 * The whole piece in one tempo, without a stop and with at most so many slips.
 * @returns null where it hangs on the tempo and nobody said whether it was kept
 */
export function isSteady(
  run: Pick<RunThrough, 'start' | 'alone' | 'tempo' | 'slips' | 'stops'>,
  mostSlips = STEADY_SLIPS,
): boolean | null {
  if (!isWhole(run) || run.stops.length > 0 || run.slips.length > mostSlips) return false;
  return run.tempo === null ? null : run.tempo === 'kept';
}

/** Runs in the order in which they were played. */
export const inOrder = <T extends Pick<RunThrough, 'day' | 'place'>>(runs: Iterable<T>): T[] =>
  [...runs].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.place - b.place));

/** The place of a run that is played next on a day. */
export const nextPlace = (runs: Iterable<Pick<RunThrough, 'day' | 'place'>>, day: CalendarDay): number =>
  1 + Math.max(0, ...[...runs].filter((run) => run.day === day).map(({ place }) => place));
