import Fraction from 'fraction.js';
import { awardFor, componentMax, schemeMax, type MarkScheme } from '../marks';
import { valueAt } from '../value-at';
import { oneLine } from '../plain-text';
import { CERTIFICATES, resultProblems, type Goal, type GoalResult, type PastResult } from '../programme';
import { findSession, schemeOf, type Level, type RequirementSet } from '../requirements';
import { refuse, type Result } from '../result';
import type { Student } from '../students';
import { daysBetween, type CalendarDay } from '../time';
import type { BadRow } from './piece-table';
import type { ColumnMap, PastedTable } from './table';
import { dayOrderOf, typedDay, type DayOrder } from './typed-days';

/** Columns of a table of official results, with the names they go by. */
export const RESULT_COLUMNS = {
  student: ['student', 'name', 'candidate'],
  requirement: ['requirement', 'exam', 'set', 'event'],
  level: ['level', 'class', 'grade'],
  day: ['day of the result', 'day', 'date'],
  award: ['result', 'award'],
  total: ['marks', 'total', 'mark'],
  components: ['marks by component', 'components'],
  fee: ['fee'],
  certificate: ['certificate'],
  note: ['note', 'notes'],
} as const;
export type ResultColumn = keyof typeof RESULT_COLUMNS;

/** What a table of results is read against. */
export interface ResultReading {
  readonly today: CalendarDay;
  readonly students: Iterable<Student>;
  readonly sets: Iterable<RequirementSet>;
  readonly goals: Iterable<Goal>;
  /** Null where nobody has said. */
  readonly dayOrder: DayOrder | null;
}
export interface ReadResult extends PastResult {
  readonly studentName: string;
  /** The goal it is of; null where the studio has none, and then one from before is made. */
  readonly goalId: string | null;
}

/** Rows of a pasted table as official results; a row that is none stays out, with its reason. */
export function readResults(
  table: PastedTable,
  map: ColumnMap<ResultColumn>,
  reading: ResultReading,
): {
  readonly items: readonly ReadResult[];
  readonly bad: readonly BadRow[];
  readonly asksDayOrder: boolean;
} {
  const rows = table.rows.slice(map.header ? 1 : 0);
  const cellOf = (cells: readonly string[], field: ResultColumn) =>
    map.columns[field] < 0 ? '' : oneLine(cells[map.columns[field]] ?? '');
  const found = dayOrderOf(rows.map(({ cells }) => cellOf(cells, 'day')));
  const dayOrder = found === 'day first' || found === 'month first' ? found : reading.dayOrder;
  const known: Known = {
    ...reading,
    dayOrder,
    students: [...reading.students],
    sets: [...reading.sets],
    goals: [...reading.goals],
  };
  const items: ReadResult[] = [];
  const bad: BadRow[] = [];
  for (const { line, cells } of rows) {
    const read = resultOf((field) => cellOf(cells, field), known, items);
    if (read.ok) items.push(read.value);
    else bad.push({ line, cells, why: read.why });
  }
  return { items, bad, asksDayOrder: found === 'undecided' };
}

interface Known extends ResultReading {
  readonly students: readonly Student[];
  readonly sets: readonly RequirementSet[];
  readonly goals: readonly Goal[];
}
type Cell = (field: ResultColumn) => string;

const plain = (text: string) => text.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');

function resultOf(cell: Cell, known: Known, before: readonly ReadResult[]): Result<ReadResult, string> {
  const student = studentOf(cell('student'), known);
  if (!student.ok) return student;
  const day = dayOf(cell('day'), known);
  if (!day.ok) return day;
  const place = placeOf(cell, student.value, day.value, known);
  if (!place.ok) return place;
  const { set, level } = place.value;
  const scheme = schemeOf(set, level);
  const result = given(cell, day.value, level, scheme);
  if (!result.ok) return result;
  const is = { studentId: student.value.id, studentName: student.value.name, set, level };
  const goal = goalOf(is, day.value, known);
  const isThere =
    goal?.result !== undefined ||
    before.some(
      (each) =>
        each.studentId === is.studentId &&
        each.set === set &&
        each.level === level &&
        each.result.on === day.value,
    );
  return isThere
    ? refuse(`${is.studentName} has this result already; change it where it stands`)
    : { ok: true, value: { ...is, goalId: goal?.id ?? null, result: result.value } };
}

