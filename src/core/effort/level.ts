import { shareOut, type Corridor } from './share-out';

/** What one period has: minutes of practice, 0 or more. */
export interface LevelPeriod {
  readonly minutes: number;
}
/** Minutes to be done from period `earliest` to period `latest`, both included. */
export interface LevelWork {
  readonly minutes: number;
  readonly earliest: number;
  readonly latest: number;
}
/** Work done in the order given, with a visit of at least `visitMinutes` in every period of `from`..`until` that has minutes. */
export interface LevelItem {
  readonly id: string;
  readonly visitMinutes: number;
  readonly from: number;
  readonly until: number;
  readonly work: readonly LevelWork[];
}

export interface Levelling {
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
  /** Minutes asked in each period. */
  readonly load: readonly number[];
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
 * The smoothest feasible spread of the items over the periods: of all splits that keep every window
 * and every visit, the one whose loads are least majorised (so it also has the smallest peak and the
 * smallest sum of load squared over minutes).
 *
 * Each item is a corridor of cumulative minutes, `low` (must be done by) to `high` (may be done by).
 * The visits are taken out of the corridor; the stretch with the largest demand over minutes then runs
 * at one pace, is cut out of the line of periods, and the rest is solved the same way. How a
 * period's load is shared among the items does not change the loads; see `shareOut`.
 *
 * Cost: O(periods^2 x items) a stretch, at most one stretch a period.
 * @source critical intervals: Yao, Demers and Shenker (1995), A scheduling model for reduced CPU energy
 * @throws RangeError for a window outside the periods, or a minute that is negative or not finite
 */
export function level(periods: readonly LevelPeriod[], items: readonly LevelItem[]): Levelling | NoSplit {
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
  const split = shareOut(available, profile.load, corridors);
  return {
    kind: 'split',
    peak: profile.peak,
    feasible: profile.peak <= 1 + TINY,
    critical: profile.critical,
    load: profile.load,
    minutes: split,
  };
}

const exceeds = (a: number, b: number) => a > b + TINY * Math.max(1, Math.abs(a), Math.abs(b));

function corridorOf(item: LevelItem, available: readonly number[]): Corridor {
  const count = available.length;
  const floor = available.map((minutes, at) =>
    minutes > 0 && item.from <= at && at <= item.until ? item.visitMinutes : 0,
  );
  let bound = 0;
  const earliest = item.work.map((work) => (bound = Math.max(bound, work.earliest)));
  bound = count;
  const latest = item.work.map((work) => work.latest);
  for (let at = latest.length - 1; at >= 0; at -= 1)
    latest[at] = bound = Math.min(bound, latest[at] ?? count);
  const done = (counts: (at: number) => boolean) =>
    item.work.reduce((sum, work, at) => (counts(at) ? sum + work.minutes : sum), 0);
  const low = Array.from({ length: count + 1 }, (_, end) => done((at) => (latest[at] ?? 0) < end));
  const high = Array.from({ length: count + 1 }, (_, end) => done((at) => (earliest[at] ?? 0) < end));
  for (let end = 1; end <= count; end += 1)
    low[end] = Math.max(low[end] ?? 0, (low[end - 1] ?? 0) + (floor[end - 1] ?? 0));
  for (let end = count; end > 0; end -= 1)
    high[end - 1] = Math.min(high[end - 1] ?? 0, (high[end] ?? 0) - (floor[end - 1] ?? 0));
  let visits = 0;
  const above = (curve: readonly number[]) => {
    visits = 0;
    return curve.map((value, end) => value - (visits += end === 0 ? 0 : (floor[end - 1] ?? 0)));
  };
  return { id: item.id, floor, low: above(low), high: above(high) };
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
  let left = available.map((_, at) => at);
  let lows = corridors.map((corridor) => [...corridor.low]);
  let highs = corridors.map((corridor) => [...corridor.high]);
  let peak = 0;
  let critical: Profile['critical'] = null;
  while (left.length > 0) {
    const found = mostDemanding(left, available, base, lows, highs);
    if (found.kind === 'no minutes')
      return {
        kind: 'no split',
        itemId: null,
        from: left[found.from] ?? 0,
        until: left[found.until] ?? 0,
        why: 'no minutes',
      };
    if (critical === null && found.demand > 0) {
      peak = found.demand / found.minutes;
      critical = {
        from: left[found.from] ?? 0,
        until: left[found.until] ?? 0,
        demand: found.demand,
        minutes: found.minutes,
      };
    }
    const pace = found.minutes > 0 ? found.demand / found.minutes : 0;
    for (const at of left.slice(found.from, found.until + 1)) load[at] = pace * (available[at] ?? 0);
    const [from, end] = [found.from, found.until + 1];
    const cut = lows.map((low, item) => Math.max(0, (low[end] ?? 0) - (highs[item]?.[from] ?? 0)));
    lows = lows.map((low, item) => [
      ...low.slice(0, from),
      (low[end] ?? 0) - (cut[item] ?? 0),
      ...low.slice(end + 1).map((value) => value - (cut[item] ?? 0)),
    ]);
    highs = highs.map((high, item) => [
      ...high.slice(0, from + 1),
      ...high.slice(end + 1).map((value) => value - (cut[item] ?? 0)),
    ]);
    left = [...left.slice(0, from), ...left.slice(end)];
  }
  return { kind: 'profile', load, peak, critical };
}

interface Stretch {
  readonly kind: 'stretch' | 'no minutes';
  readonly from: number;
  readonly until: number;
  readonly demand: number;
  readonly minutes: number;
}

/** The stretch of the remaining periods with the largest demand over minutes; ties: longest, then earliest. */
function mostDemanding(
  left: readonly number[],
  available: readonly number[],
  base: readonly number[],
  lows: readonly (readonly number[])[],
  highs: readonly (readonly number[])[],
): Stretch {
  let best: Stretch = { kind: 'stretch', from: 0, until: left.length - 1, demand: 0, minutes: 0 };
  let bestPace = -1;
  const scale = Math.max(1, ...lows.map((low) => Math.abs(low.at(-1) ?? 0)));
  const demand = new Float64Array(left.length);
  for (let from = 0; from < left.length; from += 1) {
    let visits = 0;
    for (let until = from; until < left.length; until += 1) {
      visits += base[left[until] ?? 0] ?? 0;
      demand[until] = visits;
    }
    for (let item = 0; item < lows.length; item += 1) {
      const low = lows[item] ?? [];
      const high = highs[item]?.[from] ?? 0;
      // `low` never falls: before the first end that asks for more than `high`, none does.
      for (let until = left.length - 1; until >= from; until -= 1) {
        const more = (low[until + 1] ?? 0) - high;
        if (more <= 0) break;
        demand[until] = (demand[until] ?? 0) + more;
      }
    }
    let minutes = 0;
    for (let until = from; until < left.length; until += 1) {
      minutes += available[left[until] ?? 0] ?? 0;
      const asked = demand[until] ?? 0;
      if (minutes === 0) {
        if (asked > TINY * scale) return { kind: 'no minutes', from, until, demand: asked, minutes };
        continue;
      }
      const pace = asked / minutes;
      const close = TINY * Math.max(1, bestPace);
      if (pace > bestPace + close || (pace > bestPace - close && until - from > best.until - best.from)) {
        best = { kind: 'stretch', from, until, demand: asked, minutes };
        bestPace = Math.max(pace, bestPace);
      }
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
