import { shareOut, type Corridor } from './share-out';
import { workBounds, type LevelWork } from './work-bounds';

/** What one period has: minutes of practice, 0 or more. */
export interface LevelPeriod {
  readonly minutes: number;
}
/** Work done in the order given, with a visit of at least `visitMinutes` in every period of `from`..`until` that has minutes. */
export interface LevelItem {
  readonly id: string;
  readonly visitMinutes: number;
  readonly from: number;
  readonly until: number;
  readonly work: readonly LevelWork[];
}

/** The loads of the smoothest spread, before it is settled which item has which minutes. */
export interface Loads {
  readonly kind: 'split';
  /** Largest load of any period: minutes asked over minutes there; above 1 the plan does not fit. */
  readonly peak: number;
  readonly feasible: boolean;
  /** The stretch that sets the peak: its work over its minutes is the peak. Null when there is no work. */
  readonly critical: {
    readonly from: number;
    readonly until: number;
    readonly demand: number;
    readonly minutes: number;
  } | null;
  /** Minutes needed in each period. */
  readonly load: readonly number[];
  /** What binds each item, in the order of the items. */
  readonly corridors: readonly Corridor[];
}

export interface Levelling extends Omit<Loads, 'corridors'> {
  /** Minutes of each item by period, in the order of the items. */
  readonly minutes: readonly { readonly id: string; readonly minutes: readonly number[] }[];
}

/** No split exists at any pace: visits ask more than the work there is, or work falls where no minutes are. */
export interface NoSplit {
  readonly kind: 'no split';
  readonly itemId: string | null;
  readonly from: number;
  readonly until: number;
  readonly why: 'windows' | 'no minutes';
}

/** Relative slack for floating point; loads closer than this are one load. */
const TINY = 1e-9;

/**
 * The loads of the smoothest feasible spread of the items over the periods: of all splits that keep every window
 * and every visit, the one whose loads are least majorised (so it also has the smallest peak and the
 * smallest sum of load squared over minutes).
 *
 * Each item is a corridor of cumulative minutes, `low` (must be done by) to `high` (may be done by).
 * The visits are taken out of the corridor; the stretch with the largest demand over minutes then runs
 * at one pace, is cut out of the line of periods, and the rest is solved the same way. How a
 * period's load is shared among the items does not change the loads; see `shareOut` and `serve`.
 *
 * Cost: O(periods^2 x items) a stretch, at most one stretch a period; stretches wholly after a cut are not measured again.
 * @source critical intervals: Yao, Demers and Shenker (1995), A scheduling model for reduced CPU energy
 * @throws RangeError for a window outside the periods, or a minute that is negative or not finite
 */
export function levelLoads(periods: readonly LevelPeriod[], items: readonly LevelItem[]): Loads | NoSplit {
  check(periods, items);
  const available = periods.map((period) => period.minutes);
  const corridors = items.map((item) => corridorOf(item, available));
  for (const [index, corridor] of corridors.entries()) {
    const broken = corridor.low.findIndex((low, at) => exceeds(low, corridor.high[at] ?? 0));
    if (broken >= 0) {
      const { work } = items[index] as LevelItem;
      const blocked = work.find((each) => each.latest >= broken - 1) ?? { earliest: 0, latest: broken - 1 };
      return {
        kind: 'no split',
        itemId: corridor.id,
        from: Math.min(blocked.earliest, Math.max(0, broken - 1)),
        until: Math.max(0, broken - 1),
        why: 'windows',
      };
    }
  }
  const base = available.map((_, at) => corridors.reduce((sum, { floor }) => sum + (floor[at] ?? 0), 0));
  const profile = profileOf(available, base, corridors);
  if (profile.kind === 'no split') return profile;
  return {
    kind: 'split',
    peak: profile.peak,
    feasible: profile.peak <= 1 + TINY,
    critical: profile.critical,
    load: profile.load,
    corridors,
  };
}

/** The same with the minutes of each item, each at as even a pace as the loads allow. */
export function level(periods: readonly LevelPeriod[], items: readonly LevelItem[]): Levelling | NoSplit {
  const loads = levelLoads(periods, items);
  if (loads.kind === 'no split') return loads;
  const { corridors, ...levelled } = loads;
  const available = periods.map(({ minutes }) => minutes);
  return { ...levelled, minutes: shareOut(available, loads.load, corridors) };
}

