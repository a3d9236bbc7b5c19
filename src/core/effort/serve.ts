import type { Corridor } from './share-out';

const TINY = 1e-9;

/** Minutes by item and period, in the order of the items, when the items are served in an order: indexes, each once. */
export type Serve = (order: readonly number[]) => number[][];

/**
 * Shares each period's load among the items by an order: visits and what is due first, then to the first item as much as
 * it may have while all later limits can still be kept, then to the second, and so on. The loads are not changed.
 *
 * Giving the room to whichever limit comes first always keeps the later ones; so an item may have so much that the others,
 * served by their limits from what is left, still owe no more by any later end than the loads until then.
 * Cost: O(periods^2 x items) an order, without anything new in memory but the answer.
 * @param load - minutes asked in each period, visits included: the profile of a feasible levelling
 */
export function serving(load: readonly number[], corridors: readonly Corridor[]): Serve {
  const periods = load.length;
  const ends = periods + 1;
  const lows = Float64Array.from(corridors.flatMap(({ low }) => [...low]));
  const highs = Float64Array.from(corridors.flatMap(({ high }) => [...high]));
  const above = Float64Array.from(
    load.map((asked, at) => asked - corridors.reduce((sum, { floor }) => sum + (floor[at] ?? 0), 0)),
  );
  const done = new Float64Array(corridors.length);
  // By each end after a period: what each item owes, all of it, how much of that can be done now, and what is owed for good.
  const needs = new Float64Array(corridors.length * ends);
  const owed = new Float64Array(ends);
  const doable = new Float64Array(ends);
  const slack = new Float64Array(ends);

  const prepare = (at: number, order: readonly number[]) => {
    let room = 0;
    for (let end = at + 1; end < ends; end += 1) {
      if (end > at + 1) room += above[end - 1] ?? 0;
      slack[end] = room;
      owed[end] = 0;
      doable[end] = 0;
    }
    for (const item of order) {
      const row = item * ends;
      const begun = done[item] ?? 0;
      const may = Math.max(0, (highs[row + at + 1] ?? 0) - begun);
      for (let end = at + 1; end < ends; end += 1) {
        const need = Math.max(0, (lows[row + end] ?? 0) - begun);
        needs[row + end] = need;
        owed[end] = (owed[end] ?? 0) + need;
        doable[end] = (doable[end] ?? 0) + (need < may ? need : may);
      }
    }
  };

  /** The most an item may have, with `left` minutes for it and those after it; they are then told of it. */
  const take = (at: number, item: number, left: number): number => {
    const row = item * ends;
    const may = Math.max(0, (highs[row + at + 1] ?? 0) - (done[item] ?? 0));
    let most = may < left ? may : left;
    for (let end = at + 1; end < ends; end += 1) {
      const need = needs[row + end] ?? 0;
      owed[end] = (owed[end] ?? 0) - need;
      doable[end] = (doable[end] ?? 0) - (need < may ? need : may);
      // Beyond its own need and what the others cannot use now, each minute is one that they owe later.
      const free = Math.max(need, left - (doable[end] ?? 0), (slack[end] ?? 0) - (owed[end] ?? 0) + left);
      if (free < most) most = free;
    }
    for (let end = at + 1; end < ends; end += 1) {
      const need = needs[row + end] ?? 0;
      if (need > most) slack[end] = (slack[end] ?? 0) - (need - most);
    }
    return most;
  };

  return (order) => {
    const rows = corridors.map(({ floor }) => [...floor]);
    done.fill(0);
    for (let at = 0; at < periods; at += 1) {
      let left = above[at] ?? 0;
      if (left <= TINY) continue;
      prepare(at, order);
      for (const item of order) {
        const most = take(at, item, left);
        left -= most;
        done[item] = (done[item] ?? 0) + most;
        const row = rows[item];
        if (row) row[at] = (row[at] ?? 0) + most;
      }
    }
    return rows;
  };
}
