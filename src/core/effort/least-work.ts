import { corridorOf, exceeds, type LevelItem, type LevelPeriod } from './level';

/** The minutes that must fall within each stretch of periods, whatever the split, at `from * periods + until`. */
export type LeastWork = Float64Array;

/**
 * What items ask at least of every stretch of periods; work of several askers is added up place by place.
 * @returns null where the windows of an item cross, so that no split exists
 */
export function leastWork(periods: readonly LevelPeriod[], items: readonly LevelItem[]): LeastWork | null {
  const count = periods.length;
  const available = periods.map(({ minutes }) => minutes);
  const least = new Float64Array(count * count);
  const visits = new Float64Array(count);
  for (const item of items) {
    const { floor, low, high } = corridorOf(item, available);
    if (low.some((must, at) => exceeds(must, high[at] ?? 0))) return null;
    for (let at = 0; at < count; at += 1) visits[at] = (visits[at] ?? 0) + (floor[at] ?? 0);
    for (let from = 0; from < count; from += 1) {
      const may = high[from] ?? 0;
      // `low` never falls: before the first end that asks for more than may be done, none does.
      for (let until = count - 1; until >= from; until -= 1) {
        const more = (low[until + 1] ?? 0) - may;
        if (more <= 0) break;
        const at = from * count + until;
        least[at] = (least[at] ?? 0) + more;
      }
    }
  }
  for (let from = 0; from < count; from += 1) {
    let visited = 0;
    for (let until = from; until < count; until += 1) {
      visited += visits[until] ?? 0;
      const at = from * count + until;
      least[at] = (least[at] ?? 0) + visited;
    }
  }
  return least;
}

/** Work below this is none. */
const NOTHING = 1e-6;

/**
 * The peak of the smoothest spread of such work: the largest demand of any stretch over its minutes. The same as that of
 * `levelLoads`, without the loads.
 * @returns Infinity where work falls where no minutes are
 */
export function peakOf(periods: readonly LevelPeriod[], works: readonly LeastWork[]): number {
  const count = periods.length;
  let peak = 0;
  for (let from = 0; from < count; from += 1) {
    let minutes = 0;
    for (let until = from; until < count; until += 1) {
      minutes += periods[until]?.minutes ?? 0;
      let asked = 0;
      for (const least of works) asked += least[from * count + until] ?? 0;
      if (asked <= NOTHING) continue;
      if (minutes === 0) return Infinity;
      if (asked > peak * minutes) peak = asked / minutes;
    }
  }
  return peak;
}

/** Whether a peak is none too many; loads closer than floating point tells apart are one. */
export const isInTime = (peak: number): boolean => Number.isFinite(peak) && !exceeds(peak, 1);
