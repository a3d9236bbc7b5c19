import { levelNamed, levelsToHold, type RequirementSet } from '../requirements';
import type { LevelHeld } from '../students';
import { addDays, dayOfWeek, formatWeekday, WEEKDAYS, type CalendarDay, type LessonSlot } from '../time';
import { refuse, type Result } from '../result';
import { typedDay, typedTime, type DayOrder } from './typed-days';

export const STUDENT_COLUMNS = {
  name: [
    'name',
    'student',
    'pupil',
    'full name',
    'surname first name',
    'surname forename',
    'last name first name',
  ],
  firstName: ['first name', 'forename', 'given name'],
  surname: ['surname', 'last name', 'family name'],
  instrument: ['instrument', 'instrument or voice', 'voice', 'plays'],
  birthDate: ['birth date', 'born', 'birthday', 'date of birth', 'dob'],
  day: ['day', 'weekday', 'lesson day'],
  start: ['start', 'time', 'lesson time', 'start time'],
  minutes: ['minutes', 'lesson minutes', 'length', 'lesson length', 'lesson min'],
  frequency: ['how often', 'frequency', 'every'],
  sharesWith: ['shared with', 'shares with', 'partner', 'shared lesson with'],
  year: ['year group', 'school year', 'year'],
  practice: ['minutes a day', 'practice', 'practice minutes', 'practice min day', 'practice a day'],
  practiceWeek: ['minutes a week', 'practice min week', 'practice a week', 'weekly practice'],
  held: ['levels held', 'level held', 'level', 'levels', 'level passed'],
  heldOn: ['day of the result', 'result date', 'date of the result', 'passed on', 'date passed'],
  award: ['award', 'result'],
  notes: ['notes', 'note', 'remarks', 'comments'],
} as const;
export type StudentColumn = keyof typeof STUDENT_COLUMNS;

/** What a row says; what it leaves open is null or empty. */
export interface StudentRow {
  readonly birthDate: CalendarDay | null;
  readonly slot: LessonSlot | null;
  /** Monday first. */
  readonly minutesByWeekday: readonly number[] | null;
  readonly year: number | null;
  readonly held: readonly LevelHeld[];
  readonly notes: string;
}

export interface RowReading {
  readonly order: DayOrder | null;
  readonly sets: readonly RequirementSet[];
  readonly today: CalendarDay;
  /** A fortnight's first lesson is on its weekday from here on. */
  readonly lessonsFrom: CalendarDay;
}
type StudentCell = (field: StudentColumn) => string;

/** What the cells of a row say of a student who plays `instrument`. */
export function readStudentRow(
  cell: StudentCell,
  instrument: string,
  { order, sets, today, lessonsFrom }: RowReading,
): Result<StudentRow, string> {
  const born = dayIn(cell('birthDate'), 'birth date', order);
  if (!born.ok) return born;
  if (born.value !== null && born.value > today)
    return refuse(`the birth date ${born.value} is in the future`);
  const slot = slotOf(cell('day'), cell('start'), cell('minutes'), cell('frequency'), lessonsFrom);
  if (!slot.ok) return slot;
  const practice = practiceOf(cell('practice'), cell('practiceWeek'));
  if (!practice.ok) return practice;
  const year = /^(?:year|y)?\s*(\d{1,2})$/i.exec(cell('year'));
  if (cell('year') !== '' && (!year || Number(year[1]) > 20))
    return refuse(`"${cell('year')}" is not a year group of 0 to 20`);
  const passedOn = dayIn(cell('heldOn'), 'day of a result', order);
  if (!passedOn.ok) return passedOn;
  if (passedOn.value !== null && passedOn.value > today)
    return refuse(`the day of the result, ${passedOn.value}, is in the future`);
  if (cell('award').length > 60) return refuse('an award of more than 60 characters');
  const award = cell('award') === '' ? 'passed' : cell('award');
  const held = heldOf(cell('held'), instrument, sets, { day: passedOn.value ?? today, award });
  if (!held.ok) return held;
  if (cell('notes').length > 1_000) return refuse('notes of more than 1,000 characters');
  return {
    ok: true,
    value: {
      birthDate: born.value,
      slot: slot.value,
      minutesByWeekday: practice.value,
      year: year ? Number(year[1]) : null,
      held: held.value,
      notes: cell('notes'),
    },
  };
}

