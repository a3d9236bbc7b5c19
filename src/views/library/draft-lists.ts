import equal from 'fast-deep-equal';
import {
  cellsOf,
  LIST_COLUMNS,
  pieceOf,
  readLists,
  type ListColumn,
  type ListedPiece,
  type ListPlaces,
  type NamedLists,
} from '@/core/files';
import type { Piece } from '@/core/repertoire';
import type { Result } from '@/core/result';
import {
  blankComponent,
  blankLevel,
  type Draft,
  type DraftComponent,
  type DraftLevel,
  type DraftRow,
} from './draft';

const LETTERS = Array.from('ABCDEFGHIJKLMNOPQRSTUVWXYZ');

/** The first letter no component has. */
export const freeLetter = (components: readonly DraftComponent[]): string =>
  LETTERS.find((letter) => components.every((each) => each.letter !== letter)) ?? 'X';

/** The draft's levels and lists as rows can name them: a list goes by its place among the components. */
export const placesOf = (draft: Draft): ListPlaces => ({
  levels: draft.levels.map(({ id, name, rank, components }) => ({
    id,
    name,
    rank: Number(rank),
    components: components.map((component, at) => ({
      id: String(at),
      letter: component.letter,
      name: component.name,
      source: { kind: component.source },
    })),
  })),
});

/** Rows of a list in which something is typed. */
export const openRows = ({ typing }: DraftComponent): number =>
  Object.values(typing).filter((row) => Object.values(row).some((cell) => cell.trim() !== '')).length;

/** The rows with one as it is typed; null when it is done. */
export const withRow = (
  { typing }: DraftComponent,
  pieceId: string,
  row: DraftRow | null,
): DraftComponent['typing'] =>
  Object.fromEntries([
    ...Object.entries(typing).filter(([id]) => id !== pieceId),
    ...(row === null ? [] : [[pieceId, row] as const]),
  ]);

const changeComponent = (
  draft: Draft,
  levelId: string,
  at: number,
  change: (component: DraftComponent) => Partial<DraftComponent>,
): Draft => ({
  ...draft,
  levels: draft.levels.map((level) =>
    level.id !== levelId
      ? level
      : {
          ...level,
          components: level.components.map((component, place) =>
            place === at ? { ...component, ...change(component) } : component,
          ),
        },
  ),
});

/** The draft with pieces as they were typed; one that is as the library has it is none of its own. */
export const withPieces = (
  draft: Draft,
  pieces: readonly Piece[],
  library: ReadonlyMap<string, Piece>,
): Draft => ({
  ...draft,
  pieces: {
    ...draft.pieces,
    ...Object.fromEntries(
      pieces
        .filter((piece) => !equal(library.get(piece.id), piece))
        .map((piece) => {
          const own = draft.pieces[piece.id];
          return [piece.id, { piece, before: own ? own.before : (library.get(piece.id) ?? null) }];
        }),
    ),
  },
});

/** A list with pasted pieces; those it has stay before them, or make room. */
export function componentWith(
  component: DraftComponent,
  rows: readonly ListedPiece[],
  mode: 'add' | 'replace',
): Pick<DraftComponent, 'pieceIds' | 'numbers'> {
  const kept = mode === 'add' ? component.pieceIds : [];
  const pieceIds = [...new Set([...kept, ...rows.map(({ piece }) => piece.id)])];
  return {
    pieceIds,
    numbers: Object.fromEntries([
      ...Object.entries(component.numbers).filter(([id]) => pieceIds.includes(id)),
      ...rows.flatMap(({ number, piece }) => (number === '' ? [] : [[piece.id, number] as const])),
    ]),
  };
}

/**
 * The draft with pasted pieces in the lists their rows name; their `componentId` is the place of the list, as `placesOf` gives it.
 * @param mode - whether they come to what the lists have, or the lists they name become these alone
 * @param library - every piece there is, those of the draft among them
 */
export function withListed(
  draft: Draft,
  rows: readonly ListedPiece[],
  mode: 'add' | 'replace',
  library: ReadonlyMap<string, Piece>,
): Draft {
  const places = new Map(rows.map((row) => [`${row.levelId}/${row.componentId}`, row]));
  const listed = [...places.values()].reduce((before, { levelId, componentId }) => {
    const own = rows.filter((row) => row.levelId === levelId && row.componentId === componentId);
    return changeComponent(before, levelId, Number(componentId), (component) =>
      componentWith(component, own, mode),
    );
  }, draft);
  return withPieces(
    listed,
    rows.map(({ piece }) => piece),
    library,
  );
}

/** Pieces of the list at a place, as `placesOf` gives it. */
export function countIn(draft: Draft, levelId: string, at: string): number {
  const component = draft.levels.find(({ id }) => id === levelId)?.components[Number(at)];
  return component?.source === 'list' ? component.pieceIds.length : 0;
}

