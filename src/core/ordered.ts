/**
 * The same in order, as a list of its own only where it was in another. Things that are equal stay as they stood.
 * @param compare - negative where the first comes before the second
 */
export function ordered<T>(list: readonly T[], compare: (a: T, b: T) => number): readonly T[] {
  for (let at = 1; at < list.length; at += 1)
    if (compare(list[at - 1] as T, list[at] as T) > 0) return [...list].sort(compare);
  return list;
}
