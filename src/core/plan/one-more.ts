import { isInTime, stageParts, type EffortSettings, type LeastWork } from '../effort';

/** The weeks up to a date, with sums from the first on: `x[t]` is that of the weeks before week t. */
export interface Sums {
  readonly minutes: Float64Array;
  /** Weeks with minutes. */
  readonly open: Float64Array;
  /** Weeks' shares of an ordinary week, at most 1 each. */
  readonly ordinary: Float64Array;
}

export function sumsOf(weeks: readonly { readonly minutes: number }[], ordinary: number): Sums {
  const most = ordinary > 0 ? ordinary : Math.max(1, ...weeks.map(({ minutes }) => minutes));
  const sums = (each: (minutes: number) => number) => {
    const all = new Float64Array(weeks.length + 1);
    weeks.forEach(({ minutes }, at) => {
      all[at + 1] = (all[at] ?? 0) + each(minutes);
    });
    return all;
  };
  return {
    minutes: sums((minutes) => minutes),
    open: sums((minutes) => (minutes > 0 ? 1 : 0)),
    ordinary: sums((minutes) => Math.min(1, minutes / most)),
  };
}

/** Work on one thing from today on: minutes up to the ready week, and those of performing it from then to the date. */
export interface NewWork {
  readonly before: number;
  readonly perform: number;
}

/** A piece of so many minutes that is begun today, without memorising. */
export function newPieces(effort: EffortSettings): (minutes: number) => NewWork {
  const part = stageParts(['memorise'], effort).find(({ stage }) => stage === 'perform');
  return (minutes) => {
    const perform = part?.of(minutes) ?? 0;
    return { before: minutes - perform, perform };
  };
}

/** What a goal that is begun today with no gate set asks of the weeks. */
export interface NewGoal {
  readonly works: readonly NewWork[];
  /** Minutes asked in every ordinary week. */
  readonly perWeek: number;
}

/**
 * Whether a new goal fits into its weeks beside what others ask of them: every stretch of weeks must hold the least work that
 * falls in it.
 *
 * The same as levelling all of it. A goal that begins today has work that may be done from the first week on, so its least
 * work in a stretch has a closed form: what is asked in every week; from the first week to the ready week what comes before
 * performing; and from any week up to the ready week to the date what performing asks beyond the visits.
 * @param ready - index of the ready week, `due` of the week of the eve
 * @param others - least work of the others over the same weeks; null without any
 */
export function fitsWith(
  { works, perWeek }: NewGoal,
  { minutes, open, ordinary }: Sums,
  { ready, due }: { readonly ready: number; readonly due: number },
  visitMinutes: number,
  others: LeastWork | null,
): boolean {
  let [visitsToReady, visitsToDue, byReady, byDue, performing] = [0, 0, 0, 0, 0];
  const [toReady, throughReady, throughDue] = [open[ready] ?? 0, open[ready + 1] ?? 0, open[due + 1] ?? 0];
  for (const { before, perform } of works) {
    const all = before + perform;
    if (all <= 0) continue;
    const last = perform > 0 ? throughDue : throughReady;
    let visit = visitMinutes;
    if (toReady > 0 && before > 0) visit = Math.min(visit, before / toReady);
    if (last > 0) visit = Math.min(visit, all / last);
    if (perform > 0 && throughDue > throughReady)
      visit = Math.min(visit, perform / (throughDue - throughReady));
    visit = before > 0 ? Math.max(0, Math.floor(visit * 4) / 4) : 0;
    if (perform > 0) visitsToDue += visit;
    else visitsToReady += visit;
    const mustByReady = Math.max(0, before - visit * throughReady);
    byReady += mustByReady;
    byDue += Math.max(mustByReady, all - visit * last);
    performing += Math.max(0, perform - visit * (last - toReady));
  }
  /** What is asked in every week, of the weeks before one. */
  const askedBefore = (week: number): number => {
    const last = Math.min(week, due + 1);
    return (
      visitsToReady * (open[Math.min(last, ready + 1)] ?? 0) +
      visitsToDue * (open[last] ?? 0) +
      perWeek * (ordinary[last] ?? 0)
    );
  };
  const holds = (from: number, until: number, demand: number): boolean => {
    if (demand <= 1e-6) return true;
    const there = (minutes[until + 1] ?? 0) - (minutes[from] ?? 0);
    return there > 0 && isInTime(demand / there);
  };
  const toDue = askedBefore(due + 1);
  if (others === null) {
    // A stretch that ends before the date asks only for what each of its weeks asks, but for that up to the ready week.
    if (!holds(0, ready, askedBefore(ready + 1) + byReady) || !holds(0, due, toDue + byDue)) return false;
    let before = 0;
    for (let week = 0; week <= due; week += 1) {
      if (week > 0 && week <= ready && !holds(week, due, toDue - before + performing)) return false;
      const through = askedBefore(week + 1);
      if (!holds(week, week, through - before)) return false;
      before = through;
    }
    return true;
  }
  const count = minutes.length - 1;
  /** What is asked in every week, less the minutes there are, of the weeks before each. */
  const over = new Float64Array(count + 1);
  for (let week = 0; week <= count; week += 1) over[week] = askedBefore(week) - (minutes[week] ?? 0);
  /** Whether every stretch from one week holds its work: up to before the date, and `more` from there on. */
  const holdsFrom = (from: number, start: number, end: number, more: number): boolean => {
    const [began, row] = [over[from] ?? 0, from * count];
    for (let until = start; until < end; until += 1) {
      const excess = (over[until + 1] ?? 0) - began + more + (others[row + until] ?? 0);
      // Most stretches have room: only what is about too much is looked at closely.
      if (excess > 0 && !holds(from, until, excess + (minutes[until + 1] ?? 0) - (minutes[from] ?? 0)))
        return false;
    }
    return true;
  };
  if (
    !holdsFrom(0, due, count, byDue) ||
    !holdsFrom(0, Math.min(ready, due), due, byReady) ||
    !holdsFrom(0, 0, Math.min(ready, due), 0)
  )
    return false;
  for (let from = 1; from < count; from += 1) {
    const date = Math.max(from, due);
    if (!holdsFrom(from, date, count, from <= ready ? performing : 0) || !holdsFrom(from, from, date, 0))
      return false;
  }
  return true;
}
