/**
 * Every way of counting an odd metre in groups of two and three, two neighbouring twos merged into four where that
 * leaves the groups fewer.
 * @param count - small pulses of the bar, 5 to 16
 * @example groupingsOf(7) // => [[2, 2, 3], [2, 3, 2], [3, 2, 2], [3, 4], [4, 3]]
 */
export function groupingsOf(count: number): number[][] {
  const plain = (left: number): number[][] =>
    left === 0
      ? [[]]
      : [2, 3]
          .filter((group) => group <= left)
          .flatMap((group) => plain(left - group).map((rest) => [group, ...rest]));
  const merged = (groups: readonly number[]): number[][] => {
    const at = groups.findIndex((group, index) => group === 2 && groups[index + 1] === 2);
    if (at < 0) return [];
    const four = [...groups.slice(0, at), 4, ...groups.slice(at + 2)];
    return [four, ...merged(four)];
  };
  const all = plain(count);
  const fours = all.flatMap(merged).filter((groups) => groups.some((group) => group === 3));
  const seen = new Map([...all, ...fours].map((groups) => [groups.join('+'), groups]));
  return [...seen.values()].sort((a, b) => b.length - a.length || (a.join() < b.join() ? -1 : 1));
}