/** Beyond what floating point blurs. */
export const exceeds = (a: number, b: number): boolean =>
  a > b + TINY * Math.max(1, Math.abs(a), Math.abs(b));

/** An item without its visits, over periods with so many minutes. */
export function corridorOf(item: LevelItem, available: readonly number[]): Corridor {
  const count = available.length;
  const floor = available.map((minutes, at) =>
    minutes > 0 && item.from <= at && at <= item.until ? item.visitMinutes : 0,
  );
  const { must: low, may: high } = workBounds(item.work, count);
  for (let end = 1; end <= count; end += 1)
    low[end] = Math.max(low[end] ?? 0, (low[end - 1] ?? 0) + (floor[end - 1] ?? 0));
  for (let end = count; end > 0; end -= 1)
    high[end - 1] = Math.min(high[end - 1] ?? 0, (high[end] ?? 0) - (floor[end - 1] ?? 0));
  let visits = 0;
  for (let end = 1; end <= count; end += 1) {
    visits += floor[end - 1] ?? 0;
    low[end] = (low[end] ?? 0) - visits;
    high[end] = (high[end] ?? 0) - visits;
  }
  return { id: item.id, floor, low, high };
}

interface Profile {
  readonly kind: 'profile';
  readonly load: readonly number[];
  readonly peak: number;
  readonly critical: Levelling['critical'];
}

/** Cuts the most demanding stretch out of the line again and again; its periods run at one load. */
function profileOf(
  available: readonly number[],
  base: readonly number[],
  corridors: readonly Corridor[],
): Profile | NoSplit {
  const load = available.map(() => 0);
  const line = lineOf(available, base, corridors);
  let peak = 0;
  let critical: Profile['critical'] = null;
  let changed = available.length;
  while (line.left.length > 0) {
    for (let from = 0; from < changed; from += 1) line.best[from] = mostDemanding(line, from);
    const found = worst(line.best);
    const [from, end] = [found.from, found.until + 1];
    const period = (at: number) => line.left[at] ?? 0;
    if (found.minutes === 0 && found.demand > 0)
      return {
        kind: 'no split',
        itemId: null,
        from: period(from),
        until: period(end - 1),
        why: 'no minutes',
      };
    if (critical === null && found.demand > 0) {
      peak = found.demand / found.minutes;
      critical = {
        from: period(from),
        until: period(end - 1),
        demand: found.demand,
        minutes: found.minutes,
      };
    }
    const pace = found.minutes > 0 ? found.demand / found.minutes : 0;
    for (const at of line.left.slice(from, end)) load[at] = pace * (available[at] ?? 0);
    cut(line, from, end);
    changed = Math.min(from + 1, line.left.length);
  }
  return { kind: 'profile', load, peak, critical };
}

/** A stretch of the line of periods that are left, by places in it, both included. */
interface Stretch {
  readonly from: number;
  readonly until: number;
  readonly demand: number;
  readonly minutes: number;
}

/** The periods still to be settled, the items' corridors over them, and the most demanding stretch from each place. */
interface Line {
  readonly left: number[];
  readonly minutes: number[];
  readonly base: number[];
  readonly lows: readonly Float64Array[];
  readonly highs: readonly Float64Array[];
  readonly best: Stretch[];
  /** Demands smaller than this are none. */
  readonly nothing: number;
  readonly demand: Float64Array;
}

const lineOf = (
  available: readonly number[],
  base: readonly number[],
  corridors: readonly Corridor[],
): Line => ({
  left: available.map((_, at) => at),
  minutes: [...available],
  base: [...base],
  lows: corridors.map(({ low }) => low.slice()),
  highs: corridors.map(({ high }) => high.slice()),
  best: [],
  nothing: TINY * Math.max(1, ...corridors.map(({ low }) => Math.abs(low.at(-1) ?? 0))),
  demand: new Float64Array(available.length),
});

/**
 * Takes the places `from`..`end` - 1 out. Work due in the cut and not done there is due before it, work that may begin
 * in the cut begins after it; so only the best stretches that begin before the cut or right after it must be found again.
 */
