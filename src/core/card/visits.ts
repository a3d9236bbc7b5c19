import type { CalendarDay } from '../time';

/** The minutes of one item on each of its days, in order. */
export type Visits = readonly (readonly [day: CalendarDay, minutes: number])[];

/**
 * The minutes of a week as visits on days.
 * Minutes of an item are kept to the minute; visits to items differ by at most one where the days allow;
 * the visits of an item are spread over the week; a day never holds more than it has. What a week asks beyond its minutes
 * is left out: of the last items first, down to one visit, then those as well.
 * @param asked - whole minutes of each item
 * @param least - minutes below which a visit to an item is not cut, where those are not `blockMinutes`
 * @returns by item: its visits, and the minutes of it that are left out
 */
export function visitsOf(
  asked: readonly number[],
  days: readonly { readonly day: CalendarDay; readonly minutes: number }[],
  blockMinutes: number,
  least: readonly number[] = [],
): readonly { readonly visits: Visits; readonly leftOut: number }[] {
  const available = days.reduce((sum, { minutes }) => sum + minutes, 0);
  const wanted = withinMinutes(asked, available, blockMinutes);
  const open = days.filter(({ minutes }) => minutes > 0);
  const room = new Map(open.map(({ day, minutes }) => [day, minutes]));
  const visits = asked.map(() => new Map<CalendarDay, number>());
  const put = (item: number, day: CalendarDay, minutes: number) => {
    if (minutes <= 0) return;
    const own = visits[item];
    if (own) own.set(day, (own.get(day) ?? 0) + minutes);
    room.set(day, (room.get(day) ?? 0) - minutes);
  };
  const counts = visitCounts(wanted, open.length, blockMinutes, least);
  const order = wanted.map((_, item) => item).sort((a, b) => (wanted[b] ?? 0) - (wanted[a] ?? 0) || a - b);
  const left = [...wanted];
  for (const item of order) {
    const own = spread(counts[item] ?? 0, open, item, asked.length, room, blockMinutes);
    own.forEach((day, at) => {
      const even = Math.ceil((left[item] ?? 0) / (own.length - at));
      const minutes = Math.min(even, Math.max(0, room.get(day) ?? 0));
      put(item, day, minutes);
      left[item] = (left[item] ?? 0) - minutes;
    });
  }
  for (const item of order)
    if ((left[item] ?? 0) * 2 < blockMinutes && makeRoom(visits, item, left[item] ?? 0, room, blockMinutes))
      left[item] = 0;
  for (const item of order)
    while ((left[item] ?? 0) > 0 && open.length > 0) {
      const own = [...(visits[item]?.keys() ?? [])].filter((day) => (room.get(day) ?? 0) > 0);
      const free = own.length > 0 ? own : [...room.keys()].filter((day) => (room.get(day) ?? 0) > 0);
      const day = free.reduce((best, each) => ((room.get(each) ?? 0) > (room.get(best) ?? 0) ? each : best));
      const minutes = Math.min(left[item] ?? 0, room.get(day) ?? 0);
      put(item, day, minutes);
      left[item] = (left[item] ?? 0) - minutes;
    }
  return visits.map((own, item) => ({
    visits: [...own].sort(([a], [b]) => (a < b ? -1 : 1)),
    leftOut: (asked[item] ?? 0) - (wanted[item] ?? 0),
  }));
}

/**
 * Puts a few minutes to a visit an item has already, where another item of that day can have as many on a day of its own that
 * is not full: so that they make no visit by themselves.
 * @returns whether there was such a place
 */
function makeRoom(
  visits: readonly Map<CalendarDay, number>[],
  item: number,
  minutes: number,
  room: Map<CalendarDay, number>,
  blockMinutes: number,
): boolean {
  const own = visits[item];
  if (!own || minutes <= 0) return false;
  for (const day of own.keys())
    for (const other of visits) {
      const here = other.get(day) ?? 0;
      if (other === own || here - minutes < Math.min(here, blockMinutes)) continue;
      for (const [there, so] of other)
        if (there !== day && (room.get(there) ?? 0) >= minutes) {
          other.set(day, here - minutes).set(there, so + minutes);
          own.set(day, (own.get(day) ?? 0) + minutes);
          room.set(there, (room.get(there) ?? 0) - minutes);
          return true;
        }
    }
  return false;
}

/** Minutes cut to what there is: from the last item on, down to one visit each, then to nothing. */
function withinMinutes(asked: readonly number[], available: number, visit: number): number[] {
  const kept = [...asked];
  let over = kept.reduce((sum, minutes) => sum + minutes, 0) - available;
  for (const least of [visit, 0])
    for (let item = kept.length - 1; item >= 0 && over > 0; item -= 1) {
      const cut = Math.min(over, Math.max(0, (kept[item] ?? 0) - least));
      kept[item] = (kept[item] ?? 0) - cut;
      over -= cut;
    }
  return kept;
}

/** Whole minutes that add up to the rounded sum: the largest parts left over are rounded up (ties: first). */
export function wholeMinutes(values: readonly number[]): number[] {
  const floors = values.map((value) => Math.floor(value + 1e-9));
  const missing =
    Math.round(values.reduce((sum, value) => sum + value, 0)) - floors.reduce((a, b) => a + b, 0);
  const up = values
    .map((value, at) => ({ at, rest: value - (floors[at] ?? 0) }))
    .sort((a, b) => b.rest - a.rest || a.at - b.at)
    .slice(0, Math.max(0, missing))
    .map(({ at }) => at);
  return floors.map((value, at) => (up.includes(at) ? value + 1 : value));
}

/** Visits by item: one number for all, or one more for those with most minutes; never more than days. */
function visitCounts(
  wanted: readonly number[],
  days: number,
  blockMinutes: number,
  least: readonly number[],
): number[] {
  const busy = wanted.filter((minutes) => minutes > 0);
  const all = busy.reduce((sum, minutes) => sum + minutes, 0);
  if (busy.length === 0 || days === 0) return wanted.map(() => 0);
  const many = Math.floor(all / blockMinutes);
  const base = Math.min(days, Math.max(1, Math.floor(many / busy.length)));
  const extra = base < days ? Math.max(0, many - base * busy.length) : 0;
  const first = wanted
    .map((minutes, at) => ({ minutes, at }))
    .sort((a, b) => b.minutes - a.minutes || a.at - b.at)
    .slice(0, Math.min(extra, busy.length))
    .map(({ at }) => at);
  // No visit is shorter than a block.
  const most = (minutes: number, at: number) =>
    minutes > 0 ? Math.max(1, Math.floor(minutes / (least[at] ?? blockMinutes))) : 0;
  return wanted.map((minutes, at) => Math.min(most(minutes, at), base + (first.includes(at) ? 1 : 0)));
}

/** `count` of the open days, evenly apart; each item starts on another day; full days are passed over. */
function spread(
  count: number,
  open: readonly { readonly day: CalendarDay }[],
  item: number,
  items: number,
  room: ReadonlyMap<CalendarDay, number>,
  blockMinutes: number,
): CalendarDay[] {
  const withRoom = (least: number) =>
    open.map(({ day }) => day).filter((day) => (room.get(day) ?? 0) >= least);
  // A day with less than a block left is used where no other is.
  const days = [blockMinutes, 1, 0].map(withRoom).find((each) => each.length > 0) ?? [];
  const wanted = Math.min(count, days.length);
  const shift = item / Math.max(1, items);
  return Array.from(
    { length: wanted },
    (_, visit) => days[Math.floor(((visit + shift) * days.length) / wanted) % days.length],
  )
    .filter((day) => day !== undefined)
    .sort();
}
