/** Minutes to be done from period `earliest` to period `latest`, both included. */
export interface LevelWork {
  readonly minutes: number;
  readonly earliest: number;
  readonly latest: number;
}

/** Cumulative minutes of an item's work at the beginning of each period and after the last: neither ever falls. */
export interface WorkBounds {
  /** What must be done by then. */
  readonly must: Float64Array;
  /** What may be done by then. */
  readonly may: Float64Array;
}

/** Work is done in its order: a later one's end binds the earlier, an earlier one's beginning the later. */
export function workBounds(work: readonly LevelWork[], count: number): WorkBounds {
  const bounds = { must: new Float64Array(count + 1), may: new Float64Array(count + 1) };
  let [bound, sum, end] = [0, 0, 0];
  for (const { earliest, minutes } of work) {
    bound = Math.max(bound, earliest);
    for (; end <= Math.min(bound, count); end += 1) bounds.may[end] = sum;
    sum += minutes;
  }
  bounds.may.fill(sum, end);
  [bound, end] = [count, count];
  const latest = work.map((each) => each.latest);
  for (let at = latest.length - 1; at >= 0; at -= 1)
    latest[at] = bound = Math.min(bound, latest[at] ?? count);
  [sum, end] = [0, 0];
  work.forEach(({ minutes }, at) => {
    for (; end <= Math.min(latest[at] ?? count, count); end += 1) bounds.must[end] = sum;
    sum += minutes;
  });
  bounds.must.fill(sum, end);
  return bounds;
}
