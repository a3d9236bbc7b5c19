import type { Studio } from '@/core/files';
import type { FitColumn, FitKind, FitState } from '@/core/fit';
import type { FitGroup } from '@/core/register';
import type { Student } from '@/core/students';
import type { FitProgress } from '@/workers/studio.job';

/** A column of the picture, with its place among the columns asked of the worker. */
export interface ViewColumn {
  readonly group: number;
  readonly name: string;
  /** "4" of "Level 4"; the whole name where it has no figure. */
  readonly short: string;
  readonly rank: number;
  readonly members: readonly { readonly column: FitColumn; readonly at: number }[];
}

export interface FitGrid {
  readonly columns: readonly FitColumn[];
  readonly view: readonly ViewColumn[];
}

export function gridOf(groups: readonly FitGroup[]): FitGrid {
  const columns: FitColumn[] = [];
  const view = groups.flatMap(({ columns: named }, group) =>
    named.map(({ name, rank, members }): ViewColumn => ({
      group,
      name,
      short: /\d+/.exec(name)?.[0] ?? name,
      rank,
      members: members.map((column) => ({ column, at: columns.push(column) - 1 })),
    })),
  );
  return { columns, view };
}

/** Widths in px: of the names, of a column at least, and of one that is a group of its own. */
export const NAME_WIDTH = 168;
const COLUMN = 40;
const SINGLE = 132;
/** Of a letter of the head, and of the name of a group. */
const LETTER = 9;
const GROUP_NAME = 184;
const GROUP_GAP = 14;
/** Within the margins of upright paper, A4 or Letter, whichever is narrower. */
const PAPER = 687;

/** A column is as wide as the longest word of its name. */
export function widthOfColumn(grid: FitGrid, at: number): number {
  const words = (grid.view[at]?.short ?? '').split(' ').map(({ length }) => length * LETTER + LETTER);
  const isFirst = firstOfGroup(grid, at);
  const least = isFirst && firstOfGroup(grid, at + 1) ? SINGLE : COLUMN + (isFirst ? GROUP_GAP : 0);
  return Math.max(least, Math.max(...words) + (isFirst ? GROUP_GAP : 0));
}

/**
 * How many columns are in sight at first in a room of some px, and how wide they are with the names of the students: as
 * many as there is room for whole, with the name of their group.
 */
export function inSight(grid: FitGrid, room: number): { readonly columns: number; readonly width: number } {
  let found = { columns: 0, width: NAME_WIDTH };
  let width = NAME_WIDTH;
  let ofGroup = 0;
  for (const at of grid.view.keys()) {
    const own = widthOfColumn(grid, at);
    ofGroup = (firstOfGroup(grid, at) ? 0 : ofGroup) + own;
    width += own;
    if (width > room) break;
    if (ofGroup >= GROUP_NAME || firstOfGroup(grid, at + 1)) found = { columns: at + 1, width };
  }
  return found;
}

/** The columns in blocks that are as wide as paper is: a group stands in one block where it fits into one. */
export function printedBlocks(grid: FitGrid): number[][] {
  const room = PAPER - NAME_WIDTH;
  const blocks: number[][] = [];
  let left = 0;
  for (const at of grid.view.keys()) {
    const width = widthOfColumn(grid, at);
    const rest = grid.view.flatMap(({ group }, place) =>
      place >= at && group === grid.view[at]?.group ? [widthOfColumn(grid, place)] : [],
    );
    const whole = rest.reduce((sum, each) => sum + each, 0);
    const block = blocks.at(-1);
    const starts = firstOfGroup(grid, at) && whole <= room ? whole > left : width > left;
    if (!block || starts) {
      blocks.push([at]);
      left = room - width;
    } else {
      block.push(at);
      left -= width;
    }
  }
  return blocks;
}

