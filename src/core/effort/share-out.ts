/**
 * An item without its visits: cumulative minutes above the visits. Index t is the end of period t - 1, so
 * there is one more entry than periods.
 */
export interface Corridor {
  readonly id: string;
  readonly floor: readonly number[];
  readonly low: readonly number[];
  readonly high: readonly number[];
}

const TINY = 1e-9;
const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

/**
 * Shares each period's load among the items: visits, then what must be done by now, then at an even pace
 * for every item as far as all later limits can still be kept. The loads themselves are not changed.
 *
 * Giving the room to whichever item's limit comes first always keeps the later limits; the even pace is
 * mixed with it, as much as the limits allow. (The minutes still owed by any later period are a convex
 * function of what is given now, so the mixtures that keep the limits are one stretch.)
 * @param available - minutes of each period
 * @param load - minutes asked in each period, visits included: the profile of a feasible levelling
 * @returns minutes by item and period, in the order of the items
 */
export function shareOut(
  available: readonly number[],
  load: readonly number[],
  corridors: readonly Corridor[],
): { readonly id: string; readonly minutes: readonly number[] }[] {
  const done = corridors.map(() => 0);
  const rows = corridors.map((corridor) => [...corridor.floor]);
  const above = load.map((asked, at) => asked - sum(corridors.map((corridor) => corridor.floor[at] ?? 0)));
  load.forEach((_, at) => {
    const room = above[at] ?? 0;
    if (room <= TINY) return;
    const first = byLimit(room, at, done, corridors);
    const even = evenly(room, at, done, corridors, available);
    const given = even ? mixed(first, even, at, done, corridors, above) : first;
    given.forEach((minutes, item) => {
      const row = rows[item];
      if (row) row[at] = (row[at] ?? 0) + minutes;
      done[item] = (done[item] ?? 0) + minutes;
    });
  });
  return corridors.map((corridor, item) => ({ id: corridor.id, minutes: rows[item] ?? [] }));
}

/** What is owed by now, then to the item whose limit comes first (ties in item order). */
function byLimit(
  room: number,
  at: number,
  done: readonly number[],
  corridors: readonly Corridor[],
): number[] {
  const given = corridors.map(() => 0);
  let left = room;
  for (let limit = at + 1; limit < (corridors[0]?.low.length ?? 0) && left > 0; limit += 1)
    corridors.forEach(({ low, high }, item) => {
      const before = (done[item] ?? 0) + (given[item] ?? 0);
      const may = Math.min(low[limit] ?? 0, high[at + 1] ?? 0) - before;
      const minutes = limit === at + 1 ? Math.max(0, may) : Math.min(Math.max(0, may), Math.max(0, left));
      given[item] = (given[item] ?? 0) + minutes;
      left -= minutes;
    });
  return given;
}

/** Each item at the steadiest pace that keeps its own limits, all scaled to fill the room; null when they cannot. */
function evenly(
  room: number,
  at: number,
  done: readonly number[],
  corridors: readonly Corridor[],
  available: readonly number[],
): number[] | null {
  const pace = corridors.map(({ low }, item) => {
    let minutes = 0;
    let most = 0;
    for (let end = at; end < available.length; end += 1) {
      minutes += available[end] ?? 0;
      if (minutes > 0) most = Math.max(most, ((low[end + 1] ?? 0) - (done[item] ?? 0)) / minutes);
    }
    return most * (available[at] ?? 0);
  });
  const paced = (scale: number) =>
    corridors.map(({ low, high }, item) => {
      const must = Math.max(0, (low[at + 1] ?? 0) - (done[item] ?? 0));
      const may = Math.max(must, (high[at + 1] ?? 0) - (done[item] ?? 0));
      return Math.min(may, Math.max(must, (pace[item] ?? 0) * scale));
    });
  let [under, over] = [0, 1];
  while (sum(paced(over)) < room) {
    over *= 2;
    if (over > 1e6) return null;
  }
  for (let step = 0; step < 60; step += 1) {
    const middle = (under + over) / 2;
    if (sum(paced(middle)) < room) under = middle;
    else over = middle;
  }
  const given = paced(over);
  const rest = room - sum(given);
  const slack = given.findIndex((minutes) => minutes + rest >= 0);
  return given.map((minutes, item) => (item === slack ? minutes + rest : minutes));
}

/** The even share, or as much of it as leaves every later limit within reach of the later loads. */
function mixed(
  first: readonly number[],
  even: readonly number[],
  at: number,
  done: readonly number[],
  corridors: readonly Corridor[],
  above: readonly number[],
): number[] {
  const mix = (share: number) =>
    first.map((minutes, item) => minutes + ((even[item] ?? 0) - minutes) * share);
  const keeps = (given: readonly number[]) => {
    let room = 0;
    for (let end = at + 1; end < above.length; end += 1) {
      room += above[end] ?? 0;
      let owed = 0;
      for (let item = 0; item < corridors.length; item += 1)
        owed += Math.max(0, (corridors[item]?.low[end + 1] ?? 0) - (done[item] ?? 0) - (given[item] ?? 0));
      if (owed > room + TINY * Math.max(1, room)) return false;
    }
    return true;
  };
  if (keeps(even)) return [...even];
  let [good, bad] = [0, 1];
  for (let step = 0; step < 30; step += 1) {
    const middle = (good + bad) / 2;
    if (keeps(mix(middle))) good = middle;
    else bad = middle;
  }
  return mix(good);
}