/** A level to come after the others: with the components of the last one, its lists empty. */
export function freshLevel(levels: readonly DraftLevel[], id: string, rank: number): DraftLevel {
  const blank = blankLevel(id, rank);
  const last = levels.at(-1);
  return last ? { ...blank, components: last.components.map(emptied), instruments: last.instruments } : blank;
}

const emptied = (component: DraftComponent): DraftComponent => ({
  ...component,
  id: '',
  pieceIds: [],
  numbers: {},
  typing: {},
});

/** A list of that letter or name, behind the lists there are. */
function withList(level: DraftLevel, written: string): DraftLevel {
  const { components } = level;
  const isLetter = written.length <= 3 && components.every(({ letter }) => letter !== written.toUpperCase());
  const made = isLetter
    ? blankComponent(written.toUpperCase())
    : { ...blankComponent(freeLetter(components)), name: written };
  const last = components.findLastIndex(({ source }) => source === 'list');
  return { ...level, components: components.toSpliced(last + 1, 0, made) };
}

/**
 * The draft with the levels and lists that rows name and it does not have. A level takes the components of the last level
 * there is, its lists empty; the untouched first level of a new requirement makes room for the first that is named.
 */
export function withMissing(
  draft: Draft,
  { missing, levels: named }: NamedLists,
  newId: () => string,
): Draft {
  const [only] = draft.levels;
  let levels = draft.levels;
  const made = new Map<string, string>();
  for (const { levelId, level: written, list } of missing) {
    let id = levelId ?? made.get(written.toLowerCase());
    if (id === undefined) {
      const isUntouched =
        levels.length === 1 &&
        only !== undefined &&
        levels[0] === only &&
        isBlank(only) &&
        !named.has(only.id);
      id = isUntouched ? only.id : newId();
      const others = isUntouched ? [] : levels;
      const fresh = {
        ...freshLevel(others, id, rankFor(written, others)),
        name: /^\d+$/.test(written) ? `Level ${written}` : written,
        ...(isUntouched && { components: [] }),
      };
      levels = isUntouched ? [fresh] : [...levels, fresh];
      made.set(written.toLowerCase(), id);
    }
    const at = levels.findIndex((each) => each.id === id);
    const level = levels[at];
    const isThere = level?.components.some(
      ({ source, letter, name }) =>
        source === 'list' && [letter.toLowerCase(), name.toLowerCase()].includes(list.toLowerCase()),
    );
    if (level && isThere !== true) levels = levels.with(at, withList(level, list));
  }
  return { ...draft, levels };
}

/** The figure a level is named by, where no other level has that place; else the next one. */
function rankFor(written: string, levels: readonly DraftLevel[]): number {
  const ranks = levels.map(({ rank }) => Number(rank) || 0);
  const figure = Number(/(\d{1,2})\D*$/.exec(written)?.[1] ?? 0);
  return figure >= 1 && figure <= 50 && !ranks.includes(figure)
    ? figure
    : Math.min(50, 1 + Math.max(0, ...ranks));
}

const isBlank = (level: DraftLevel): boolean =>
  JSON.stringify({ ...level, id: '' }) === JSON.stringify(blankLevel('', 1));

/** The cells of a piece of a list, as its row is opened to be changed. */
export const rowOf = (piece: Piece, number: string | undefined): DraftRow => ({
  ...cellsOf(piece),
  number: number ?? '',
});

/** The piece a row describes in place of the one there was: its id, its score and what no column says stay. */
export function changedPiece(piece: Piece, row: DraftRow): Result<Piece, string> {
  const read = pieceOf((column) => (row[column] ?? '').trim(), piece.id);
  return read.ok
    ? {
        ok: true,
        value: {
          ...(piece.scoreId !== undefined && { scoreId: piece.scoreId }),
          ...(piece.work !== undefined && { work: piece.work }),
          ...(piece.wellKnown !== undefined && { wellKnown: piece.wellKnown }),
          ...read.value,
        },
      }
    : read;
}

/**
 * The piece a typed row names, or describes.
 * @returns what is wrong with the row, where something is
 */
export function typedPiece(
  row: DraftRow,
  newId: () => string,
  library: Iterable<Piece>,
): Result<ListedPiece, string> {
  const columns = Object.keys(LIST_COLUMNS) as ListColumn[];
  const place = { levelId: '', componentId: '' };
  const { items, bad } = readLists(
    {
      rows: [{ line: 1, cells: columns.map((column) => row[column] ?? '') }],
      columns: columns.length,
      leftOut: 0,
    },
    {
      header: false,
      columns: Object.fromEntries(columns.map((column, at) => [column, at])) as Record<ListColumn, number>,
    },
    newId,
    library,
    { levels: [] },
    place,
  );
  const [item] = items;
  return item ? { ok: true, value: item } : { ok: false, why: bad[0]?.why ?? '' };
}
