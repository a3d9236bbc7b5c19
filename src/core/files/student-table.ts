import { oneLine } from '../plain-text';
import type { RequirementSet } from '../requirements';
import { familyOf, type NamedFamilies } from '../skills';
import { schoolYearStart, type Student } from '../students';
import { withSlotFrom, type CalendarDay } from '../time';
import { refuse, type Result } from '../result';
import type { BadRow } from './piece-table';
import { readStudentRow, type StudentColumn, type StudentRow } from './student-row';
import type { ColumnMap, PastedTable } from './table';
import { dayOrderOf, type DayOrder } from './typed-days';

/** What becomes of a row with the name and the instrument of a student who is there already. */
export type OfKnown = 'stays out' | 'is added to the student' | 'is another student';

/** What a table of students is read against, and what the teacher has answered about it. */
export interface StudentReading {
  readonly today: CalendarDay;
  readonly students: Iterable<Student>;
  readonly sets: Iterable<RequirementSet>;
  readonly families: NamedFamilies;
  /** Null where nobody has said. */
  readonly dayOrder: DayOrder | null;
  readonly known: OfKnown;
  /** The days the lessons of the table hold for students who are there already; `until` null: for good. */
  readonly term: { readonly from: CalendarDay; readonly until: CalendarDay | null };
}
export interface ReadStudents {
  readonly students: readonly Student[];
  /** Students who were there, as they are with what the table adds. */
  readonly changed: readonly Student[];
  readonly bad: readonly BadRow[];
  /** Days can be read in two ways, and the table does not say which. */
  readonly asksDayOrder: boolean;
  /** Rows have the names of students who are there already. */
  readonly asksKnown: boolean;
  /** Lessons of students who are there already are in the table. */
  readonly asksTerm: boolean;
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
  const found = dayOrderOf(
    rows.flatMap(({ cells }) => [cellOf(cells, 'birthDate'), cellOf(cells, 'heldOn')]),
  );
  const order = found === 'day first' || found === 'month first' ? found : reading.dayOrder;
  const sets = [...reading.sets];
  const known = new Map([...reading.students].map((student) => [student.id, student]));
  const seen = new Map<string, number>();
  const bad: BadRow[] = [];
  const leave = (line: number, cells: readonly string[], why: string) => bad.push({ line, cells, why });
  const good = new Map<
    string,
    {
      readonly student: Student;
      readonly line: number;
      readonly cells: readonly string[];
      /** Who the lesson is shared with; empty where no row says. */
      readonly partner: string;
    }
  >();
  let [asksKnown, asksTerm] = [false, false];
  for (const { line, cells } of rows) {
    const cell = (field: StudentColumn) => cellOf(cells, field);
    const who = whoOf(cell);
    if (!who.ok) {
      leave(line, cells, who.why);
      continue;
    }
    const there = [...known.values()].filter((student) => isNamed(student, who.value));
    asksKnown ||= there.length > 0;
    const [one] = reading.known === 'is another student' ? [] : there;
    const instrument = one?.instrument ?? who.value.instrument;
    const why =
      one && reading.known === 'stays out'
        ? `${one.name} is in the studio already`
        : one && there.length > 1
          ? `${one.name} is the name of several students; the instrument says which`
          : instrument === ''
            ? `no instrument, and no ${who.value.name} in the studio`
            : null;
    if (why !== null) {
      leave(line, cells, why);
      continue;
    }
    const read = readStudentRow(cell, instrument, {
      order,
      sets,
      today: reading.today,
      lessonsFrom: one ? reading.term.from : reading.today,
    });
    if (!read.ok) {
      leave(line, cells, read.why);
      continue;
    }
    if (one) {
      const sofar = good.get(one.id);
      const added = addedTo(sofar?.student ?? one, read.value, reading);
      if (!added.ok) {
        leave(line, cells, added.why);
        continue;
      }
      asksTerm ||= read.value.slot !== null;
      // Of several rows of a student any one may say it.
      const partner = cell('sharesWith') || (sofar?.partner ?? '');
      good.set(one.id, { student: added.value, line, cells, partner });
      continue;
    }
    const before = seen.get(keyOf(who.value));
    if (before !== undefined && reading.known !== 'is another student') {
      leave(line, cells, `${who.value.name} is on line ${before} as well`);
      asksKnown = true;
      continue;
    }
    seen.set(keyOf(who.value), before ?? line);
    const id = newId(line);
    const student = newStudent(id, who.value, read.value, reading.today);
    good.set(id, { student, line, cells, partner: cell('sharesWith') });
  }
  // Who shares a lesson is looked for among those of the table, then among those of the studio.
  const partnerOf = new Map<string, string>();
  const everyone = new Map([...good].map(([id, { student }]) => [id, student]));
  for (const [id, student] of known) if (!everyone.has(id)) everyone.set(id, student);
  for (const [id, { line, cells, partner: wanted }] of good) {
    if (wanted === '') continue;
    const named = [...everyone.values()].filter(
      (each) => each.id !== id && plain(each.name) === plain(inOrder(wanted)),
    );
    const [partner] = named;
    if (partner && named.length === 1) {
      partnerOf.set(id, partner.id);
      if (!partnerOf.has(partner.id)) partnerOf.set(partner.id, id);
      continue;
    }
    leave(
      line,
      cells,
      partner ? `"${wanted}" is the name of several students` : `there is no student "${wanted}"`,
    );
    good.delete(id);
    everyone.delete(id);
  }
  const kept = [...good.values()].map(({ student }): Student => {
    const partner = partnerOf.get(student.id);
    return partner !== undefined && (good.has(partner) || known.has(partner))
      ? { ...student, sharesWith: partner }
      : student;
  });
  const students = kept.filter(({ id }) => !known.has(id));
  return {
    students,
    changed: kept.filter(({ id }) => known.has(id)),
    bad: bad.sort((a, b) => a.line - b.line),
    asksDayOrder: found === 'undecided',
    asksKnown,
    asksTerm,
    asksFamily: [
      ...new Set(
        students
          .map(({ instrument }) => instrument)
          .filter((each) => familyOf(each, reading.families) === null),
      ),
    ],
  };
}

