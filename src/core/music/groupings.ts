import { groupsKind } from './metre';

/**
 * Small pulses of the metres that are counted in groups of two and three: irregular ones, whatever note stands below.
 * @param metres - as printed: "7/8", "5/4", "3+2+2/8"
 * @returns counts of 5 to 16, each once
 */
export const countedOddly = (metres: readonly string[]): number[] => [
  ...new Set(
    metres.flatMap((printed) => {
      const [upper = '', lower = ''] = printed.split('/');
      const groups = upper.split('+').map(Number);
      const count = groups.reduce((sum, each) => sum + each, 0);
      return count >= 5 && count <= 16 && groupsKind(groups, Number(lower)) === 'irregular' ? [count] : [];
    }),
  ),
];

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