/** @param what - "birth date", for the reason of a refusal */
function dayIn(text: string, what: string, order: DayOrder | null): Result<CalendarDay | null, string> {
  const day = text === '' ? null : typedDay(text, order);
  if (day === 'which') return refuse(`"${text}": is the day or the month first? Say so above`);
  if (day === undefined) return refuse(`"${text}" is no ${what}: write 2012-09-30 or 30 September 2012`);
  return { ok: true, value: day };
}

/** Minutes of each weekday: so many a day but Sunday, or a week's shared out over those six days; null where none are said. */
function practiceOf(aDay: string, aWeek: string): Result<readonly number[] | null, string> {
  if (aDay === '' && aWeek === '') return { ok: true, value: null };
  const minutes = (text: string) => /^(\d{1,4})\s*(?:min(?:utes)?\.?)?$/i.exec(text)?.[1];
  if (aWeek !== '' && aDay === '') {
    const week = Number(minutes(aWeek) ?? NaN);
    if (!(week <= 720 * 6)) return refuse(`"${aWeek}" is not a number of minutes a week`);
    const each = Math.floor(week / 6);
    return {
      ok: true,
      value: WEEKDAYS.map((weekday) => (weekday === 6 ? 0 : each + (weekday < week % 6 ? 1 : 0))),
    };
  }
  // Seven numbers are the days of the week, Monday first.
  const seven = aDay.split(/[\s,]+/).map((each) => (/^\d{1,3}$/.test(each) ? Number(each) : NaN));
  if (seven.length === 7 && seven.every((each) => each <= 720)) return { ok: true, value: seven };
  const day = Number(minutes(aDay) ?? NaN);
  if (!(day <= 720)) return refuse(`"${aDay}" is not a number of minutes a day`);
  return { ok: true, value: WEEKDAYS.map((weekday) => (weekday === 6 ? 0 : day)) };
}

/** Levels by their names, with semicolons between them; the nearest names are said for one that there is not. */
function heldOf(
  text: string,
  instrument: string,
  sets: readonly RequirementSet[],
  result: Pick<LevelHeld, 'day' | 'award'>,
): Result<LevelHeld[], string> {
  const levels = levelsToHold(sets, instrument);
  const held: LevelHeld[] = [];
  for (const name of text.split(';').map((each) => each.trim())) {
    if (name === '') continue;
    const found = levelNamed(name, levels);
    if (!found.ok)
      return refuse(
        `there is no level "${name}"${found.nearest.length > 0 ? `; nearest: ${found.nearest.join('; ')}` : ' in the library'}`,
      );
    const { family, rank, levelName } = found.level;
    held.push({ family, rank, levelName, ...result });
  }
  return { ok: true, value: held };
}

const NO_LESSON = ['none', 'no lesson', '-'];
const WEEKLY = ['', 'weekly', 'every week', 'week', '1', 'w'];
const FORTNIGHTLY = [
  'fortnightly',
  'every other week',
  'every two weeks',
  'every 2 weeks',
  'every second week',
  'fortnight',
  '2',
  'f',
];

function slotOf(
  day: string,
  start: string,
  minutes: string,
  frequency: string,
  from: CalendarDay,
): Result<LessonSlot | null, string> {
  if (day === '' && start !== '') return refuse(`"${start}" stands without a weekday`);
  if (day === '') return { ok: true, value: null };
  if (NO_LESSON.includes(day.toLowerCase())) return { ok: true, value: { kind: 'none' } };
  const weekday = WEEKDAYS.find(
    (each) =>
      formatWeekday(each)
        .toLowerCase()
        .startsWith(day.toLowerCase().replace(/s\.?$|\.$/, '')) && day.length >= 2,
  );
  if (weekday === undefined) return refuse(`"${day}" is not a weekday`);
  const clock = typedTime(start);
  if (clock === undefined) return refuse(`"${start}" is not a time: write 15:40 or 3.40 pm`);
  const length =
    minutes === '' ? 30 : Number(/^(\d{1,3})\s*(?:min(?:utes)?\.?)?$/i.exec(minutes)?.[1] ?? NaN);
  if (!(length >= 5 && length <= 600)) return refuse(`"${minutes}" is not a length of a lesson in minutes`);
  const common = { weekday, start: clock, minutes: length };
  if (WEEKLY.includes(frequency.toLowerCase())) return { ok: true, value: { kind: 'weekly', ...common } };
  if (!FORTNIGHTLY.includes(frequency.toLowerCase()))
    return refuse(`"${frequency}" is not weekly or fortnightly`);
  // The first lesson is the next such weekday.
  const anchor = addDays(from, (weekday - dayOfWeek(from) + 7) % 7);
  return { ok: true, value: { kind: 'fortnightly', ...common, anchor } };
}
