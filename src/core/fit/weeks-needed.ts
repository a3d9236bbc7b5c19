/**
 * The fewest periods from the first on whose minutes hold the work: whose smoothest load has a peak of at most 1.
 * The work may be done in any of them, so only the whole stretch can be too full.
 * @param periods - minutes of each period, in order
 * @param minutes - work in all
 * @param perWeek - minutes asked besides in every period that has any
 * @returns 0 without work; null when all the periods are not enough
 */
export function weeksNeeded(periods: readonly number[], minutes: number, perWeek: number): number | null {
  if (minutes <= 0) return 0;
  let left = minutes;
  for (const [at, there] of periods.entries()) {
    left -= there > 0 ? there - perWeek : 0;
    if (left <= 0) return at + 1;
  }
  return null;
}
