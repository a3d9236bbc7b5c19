import equal from 'fast-deep-equal';
import type { Piece } from '../repertoire';
import type { Asked } from './asked';
import { cellAsked, fitState } from './fit';
import type { FitState } from './fit-state';
import {
  namedIn,
  openFit,
  readyColumn,
  prepareStudent,
  type Fit,
  type FitColumn,
  type FitSettings,
  type FitStudent,
  type ReadyColumn,
} from './ready';

export interface FitCell {
  /** Indexes into the students and the columns given. */
  readonly row: number;
  readonly column: number;
  readonly state: FitState;
}

interface Column {
  readonly key: string;
  readonly column: FitColumn;
  readonly choosesFreely: boolean;
  readonly named: ReadonlySet<string>;
  ready: ReadyColumn | null;
}
interface Row {
  readonly given: FitStudent;
  /** By the key of the column: what is asked, and how it fits among the student's weeks. */
  readonly asked: Map<string, Asked>;
  readonly states: Map<string, FitState>;
  /** When it last changed: as many times as was told before. */
  at: number;
}

const keyOf = ({ set, level, session }: FitColumn): string => `${set.id} ${level.id} ${session.id}`;

/**
 * The fit of a studio from one question to the next: cells that a change cannot alter are not worked out again.
 *
 * A cell depends on its student, on its level with the pieces named there, and on the settings; where a component is the
 * student's own choice, on every piece and set. What it asks for hangs neither on the student's minutes nor on the other
 * goals: where only these change, no programme is searched anew. What is the same object as before is the same.
 */
export class KeptFit {
  #settings: FitSettings | null = null;
  #fit: Fit | null = null;
  #columns: readonly Column[] = [];
  #order: readonly string[] = [];
  readonly #rows = new Map<string, Row>();
  #told = 0;

  /** Names what is known until now, so that later only what differs needs to be told. */
  tell(): number {
    this.#told += 1;
    return this.#told - 1;
  }

  /** Takes a question: cells of before that still hold are known at once. */
  ask(settings: FitSettings, columns: readonly FitColumn[], students: readonly FitStudent[]): void {
    const before = this.#settings;
    const isSame = before !== null && equal(generalOf(before), generalOf(settings));
    const altered = before ? changedPieces(before.pieces, settings.pieces) : new Set<string>();
    const setsChanged =
      before?.sets.length !== settings.sets.length ||
      settings.sets.some((set, at) => set !== before.sets[at]);
    const known = new Map(this.#columns.map((each) => [each.key, each]));
    const keysBefore = this.#columns.map(({ key }) => key);
    const stale = new Set<string>();
    this.#columns = columns.map((column) => {
      const key = keyOf(column);
      const old = known.get(key);
      known.delete(key);
      const holds =
        isSame &&
        old?.column.set === column.set &&
        !(old.choosesFreely && (setsChanged || altered.size > 0)) &&
        !hasAny(old.named, altered);
      if (holds) return old;
      stale.add(key);
      return {
        key,
        column,
        choosesFreely: column.level.components.some(({ source }) => source.kind === 'own choice'),
        named: new Set(namedIn(column.set, column.level)),
        ready: null,
      };
    });
    for (const key of known.keys()) stale.add(key);
    const moved = !equal(
      keysBefore,
      this.#columns.map(({ key }) => key),
    );
    this.#settings = settings;
    this.#fit = openFit(settings);
    this.#order = students.map(({ student }) => student.id);
    for (const given of students) this.#takeRow(given, stale, moved);
    const asked = new Set(this.#order);
    for (const id of this.#rows.keys()) if (!asked.has(id)) this.#rows.delete(id);
  }

  #takeRow(given: FitStudent, stale: ReadonlySet<string>, moved: boolean): void {
    const { id } = given.student;
    const row = this.#rows.get(id);
    if (!row || !asksTheSame(row.given, given)) {
      this.#rows.set(id, { given, asked: new Map(), states: new Map(), at: this.#told });
      return;
    }
    for (const key of stale) row.asked.delete(key);
    if (row.given.plan !== given.plan) {
      this.#rows.set(id, { given, asked: row.asked, states: new Map(), at: this.#told });
      return;
    }
    let changed = moved;
    for (const key of stale) if (row.states.delete(key)) changed = true;
    if (changed) row.at = this.#told;
  }

  /** Cells of the question that are not known yet. */
  get left(): number {
    let known = 0;
    for (const { states } of this.#rows.values()) known += states.size;
    return this.#rows.size * this.#columns.length - known;
  }

  /**
   * Rows that changed since, by student id, with the cells known, by the index of the column.
   * @param told - an answer of `tell`; -1 for every row
   */
  rowsSince(told: number): (readonly [string, readonly (readonly [number, FitState])[]])[] {
    return this.#order.flatMap((id) => {
      const row = this.#rows.get(id);
      if (!row || row.at <= told) return [];
      const cells = this.#columns.flatMap(({ key }, at) => {
        const state = row.states.get(key);
        return state ? [[at, state] as const] : [];
      });
      return [[id, cells] as const];
    });
  }

  /** Works out what is not known, row by row in the order of the students asked about. */
  *work(): Generator<FitCell, void> {
    const fit = this.#fit;
    if (!fit) return;
    for (const [at, id] of this.#order.entries()) {
      const row = this.#rows.get(id);
      if (!row || row.states.size === this.#columns.length) continue;
      const student = prepareStudent(fit, row.given);
      for (const [column, each] of this.#columns.entries()) {
        if (row.states.has(each.key)) continue;
        each.ready ??= readyColumn(fit, each.column);
        const asked = row.asked.get(each.key) ?? cellAsked(fit, student, each.ready);
        row.asked.set(each.key, asked);
        const state = fitState(fit, student, each.ready, asked);
        row.states.set(each.key, state);
        row.at = this.#told;
        yield { row: at, column, state };
      }
    }
  }
}

/** What every cell depends on. */
const generalOf = ({ today, effort, commonLevels, families, map }: FitSettings) => ({
  today,
  effort,
  commonLevels,
  families,
  skills: [...map.values()],
});

/** All is the same but for the minutes of the student and the goals that stand beside. */
function asksTheSame(a: FitStudent, b: FitStudent): boolean {
  const asking = ({ student, entered, ...rest }: FitStudent) => ({
    ...rest,
    student: { ...student, minutesByWeekday: null, minutesOfDays: null },
    plan: null,
    entered: [...entered],
  });
  return a === b || equal(asking(a), asking(b));
}

function hasAny(named: ReadonlySet<string>, altered: ReadonlySet<string>): boolean {
  for (const id of altered) if (named.has(id)) return true;
  return false;
}

/** Ids of pieces that are new, gone or not as they were. */
function changedPieces(
  before: ReadonlyMap<string, Piece>,
  after: ReadonlyMap<string, Piece>,
): ReadonlySet<string> {
  const changed = new Set<string>();
  if (before === after) return changed;
  for (const [id, piece] of after) if (before.get(id) !== piece) changed.add(id);
  for (const id of before.keys()) if (!after.has(id)) changed.add(id);
  return changed;
}

/** Every cell, row by row, one at a time. */
export function* fitCells(
  settings: FitSettings,
  students: readonly FitStudent[],
  columns: readonly FitColumn[],
): Generator<FitCell, void> {
  const kept = new KeptFit();
  kept.ask(settings, columns, students);
  yield* kept.work();
}
