import type { LevelItem, LevelPeriod } from './level';

/**
 * The largest visit, at most the item's own, with which its windows still have a split: between any two
 * gates there must be work enough for a visit in every week.
 * @returns minutes, 0 or more, rounded down to the quarter minute
 */
export function largestVisit(periods: readonly LevelPeriod[], item: LevelItem): number {
  const done = (counts: (at: number) => boolean) =>
    item.work.reduce((sum, work, at) => (counts(at) ? sum + work.minutes : sum), 0);
  const must = (end: number) => done((at) => item.work.slice(at).some((work) => work.latest < end));
  const may = (end: number) => done((at) => item.work.slice(0, at + 1).every((work) => work.earliest < end));
  let visit = item.visitMinutes;
  for (let from = 0; from < periods.length; from += 1) {
    let visits = 0;
    for (let until = from; until < periods.length; until += 1) {
      if ((periods[until]?.minutes ?? 0) > 0 && item.from <= until && until <= item.until) visits += 1;
      if (visits > 0) visit = Math.min(visit, (may(until + 1) - must(from)) / visits);
    }
  }
  return Math.max(0, Math.floor(visit * 4) / 4);
}
