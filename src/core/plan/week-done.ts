/** The week in which so many minutes are done. */
export function weekDone(row: readonly number[], minutes: number): number {
  let done = 0;
  const slack = 1e-7 * Math.max(1, minutes);
  for (const [week, each] of row.entries()) {
    done += each;
    if (done >= minutes - slack) return week;
  }
  return row.length - 1;
}
