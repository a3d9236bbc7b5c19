import { oneLine, severalLines } from '../plain-text';
import { agree, filledFrom, type Piece } from '../repertoire';
import type { Component, ComponentSource, Level } from '../requirements';
import { refuse, type Result } from '../result';
import { PIECE_COLUMNS, pieceOf, type BadRow, type PieceColumn } from './piece-table';
import type { ColumnMap, PastedTable } from './table';

/** Columns of one list: those of pieces, and the number printed in the list. */
export const LIST_COLUMNS = { ...PIECE_COLUMNS, number: ['number', 'no', 'nr', 'item'] } as const;
export type ListColumn = keyof typeof LIST_COLUMNS;
/** Columns of all lists of a requirement in one table. */
export const LISTS_COLUMNS = {
  level: ['level', 'grade', 'class'],
  list: ['list', 'component', 'group'],
  ...LIST_COLUMNS,
} as const;
export type ListsColumn = keyof typeof LISTS_COLUMNS;

/** A row of a list, in the place it belongs to. */
export interface ListedPiece {
  readonly levelId: string;
  readonly componentId: string;
  /** As printed; empty where there is none. */
  readonly number: string;
  readonly piece: Piece;
}
/** What of a requirement a row can name: its levels and their lists, also while it is being typed. */
export interface ListPlaces {
  readonly levels: readonly (Pick<Level, 'id' | 'name' | 'rank'> & {
    readonly components: readonly PlacedList[];
  })[];
}
type PlacedList = Pick<Component, 'id' | 'letter' | 'name'> & {
  readonly source: Pick<ComponentSource, 'kind'>;
};
export interface ReadLists {
  readonly items: readonly ListedPiece[];
  readonly bad: readonly BadRow[];
}

/**
 * Rows of a pasted table as pieces in lists. A piece the library has under the same title and composer is that piece where
 * nothing the row says speaks against it: what the row adds comes to it. Without a composer a title names no piece.
 * @param place - the list all rows belong to; null where each row names its level and its list
 */
export function readLists(
  table: PastedTable,
  map: ColumnMap<ListColumn> | ColumnMap<ListsColumn>,
  newId: (line: number) => string,
  library: Iterable<Piece>,
  set: ListPlaces,
  place: { readonly levelId: string; readonly componentId: string } | null,
): ReadLists {
  const known = new Map([...library].map((piece) => [keyOf(piece), piece]));
  const columns = map.columns as Readonly<Record<ListsColumn, number>>;
  const items: ListedPiece[] = [];
  const bad: BadRow[] = [];
  const seen = new Map<string, number>();
  for (const { line, cells } of table.rows.slice(map.header ? 1 : 0)) {
    const cell = (field: ListsColumn) => {
      const written = columns[field] < 0 ? '' : (cells[columns[field]] ?? '');
      return LINES.has(field) ? severalLines(written) : oneLine(written);
    };
    const where: Result<{ levelId: string; componentId: string }, string> = place
      ? { ok: true, value: place }
      : placeOf(set, cell('level'), cell('list'));
    if (!where.ok) {
      bad.push({ line, cells, why: where.why });
      continue;
    }
    const read = pieceOf(cell, newId(line));
    if (!read.ok) {
      bad.push({ line, cells, why: read.why });
      continue;
    }
    if (cell('number').length > 20) {
      bad.push({ line, cells, why: 'a number of more than 20 characters' });
      continue;
    }
    const key = keyOf(read.value);
    const before = known.get(key);
    const isKnown = before && read.value.composer !== '' && agree(before, read.value);
    const piece = isKnown ? filledFrom(before, { ...read.value, id: before.id }) : read.value;
    if (!before || isKnown) known.set(key, piece);
    const spot = `${where.value.levelId}/${where.value.componentId}/${key}`;
    const twin = seen.get(spot);
    if (twin !== undefined) {
      bad.push({ line, cells, why: `the same piece as line ${twin}` });
      continue;
    }
    seen.set(spot, line);
    items.push({ ...where.value, number: cell('number'), piece });
  }
  return { items, bad };
}

/** Cells that may hold several lines. */
const LINES: ReadonlySet<string> = new Set(['demands', 'parts', 'notes'] satisfies PieceColumn[]);
const plain = (text: string) => text.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
const keyOf = ({ title, composer }: Pick<Piece, 'title' | 'composer'>) =>
  `${plain(title)} / ${plain(composer)}`;

/** The level a row names, by its name or its place. */
const levelNamed = (set: ListPlaces, written: string): ListPlaces['levels'][number] | undefined =>
  set.levels.find(({ name }) => plain(name) === plain(written)) ??
  set.levels.find(({ rank }) => String(rank) === written);
const listNamed = (components: readonly PlacedList[], written: string): PlacedList | undefined =>
  components.find(
    ({ letter, name, source }) =>
      source.kind === 'list' && [plain(letter), plain(name)].includes(plain(written)),
  );

/** A list that rows name and the requirement does not have. */
export interface MissingList {
  /** Null where the level itself is missing. */
  readonly levelId: string | null;
  /** As written in the table. */
  readonly level: string;
  readonly list: string;
}

/** What rows with a title name of a requirement. */
export interface NamedLists {
  /** The lists it does not have, in the order of the table, each once. */
  readonly missing: readonly MissingList[];
  /** Ids of the levels it has and rows name. */
  readonly levels: ReadonlySet<string>;
}

export function namedLists(table: PastedTable, map: ColumnMap<ListsColumn>, set: ListPlaces): NamedLists {
  const found = new Map<string, MissingList>();
  const levels = new Set<string>();
  for (const { cells } of table.rows.slice(map.header ? 1 : 0)) {
    const cell = (field: 'level' | 'list' | 'title') =>
      map.columns[field] < 0 ? '' : oneLine(cells[map.columns[field]] ?? '');
    const [written, list] = [cell('level'), cell('list')];
    if (written === '' || list === '' || cell('title') === '') continue;
    const level = levelNamed(set, written);
    if (level) levels.add(level.id);
    if (level && listNamed(level.components, list)) continue;
    const key = `${level?.id ?? `/${plain(written)}`}/${plain(list)}`;
    if (!found.has(key)) found.set(key, { levelId: level?.id ?? null, level: written, list });
  }
  return { missing: [...found.values()], levels };
}

/** The list a row names: its level by name or place, its list by letter or name. */
function placeOf(
  set: ListPlaces,
  levelName: string,
  listName: string,
): Result<{ levelId: string; componentId: string }, string> {
  const level = levelNamed(set, levelName);
  if (!level)
    return refuse(
      `there is no level "${levelName}"; there are ${set.levels.map(({ name }) => name).join(', ')}`,
    );
  const lists = level.components.filter(({ source }) => source.kind === 'list');
  const component = listNamed(lists, listName);
  return component
    ? { ok: true, value: { levelId: level.id, componentId: component.id } }
    : refuse(`there is no list "${listName}" in ${level.name}; ${listsOf(lists)}`);
}

const listsOf = (lists: readonly PlacedList[]) =>
  lists.length === 0
    ? 'it has none'
    : `there are ${lists.map(({ letter, name }) => `${letter} ${name}`).join(', ')}`;
