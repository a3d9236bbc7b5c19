import type { LevelItem, LevelPeriod } from './level';

/**
 * The largest visit, at most the item's own, with which its windows still have a split: between any two
 * gates there must be work enough for a visit in every week.
 * @returns minutes, 0 or more, rounded down to the quarter minute
 */
export function largestVisit(periods: readonly LevelPeriod[], item: LevelItem): number {
  const count = periods.length;
  const must = new Float64Array(count + 1);
  const may = new Float64Array(count + 1);
  for (let end = 0; end <= count; end += 1) {
    const last = item.work.findLastIndex((work) => work.latest < end);
    const beyond = item.work.findIndex((work) => work.earliest >= end);
    item.work.forEach(({ minutes }, at) => {
      if (at <= last) must[end] = (must[end] ?? 0) + minutes;
      if (beyond < 0 || at < beyond) may[end] = (may[end] ?? 0) + minutes;
    });
  }
  let visit = item.visitMinutes;
  for (let from = 0; from < count; from += 1) {
    let visits = 0;
    for (let until = from; until < count; until += 1) {
      if ((periods[until]?.minutes ?? 0) > 0 && item.from <= until && until <= item.until) visits += 1;
      if (visits > 0) visit = Math.min(visit, ((may[until + 1] ?? 0) - (must[from] ?? 0)) / visits);
    }
  }
  return Math.max(0, Math.floor(visit * 4) / 4);
}
