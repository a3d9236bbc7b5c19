import { parseMetre, groupsKind, type MetreKind } from '../music';
import type { Piece } from '../repertoire';
import type { CrosswalkPlace, CrosswalkRow } from '../requirements';

/** A piece on the shelf with its places in all sets, as printed. */
export interface ShelfItem {
  readonly piece: Piece;
  readonly places: readonly CrosswalkPlace[];
  /** The lowest of its places on the common scale, for the order alone; Infinity where no set places it. */
  readonly low: number;
  /** Its demands in lower case. */
  readonly asks: readonly string[];
}
export type Shelf = ReadonlyMap<string, ShelfItem>;

/** What is asked of the shelf; null and an empty list ask for nothing. */
export interface ShelfQuery {
  readonly setId: string | null;
  /** In the chosen set. */
  readonly levelName: string | null;
  readonly list: string | null;
  /** Of a set that places the piece. */
  readonly instrument: string | null;
  /** All of them. */
  readonly demands: readonly string[];
  /** A kind of metre, or a metre as printed: "compound", "2+3/8". */
  readonly metre: string | null;
  readonly key: string | null;
  readonly period: string | null;
  readonly character: string | null;
  readonly longest: number | null;
  /** At most so many demands that the student has not; seen only with `had`. */
  readonly newAtMost: number | null;
  readonly near: { readonly pieceId: string; readonly as: Relation } | null;
}
export const ANY_PIECE: ShelfQuery = {
  setId: null,
  levelName: null,
  list: null,
  instrument: null,
  demands: [],
  metre: null,
  key: null,
  period: null,
  character: null,
  longest: null,
  newAtMost: null,
  near: null,
};
export const RELATIONS = ['prepares for', 'follows from'] as const;
export type Relation = (typeof RELATIONS)[number];

/** @param rows - the places of each piece, as `crosswalk` gives them */
export function openShelf(pieces: ReadonlyMap<string, Piece>, rows: readonly CrosswalkRow[]): Shelf {
  const places = new Map(rows.map((row) => [row.pieceId, row.places]));
  return new Map(
    [...pieces.values()].map((piece) => {
      const own = places.get(piece.id) ?? [];
      const low = own.reduce((least, { common }) => Math.min(least, common), Infinity);
      return [
        piece.id,
        { piece, places: own, low, asks: piece.demands.map((demand) => demand.toLowerCase()) },
      ];
    }),
  );
}

/** Simple, compound or irregular, of a metre as printed; groups are counted together. Null where it is none of these. */
export function metreKindOf(printed: string): MetreKind | null {
  const [, upper = '', lower = ''] = /^([\d\s+]+)\/(\s*\d+)\s*$/.exec(printed) ?? [];
  const groups = upper
    .split('+')
    .map(Number)
    .filter((group) => group > 0);
  const metre = parseMetre(`${groups.reduce((sum, each) => sum + each, 0)}/${lower}`);
  return metre ? groupsKind(groups, metre.lower) : null;
}

/** By level, then title: the order of a shelf that nothing is looked for on. */
export const inOrder = (shelf: Shelf): ShelfItem[] =>
  [...shelf.values()].sort(
    (a, b) =>
      (a.low === b.low ? 0 : a.low - b.low) ||
      (a.piece.title < b.piece.title ? -1 : a.piece.title > b.piece.title ? 1 : 0) ||
      (a.piece.id < b.piece.id ? -1 : 1),
  );

/** Demands of a piece that the student has not met the skill for. @param had - names in lower case */
export const newDemands = (piece: Piece, had: ReadonlySet<string>): string[] =>
  piece.demands.filter((demand) => !had.has(demand.toLowerCase()));

/**
 * The pieces that answer the query, in the order given.
 * @param items - those to look through, as a search of words or `inOrder` gives them
 * @param had - demands the student has, in lower case; null when no student is looked at
 * @param instruments - the instrument of each set by its id
 */
