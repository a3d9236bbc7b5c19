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
  /** Of those before, the last so many cannot begin for so many weeks; left out where all of it may begin today. */
  readonly late?: { readonly minutes: number; readonly weeks: number };
}

/** A piece of so many minutes that is begun today, without memorising; learned from so many weeks on, after its rhythm. */
export function newPieces(effort: EffortSettings): (minutes: number, weeks: number) => NewWork {
  const parts = stageParts(['memorise'], effort);
  const part = parts.find(({ stage }) => stage === 'perform');
  const learned = parts.findIndex(({ stage }) => stage === 'learn');
  return (minutes, weeks) => {
    const perform = part?.of(minutes) ?? 0;
    const before = minutes - perform;
    if (weeks <= 0 || learned < 0) return { before, perform };
    const early = parts.slice(0, learned).reduce((sum, { of }) => sum + of(minutes), 0);
    return { before, perform, late: { minutes: before - early, weeks } };
  };
}

/** Whether `fitsWith` takes such work: there must be some before it is performed, and late where anything is. */
export const isPlain = ({ before, perform, late }: NewWork): boolean =>
  (before > 0 || perform <= 0) && (late === undefined || late.minutes > 0);

/** What a goal that is begun today with no gate set asks of the weeks. */
export interface NewGoal {
  /** Plain ones. */
  readonly works: readonly NewWork[];
  /** Minutes asked in every ordinary week. */
  readonly perWeek: number;
}

/** The weeks of a date, as indexes. */
export interface DateIn {
  readonly ready: number;
  /** The week of the eve. */
  readonly due: number;
  /** The first week of what cannot begin for so many weeks. */
  readonly lateFrom: (weeks: number) => number;
}

/**
 * Whether a new goal fits into its weeks beside what others ask of them: every stretch of weeks must hold the least work that
 * falls in it.
 *
 * The same as levelling all of it. A goal that begins today with no gate set has work of at most three windows one after the
 * other, so its least work in a stretch has a closed form: what is asked in every week; in stretches that reach the ready
 * week, what comes before performing, less what may be done before the stretch; and likewise in those that reach the date.
 * @param others - least work of the others over the same weeks; null without any
 */
export function fitsWith(
  goal: NewGoal,
  sums: Sums,
  date: DateIn,
  visitMinutes: number,
  others: LeastWork | null,
): boolean {
  const { minutes } = sums;
  const { ready, due } = date;
  const asks = askedOf(goal, sums, date, visitMinutes);
  if (!asks) return false;
  const { asked, toReady, toDue } = asks;
  const holds = (from: number, until: number, demand: number): boolean => {
    if (demand <= 1e-6) return true;
    const there = (minutes[until + 1] ?? 0) - (minutes[from] ?? 0);
    return there > 0 && isInTime(demand / there);
  };
  if (others === null) {
    // Weeks beyond the ready week, or beyond the first, ask only for what each of them asks.
    const through = (week: number) => asked[week + 1] ?? 0;
    for (let week = 0; week <= due; week += 1) {
      const before = asked[week] ?? 0;
      if (!holds(week, week, through(week) - before)) return false;
      if (
        week <= ready &&
        !(
          holds(week, ready, through(ready) - before + (toReady[week] ?? 0)) &&
          holds(week, due, through(due) - before + (toDue[week] ?? 0))
        )
      )
        return false;
    }
    return true;
  }
  const count = minutes.length - 1;
  /** What is asked in every week, less the minutes there are, of the weeks before each. */
  const over = new Float64Array(count + 1);
  for (let week = 0; week <= count; week += 1)
    over[week] = (asked[Math.min(week, due + 1)] ?? 0) - (minutes[week] ?? 0);
  /** Whether every stretch from one week holds its work: up to before the end, and `more` in all of them. */
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
  for (let from = 0; from < count; from += 1) {
    const fits =
      from > ready
        ? holdsFrom(from, from, count, 0)
        : holdsFrom(from, due, count, toDue[from] ?? 0) &&
          holdsFrom(from, ready, due, toReady[from] ?? 0) &&
          holdsFrom(from, from, ready, 0);
    if (!fits) return false;
  }
  return true;
}

/**
 * What a goal asks of stretches of weeks: what is asked in every week, of the weeks before each; and beyond that what must be
 * done in stretches that begin in each week up to the ready week, and reach that or the date. Null where no plan has it.
 */
function askedOf(
  { works, perWeek }: NewGoal,
  { open, ordinary }: Sums,
  { ready, due, lateFrom }: DateIn,
  visitMinutes: number,
): { readonly asked: Float64Array; readonly toReady: Float64Array; readonly toDue: Float64Array } | null {
  const toReady = new Float64Array(ready + 1);
  const toDue = new Float64Array(ready + 1);
  const visits = new Float64Array(due + 2);
  let performing = 0;
  for (const { before, perform, late } of works) {
    const all = before + perform;
    if (all <= 0) continue;
    const begins = late ? lateFrom(late.weeks) : 0;
    if (begins > ready) return null;
    const early = before - (begins > 0 ? (late?.minutes ?? 0) : 0);
    const start = early > 0 ? 0 : begins;
    const end = (perform > 0 ? due : ready) + 1;
    const openTo = (week: number) => (open[week] ?? 0) - (open[start] ?? 0);
    let visit = visitMinutes;
    const within = (work: number, weeks: number) => {
      if (weeks > 0) visit = Math.min(visit, work / weeks);
    };
    if (start < begins) within(early, openTo(begins));
    within(before, openTo(ready));
    within(all, openTo(end));
    if (perform > 0) within(perform, openTo(end) - openTo(ready + 1));
    visit = Math.max(0, Math.floor(visit * 4) / 4);
    visits[start] = (visits[start] ?? 0) + visit;
    visits[end] = (visits[end] ?? 0) - visit;
    // Beyond the visits: what must be done by the ready week and by the date, and what may be done before late work and the ready week.
    const mustByReady = Math.max(0, before - visit * openTo(ready + 1));
    const mustByDue = Math.max(mustByReady, all - visit * openTo(end));
    const mayBeforeReady = Math.min(before - visit * openTo(ready), all - visit * openTo(end));
    const mayBeforeLate = Math.min(early - visit * openTo(begins), mayBeforeReady);
    toReady[0] = (toReady[0] ?? 0) + mustByReady;
    toDue[0] = (toDue[0] ?? 0) + mustByDue;
    const last = Math.max(0, mustByDue - mayBeforeReady);
    performing += last;
    for (let week = 1; week <= begins; week += 1) {
      toReady[week] = (toReady[week] ?? 0) + Math.max(0, mustByReady - mayBeforeLate);
      toDue[week] = (toDue[week] ?? 0) + Math.max(0, mustByDue - mayBeforeLate) - last;
    }
  }
  for (let week = 1; week <= ready; week += 1) toDue[week] = (toDue[week] ?? 0) + performing;
  const asked = new Float64Array(due + 2);
  let visited = 0;
  for (let week = 0; week <= due; week += 1) {
    visited += visits[week] ?? 0;
    const isOpen = (open[week + 1] ?? 0) > (open[week] ?? 0);
    const weekly = perWeek * ((ordinary[week + 1] ?? 0) - (ordinary[week] ?? 0));
    asked[week + 1] = (asked[week] ?? 0) + (isOpen ? visited : 0) + weekly;
  }
  return { asked, toReady, toDue };
}