type Who = Pick<Student, 'name' | 'instrument'>;
const plain = (text: string) => text.trim().toLocaleLowerCase('en').replace(/\s+/g, ' ');
const keyOf = ({ name, instrument }: Who) => `${plain(name)} / ${plain(instrument)}`;
/** A row without an instrument means whoever has the name. */
const isNamed = (student: Who, { name, instrument }: Who) =>
  plain(student.name) === plain(name) &&
  (instrument === '' || plain(student.instrument) === plain(instrument));
/** "Thwaite, Jonah" as "Jonah Thwaite". */
const inOrder = (name: string): string => {
  const [surname = '', first = '', ...more] = name.split(',').map((each) => each.trim());
  return first !== '' && more.length === 0 ? `${first} ${surname}` : name;
};

/** @returns the instrument empty where the row names none */
function whoOf(cell: (field: StudentColumn) => string): Result<Who, string> {
  const name = cell('name') !== '' ? inOrder(cell('name')) : `${cell('firstName')} ${cell('surname')}`.trim();
  if (name === '') return refuse('no name');
  if (name.length > 120) return refuse('a name of more than 120 characters');
  const instrument = cell('instrument');
  if (instrument.length > 120) return refuse('an instrument of more than 120 characters');
  return { ok: true, value: { name, instrument } };
}

/** Twenty minutes a day but Sunday where the row says none. */
const newStudent = (id: string, who: Who, row: StudentRow, today: CalendarDay): Student => ({
  id,
  ...who,
  birthDate: row.birthDate,
  slot: row.slot ?? { kind: 'none' },
  sharesWith: null,
  minutesByWeekday: row.minutesByWeekday ?? [20, 20, 20, 20, 20, 20, 0],
  levelsHeld: row.held,
  reachSemitones: null,
  schoolYear: row.year === null ? null : { year: row.year, from: schoolYearStart(today) },
  archivedOn: null,
  ...(row.notes !== '' && { notes: row.notes }),
});

/**
 * The student with what a row adds: lessons for the term, minutes and year as it says, levels that are not held yet,
 * notes after those there are. A birth date that is known is not changed by a table.
 */
function addedTo(
  student: Student,
  row: StudentRow,
  { term, today }: StudentReading,
): Result<Student, string> {
  if (row.birthDate !== null && student.birthDate !== null && row.birthDate !== student.birthDate)
    return refuse(`${student.name} was born on ${student.birthDate}, not on ${row.birthDate}`);
  if (row.slot && term.until !== null && term.until < term.from)
    return refuse('the lessons would end before their first day');
  const isNew = row.held.filter(({ family, rank }) =>
    student.levelsHeld.every((held) => held.family !== family || held.rank !== rank),
  );
  const { notes: before = '' } = student;
  const notes = row.notes === '' || before.includes(row.notes) ? before : `${before}\n${row.notes}`.trim();
  if (notes.length > 1_000) return refuse('notes of more than 1,000 characters with those there are');
  const { isBeginner, ...rest } = student;
  const levelsHeld = [...student.levelsHeld, ...isNew];
  return {
    ok: true,
    value: {
      ...rest,
      ...(isBeginner && levelsHeld.length === 0 && { isBeginner }),
      birthDate: row.birthDate ?? student.birthDate,
      ...(row.slot && withSlotFrom(student, row.slot, term.from, term.until)),
      minutesByWeekday: row.minutesByWeekday ?? student.minutesByWeekday,
      levelsHeld,
      schoolYear: row.year === null ? student.schoolYear : { year: row.year, from: schoolYearStart(today) },
      ...(notes !== '' && { notes }),
    },
  };
}
