import type { Studio } from '@/core/files';
import { sectionsOf, type Piece } from '@/core/repertoire';
import { drawnIn, drawSection, type RunThrough, type Slip, type Stop } from '@/core/runs';
import { preparationOf } from '@/core/register';
import { seeded } from '@/core/seeded';
import { addDays, calendarDay, daysFrom, type CalendarDay } from '@/core/time';

const SEED = 101;
const TO = calendarDay('2027-01-19');
const FROM = addDays(TO, -29);
/** Who plays through which of the pieces prepared; how often a run of theirs has no slip, of ten. */
const PLAYERS = { orla: 6, hester: 9, jonah: 3, teodor: 5, elspeth: 4 } as const;

/** A month of run-throughs; drawn by a fixed seed, so the same on every machine. */
export const monthOfRuns = (studio: Studio): RunThrough[] => [
  ...Object.entries(PLAYERS).flatMap(([studentId, clean], at) => {
    const student = studio.students.get(studentId);
    const { whole } = student ? preparationOf(studio, student, TO) : { whole: null };
    const piece = whole?.items.find((item) => item.piece?.bars != null)?.piece;
    if (!student || piece?.bars == null) return [];
    return runsOf(studentId, piece, clean, seeded(at * 6_151 + SEED));
  }),
  farBehind,
];

/** One who is far behind, heard the day before: bars of the slips, and of the two places where it stopped. */
const farBehind: RunThrough = {
  id: 'run-anouk-2027-01-19',
  studentId: 'anouk',
  pieceId: 'chandlery-breakwater-nocturne',
  day: TO,
  place: 1,
  start: { kind: 'beginning' },
  seconds: 291,
  slips: [20, 26, 35, 36, 52, 58, 86].map((bar) => ({ at: null, bar })),
  stops: [
    { at: null, bar: 41, seconds: 9, then: 'went on' },
    { at: null, bar: 63, seconds: 14, then: 'started over' },
  ],
  tempo: 'not kept',
  memory: 'from the music',
  listeners: 'the teacher',
};

function runsOf(studentId: string, piece: Piece, clean: number, random: () => number): RunThrough[] {
  const sections = sectionsOf(piece);
  const bars = piece.bars ?? 0;
  const runs: RunThrough[] = [];
  for (const day of daysFrom(FROM, TO)) {
    if (random() > 0.3) continue;
    const section = random() < 0.35 ? drawSection(sections, drawnIn(runs), random) : null;
    const played = section ? bars - section.from + 1 : bars;
    const isClean = random() * 10 < clean;
    const stops = !isClean && random() < 0.4 ? [stopIn(played, random)] : [];
    const slips = isClean || stops.length > 0 ? [] : slipsIn(played, random);
    runs.push(runOf({ studentId, pieceId: piece.id, day, section, slips, stops }, played, random));
  }
  return runs;
}

/** Seconds of a bar, about. */
const BAR = 2.4;
const atBar = (bars: number, random: () => number) => {
  const bar = 1 + Math.floor(random() * bars);
  return { at: Math.round(bar * BAR * 10) / 10, bar };
};
const slipsIn = (bars: number, random: () => number): Slip[] =>
  Array.from({ length: 1 + Math.floor(random() * 3) }, () => atBar(bars, random)).sort((a, b) => a.at - b.at);
const stopIn = (bars: number, random: () => number): Stop => ({
  ...atBar(bars, random),
  seconds: Math.round((1 + random() * 7) * 10) / 10,
  then: random() < 0.75 ? 'went on' : 'started over',
});

function runOf(
  {
    section,
    ...run
  }: Pick<RunThrough, 'studentId' | 'pieceId' | 'day' | 'slips' | 'stops'> & {
    readonly section: { readonly from: number; readonly to: number } | null;
    readonly day: CalendarDay;
  },
  bars: number,
  random: () => number,
): RunThrough {
  return {
    id: `run-${run.studentId}-${run.day}`,
    ...run,
    place: 1,
    start: section ? { kind: 'cold', section } : { kind: 'beginning' },
    seconds: Math.round(bars * BAR + (run.stops[0]?.seconds ?? 0)),
    tempo: random() < 0.7 ? 'kept' : 'not kept',
    memory: random() < 0.4 ? 'from memory' : 'from the music',
    listeners: random() < 0.25 ? 'family or friends' : 'the teacher',
  };
}
