import type { BarRange } from '../music';
import {
  inOrder,
  isSteady,
  isWhole,
  memoryOf,
  neverStartedCold,
  recoveryOf,
  streakOf,
  type PerformingName,
  type RunThrough,
} from '../runs';
import { daysFrom, type CalendarDay } from '../time';

/** A piece of the programme with its run-throughs since the work on it began. */
export interface PieceRuns {
  readonly pieceId: string;
  readonly sections: readonly BarRange[];
  /** Whether it is played from memory on the day. */
  readonly byHeart: boolean;
  readonly runs: readonly RunThrough[];
}

/** How far one piece is; `day` is that of the run that says so, null where none does. */
export interface PieceEvidence {
  readonly pieceId: string;
  readonly met: boolean;
  readonly day: CalendarDay | null;
  /** A row of clean runs as it stands now, and the longest. */
  readonly streak?: { readonly now: number; readonly best: number };
  /** Sections never started cold. */
  readonly missing?: readonly BarRange[];
  /** Seconds until it went on, of the last stop; null where nobody timed it. */
  readonly wentOnAfter?: number | null;
}

export interface PerformingItem {
  readonly name: PerformingName;
  readonly done: number;
  readonly of: number;
  /** Of each piece; of the conditions of the day, of those pieces that were played so. */
  readonly pieces: readonly PieceEvidence[];
}

/** Our choice, because teachers ask for one mock and then another. */
export const MOCKS = 2;

export interface PerformingFigures {
  readonly mostSlips: number;
  readonly streak: number;
}

/**
 * The checklist of a programme, from its run-throughs alone.
 * @returns items in order; memory only where a piece is played by heart; none without a piece
 */
export function performingOf(pieces: readonly PieceRuns[], figures: PerformingFigures): PerformingItem[] {
  if (pieces.length === 0) return [];
  const each = (
    name: PerformingName,
    of: (piece: PieceRuns) => Omit<PieceEvidence, 'pieceId'>,
    some = pieces,
  ): PerformingItem => {
    const rows = some.map((piece) => ({ pieceId: piece.pieceId, ...of(piece) }));
    return { name, done: rows.filter(({ met }) => met).length, of: rows.length, pieces: rows };
  };
  const byHeart = pieces.filter((piece) => piece.byHeart);
  return [
    each('steady', ({ runs }) => {
      const day = lastDay(runs, (run) => isSteady(run, figures.mostSlips) === true);
      return { met: day !== null, day };
    }),
    each('streak', ({ runs }) => {
      const { now, best } = streakOf(runs);
      return { met: best >= figures.streak, day: lastDay(runs, isWhole), streak: { now, best } };
    }),
    each('cold starts', ({ runs, sections }) => {
      const missing = neverStartedCold(sections, runs);
      return {
        met: sections.length > 0 && missing.length === 0,
        day: lastDay(runs, ({ start }) => start.kind === 'cold'),
        missing,
      };
    }),
    ...(byHeart.length > 0 ? [each('memory', memoryEvidence, byHeart)] : []),
    each('recovery', ({ runs }) => {
      const [last] = inOrder(runs)
        .flatMap((run) => run.stops.map((stop) => ({ stop, day: run.day })))
        .reverse();
      const { keptOn } = recoveryOf(runs);
      return {
        met: last ? last.stop.then === 'went on' : keptOn > 0,
        day: last?.day ?? lastDay(runs, ({ slips }) => slips.length > 0),
        ...(last?.stop.then === 'went on' && { wentOnAfter: last.stop.seconds }),
      };
    }),
    mocks(pieces),
    once('room', pieces, ({ room }) => room === 'the room of the day' || room === 'another room'),
    once(
      'instrument',
      pieces,
      ({ playedOn }) => playedOn !== undefined && playedOn !== 'the usual instrument',
    ),
    once('clothes', pieces, ({ clothes }) => clothes === 'of the day'),
    once('routine', pieces, ({ routine }) => routine === 'rehearsed'),
  ];
}

const lastDay = (runs: readonly RunThrough[], which: (run: RunThrough) => boolean): CalendarDay | null =>
  inOrder(runs).filter(which).at(-1)?.day ?? null;

/** By heart: the whole clean, one hand or voice alone, and every start. */
function memoryEvidence({ runs, sections }: PieceRuns): Omit<PieceEvidence, 'pieceId'> {
  const { whole, alone, notStarted } = memoryOf(runs, sections);
  return {
    met: whole !== null && alone.length > 0 && sections.length > 0 && notStarted.length === 0,
    day: lastDay(runs, ({ memory }) => memory === 'from memory'),
    missing: notStarted,
  };
}

const isBefore = ({ listeners }: RunThrough) => listeners !== undefined && listeners !== 'the teacher';

/** Days on which something was played through before others than the teacher. */
function mocks(pieces: readonly PieceRuns[]): PerformingItem {
  const days = new Set(pieces.flatMap(({ runs }) => runs.filter(isBefore).map(({ day }) => day)));
  return {
    name: 'listeners',
    done: Math.min(MOCKS, days.size),
    of: MOCKS,
    pieces: pieces.flatMap(({ pieceId, runs }) => {
      const day = lastDay(runs, isBefore);
      return day === null ? [] : [{ pieceId, met: true, day }];
    }),
  };
}

/** A condition of the day that need be met once, with any piece. */
function once(
  name: PerformingName,
  pieces: readonly PieceRuns[],
  which: (run: RunThrough) => boolean,
): PerformingItem {
  const rows = pieces.flatMap(({ pieceId, runs }): PieceEvidence[] => {
    const day = lastDay(runs, (run) => isWhole(run) && which(run));
    return day === null ? [] : [{ pieceId, met: true, day }];
  });
  return { name, done: Math.min(1, rows.length), of: 1, pieces: rows };
}

/**
 * Days by which what is still open is shown: spread evenly over the lessons before the day, in the order of the work; over
 * all days before it where there is no lesson.
 * @param days - of lessons after today and before the session, in order
 * @param last - the day before the session
 */
export function daysToShow(
  open: readonly PerformingName[],
  days: readonly CalendarDay[],
  today: CalendarDay,
  last: CalendarDay,
): { readonly name: PerformingName; readonly by: CalendarDay }[] {
  const all = days.length > 0 ? days : daysFrom(today, last).slice(1);
  return open.map((name, at) => ({ name, by: all[Math.floor((at * all.length) / open.length)] ?? last }));
}
