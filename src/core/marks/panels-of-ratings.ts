import type { MarkScheme } from './scheme';

/** The place of a panel of ratings in a table: their ids in the order of the scheme's awards. */
export const panelKey = (scheme: Pick<MarkScheme, 'awards'>, ratings: readonly string[]): string =>
  scheme.awards.flatMap(({ id }) => ratings.filter((rating) => rating === id)).join(' + ');

/** Every panel of so many ratings, in any order, each once: what a complete table has a row for. */
export function panelsOf(ratings: readonly string[], judges: number): string[][] {
  if (judges === 0) return [[]];
  return ratings.flatMap((rating, at) =>
    panelsOf(ratings.slice(at), judges - 1).map((rest) => [rating, ...rest]),
  );
}
