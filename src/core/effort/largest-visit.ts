import type { LevelItem, LevelPeriod } from './level';
import { workBounds } from './work-bounds';

/**
 * The largest visit, at most the item's own, with which its windows still have a split: between any two
 * gates there must be work enough for a visit in every week.
 * @returns minutes, 0 or more, rounded down to the quarter minute
 */
export function largestVisit(periods: readonly LevelPeriod[], item: LevelItem): number {
  const count = periods.length;
  const { must, may } = workBounds(item.work, count);
  /** Visits before each period, at one a period. */
  const before = new Float64Array(count + 1);
  periods.forEach(({ minutes }, at) => {
    const isVisited = minutes > 0 && item.from <= at && at <= item.until;
    before[at + 1] = (before[at] ?? 0) + (isVisited ? 1 : 0);
  });
  let visit = item.visitMinutes;
  for (let from = 0; from < count; from += 1) {
    // Of stretches with the same work the longest asks for most visits: only those that cannot be longer are looked at.
    if (from > 0 && must[from] === must[from - 1]) continue;
    for (let end = from + 1; end <= count; end += 1) {
      if (end < count && may[end + 1] === may[end]) continue;
      const visits = (before[end] ?? 0) - (before[from] ?? 0);
      if (visits > 0) visit = Math.min(visit, ((may[end] ?? 0) - (must[from] ?? 0)) / visits);
    }
  }
  return Math.max(0, Math.floor(visit * 4) / 4);
}
