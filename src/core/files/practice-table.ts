import { formatBars, parseBars } from '../music';
import { oneLine } from '../plain-text';
import { SUPPORTS, type PracticeEntry } from '../plan';
import { refuse, type Result } from '../result';
import type { CalendarDay } from '../time';
import { isCalendarDay } from '../time';
import type { BadRow } from './piece-table';
import type { ColumnMap, PastedTable } from './table';

/** Columns of a table of practice, with the names they go by. */
export const PRACTICE_COLUMNS = {
  student: ['student', 'name'],
  day: ['day', 'date'],
  part: ['part', 'piece', 'what', 'item'],
  minutes: ['minutes', 'min', 'time'],
  bars: ['bars', 'measures'],
  tempo: ['tempo', 'bpm'],
  clean: ['clean', 'clean times'],
  slips: ['slips'],
  mark: ['own mark', 'mark', 'my mark'],
  company: ['with whom', 'company'],
  support: ['support'],
  listened: ['listened for', 'listened'],
} as const;
export type PracticeColumn = keyof typeof PRACTICE_COLUMNS;

/** What can be named in a row: a student, and what that student practises. */
export interface PracticeNames {
  readonly students: readonly {
    readonly id: string;
    readonly name: string;
    readonly parts: readonly PartName[];
  }[];
}
export interface PartName {
  /** "S", "Ropewalk Gigue", "S Ropewalk Gigue": a row may say any of them. */
  readonly names: readonly string[];
  readonly part: Pick<PracticeEntry, 'goalId' | 'componentId' | 'pieceId' | 'skillId'>;
}
type Entry = Omit<PracticeEntry, 'id'>;

/** Rows of a pasted table as entries of practice; a row that is not one stays out, with its reason. */
export function readPractice(
  table: PastedTable,
  map: ColumnMap<PracticeColumn>,
  names: PracticeNames,
  today: CalendarDay,
): { readonly items: readonly Entry[]; readonly bad: readonly BadRow[] } {
  const items: Entry[] = [];
  const bad: BadRow[] = [];
  for (const { line, cells } of table.rows.slice(map.header ? 1 : 0)) {
    const cell = (field: PracticeColumn) =>
      map.columns[field] < 0 ? '' : oneLine(cells[map.columns[field]] ?? '');
    const read = entryOf(cell, names, today);
    if (read.ok) items.push(read.value);
    else bad.push({ line, cells, why: read.why });
  }
  return { items, bad };
}

const plain = (text: string) => text.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');

function entryOf(
  cell: (field: PracticeColumn) => string,
  names: PracticeNames,
  today: CalendarDay,
): Result<Entry, string> {
  const written = cell('student');
  const students = names.students.filter(({ name }) => plain(name) === plain(written));
  const [student] = students;
  if (!student) return refuse(written === '' ? 'no student' : `there is no student "${written}"`);
  if (students.length > 1) return refuse(`there are ${students.length} students called ${student.name}`);
  const day = cell('day');
  if (!isCalendarDay(day)) return refuse(`"${day}" is not a day such as ${today}`);
  if (day > today) return refuse(`${day} is still to come`);
  const part = partOf(student.parts, cell('part'));
  if (!part.ok) return part;
  const minutes = wholeOf(cell('minutes'), 0, 720);
  if (typeof minutes !== 'number') return refuse(`"${cell('minutes')}" is not minutes from 0 to 720`);
  const bars = cell('bars') === '' ? null : parseBars(cell('bars'));
  if (bars === undefined) return refuse(`"${cell('bars')}" is not bars such as 9 or 9-12`);
  const figures = { tempo: 999, clean: 999, slips: 999, mark: 10 } as const;
  const given: Partial<Record<keyof typeof figures, number>> = {};
  for (const field of ['tempo', 'clean', 'slips', 'mark'] as const) {
    const figure = wholeOf(cell(field), field === 'tempo' ? 1 : 0, figures[field]);
    if (figure === undefined)
      return refuse(`"${cell(field)}" is not a figure up to ${figures[field]}: ${field}`);
    if (figure !== null) given[field] = figure;
  }
  const company = plain(cell('company'));
  if (company !== '' && company !== 'alone' && company !== 'with somebody')
    return refuse(`"${cell('company')}" is neither "alone" nor "with somebody"`);
  const support = SUPPORTS.find((each) => each === plain(cell('support')));
  if (cell('support') !== '' && !support)
    return refuse(`"${cell('support')}" is none of ${SUPPORTS.join(', ')}`);
  if (cell('listened').length > 400) return refuse('more than 400 characters of what was listened for');
  return {
    ok: true,
    value: {
      studentId: student.id,
      ...part.value,
      day,
      minutes,
      ...(bars && { bars }),
      ...given,
      ...(company !== '' && { company }),
      ...(support && { support }),
      ...(cell('listened') !== '' && { listenedFor: cell('listened') }),
      source: 'lesson',
    },
  };
}

/** A whole number within bounds; null for an empty cell, undefined for anything else. */
function wholeOf(text: string, min: number, max: number): number | null | undefined {
  if (text === '') return null;
  const value = /^\d{1,5}$/.test(text) ? Number(text) : NaN;
  return value >= min && value <= max ? value : undefined;
}

const ANYTHING = { goalId: null, componentId: null, pieceId: null } as const;

function partOf(parts: readonly PartName[], written: string): Result<PartName['part'], string> {
  if (written === '') return { ok: true, value: ANYTHING };
  const found = parts.filter(({ names }) => names.some((name) => plain(name) === plain(written)));
  const [first] = found;
  if (!first) return refuse(`the student has no "${written}" to practise`);
  if (found.length > 1)
    return refuse(`"${written}" names ${found.length} parts; write the letter and the title`);
  return { ok: true, value: first.part };
}

/** Entries as rows of the same columns, by student and day. */
export function practiceRows(
  entries: Iterable<PracticeEntry>,
  nameOf: (studentId: string) => string,
  partName: (entry: PracticeEntry) => string,
): readonly (readonly string[])[] {
  const rows = [...entries].map((entry) => [
    nameOf(entry.studentId),
    entry.day,
    partName(entry),
    String(entry.minutes),
    entry.bars ? formatBars(entry.bars) : '',
    String(entry.tempo ?? ''),
    String(entry.clean ?? ''),
    String(entry.slips ?? ''),
    String(entry.mark ?? ''),
    entry.company ?? '',
    entry.support ?? '',
    entry.listenedFor ?? '',
  ]);
  const key = ([name = '', day = '']: readonly string[]) => `${name} ${day}`;
  return [
    Object.values(PRACTICE_COLUMNS).map(([name]) => name),
    ...rows.sort((a, b) => (key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0)),
  ];
}
