import { oneLine } from '../plain-text';
import { levelNamed, levelsToHold, type RequirementSet } from '../requirements';
import { familyOf, type NamedFamilies } from '../skills';
import { schoolYearStart, type LevelHeld, type Student } from '../students';
import { addDays, dayOfWeek, formatWeekday, WEEKDAYS, type CalendarDay, type LessonSlot } from '../time';
import { refuse, type Result } from '../result';
import type { BadRow } from './piece-table';
import type { ColumnMap, PastedTable } from './table';
import { dayOrderOf, typedDay, typedTime, type DayOrder } from './typed-days';

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
  notes: ['notes', 'note', 'remarks', 'comments'],
} as const;
export type StudentColumn = keyof typeof STUDENT_COLUMNS;

/** What a table of students is read against, and what the teacher has answered about it. */
export interface StudentReading {
  readonly today: CalendarDay;
  readonly students: Iterable<Student>;
  readonly sets: Iterable<RequirementSet>;
  readonly families: NamedFamilies;
  /** Null where nobody has said. */
  readonly dayOrder: DayOrder | null;
  /** Students of a name and instrument that are there already come in all the same. */
  readonly namesakes: boolean;
}
export interface ReadStudents {
  readonly students: readonly Student[];
  readonly bad: readonly BadRow[];
  /** Birth dates can be read in two ways, and the table does not say which. */
  readonly asksDayOrder: boolean;
  /** Instruments that belong to no family in the table of families, each once. */
  readonly asksFamily: readonly string[];
}

/** Rows of a pasted table as students; bad rows are named and left out. */
export function readStudents(
  table: PastedTable,
  map: ColumnMap<StudentColumn>,
  newId: (line: number) => string,
  reading: StudentReading,
): ReadStudents {
  const rows = table.rows.slice(map.header ? 1 : 0);
  const cellOf = (cells: readonly string[], field: StudentColumn) =>
    map.columns[field] < 0 ? '' : oneLine(cells[map.columns[field]] ?? '');
  const found = dayOrderOf(rows.map(({ cells }) => cellOf(cells, 'birthDate')));
  const order = found === 'day first' || found === 'month first' ? found : reading.dayOrder;
  const sets = [...reading.sets];
  const known = [...reading.students];
  const seen = new Map(known.map((student) => [keyOf(student), 'in the studio already']));
  const bad: BadRow[] = [];
  const good: { readonly student: Student; readonly line: number; readonly cells: readonly string[] }[] = [];
  const leave = (line: number, cells: readonly string[], why: string) => bad.push({ line, cells, why });
  for (const { line, cells } of rows) {
    const read = studentOf((field) => cellOf(cells, field), newId(line), order, sets, reading);
    if (!read.ok) {
      leave(line, cells, read.why);
      continue;
    }
    const before = seen.get(keyOf(read.value));
    if (before !== undefined && !reading.namesakes) leave(line, cells, `${read.value.name} is ${before}`);
    else good.push({ student: read.value, line, cells });
    if (before === undefined) seen.set(keyOf(read.value), `on line ${line} as well`);
  }
  // Who shares a lesson is looked for among those of the table, then among those of the studio.
  const partnerOf = new Map<string, string>();
  const kept = good.filter(({ student, line, cells }) => {
    const wanted = cellOf(cells, 'sharesWith');
    if (wanted === '') return true;
    const named = [...good.map((each) => each.student), ...known].filter(
      (each) => each.id !== student.id && plain(each.name) === plain(inOrder(wanted)),
    );
    const [partner] = named;
    if (!partner || named.length > 1) {
      leave(
        line,
        cells,
        partner ? `"${wanted}" is the name of several students` : `there is no student "${wanted}"`,
      );
      return false;
    }
    partnerOf.set(student.id, partner.id);
    if (!partnerOf.has(partner.id)) partnerOf.set(partner.id, student.id);
    return true;
  });
  const ids = new Set([...kept.map(({ student }) => student.id), ...known.map(({ id }) => id)]);
  const students = kept.map(({ student }): Student => {
    const partner = partnerOf.get(student.id);
    return partner !== undefined && ids.has(partner) ? { ...student, sharesWith: partner } : student;
  });
  return {
    students,
    bad: bad.sort((a, b) => a.line - b.line),
    asksDayOrder: found === 'undecided',
    asksFamily: [
      ...new Set(
        students
          .map(({ instrument }) => instrument)
          .filter((each) => familyOf(each, reading.families) === null),
      ),
    ],
  };
}

const plain = (text: string) => text.trim().toLocaleLowerCase('en').replace(/\s+/g, ' ');
const keyOf = ({ name, instrument }: Pick<Student, 'name' | 'instrument'>) =>
  `${plain(name)} / ${plain(instrument)}`;
/** "Thwaite, Jonah" as "Jonah Thwaite". */
const inOrder = (name: string): string => {
  const [surname = '', first = '', ...more] = name.split(',').map((each) => each.trim());
  return first !== '' && more.length === 0 ? `${first} ${surname}` : name;
};

