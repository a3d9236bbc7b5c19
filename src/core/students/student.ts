import {
  addDays,
  calendarDay,
  yearsBetween,
  type CalendarDay,
  type HasSlots,
  type PracticeTime,
} from '../time';

/** An official result: a level passed before. `family` joins the editions of one syllabus. */
export interface LevelHeld {
  readonly family: string;
  readonly levelName: string;
  /** The level's place in its family, 1 lowest. */
  readonly rank: number;
  readonly day: CalendarDay;
  readonly award: string;
}

export interface RecordingAgreed {
  readonly by: 'student' | 'parent';
  readonly on: CalendarDay;
}

export interface Student extends HasSlots, PracticeTime {
  readonly id: string;
  readonly name: string;
  readonly instrument: string;
  /** What was played before, each until its last day, oldest first. */
  readonly earlierInstruments?: readonly { readonly until: CalendarDay; readonly instrument: string }[];
  /** Null where nobody said. */
  readonly birthDate: CalendarDay | null;
  /** The other student when two share a lesson. */
  readonly sharesWith: string | null;
  /** The teacher has agreed that minutes are counted at the learned rate. */
  readonly usesRate?: boolean;
  /** The teacher's own words on what comes next, for the family; left out where there are none. */
  readonly nextSteps?: string;
  /** Who has agreed that takes of the student are recorded, and when; left out while nobody has. */
  readonly recordingAgreed?: RecordingAgreed;
  readonly levelsHeld: readonly LevelHeld[];
  /** Widest comfortable stretch of one hand in semitones; null when never measured or not asked for. */
  readonly reachSemitones: number | null;
  /** The year group the student was in from a day on; null when unknown or out of school. */
  readonly schoolYear: { readonly year: number; readonly from: CalendarDay } | null;
  readonly archivedOn: CalendarDay | null;
  /** Said of a student with nothing behind: no level is held, and none is missing. */
  readonly isBeginner?: boolean;
  readonly notes?: string;
  /** Words of what the student likes to play: a character, a period, a composer, a metre. */
  readonly likes?: readonly string[];
}

/** What the student played on a day. */
export const instrumentOn = (
  { instrument, earlierInstruments = [] }: Pick<Student, 'instrument' | 'earlierInstruments'>,
  day: CalendarDay,
): string => earlierInstruments.find(({ until }) => day <= until)?.instrument ?? instrument;

/** The same with another instrument from a day on; the days before stay as they were. */
export function withInstrumentFrom<T extends Pick<Student, 'instrument' | 'earlierInstruments'>>(
  student: T,
  instrument: string,
  from: CalendarDay,
): T {
  const last = addDays(from, -1);
  const before = (student.earlierInstruments ?? []).filter(({ until }) => until < last);
  return {
    ...student,
    instrument,
    earlierInstruments: [...before, { until: last, instrument: instrumentOn(student, last) }],
  };
}

/** The highest rank held in a family; 0 when none is. */
export const heldRank = (student: Student, family: string): number =>
  Math.max(0, ...student.levelsHeld.filter((held) => held.family === family).map((held) => held.rank));

/** The year group on a day; null when none is recorded or it began later. */
export const yearGroupOn = ({ schoolYear }: Pick<Student, 'schoolYear'>, day: CalendarDay): number | null =>
  schoolYear === null || day < schoolYear.from ? null : schoolYear.year + yearsBetween(schoolYear.from, day);

/** The last 1 September: assumed to be the day year groups change. */
export const schoolYearStart = (today: CalendarDay): CalendarDay =>
  calendarDay(`${Number(today.slice(0, 4)) - (today.slice(5, 7) < '09' ? 1 : 0)}-09-01`);

/** Words that name several players, at the end of what a "student" plays. */
const SEVERAL = /\b(?:ensemble|choir|chorus|band|orchestra|quintet|quartet|trio|duo|duet|consort|group)s?$/i;

/** What is played and, for one player, how old: "flute, aged 14"; "guitar ensemble", which has no age. */
export const whoPlays = ({ instrument, birthDate }: Student, today: CalendarDay): string =>
  SEVERAL.test(instrument.trim()) || birthDate === null
    ? instrument
    : `${instrument}, aged ${yearsBetween(birthDate, today)}`;

/** The family name, as a decision line names a student. */
export const shortName = (name: string): string => name.trim().split(/\s+/).at(-1) ?? name;

/** "Orla Penhallow" as "O. P.", for sheets that leave the room. */
export const initials = (name: string): string =>
  name
    .trim()
    .split(/\s+/)
    .map((word) => `${word.charAt(0).toLocaleUpperCase('en')}.`)
    .join(' ');
