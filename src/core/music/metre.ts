/** A time signature: 6/8 is { upper: 6, lower: 8 }. */
export interface Metre {
  readonly upper: number;
  readonly lower: number;
}
export type MetreKind = 'simple' | 'compound' | 'irregular';

/** Reads "6/8"; undefined for anything else, "unbarred" included. */
export function parseMetre(text: string): Metre | undefined {
  const match = /^\s*(\d{1,2})\s*\/\s*(1|2|4|8|16|32)\s*$/.exec(text);
  return match && Number(match[1]) > 0 ? { upper: Number(match[1]), lower: Number(match[2]) } : undefined;
}

/** The same for a metre written in groups: "2+2+3" over 8 is irregular, "3+3" over 8 compound. */
export function groupsKind(groups: readonly number[], lower: number): MetreKind {
  const upper = groups.reduce((sum, group) => sum + group, 0);
  const [first] = groups;
  return groups.length > 1 && groups.some((group) => group !== first)
    ? 'irregular'
    : metreKind({ upper, lower });
}

/** Compound: the beat divides in three (6, 9, 12 above). Irregular: 5, 7, 8/8-like sums are named by 5, 7, 10, 11 … */
export function metreKind({ upper }: Metre): MetreKind {
  if (upper > 3 && upper % 3 === 0) return 'compound';
  return [1, 2, 3, 4, 8].includes(upper) ? 'simple' : 'irregular';
}
