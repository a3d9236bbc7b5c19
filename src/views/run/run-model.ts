import type { Studio } from '@/core/files';
import { entriesOfStudent, runsOfStudent } from '@/core/files';
import { formatBars } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import { preparationOf } from '@/core/register';
import {
  inOrder,
  isClean,
  isSteady,
  isWhole,
  oddsInARow,
  STEADY_SLIPS,
  STREAK,
  type Memory,
  type Recovery,
  type RunStart,
  type RunThrough,
  type Stop,
  type Streak,
} from '@/core/runs';
import type { Student } from '@/core/students';
import { measureTaps } from '@/core/taps';
import { inTerms } from '@/core/terms';
import { formatDay, type CalendarDay } from '@/core/time';

/** Pieces a student can play through: what is prepared first, then the repertoire. */
export function piecesToRun(studio: Studio, student: Student, today: CalendarDay): Piece[] {
  const { whole } = preparationOf(studio, student, today);
  const ids = [
    ...(whole?.items ?? []).flatMap(({ piece }) => piece?.id ?? []),
    ...entriesOfStudent(studio, student.id).map(({ pieceId }) => pieceId),
    ...runsOfStudent(studio, student.id).map(({ pieceId }) => pieceId),
  ];
  return [...new Set(ids)].flatMap((id) => studio.pieces.get(id) ?? []);
}

/** Runs of a student of one piece, the last one first. */
export const runsOfPiece = (studio: Studio, studentId: string, pieceId: string): RunThrough[] =>
  inOrder(runsOfStudent(studio, studentId).filter((run) => run.pieceId === pieceId)).reverse();

export const figuresOf = ({ settings }: Pick<Studio, 'settings'>) => ({
  mostSlips: settings.steadySlips ?? STEADY_SLIPS,
  streak: settings.streakRuns ?? STREAK,
});

export const startWords = (start: RunStart): string =>
  start.kind === 'beginning'
    ? 'from the beginning'
    : inTerms`${start.kind === 'cold' ? 'cold from' : 'up to the end of'} bars ${formatBars(start.section)}`;

