import type { RequirementSet } from './with-rules';

/** Where a piece stands in a set: in a list of a level, or graded in the catalogue. */
export interface Place {
  readonly levelName: string;
  readonly list: string;
  readonly rank: number;
}
export interface EditionDifference {
  readonly pieceId: string;
  readonly kind: 'added' | 'withdrawn' | 'moved';
  readonly from: readonly Place[];
  readonly to: readonly Place[];
}

/** Every place of every piece the set lists or grades, by piece id. */
export function placesOf(set: RequirementSet): Map<string, Place[]> {
  const places = new Map<string, Place[]>();
  const add = (pieceId: string, place: Place) => places.set(pieceId, [...(places.get(pieceId) ?? []), place]);
  for (const level of set.levels)
    for (const { letter, source } of level.components)
      if (source.kind === 'list')
        for (const id of source.pieceIds) add(id, { levelName: level.name, list: letter, rank: level.rank });
  for (const { pieceId, rank } of set.catalogue)
    add(pieceId, { levelName: `grade ${rank}`, list: 'catalogue', rank });
  return places;
}

/** Pieces that came, went or stand elsewhere in the later edition, in that order, then by the order of the sets. */
export function editionDifferences(before: RequirementSet, after: RequirementSet): EditionDifference[] {
  const [old, now] = [placesOf(before), placesOf(after)];
  const text = (places: readonly Place[]) =>
    places
      .map(({ levelName, list }) => `${levelName}/${list}`)
      .sort()
      .join();
  const of = (kind: EditionDifference['kind'], ids: readonly string[]) =>
    ids.map((pieceId) => ({ pieceId, kind, from: old.get(pieceId) ?? [], to: now.get(pieceId) ?? [] }));
  return [
    ...of(
      'added',
      [...now.keys()].filter((id) => !old.has(id)),
    ),
    ...of(
      'withdrawn',
      [...old.keys()].filter((id) => !now.has(id)),
    ),
    ...of(
      'moved',
      [...now]
        .filter(([id, places]) => old.has(id) && text(old.get(id) ?? []) !== text(places))
        .map(([id]) => id),
    ),
  ];
}

/** The edition that came before one of the same family and instrument; undefined for the first. */
export const editionBefore = (
  set: RequirementSet,
  sets: Iterable<RequirementSet>,
): RequirementSet | undefined =>
  [...sets]
    .filter(
      (each) =>
        each.id !== set.id &&
        each.family === set.family &&
        each.instrument === set.instrument &&
        each.edition.from < set.edition.from,
    )
    .sort((a, b) => (a.edition.from < b.edition.from ? 1 : -1))[0];
