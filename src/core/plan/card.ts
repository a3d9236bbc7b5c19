import type { Stage } from '../effort';
import { tempoAt } from '../music';
import type { CalendarDay } from '../time';
import type { Plan, PlanItem } from './plan';
import { stageTask, type StageTask } from './stage-task';

/** One visit to one item on one day. */
export interface CardBlock {
  readonly day: CalendarDay;
  readonly minutes: number;
  readonly stage: Stage;
  readonly task: StageTask;
  /** Tempo to practise at, in the piece's unit; null without one. */
  readonly tempo: number | null;
}
export interface CardRow {
  readonly item: PlanItem;
  readonly blocks: readonly CardBlock[];
  readonly minutes: number;
}
export interface CardDay {
  readonly day: CalendarDay;
  readonly asked: number;
  readonly available: number;
}
export interface PracticeCard {
  readonly days: readonly CardDay[];
  readonly rows: readonly CardRow[];
  readonly minutes: number;
  readonly available: number;
  /** What the plan asks of the week beyond the minutes there are. */
  readonly leftOut: readonly { readonly item: PlanItem; readonly minutes: number }[];
}

/**
 * The week's minutes as whole blocks on days.
 * Minutes of an item are kept to the minute; visits to items differ by at most one where the days allow;
 * the visits of an item are spread over the week; a day never holds more than it has. What a week asks beyond its minutes
 * is left out: of the last items first, down to one visit, then those as well.
 * @param week - index into `plan.weeks`
 * @throws RangeError for a week the plan does not have
 */
export function practiceCard(plan: Plan, week: number): PracticeCard {
  const cards = known.get(plan) ?? new Map<number, PracticeCard>();
  known.set(plan, cards);
  const card = cards.get(week) ?? cardOf(plan, week);
  cards.set(week, card);
  return card;
}
/** A plan is never changed: each of its cards is worked out once. */
const known = new WeakMap<Plan, Map<number, PracticeCard>>();

function cardOf(plan: Plan, week: number): PracticeCard {
  const planned = plan.weeks[week];
  if (!planned) throw new RangeError(`week ${week} of ${plan.weeks.length}`);
  const asked = wholeMinutes(plan.items.map((item) => item.weeks[week] ?? 0));
  const wanted = withinMinutes(asked, planned.minutes, plan.blockMinutes);
  const open = planned.days.filter((day) => day.minutes > 0);
  const room = new Map(open.map((day) => [day.day, day.minutes]));
  const blocks = plan.items.map(() => new Map<CalendarDay, number>());
  const put = (item: number, day: CalendarDay, minutes: number) => {
    if (minutes <= 0) return;
    const own = blocks[item];
    if (own) own.set(day, (own.get(day) ?? 0) + minutes);
    room.set(day, (room.get(day) ?? 0) - minutes);
  };
  const visits = visitCounts(wanted, open.length, plan.blockMinutes);
  const order = wanted.map((_, item) => item).sort((a, b) => (wanted[b] ?? 0) - (wanted[a] ?? 0) || a - b);
  const left = [...wanted];
  for (const item of order) {
    const days = spread(visits[item] ?? 0, open, item, plan.items.length, room);
    days.forEach((day, at) => {
      const even = Math.ceil((left[item] ?? 0) / (days.length - at));
      const minutes = Math.min(even, Math.max(0, room.get(day) ?? 0));
      put(item, day, minutes);
      left[item] = (left[item] ?? 0) - minutes;
    });
  }
  for (const item of order)
    while ((left[item] ?? 0) > 0 && open.length > 0) {
      const own = [...(blocks[item]?.keys() ?? [])].filter((day) => (room.get(day) ?? 0) > 0);
      const free = own.length > 0 ? own : [...room.keys()].filter((day) => (room.get(day) ?? 0) > 0);
      const day = free.reduce((best, each) => ((room.get(each) ?? 0) > (room.get(best) ?? 0) ? each : best));
      const minutes = Math.min(left[item] ?? 0, room.get(day) ?? 0);
      put(item, day, minutes);
      left[item] = (left[item] ?? 0) - minutes;
    }
  const rows = plan.items.map((item, at): CardRow => {
    const own = [...(blocks[at] ?? [])].sort(([a], [b]) => (a < b ? -1 : 1));
    return {
      item,
      blocks: blocksOf(item, own, week),
      minutes: own.reduce((sum, [, minutes]) => sum + minutes, 0),
    };
  });
  const askedOn = (day: CalendarDay) => blocks.reduce((sum, each) => sum + (each.get(day) ?? 0), 0);
  return {
    days: planned.days.map(({ day, minutes }) => ({ day, asked: askedOn(day), available: minutes })),
    rows,
    minutes: rows.reduce((sum, row) => sum + row.minutes, 0),
    available: planned.minutes,
    leftOut: plan.items.flatMap((item, at) => {
      const minutes = (asked[at] ?? 0) - (wanted[at] ?? 0);
      return minutes > 0 ? [{ item, minutes }] : [];
    }),
  };
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
function wholeMinutes(values: readonly number[]): number[] {
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
function visitCounts(wanted: readonly number[], days: number, blockMinutes: number): number[] {
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
  const most = (minutes: number) => (minutes > 0 ? Math.max(1, Math.floor(minutes / blockMinutes)) : 0);
  return wanted.map((minutes, at) => Math.min(most(minutes), base + (first.includes(at) ? 1 : 0)));
}

/** `count` of the open days, evenly apart; each item starts on another day; full days are passed over. */
function spread(
  count: number,
  open: readonly { readonly day: CalendarDay }[],
  item: number,
  items: number,
  room: ReadonlyMap<CalendarDay, number>,
): CalendarDay[] {
  const usable = open.map(({ day }) => day).filter((day) => (room.get(day) ?? 0) > 0);
  const days = usable.length > 0 ? usable : open.map(({ day }) => day);
  const wanted = Math.min(count, days.length);
  const shift = item / Math.max(1, items);
  return Array.from(
    { length: wanted },
    (_, visit) => days[Math.floor(((visit + shift) * days.length) / wanted) % days.length],
  )
    .filter((day) => day !== undefined)
    .sort();
}

/** Stage, bars and tempo of each block, from how far the item's minutes have come. */
function blocksOf(
  item: PlanItem,
  own: readonly (readonly [CalendarDay, number])[],
  week: number,
): CardBlock[] {
  const before = item.weeks.slice(0, week).reduce((sum, minutes) => sum + minutes, 0);
  const ahead = item.stages.filter((stage) => !stage.passed);
  const from = (week === 0 ? undefined : item.tempos[week - 1]) ?? item.tempos[0];
  const to = item.tempos[week] ?? from;
  let done = before;
  return own.map(([day, minutes], at) => {
    let start = 0;
    const stage =
      ahead.find((each) => {
        if (done < start + each.left - 1e-6) return true;
        start += each.left;
        return false;
      }) ?? ahead.at(-1);
    const size = Math.max(1, stage?.minutes ?? 1);
    const share = ((stage?.minutes ?? 0) - (stage?.left ?? 0) + Math.max(0, done - start)) / size;
    const task = stageTask(stage?.stage ?? 'perform', item.bars, Math.min(1, share), minutes / size);
    done += minutes;
    const tempo =
      from !== undefined && to !== undefined ? tempoAt(from, to, (at + 1) / Math.max(1, own.length)) : null;
    return { day, minutes, stage: stage?.stage ?? 'perform', task, tempo };
  });
}