/** "1:04". */
export const clockWords = (seconds: number): string => {
  const whole = Math.floor(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};
export const secondsWords = (seconds: number): string =>
  `${seconds < 10 ? Math.round(seconds * 10) / 10 : Math.round(seconds)} s`;

const atBar = (bar: number | undefined): string => (bar === undefined ? '' : inTerms` at bar ${bar}`);
const stopWords = ({ seconds, bar, then }: Stop): string =>
  `stopped${atBar(bar)}${seconds === null ? '' : ` for ${secondsWords(seconds)}`}, ${then}`;

/** Everything a run says, in parts. */
export function runWords(run: RunThrough): string[] {
  const bars = run.slips.flatMap(({ bar }) => bar ?? []);
  const slips =
    run.slips.length === 0
      ? ''
      : `${run.slips.length} ${run.slips.length === 1 ? 'slip' : 'slips'}${bars.length === 0 ? '' : inTerms` at bar ${bars.join(', ')}`}, kept on`;
  return [
    isWhole(run) ? 'whole piece' : startWords(run.start),
    run.alone === undefined ? '' : `${run.alone} alone`,
    run.seconds === null ? '' : clockWords(run.seconds),
    slips,
    ...run.stops.map(stopWords),
    run.tempo === null ? '' : `tempo ${run.tempo}${run.freeLeftOut ? ', free passages left out' : ''}`,
    run.taps ? tapsWords(run.taps) : '',
    run.memory ?? '',
    run.harmony === undefined ? '' : `harmony ${run.harmony}`,
    run.listeners === undefined ? '' : `before ${run.listeners}`,
    run.room ?? '',
    run.playedOn === undefined ? '' : `on ${run.playedOn}`,
    run.clothes === undefined
      ? ''
      : `in clothes ${run.clothes === 'everyday' ? 'of every day' : run.clothes}`,
    run.routine === undefined ? '' : `stage routine ${run.routine}`,
    ownMarkWords(run),
    run.listenedFor === undefined
      ? ''
      : `listened for ${run.listenedFor}${run.heard === undefined ? '' : `: ${run.heard}`}`,
  ].filter((part) => part !== '');
}

/** The student's own mark, at once and after listening back. */
function ownMarkWords({ ownMark, ownMarkAfter }: RunThrough): string {
  if (ownMarkAfter === undefined) return ownMark === undefined ? '' : `own mark ${ownMark} of 10`;
  return `own mark ${ownMark === undefined ? '' : `${ownMark}, then `}${ownMarkAfter} of 10 after listening back`;
}

export function tapsWords({ perMinute, drift }: NonNullable<RunThrough['taps']>): string {
  const tempo = `tapped ${Math.round(perMinute)} a minute`;
  if (drift === undefined) return tempo;
  return `${tempo}, ${Math.abs(drift).toFixed(1)} % a minute ${drift > 0 ? 'faster' : 'slower'}`;
}

/** "steady", "clean", or what is not known. */
export function verdictWords(run: RunThrough, mostSlips: number): string {
  const steady = isSteady(run, mostSlips);
  const words = [
    isClean(run) ? 'clean' : '',
    steady ? 'steady' : steady === null ? 'steady if the tempo was kept' : '',
  ].filter(Boolean);
  return words.join(', ');
}

export function streakWords({ now, best, runs, clean }: Streak, length: number): string {
  if (runs === 0) return 'No run of the whole piece yet.';
  const row = `${now} clean in a row now, ${best} at best; ${length} are aimed at.`;
  if (clean === 0) return `${row} None of ${runs} whole ${runs === 1 ? 'run' : 'runs'} was clean.`;
  if (clean === runs)
    return `${row} All ${runs} whole ${runs === 1 ? 'run' : 'runs'} so far ${runs === 1 ? 'was' : 'were'} clean.`;
  const share = clean / runs;
  const odds = `at ${Math.round(100 * share)} % each, ${length} in a row is ${Math.round(100 * oddsInARow(share, length))} %`;
  return `${row} ${clean} of ${runs} whole runs ${clean === 1 ? 'was' : 'were'} clean: ${odds}.`;
}

export function recoveryWords({ stops, wentOn, startedOver, median, longest, keptOn }: Recovery): string {
  if (stops + keptOn === 0) return 'Nothing to recover from yet.';
  const kept = `${keptOn} ${keptOn === 1 ? 'slip' : 'slips'} played over.`;
  if (stops === 0) return kept;
  const time =
    median === null || longest === null
      ? ''
      : wentOn === 1
        ? `, after ${secondsWords(longest)}`
        : `, half of them within ${secondsWords(median)}, the last to do so after ${secondsWords(longest)}`;
  const over = startedOver === 0 ? '' : `; ${startedOver} started over, which does not count`;
  return `${kept} Of ${stops} ${stops === 1 ? 'stop' : 'stops'} ${wentOn} went on${time}${over}.`;
}

export const memoryRows = ({ whole, alone, harmony, notStarted }: Memory, sections: number) => {
  const on = (day: CalendarDay | null) => (day === null ? 'not yet' : formatDay(day, 'medium'));
  return [
    ['whole, clean', on(whole)],
    ...(alone.length === 0
      ? [['one hand or voice alone', 'not yet']]
      : alone.map(({ name, day }) => [`${name} alone`, on(day)])),
    ['harmony named', on(harmony)],
    [
      'any start',
      sections === 0
        ? 'no sections known'
        : notStarted.length === 0
          ? 'every section'
          : `${sections - notStarted.length} of ${sections} sections`,
    ],
  ] as const;
};

/** What a run says of taps of its beat; nothing where they give no tempo. */
export function tapsOf(taps: readonly number[]): Pick<RunThrough, 'taps'> {
  const { perMinute, drift } = measureTaps(taps);
  if (perMinute === null) return {};
  return { taps: { perMinute, ...(drift?.told && { drift: drift.percent }) } };
}