export function matching(
  items: readonly ShelfItem[],
  query: ShelfQuery,
  shelf: Shelf,
  had: ReadonlySet<string> | null,
  instruments: ReadonlyMap<string, string>,
): readonly ShelfItem[] {
  const isPlain = Object.entries(query).every(
    ([name, value]) => value === null || name === 'demands' || (name === 'newAtMost' && had === null),
  );
  if (isPlain && query.demands.length === 0) return items;
  const target = query.near ? shelf.get(query.near.pieceId) : undefined;
  const kinds = new Map<string, MetreKind | null>();
  const kindOf = (metre: string) => {
    const kind = kinds.get(metre) ?? metreKindOf(metre);
    kinds.set(metre, kind);
    return kind;
  };
  const placed = ({ places }: ShelfItem) =>
    places.some(
      (place) =>
        (query.setId === null || place.setId === query.setId) &&
        (query.levelName === null || place.levelName === query.levelName) &&
        (query.list === null || place.list === query.list) &&
        (query.instrument === null || instruments.get(place.setId) === query.instrument),
    );
  const asksForPlace =
    query.setId !== null || query.levelName !== null || query.list !== null || query.instrument !== null;
  return items.filter((item) => {
    const { piece } = item;
    return (
      (!asksForPlace || placed(item)) &&
      query.demands.every((demand) => piece.demands.includes(demand)) &&
      (query.metre === null ||
        piece.metre === query.metre ||
        (piece.metre !== null && kindOf(piece.metre) === query.metre)) &&
      (query.key === null || piece.key === query.key) &&
      (query.period === null || piece.period === query.period) &&
      (query.character === null || piece.character === query.character) &&
      (query.longest === null || (piece.seconds !== null && piece.seconds <= query.longest)) &&
      (query.newAtMost === null ||
        had === null ||
        item.asks.filter((demand) => !had.has(demand)).length <= query.newAtMost) &&
      (!query.near ||
        (target !== undefined &&
          (query.near.as === 'prepares for' ? leadsTo(item, target) : leadsTo(target, item))))
    );
  });
}

/** Demands two pieces have in common. */
export const sharedDemands = (a: Piece, b: Piece): string[] =>
  a.demands.filter((demand) => b.demands.includes(demand));

/**
 * Pieces that the given one prepares for, or follows from: those that share most with it first, of those the nearest
 * by level.
 */
export function related(shelf: Shelf, pieceId: string, as: Relation, most: number): ShelfItem[] {
  const one = shelf.get(pieceId);
  if (!one) return [];
  return [...shelf.values()]
    .filter((other) => (as === 'prepares for' ? leadsTo(one, other) : leadsTo(other, one)))
    .map((item) => ({
      item,
      shared: sharedDemands(one.piece, item.piece).length,
      apart: Number.isFinite(one.low - item.low) ? Math.abs(one.low - item.low) : Infinity,
    }))
    .sort((a, b) => b.shared - a.shared || (a.apart === b.apart ? 0 : a.apart - b.apart))
    .slice(0, most)
    .map(({ item }) => item);
}

/**
 * Whether the first piece prepares for the second: they share a demand, and the first stands lower in a set that places
 * both. Where no set does, the one that asks for less stands lower.
 */
export function leadsTo(first: ShelfItem, second: ShelfItem): boolean {
  if (first.piece.id === second.piece.id || sharedDemands(first.piece, second.piece).length === 0)
    return false;
  let both = false;
  for (const a of first.places)
    for (const b of second.places)
      if (a.family === b.family) {
        if (a.rank < b.rank) return true;
        both = true;
      }
  return !both && first.piece.demands.length < second.piece.demands.length;
}

/** Values of a facet with the number of pieces of each, most first. */
export function countsOf(
  items: readonly ShelfItem[],
  valuesOf: (item: ShelfItem) => readonly (string | null)[],
): readonly { readonly value: string; readonly count: number }[] {
  const counts = new Map<string, number>();
  for (const item of items)
    for (const value of valuesOf(item)) if (value !== null) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts]
    .map(([value, count]) => ({ value, count }))
    .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
}
