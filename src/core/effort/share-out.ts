/**
 * An item without its visits: cumulative minutes above the visits. Index t is the end of period t - 1, so
 * there is one more entry than periods.
 */
export interface Corridor {
  readonly id: string;
  readonly floor: readonly number[];
  readonly low: Float64Array;
  readonly high: Float64Array;
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
  const least = corridors.map(({ low }, item) => Math.max(0, (low[at + 1] ?? 0) - (done[item] ?? 0)));
  const most = corridors.map(({ high }, item) =>
    Math.max(least[item] ?? 0, (high[at + 1] ?? 0) - (done[item] ?? 0)),
  );
  return fillBetween(room, pace, least, most);
}

/**
 * Amounts in proportion to `pace`, each kept between its least and its most, that add up to `room`.
 * The sum rises with the common scale in straight pieces; the scale is found by steps along them.
 * @returns null when no scale reaches the room
 */
function fillBetween(
  room: number,
  pace: readonly number[],
  least: readonly number[],
  most: readonly number[],
): number[] | null {
  const amount = (item: number, scale: number) =>
    Math.min(most[item] ?? 0, Math.max(least[item] ?? 0, (pace[item] ?? 0) * scale));
  let [under, over, scale] = [0, Infinity, 1];
  for (let step = 0; step < 64; step += 1) {
    let all = 0;
    let slope = 0;
    for (let item = 0; item < pace.length; item += 1) {
      const each = amount(item, scale);
      all += each;
      if (each > (least[item] ?? 0) && each < (most[item] ?? 0)) slope += pace[item] ?? 0;
    }
    const short = room - all;
    if (Math.abs(short) <= TINY * Math.max(1, room)) return pace.map((_, item) => amount(item, scale));
    if (short > 0) under = scale;
    else over = scale;
    // Along the straight piece where that stays between what was too little and too much; else halfway.
    const next = scale + short / slope;
    if (next > under && next < over) scale = next;
    else if (over === Infinity) scale *= 2;
    else scale = (under + over) / 2;
  }
  return null;
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
  // What is owed by an end, above the room there is until then, when `given` is given now.
  const excess = (given: readonly number[], end: number, room: number) => {
    let owed = 0;
    for (let item = 0; item < corridors.length; item += 1) {
      const left = (corridors[item]?.low[end + 1] ?? 0) - (done[item] ?? 0) - (given[item] ?? 0);
      if (left > 0) owed += left;
    }
    return owed - room;
  };
  // Limits that the even share breaks. The others hold at both ends of the mixture, so they hold between.
  const broken: { readonly end: number; readonly room: number }[] = [];
  let room = 0;
  for (let end = at + 1; end < above.length; end += 1) {
    room += above[end] ?? 0;
    if (excess(even, end, room) > TINY * Math.max(1, room)) broken.push({ end, room });
  }
  if (broken.length === 0) return [...even];
  let [good, bad] = [0, 1];
  for (let step = 0; step < 16; step += 1) {
    const middle = (good + bad) / 2;
    const given = mix(middle);
    if (broken.every((each) => excess(given, each.end, each.room) <= TINY * Math.max(1, each.room)))
      good = middle;
    else bad = middle;
  }
  return mix(good);
}
