import { barOfMeasure, type Layout } from './bars';
import type { Jump } from './roadmap';

/** A leap of the playing order as something to practise: bars up to it and bars after it, indexes into the layout's. */
export interface JumpDrill {
  readonly why: Jump['why'];
  readonly lead: readonly number[];
  readonly landing: readonly number[];
  /** How often the order makes this leap. */
  readonly times: number;
}

/** Bars practised on each side of a leap. */
const EACH_SIDE = 2;

/** Each leap once, in the order in which it is first made. */
export function jumpDrills(
  { order, jumps }: { readonly order: readonly number[]; readonly jumps: readonly Jump[] },
  layout: Pick<Layout, 'bars'>,
): JumpDrill[] {
  const barOf = barOfMeasure(layout);
  const played = order.map((index) => barOf[index] ?? 0);
  const found = new Map<string, JumpDrill>();
  for (const { at, from, to, why } of jumps) {
    const name = `${from} ${to}`;
    const known = found.get(name);
    if (known) {
      found.set(name, { ...known, times: known.times + 1 });
      continue;
    }
    const lead = [...new Set(played.slice(0, at).reverse())].slice(0, EACH_SIDE).reverse();
    const landing = [...new Set(played.slice(at))].slice(0, EACH_SIDE);
    found.set(name, { why, lead, landing, times: 1 });
  }
  return [...found.values()];
}