function studentOf(written: string, { students }: Known): Result<Student, string> {
  const found = students.filter(({ name }) => plain(name) === plain(written));
  const [student] = found;
  if (!student) return refuse(written === '' ? 'no student' : `there is no student "${written}"`);
  return found.length > 1
    ? refuse(`there are ${found.length} students called ${student.name}`)
    : { ok: true, value: student };
}

function dayOf(written: string, { dayOrder, today }: Known): Result<CalendarDay, string> {
  const day = typedDay(written, dayOrder);
  if (day === 'which') return refuse(`"${written}": is the day or the month first? Say so above`);
  if (day === undefined) return refuse(`"${written}" is no day: write ${today}`);
  return day > today ? refuse(`${day} is still to come`) : { ok: true, value: day };
}

interface Place {
  readonly set: RequirementSet;
  readonly level: Level;
}

/** The level that is meant: among those the row names, of a goal of the student first, then of the edition of the day. */
function placeOf(
  cell: Cell,
  student: Student,
  day: CalendarDay,
  { sets, goals }: Known,
): Result<Place, string> {
  const [requirement, name] = [cell('requirement'), cell('level')];
  const own = goals.filter(({ studentId }) => studentId === student.id);
  const named = sets
    .filter(
      ({ name: setName, family }) =>
        requirement === '' || [setName, family].some((each) => plain(each) === plain(requirement)),
    )
    .flatMap((set) =>
      set.levels
        .filter((level) => name === '' || plain(level.name) === plain(name))
        .map((level): Place => ({ set, level })),
    );
  if (named.length === 0)
    return refuse(
      requirement !== '' &&
        !sets.some((set) => [set.name, set.family].some((each) => plain(each) === plain(requirement)))
        ? `there is no requirement "${requirement}" in the library`
        : `there is no level "${name}"${requirement === '' ? ' in the library' : ` of ${requirement}`}`,
    );
  const goalsAt = ({ set, level }: Place) =>
    own.filter(({ setId, levelId }) => setId === set.id && levelId === level.id);
  const ofGoals = named.filter((place) => goalsAt(place).length > 0);
  const ofInstrument = named.filter(({ set }) => plain(set.instrument) === plain(student.instrument));
  for (const some of [
    ofGoals,
    name === '' && requirement === '' ? [] : ofInstrument.length > 0 ? ofInstrument : named,
  ]) {
    const valid = some.filter(({ set: { edition } }) => edition.from <= day && day <= edition.to);
    const [place, another] = valid.length > 0 ? valid : some;
    if (place && !another) return { ok: true, value: place };
    if (place && another && some !== ofGoals)
      return refuse(
        `which requirement is meant: ${[...new Set(some.map(({ set, level }) => `${set.name}, ${level.name}`))].slice(0, 3).join('; ')}?`,
      );
  }
  return refuse('no requirement and no level, and no one goal of the student that is meant');
}

/** The goal a result is of: the one whose session was nearest, within the months a result may take. */
function goalOf(
  { studentId, set, level }: Omit<PastResult, 'result'>,
  day: CalendarDay,
  { goals }: Known,
): Goal | undefined {
  return goals
    .filter((goal) => goal.studentId === studentId && goal.setId === set.id && goal.levelId === level.id)
    .filter((goal) => goal.ended !== 'withdrawn')
    .map((goal) => {
      const session = goal.result?.on ?? findSession(set, goal.sessionId)?.day ?? goal.closedOn;
      return { goal, after: session === null ? Infinity : daysBetween(session, day) };
    })
    .filter(({ after }) => after >= 0 && after <= MOST_DAYS)
    .sort((a, b) => a.after - b.after)[0]?.goal;
}
/** Our choice, because results that come later than this are those of another session. */
const MOST_DAYS = 150;

