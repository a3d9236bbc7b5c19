import { daysBetween, formatDay, type CalendarDay } from '../../time';
import type { OpenStatus } from '../verdict';
import { inDays } from './words';

/** Done by a day: open while the day has not passed, and while nobody knows the day. */
export function byDay(last: CalendarDay | null, done: CalendarDay | null, today: CalendarDay): OpenStatus {
  if (last === null) return 'undecided';
  if (done !== null) return done <= last ? 'met' : 'unmet';
  return today > last ? 'unmet' : 'undecided';
}

export const daysLeft = (day: CalendarDay | null, today: CalendarDay): number | null =>
  day === null ? null : daysBetween(today, day);

/** "3 May 2027" in the short form, and how many days on. */
export const shortDay = (day: CalendarDay): string => formatDay(day, 'medium');
export const dayAhead = (day: CalendarDay, days: number): string => `${shortDay(day)}, ${inDays(days)}`;
