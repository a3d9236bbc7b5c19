import { addDays, dayOfWeek, daysBetween, daysFrom, type CalendarDay, type Weekday } from './calendar-day';
import { stopsPractice, type Closure } from './closure';

/** Days from one lesson weekday to the day before the next, both included. */
export interface Period {
  readonly from: CalendarDay;
  readonly to: CalendarDay;
}

/**
 * The periods from `today` to the day before `session`.
 * A period runs from the lesson's weekday to the day before the next one, also in a week without
 * a lesson; the first is cut at `today`, the last ends on the eve of the session.
 * @returns in order, without gaps; empty when the session is today or past
 * @example periodsBetween("2027-01-20", "2027-01-29", 2) // => 20–26 Jan, 27–28 Jan
 */
export const periodsBetween = (today: CalendarDay, session: CalendarDay, lessonWeekday: Weekday): Period[] =>
  periodsTo(today, lessonWeekday, [addDays(session, -1)]);

/**
 * The periods from `today` to the last of some eves, cut after each of them, so that no period lies on both sides of a
 * date.
 * @returns in order, without gaps; empty when every eve is past
 */
export function periodsTo(
  today: CalendarDay,
  lessonWeekday: Weekday,
  eves: readonly CalendarDay[],
): Period[] {
  const sorted = [...eves].sort();
  const last = sorted.at(-1) ?? '';
  const periods: Period[] = [];
  let from = today;
  while (from <= last) {
    const first = from;
    const toNext = (lessonWeekday - dayOfWeek(from) + 7) % 7 || 7;
    const end = addDays(from, toNext - 1);
    const to = sorted.find((eve) => first <= eve && eve <= end) ?? end;
    periods.push({ from, to });
    from = addDays(to, 1);
  }
  return periods;
}

/** Index of the period that holds `day`, or -1. */
export const periodIndexOf = (periods: readonly Period[], day: CalendarDay): number =>
  periods.findIndex((period) => period.from <= day && day <= period.to);

/** What a student has to practise. */
export interface PracticeTime {
  /** Seven whole numbers, Monday first. */
  readonly minutesByWeekday: readonly number[];
  /** Days on which it is another number, by day. */
  readonly minutesOfDays?: Readonly<Record<string, number>>;
}

/** Minutes of a day, closures left aside. */
export const minutesOfDay = ({ minutesByWeekday, minutesOfDays }: PracticeTime, day: CalendarDay): number =>
  minutesOfDays?.[day] ?? minutesByWeekday[dayOfWeek(day)] ?? 0;

/** Minutes a student has in a period. */
export const minutesOn = (
  period: Period,
  practice: PracticeTime,
  closures: readonly Closure[],
): readonly { readonly day: CalendarDay; readonly minutes: number }[] =>
  daysBetween(period.from, period.to) < 0
    ? []
    : daysFrom(period.from, period.to).map((day) => ({
        day,
        minutes: stopsPractice(closures, day) ? 0 : minutesOfDay(practice, day),
      }));
