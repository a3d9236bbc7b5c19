import { serving, type Loads } from '../effort';
import { weekDone } from './week-done';

/** Up to so many items every order is tried; with more, orders in which one item stands elsewhere. */
const ALL_ORDERS = 6;
/** Orders looked at with more items. */
const MOST_ORDERS = 40;

/**
 * The minutes of each item by week, in the serving order with which the fewest gates are more than a lesson hears; of
 * equals the first, counted from the order given.
 * @param ends - of each item, minutes done by the end of each stage
 * @param setIn - of each item, the week that holds the day its teacher has set for each stage; null for a gate that
 * follows the plan, -1 for a day after the last week
 * @param heard - gates of one lesson
 */
export function servedSo(
  { load, corridors }: Pick<Loads, 'load' | 'corridors'>,
  ends: readonly (readonly number[])[],
  setIn: readonly (readonly (number | null)[])[],
  heard: number,
): readonly (readonly number[])[] {
  const given = corridors.map((_, at) => at);
  let best = { over: Infinity, order: given, rows: [] as number[][] };
  const serve = serving(load, corridors);
  const look = (order: readonly number[]): boolean => {
    const rows = serve(order);
    const over = gatesOver(rows, ends, setIn, heard);
    const isBetter = over < best.over;
    if (isBetter) best = { over, order: [...order], rows };
    return isBetter;
  };
  look(given);
  // What is only visited has the same minutes in every order.
  const working = given.filter((at) => (corridors[at]?.low.at(-1) ?? 0) > 0);
  if (working.length <= ALL_ORDERS) {
    for (const order of ordersOf(working)) {
      if (best.over === 0) break;
      look(order);
    }
    return best.rows;
  }
  let looks = 1;
  for (let improved = true; improved && best.over > 0;) {
    improved = false;
    const from = best.order;
    search: for (const at of from.keys())
      for (const to of from.keys()) {
        if (at === to || at === to + 1) continue;
        if (best.over === 0 || looks >= MOST_ORDERS) break search;
        looks += 1;
        const order = from.toSpliced(at, 1).toSpliced(to, 0, from[at] as number);
        if (look(order)) {
          improved = true;
          break search;
        }
      }
  }
  return best.rows;
}

/** Gates beyond what the lessons hear. What ends in the last week is heard by the panel, in no lesson. */
export function gatesOver(
  rows: readonly (readonly number[])[],
  ends: readonly (readonly number[])[],
  setIn: readonly (readonly (number | null)[])[],
  heard: number,
): number {
  const weeks = rows[0]?.length ?? 0;
  const inLesson = new Array<number>(weeks + 1).fill(0);
  for (const [item, row] of rows.entries())
    for (const [stage, end] of (ends[item] ?? []).entries()) {
      const set = setIn[item]?.[stage] ?? null;
      const lesson = set ?? weekDone(row, end) + 1;
      if (lesson >= 0 && lesson < weeks) inLesson[lesson] = (inLesson[lesson] ?? 0) + 1;
    }
  return inLesson.reduce((sum, gates) => sum + Math.max(0, gates - heard), 0);
}

/** Every order of some things, the order given first. */
function* ordersOf(things: readonly number[]): Generator<number[]> {
  if (things.length <= 1) {
    yield [...things];
    return;
  }
  for (const [at, first] of things.entries())
    for (const rest of ordersOf(things.toSpliced(at, 1))) yield [first, ...rest];
}
