import { commonLevel, type CommonLevels } from './common-level';
import { placesOf, type Place } from './edition';
import type { RequirementSet } from './with-rules';

/** Where one set puts a piece, its level as printed. `common` is its place on the teacher's own scale. */
export interface CrosswalkPlace extends Place {
  readonly setId: string;
  readonly family: string;
  readonly common: number;
}
export interface CrosswalkRow {
  readonly pieceId: string;
  /** In the order of the sets, then of their levels. */
  readonly places: readonly CrosswalkPlace[];
  /** Common levels between the lowest and the highest place; 0 where all agree or one set alone has it. */
  readonly spread: number;
}

/**
 * Every placed piece with its places in all sets side by side. Levels are looked up, never interpolated; the common
 * scale only says how far they are apart.
 * @returns the widest apart first, then by the order in which the sets name them
 */
export function crosswalk(sets: Iterable<RequirementSet>, table: CommonLevels): CrosswalkRow[] {
  const rows = new Map<string, CrosswalkPlace[]>();
  for (const set of sets)
    for (const [pieceId, places] of placesOf(set))
      rows.set(pieceId, [
        ...(rows.get(pieceId) ?? []),
        ...places.map((place) => ({
          ...place,
          setId: set.id,
          family: set.family,
          common: commonLevel(table, set.family, place.rank),
        })),
      ]);
  return [...rows]
    .map(([pieceId, places]) => {
      const levels = places.map(({ common }) => common);
      return { pieceId, places, spread: Math.max(...levels) - Math.min(...levels) };
    })
    .sort((a, b) => b.spread - a.spread);
}

/** Levels of each family by rank, with the name of the first set that has them; for the table of common levels. */
export function familyLevels(sets: Iterable<RequirementSet>): {
  readonly family: string;
  readonly levels: readonly { readonly rank: number; readonly name: string }[];
}[] {
  const families = new Map<string, Map<number, string>>();
  for (const set of sets) {
    const levels = families.get(set.family) ?? new Map<number, string>();
    for (const { rank, name } of set.levels) if (!levels.has(rank)) levels.set(rank, name);
    for (const { rank } of set.catalogue) if (!levels.has(rank)) levels.set(rank, `grade ${rank}`);
    families.set(set.family, levels);
  }
  return [...families].map(([family, levels]) => ({
    family,
    levels: [...levels].map(([rank, name]) => ({ rank, name })).sort((a, b) => a.rank - b.rank),
  }));
}