function studentOf(
  cell: (field: StudentColumn) => string,
  id: string,
  order: DayOrder | null,
  sets: readonly RequirementSet[],
  { today }: StudentReading,
): Result<Student, string> {
  const name = cell('name') !== '' ? inOrder(cell('name')) : `${cell('firstName')} ${cell('surname')}`.trim();
  if (name === '') return refuse('no name');
  if (name.length > 120) return refuse('a name of more than 120 characters');
  const instrument = cell('instrument');
  if (instrument === '') return refuse('no instrument');
  if (instrument.length > 120) return refuse('an instrument of more than 120 characters');
  const born = cell('birthDate') === '' ? null : typedDay(cell('birthDate'), order);
  if (born === 'which') return refuse(`"${cell('birthDate')}": is the day or the month first? Say so above`);
  if (born === undefined)
    return refuse(`"${cell('birthDate')}" is no birth date: write 2012-09-30 or 30 September 2012`);
  if (born !== null && born > today) return refuse(`the birth date ${born} is in the future`);
  const slot = slotOf(cell('day'), cell('start'), cell('minutes'), cell('frequency'), today);
  if (!slot.ok) return slot;
  const practice = practiceOf(cell('practice'), cell('practiceWeek'));
  if (!practice.ok) return practice;
  const year = /^(?:year|y)?\s*(\d{1,2})$/i.exec(cell('year'));
  if (cell('year') !== '' && (!year || Number(year[1]) > 20))
    return refuse(`"${cell('year')}" is no year group of 0 to 20`);
  const held = heldOf(cell('held'), instrument, sets, today);
  if (!held.ok) return held;
  if (cell('notes').length > 1_000) return refuse('notes of more than 1,000 characters');
  return {
    ok: true,
    value: {
      id,
      name,
      instrument,
      birthDate: born,
      slot: slot.value,
      sharesWith: null,
      minutesByWeekday: practice.value,
      levelsHeld: held.value,
      reachSemitones: null,
      schoolYear: year ? { year: Number(year[1]), from: schoolYearStart(today) } : null,
      archivedOn: null,
      ...(cell('notes') !== '' && { notes: cell('notes') }),
    },
  };
}

/** Minutes of each weekday: so many a day but Sunday, or a week's shared out over those six days; 20 a day where none are said. */
function practiceOf(aDay: string, aWeek: string): Result<number[], string> {
  const minutes = (text: string) => /^(\d{1,4})\s*(?:min(?:utes)?\.?)?$/i.exec(text)?.[1];
  if (aWeek !== '' && aDay === '') {
    const week = Number(minutes(aWeek) ?? NaN);
    if (!(week <= 720 * 6)) return refuse(`"${aWeek}" is no number of minutes a week`);
    const each = Math.floor(week / 6);
    return {
      ok: true,
      value: WEEKDAYS.map((weekday) => (weekday === 6 ? 0 : each + (weekday < week % 6 ? 1 : 0))),
    };
  }
  // Seven numbers are the days of the week, Monday first.
  const seven = aDay.split(/[\s,]+/).map((each) => (/^\d{1,3}$/.test(each) ? Number(each) : NaN));
  if (seven.length === 7 && seven.every((each) => each <= 720)) return { ok: true, value: seven };
  const day = aDay === '' ? 20 : Number(minutes(aDay) ?? NaN);
  if (!(day <= 720)) return refuse(`"${aDay}" is no number of minutes a day`);
  return { ok: true, value: WEEKDAYS.map((weekday) => (weekday === 6 ? 0 : day)) };
}

/** Levels by their names, with semicolons between them; the nearest names are said for one that there is not. */
function heldOf(
  text: string,
  instrument: string,
  sets: readonly RequirementSet[],
  today: CalendarDay,
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
    held.push({ family, rank, levelName, day: today, award: 'passed' });
  }
  return { ok: true, value: held };
}

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
  today: CalendarDay,
): Result<LessonSlot, string> {
  if (day === '') return { ok: true, value: { kind: 'none' } };
  const weekday = WEEKDAYS.find(
    (each) =>
      formatWeekday(each)
        .toLowerCase()
        .startsWith(day.toLowerCase().replace(/s\.?$|\.$/, '')) && day.length >= 2,
  );
  if (weekday === undefined) return refuse(`"${day}" is no weekday`);
  const clock = typedTime(start);
  if (clock === undefined) return refuse(`"${start}" is no time: write 15:40 or 3.40 pm`);
  const length =
    minutes === '' ? 30 : Number(/^(\d{1,3})\s*(?:min(?:utes)?\.?)?$/i.exec(minutes)?.[1] ?? NaN);
  if (!(length >= 5 && length <= 600)) return refuse(`"${minutes}" is no length of a lesson in minutes`);
  const common = { weekday, start: clock, minutes: length };
  if (WEEKLY.includes(frequency.toLowerCase())) return { ok: true, value: { kind: 'weekly', ...common } };
  if (!FORTNIGHTLY.includes(frequency.toLowerCase()))
    return refuse(`"${frequency}" is not weekly or fortnightly`);
  // The first lesson is the next such weekday.
  const anchor = addDays(today, (weekday - dayOfWeek(today) + 7) % 7);
  return { ok: true, value: { kind: 'fortnightly', ...common, anchor } };
}