function cut(line: Line, from: number, end: number): void {
  const gone = end - from;
  const count = line.left.length;
  for (const [item, low] of line.lows.entries()) {
    const high = line.highs[item] as Float64Array;
    const done = Math.max(0, (low[end] ?? 0) - (high[from] ?? 0));
    for (let at = end; at <= count; at += 1) low[at - gone] = (low[at] ?? 0) - done;
    for (let at = end + 1; at <= count; at += 1) high[at - gone] = (high[at] ?? 0) - done;
  }
  for (const list of [line.left, line.minutes, line.base]) list.splice(from, gone);
  line.best.splice(from, gone);
  for (let at = from; at < line.best.length; at += 1) {
    const { until, demand, minutes } = line.best[at] as Stretch;
    line.best[at] = { from: at, until: until - gone, demand, minutes };
  }
}

/** Of the stretches that begin at one place, the one with the largest demand over minutes; the longest of equals. */
function mostDemanding({ left, minutes, base, lows, highs, nothing, demand }: Line, from: number): Stretch {
  const count = left.length;
  let visits = 0;
  for (let until = from; until < count; until += 1) {
    visits += base[until] ?? 0;
    demand[until] = visits;
  }
  for (let item = 0; item < lows.length; item += 1) {
    const low = lows[item] as Float64Array;
    const high = highs[item]?.[from] ?? 0;
    // `low` never falls: before the first end that asks for more than `high`, none does.
    for (let until = count - 1; until >= from; until -= 1) {
      const more = (low[until + 1] ?? 0) - high;
      if (more <= 0) break;
      demand[until] = (demand[until] ?? 0) + more;
    }
  }
  let [bestUntil, bestDemand, bestMinutes, bestPace] = [from, 0, 0, -1];
  let there = 0;
  for (let until = from; until < count; until += 1) {
    there += minutes[until] ?? 0;
    const asked = demand[until] ?? 0;
    if (there === 0) {
      if (asked > nothing) return { from, until, demand: asked, minutes: 0 };
      bestUntil = until;
      continue;
    }
    const pace = asked / there;
    if (pace > bestPace - TINY * Math.max(1, bestPace)) {
      [bestUntil, bestDemand, bestMinutes] = [until, asked, there];
      bestPace = Math.max(pace, bestPace);
    }
  }
  return { from, until: bestUntil, demand: bestDemand, minutes: bestMinutes };
}

const paceOf = ({ demand, minutes }: Stretch) =>
  minutes > 0 ? demand / minutes : demand > 0 ? Infinity : -1;

/** The most demanding of all; ties: longest, then earliest. */
function worst(stretches: readonly Stretch[]): Stretch {
  let best = stretches[0] as Stretch;
  let bestPace = paceOf(best);
  for (const each of stretches) {
    const pace = paceOf(each);
    if (pace === Infinity) return each;
    const close = TINY * Math.max(1, bestPace);
    const longer = each.until - each.from > best.until - best.from;
    if (pace > bestPace + close || (pace > bestPace - close && longer)) {
      best = each;
      bestPace = Math.max(pace, bestPace);
    }
  }
  return best;
}

function check(periods: readonly LevelPeriod[], items: readonly LevelItem[]): void {
  const minutes = (value: number) => Number.isFinite(value) && value >= 0;
  const index = (value: number) => Number.isInteger(value) && value >= 0 && value < periods.length;
  if (!periods.every((period) => minutes(period.minutes))) throw new RangeError('minutes of a period');
  for (const item of items) {
    if (!minutes(item.visitMinutes)) throw new RangeError(`visit minutes of ${item.id}`);
    if (item.visitMinutes > 0 && !(index(item.from) && index(item.until)))
      throw new RangeError(
        `visits of ${item.id}: ${item.from} to ${item.until} of ${periods.length} periods`,
      );
    for (const work of item.work)
      if (!minutes(work.minutes) || !index(work.earliest) || !index(work.latest))
        throw new RangeError(`work of ${item.id}: ${work.minutes} min, ${work.earliest} to ${work.latest}`);
  }
}