/** A cell of the picture: the member whose instrument fits, or the first one's refusal. Null while it is computed. */
export interface ViewCell {
  readonly column: FitColumn;
  readonly state: FitState | null;
}
function cellAt(states: ReadonlyMap<number, FitState> | undefined, { members }: ViewColumn): ViewCell {
  const found = members.map(({ column, at }) => ({ column, state: states?.get(at) ?? null }));
  const fits = found.find(
    ({ state }) => state !== null && !(state.kind === 'not eligible' && state.why.kind === 'instrument'),
  );
  const first = found[0] as ViewCell;
  const open = found.flatMap(({ state }) =>
    state?.kind === 'not eligible' && state.why.kind === 'instrument' ? [state.why.open] : [],
  );
  if (fits || open.length < found.length) return fits ?? first;
  return { ...first, state: { kind: 'not eligible', why: { kind: 'instrument', open: open.join(', ') } } };
}

/** States of one student by column; cells not computed yet are absent. */
export type RowStates = ReadonlyMap<number, FitState>;

/** The rows with what the worker tells; rows it says nothing of stay the same map, so that they are not drawn anew. */
export function withRows(
  before: ReadonlyMap<string, RowStates>,
  { rows, fresh }: Pick<FitProgress, 'rows' | 'fresh'>,
): ReadonlyMap<string, RowStates> {
  const after = new Map(fresh ? [] : before);
  for (const { studentId, cells, anew } of rows)
    after.set(studentId, new Map(anew ? cells : [...(after.get(studentId) ?? []), ...cells]));
  return after;
}

/** A row as it is drawn: a cell by column of the picture; by group, the last column reached, -1 for none. */
export interface FitRowModel {
  readonly cells: readonly ViewCell[];
  readonly ends: readonly number[];
}

const NO_STATES: RowStates = new Map();
const drawn = new WeakMap<FitGrid, WeakMap<RowStates, FitRowModel>>();
/** The same row for the same grid and states is the same object. */
export function rowOf(grid: FitGrid, states: RowStates = NO_STATES): FitRowModel {
  const rows = drawn.get(grid) ?? new WeakMap<RowStates, FitRowModel>();
  drawn.set(grid, rows);
  const known = rows.get(states);
  if (known) return known;
  const cells = grid.view.map((column) => cellAt(states, column));
  const ends = grid.view.reduce<number[]>((found, { group }, at) => {
    const reached = REACHED.includes(cells[at]?.state?.kind ?? 'not eligible');
    found[group] = reached ? at : (found[group] ?? -1);
    return found;
  }, []);
  const row = { cells, ends };
  rows.set(states, row);
  return row;
}

/** Held levels count as reached. */
const REACHED: readonly FitKind[] = ['ready now', 'reachable', 'held', 'already passed'];

/** Whether a column is the first of its group. */
export const firstOfGroup = ({ view }: FitGrid, at: number): boolean =>
  view[at - 1]?.group !== view[at]?.group;

export interface Selected {
  readonly studentId: string;
  /** Index of the column; -1 for the first that the student can reach. */
  readonly at: number;
}

export const ORDERS = ['youngest first', 'by name', 'by level held', 'by instrument'] as const;
export type Order = (typeof ORDERS)[number];

export function sortedStudents(
  students: readonly Student[],
  order: Order,
  held: (student: Student) => number,
): Student[] {
  const by: Record<Order, (a: Student, b: Student) => number> = {
    // Those whose birth date nobody said come last.
    'youngest first': (a, b) => (b.birthDate ?? '').localeCompare(a.birthDate ?? '', 'en'),
    'by name': (a, b) => a.name.localeCompare(b.name, 'en'),
    'by level held': (a, b) => held(a) - held(b),
    'by instrument': (a, b) => a.instrument.localeCompare(b.instrument, 'en'),
  };
  return [...students].sort((a, b) => by[order](a, b) || a.name.localeCompare(b.name, 'en'));
}

const inFirstOrder = new WeakMap<Studio['students'], readonly Student[]>();
/** Those who are not archived, in the order first shown, so that the first cells worked out are in sight. */
export function firstOrder(students: Studio['students']): readonly Student[] {
  const known = inFirstOrder.get(students);
  if (known) return known;
  const here = [...students.values()].filter((each) => each.archivedOn === null);
  const sorted = sortedStudents(here, ORDERS[0], () => 0);
  inFirstOrder.set(students, sorted);
  return sorted;
}

export const figureOf = (state: FitState): string =>
  (state.kind === 'reachable' || state.kind === 'beyond') && state.weeks !== null ? String(state.weeks) : '';
