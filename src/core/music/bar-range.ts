/** Printed bar numbers, both included. */
export interface BarRange {
  readonly from: number;
  readonly to: number;
}

/** "17–32", or "17" for one bar. */
export const formatBars = (range: BarRange): string =>
  range.from === range.to ? String(range.from) : `${range.from}–${range.to}`;

/** Reads "17–32", "17-32" or "17"; undefined when it is not a range of bars in rising order. */
export function parseBars(text: string): BarRange | undefined {
  const match = /^\s*(\d{1,5})\s*(?:[–-]\s*(\d{1,5})\s*)?$/.exec(text);
  if (!match) return undefined;
  const from = Number(match[1]);
  const to = match[2] === undefined ? from : Number(match[2]);
  return from <= to ? { from, to } : undefined;
}

export const coversBars = (outer: BarRange, inner: BarRange): boolean =>
  outer.from <= inner.from && inner.to <= outer.to;

/** The ranges with this one last, or without it where it is among them. */
export function withOrWithoutBars(ranges: readonly BarRange[], bars: BarRange): readonly BarRange[] {
  const others = ranges.filter(({ from, to }) => from !== bars.from || to !== bars.to);
  return others.length < ranges.length ? others : [...ranges, bars];
}

/** Numbers of bars in rising order as stretches. */
export function stretchesOf(bars: readonly number[]): BarRange[] {
  const found: { from: number; to: number }[] = [];
  for (const bar of bars) {
    const last = found.at(-1);
    if (last && last.to === bar - 1) last.to = bar;
    else found.push({ from: bar, to: bar });
  }
  return found;
}
