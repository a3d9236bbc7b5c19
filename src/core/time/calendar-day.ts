import {
  addDays as addToDate,
  differenceInCalendarDays,
  differenceInYears,
  format,
  getISODay,
  isValid,
  parseISO,
} from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import type { Brand } from '../result';

/** A day as "2027-01-20"; compares and sorts as text. */
export type CalendarDay = Brand<string, 'CalendarDay'>;

/** Monday is 0, Sunday is 6: the order of every list of minutes by weekday. */
export type Weekday = 0 | 1 | 2 | 3 | 4 | 5 | 6;
export const WEEKDAYS: readonly Weekday[] = [0, 1, 2, 3, 4, 5, 6];
const WEEKDAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

export function isCalendarDay(text: string): text is CalendarDay {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text)) && Number(text.slice(0, 4)) >= 1900;
}

/**
 * @param text - "yyyy-mm-dd", a day that exists, 1900 or later
 * @throws RangeError for anything else (text is checked with `isCalendarDay` at the edge)
 */
export function calendarDay(text: string): CalendarDay {
  if (!isCalendarDay(text)) throw new RangeError(`not a calendar day: ${text}`);
  return text;
}

const written = (date: Date) => calendarDay(format(date, 'yyyy-MM-dd'));

export const addDays = (day: CalendarDay, days: number): CalendarDay =>
  written(addToDate(parseISO(day), days));

/** Days from `from` to `to`: 0 on the same day, negative when `to` is earlier. */
export const daysBetween = (from: CalendarDay, to: CalendarDay): number =>
  differenceInCalendarDays(parseISO(to), parseISO(from));

/** Whole years from `from` to `to`, as an age is counted (a birthday counts on the day itself). */
export const yearsBetween = (from: CalendarDay, to: CalendarDay): number =>
  differenceInYears(parseISO(to), parseISO(from));

export const dayOfWeek = (day: CalendarDay): Weekday => (getISODay(parseISO(day)) - 1) as Weekday;

/** Every day from `from` to `to`, both included; empty when `to` is earlier. */
export const daysFrom = (from: CalendarDay, to: CalendarDay): CalendarDay[] =>
  Array.from({ length: Math.max(0, daysBetween(from, to) + 1) }, (_, index) => addDays(from, index));

const PATTERNS = {
  long: 'EEEE d MMMM',
  full: 'EEEE d MMMM yyyy',
  short: 'd MMM',
  medium: 'EEE d MMM',
  written: 'd MMMM yyyy',
} as const;

/** `short` 20 Jan, `medium` Wed 20 Jan, `long` Wednesday 20 January, `written` 20 January 2027. */
export const formatDay = (day: CalendarDay, style: keyof typeof PATTERNS = 'long'): string =>
  format(parseISO(day), PATTERNS[style], { locale: enGB });

export const formatWeekday = (weekday: Weekday): (typeof WEEKDAY_NAMES)[number] => WEEKDAY_NAMES[weekday];