function given(cell: Cell, on: CalendarDay, level: Level, scheme: MarkScheme): Result<GoalResult, string> {
  const total = figureOf(cell('total'));
  if (total === undefined) return refuse(`"${cell('total')}" is not a total such as ${schemeMax(scheme)}`);
  const written = plain(cell('award'));
  const isNone = ['', '-', 'none', 'no award', 'not passed'].includes(written);
  const award = scheme.awards.find(({ name }) => plain(name) === written)?.name;
  if (!isNone && award === undefined)
    return refuse(
      `"${cell('award')}" is none of ${scheme.awards.map(({ name }) => name).join(', ')}, and not "no award"`,
    );
  if (written === '' && total === null) return refuse('neither a result nor a total');
  const marks = componentMarks(cell('components'), level, scheme);
  if (!marks.ok) return marks;
  const certificate = CERTIFICATES.find((each) => each === plain(cell('certificate')));
  if (cell('certificate') !== '' && !certificate)
    return refuse(`"${cell('certificate')}" is none of ${CERTIFICATES.join(', ')}`);
  const byTotal =
    written === '' && total !== null && total <= schemeMax(scheme)
      ? awardByTotal(scheme, total, marks.value)
      : null;
  if (byTotal === undefined)
    return refuse(
      `${total ?? 0} alone does not say the award: it hangs on every component. Write the result`,
    );
  const result: GoalResult = {
    on,
    award: award ?? byTotal,
    total,
    schemeVersion: scheme.version,
    ...(marks.value && { marks: marks.value }),
    ...(cell('fee') !== '' && { fee: cell('fee').slice(0, 60) }),
    ...(certificate && { certificate }),
    ...(cell('note') !== '' && { note: cell('note').slice(0, 1_000) }),
  };
  const line = scheme.awards.find(({ name }) => name === result.award);
  if (line && total !== null && total < line.total)
    return refuse(`${line.name} asks ${line.total}, and the total is ${total}`);
  const [problem] = resultProblems(scheme, result);
  return problem
    ? refuse(problem.at === 'total' ? `a total of ${problem.message} is too high` : problem.message)
    : { ok: true, value: result };
}

/** The award of a total that stands alone; undefined where it hangs on marks of components that are not all told. */
function awardByTotal(
  scheme: MarkScheme,
  total: number,
  marks: Readonly<Record<string, number>> | null,
): string | null | undefined {
  const given = scheme.components.map(({ componentId }) => valueAt(marks ?? {}, componentId) ?? null);
  if (given.every((mark) => mark !== null)) return awardFor(scheme, given, new Fraction(total))?.name ?? null;
  const reached = scheme.awards.filter((award) => award.total <= total);
  const hangs = reached.some(
    ({ eachAtLeast, passes }) => (eachAtLeast ?? 0) > 0 || Object.keys(passes).length > 0,
  );
  return hangs ? undefined : (reached.at(-1)?.name ?? null);
}

/** A figure with one or two places at most; null for an empty cell, undefined for anything else. */
function figureOf(text: string): number | null | undefined {
  if (text === '') return null;
  return /^\d{1,5}(?:[.,]\d{1,2})?$/.test(text) ? Number(text.replace(',', '.')) : undefined;
}

/** "S 19; D 20" or "19 20 17 18 20" in the order of the level; null for an empty cell. */
function componentMarks(
  text: string,
  level: Level,
  scheme: MarkScheme,
): Result<Readonly<Record<string, number>> | null, string> {
  if (text === '') return { ok: true, value: null };
  const marked = level.components.filter(({ id }) =>
    scheme.components.some((each) => each.componentId === id),
  );
  const parts = text
    .split(/[;/]+/)
    .map((each) => each.trim())
    .filter(Boolean);
  const figures = text
    .split(/[\s;/]+/)
    .filter(Boolean)
    .map(figureOf);
  if (figures.every((figure) => typeof figure === 'number')) {
    if (figures.length !== marked.length)
      return refuse(`"${text}" are ${figures.length} marks, and the level has ${marked.length} components`);
    return {
      ok: true,
      value: Object.fromEntries(marked.map(({ id }, at) => [id, figures[at] ?? 0])),
    };
  }
  const marks: Record<string, number> = {};
  for (const part of parts) {
    const [, name = '', figure = ''] = /^(.*?)[\s:]+(\S+)$/.exec(part) ?? [];
    const component = marked.find((each) =>
      [each.letter, each.name].some((own) => plain(own) === plain(name)),
    );
    const mark = figureOf(figure);
    if (!component || typeof mark !== 'number')
      return refuse(
        `"${part}" is no component with its mark, as in "${marked[0]?.letter ?? 'A'} ${componentMax(scheme.components[0] ?? { componentId: '', criteria: [] })}"`,
      );
    marks[component.id] = mark;
  }
  return { ok: true, value: marks };
}
