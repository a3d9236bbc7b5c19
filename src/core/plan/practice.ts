import { addDays, daysBetween, daysFrom, type CalendarDay, type Period } from '../time';
import type { PracticeEntry } from './practice-entry';

/** One week as it was reported. */
export interface PracticeWeek extends Period {
  /** Null where nobody has said anything: neither done nor undone. */
  readonly minutes: number | null;
  /** Minutes of each day of the week, in order. */
  readonly days: readonly { readonly day: CalendarDay; readonly minutes: number }[];
}

/** The weeks with what was reported in them. */
export function practiceWeeks(
  entries: readonly Pick<PracticeEntry, 'day' | 'minutes'>[],
  weeks: readonly Period[],
): PracticeWeek[] {
  const minutes = new Map<string, number>();
  for (const entry of entries) minutes.set(entry.day, (minutes.get(entry.day) ?? 0) + entry.minutes);
  return weeks.map((week) => {
    const days = daysFrom(week.from, week.to).map((day) => ({ day, minutes: minutes.get(day) ?? 0 }));
    return {
      ...week,
      days,
      minutes: days.some(({ day }) => minutes.has(day))
        ? days.reduce((sum, day) => sum + day.minutes, 0)
        : null,
    };
  });
}

/** Facts for a talk about practising; never a verdict. */
export interface PracticeFacts {
  readonly reported: number;
  /** Days with practice in the weeks that were reported. */
  readonly touched: number;
  /** Most days in a row without any, between two days with some, where every week between was reported; null without two. */
  readonly longestGap: number | null;
  /** Whether every day with practice is that of a lesson or the day before one, over two reported weeks at least. */
  readonly onlyBeforeLesson: boolean;
}

/**
 * @param weeks - in order, without gaps between them
 * @param lessons - days of lessons
 */
export function practiceFacts(
  weeks: readonly PracticeWeek[],
  lessons: ReadonlySet<CalendarDay>,
): PracticeFacts {
  const touched: CalendarDay[] = [];
  let longestGap: number | null = null;
  let last: CalendarDay | null = null;
  for (const week of weeks) {
    if (week.minutes === null) last = null;
    for (const { day, minutes } of week.days) {
      if (minutes === 0) continue;
      touched.push(day);
      if (last !== null) longestGap = Math.max(longestGap ?? 0, daysBetween(last, day) - 1);
      last = day;
    }
  }
  const reported = weeks.filter(({ minutes }) => minutes !== null).length;
  const isBefore = (day: CalendarDay) => lessons.has(day) || lessons.has(addDays(day, 1));
  return {
    reported,
    touched: touched.length,
    longestGap,
    onlyBeforeLesson: reported > 1 && touched.length > 1 && touched.every(isBefore),
  };
}
