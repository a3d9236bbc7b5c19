import type { FitCell, FitColumn, FitState } from '@/core/fit';
import type { FitGroup } from '@/core/register';
import type { Student } from '@/core/students';

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
      short: /\d+/.exec(name)?.[0] ?? name.split(/[ ,]/)[0] ?? name,
      rank,
      members: members.map((column) => ({ column, at: columns.push(column) - 1 })),
    })),
  );
  return { columns, view };
}

/** A cell of the picture: the member whose instrument fits, or the first one's refusal. Null while it is computed. */
export interface ViewCell {
  readonly column: FitColumn;
  readonly state: FitState | null;
}
export function cellAt(states: ReadonlyMap<number, FitState> | undefined, { members }: ViewColumn): ViewCell {
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

/** States by row and column, for quick looking up. */
export function statesOf(cells: readonly FitCell[]): Map<number, Map<number, FitState>> {
  const rows = new Map<number, Map<number, FitState>>();
  for (const { row, column, state } of cells) {
    const states = rows.get(row) ?? new Map<number, FitState>();
    states.set(column, state);
    rows.set(row, states);
  }
  return rows;
}

/** The last column of a group that a student reaches by its session, held levels counted; -1 for none. */
export const reachOf = (
  view: readonly ViewColumn[],
  group: number,
  stateAt: (at: number) => FitState | null,
): number =>
  view.findLastIndex(
    (column, at) =>
      column.group === group &&
      ['ready now', 'reachable', 'held', 'past it'].includes(stateAt(at)?.kind ?? ''),
  );

export const ORDERS = ['youngest first', 'by name', 'by level held', 'by instrument'] as const;
export type Order = (typeof ORDERS)[number];

export function sortedStudents(
  students: readonly Student[],
  order: Order,
  held: (student: Student) => number,
): Student[] {
  const by: Record<Order, (a: Student, b: Student) => number> = {
    'youngest first': (a, b) => (a.birthDate < b.birthDate ? 1 : -1),
    'by name': (a, b) => a.name.localeCompare(b.name, 'en'),
    'by level held': (a, b) => held(a) - held(b),
    'by instrument': (a, b) => a.instrument.localeCompare(b.instrument, 'en'),
  };
  return [...students].sort((a, b) => by[order](a, b) || a.name.localeCompare(b.name, 'en'));
}

export const figureOf = (state: FitState): string =>
  (state.kind === 'reachable' || state.kind === 'beyond') && state.weeks !== null ? String(state.weeks) : '';
