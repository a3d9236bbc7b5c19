import { oneLine } from '../plain-text';
import { calendarDay, formatWeekday, isCalendarDay, WEEKDAYS, type LessonSlot } from '../time';
import type { Student } from '../students';
import { refuse, type Result } from '../result';
import type { BadRow } from './piece-table';
import type { ColumnMap, PastedTable } from './table';

export const STUDENT_COLUMNS = {
  name: ['name', 'student', 'pupil'],
  instrument: ['instrument'],
  birthDate: ['birth date', 'born', 'birthday', 'date of birth'],
  day: ['day', 'weekday', 'lesson day'],
  start: ['start', 'time', 'lesson time'],
  minutes: ['minutes', 'lesson minutes', 'length'],
  practice: ['practice', 'practice minutes', 'minutes a day'],
} as const;
export type StudentColumn = keyof typeof STUDENT_COLUMNS;

/** Rows of a pasted table as students; bad rows are named and left out. */
export function readStudents(
  table: PastedTable,
  map: ColumnMap<StudentColumn>,
  newId: (line: number) => string,
): { readonly students: readonly Student[]; readonly bad: readonly BadRow[] } {
  const students: Student[] = [];
  const bad: BadRow[] = [];
  for (const { line, cells } of table.rows.slice(map.header ? 1 : 0)) {
    const cell = (field: StudentColumn) =>
      map.columns[field] < 0 ? '' : oneLine(cells[map.columns[field]] ?? '');
    const read = studentOf(cell, newId(line));
    if (read.ok) students.push(read.value);
    else bad.push({ line, cells, why: read.why });
  }
  return { students, bad };
}

function studentOf(cell: (field: StudentColumn) => string, id: string): Result<Student, string> {
  const name = cell('name');
  if (name === '' || name.length > 120) return refuse('no name');
  if (cell('instrument') === '') return refuse('no instrument');
  if (cell('instrument').length > 120) return refuse('an instrument of more than 120 characters');
  const born = dayOf(cell('birthDate'));
  if (born === undefined)
    return refuse(`"${cell('birthDate')}" is no birth date: write 2012-09-30 or 30/9/2012`);
  const slot = slotOf(cell('day'), cell('start'), cell('minutes'));
  if (!slot.ok) return slot;
  const practice = cell('practice') === '' ? 20 : Number(cell('practice'));
  if (!(Number.isInteger(practice) && practice >= 0 && practice <= 720))
    return refuse(`"${cell('practice')}" is no number of minutes a day`);
  return {
    ok: true,
    value: {
      id,
      name,
      instrument: cell('instrument'),
      birthDate: calendarDay(born),
      slot: slot.value,
      sharesWith: null,
      minutesByWeekday: WEEKDAYS.map((weekday) => (weekday === 6 ? 0 : practice)),
      levelsHeld: [],
      reachSemitones: null,
      schoolYear: null,
      archivedOn: null,
    },
  };
}

/** "2012-09-30" or day first: "30/9/2012", "30.9.2012". */
function dayOf(source: string): string | undefined {
  if (isCalendarDay(source)) return source;
  const match = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(source);
  const text =
    match && `${match[3] ?? ''}-${(match[2] ?? '').padStart(2, '0')}-${(match[1] ?? '').padStart(2, '0')}`;
  return text && isCalendarDay(text) ? text : undefined;
}

function slotOf(day: string, start: string, minutes: string): Result<LessonSlot, string> {
  if (day === '') return { ok: true, value: { kind: 'none' } };
  const weekday = WEEKDAYS.find(
    (each) => formatWeekday(each).toLowerCase().startsWith(day.toLowerCase()) && day.length >= 2,
  );
  if (weekday === undefined) return refuse(`"${day}" is no weekday`);
  const clock = /^(\d{1,2})[:.](\d{2})$/.exec(start);
  if (!clock || Number(clock[1]) > 23 || Number(clock[2]) > 59)
    return refuse(`"${start}" is no time: write 15:40`);
  const length = minutes === '' ? 30 : Number(minutes);
  if (!(Number.isInteger(length) && length >= 5 && length <= 600))
    return refuse(`"${minutes}" is no length of a lesson in minutes`);
  return {
    ok: true,
    value: {
      kind: 'weekly',
      weekday: weekday,
      start: `${(clock[1] ?? '').padStart(2, '0')}:${clock[2] ?? ''}`,
      minutes: length,
    },
  };
}
