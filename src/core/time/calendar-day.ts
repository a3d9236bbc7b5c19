import type { Brand } from '../result';

/** A day as "2027-01-20"; compares and sorts as text. */
export type CalendarDay = Brand<string, 'CalendarDay'>;

/** Monday is 0, Sunday is 6: the order of every list of minutes by weekday. */
export type Weekday = 0 | 1 | 2 | 3 | 4 | 5 | 6;
export const WEEKDAYS: readonly Weekday[] = [0, 1, 2, 3, 4, 5, 6];
const WEEKDAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

const MONTH_NAMES = [
  ...['January', 'February', 'March', 'April', 'May', 'June', 'July'],
  ...['August', 'September', 'October', 'November', 'December'],
];

export function isCalendarDay(text: string): text is CalendarDay {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text) || Number(text.slice(0, 4)) < 1900) return false;
  // A day that does not exist, as 30 February, comes out as another one.
  const time = Date.parse(`${text}T00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text);
}

/**
 * @param text - "yyyy-mm-dd", a day that exists, 1900 or later
 * @throws RangeError for anything else (text is checked with `isCalendarDay` at the edge)
 */
export function calendarDay(text: string): CalendarDay {
  if (!isCalendarDay(text)) throw new RangeError(`not a calendar day: ${text}`);
  return text;
}

const DAY = 86_400_000;
/** Days met before, by number and by day: a plan counts the same few hundred thousands of times. */
const days = new Map<number, CalendarDay>();
const numbers = new Map<CalendarDay, number>();

/** Days since 1 January 1970. They are counted in universal time, where every day is as long as every other. */
function numberOf(day: CalendarDay): number {
  const known = numbers.get(day);
  if (known !== undefined) return known;
  const [year, month, date] = [day.slice(0, 4), day.slice(5, 7), day.slice(8)].map(Number) as [
    number,
    number,
    number,
  ];
  const number = Date.UTC(year, month - 1, date) / DAY;
  numbers.set(day, number);
  return number;
}
function dayAt(number: number): CalendarDay {
  const known = days.get(number);
  if (known !== undefined) return known;
  const day = new Date(number * DAY).toISOString().slice(0, 10) as CalendarDay;
  days.set(number, day);
  return day;
}

export const addDays = (day: CalendarDay, count: number): CalendarDay => dayAt(numberOf(day) + count);

/** Days from `from` to `to`: 0 on the same day, negative when `to` is earlier. */
export const daysBetween = (from: CalendarDay, to: CalendarDay): number => numberOf(to) - numberOf(from);

/** Whole years from `from` to `to`, as an age is counted (a birthday counts on the day itself). */
export const yearsBetween = (from: CalendarDay, to: CalendarDay): number => {
  const [earlier, later, sign] = from <= to ? [from, to, 1] : [to, from, -1];
  const years = Number(later.slice(0, 4)) - Number(earlier.slice(0, 4));
  return sign * (years - (later.slice(5) < earlier.slice(5) ? 1 : 0)) || 0;
};

/** 1 January 1970 was a Thursday. */
export const dayOfWeek = (day: CalendarDay): Weekday => ((((numberOf(day) + 3) % 7) + 7) % 7) as Weekday;

/** Every day from `from` to `to`, both included; empty when `to` is earlier. */
export const daysFrom = (from: CalendarDay, to: CalendarDay): CalendarDay[] =>
  Array.from({ length: Math.max(0, daysBetween(from, to) + 1) }, (_, index) => addDays(from, index));

type Style = 'long' | 'full' | 'short' | 'medium' | 'written';

/**
 * `short` 20 Jan, `medium` Wed 20 Jan, `long` Wednesday 20 January, `full` with the year, `written` 20 January 2027. The
 * names of the months are three letters long where they are short.
 */
export function formatDay(day: CalendarDay, style: Style = 'long'): string {
  const [year, weekday] = [day.slice(0, 4), WEEKDAY_NAMES[dayOfWeek(day)]];
  const date = Number(day.slice(8));
  const month = MONTH_NAMES[Number(day.slice(5, 7)) - 1] ?? '';
  switch (style) {
    case 'short':
      return `${date} ${month.slice(0, 3)}`;
    case 'medium':
      return `${weekday.slice(0, 3)} ${date} ${month.slice(0, 3)}`;
    case 'long':
      return `${weekday} ${date} ${month}`;
    case 'full':
      return `${weekday} ${date} ${month} ${year}`;
    case 'written':
      return `${date} ${month} ${year}`;
  }
}

export const formatWeekday = (weekday: Weekday): (typeof WEEKDAY_NAMES)[number] => WEEKDAY_NAMES[weekday];
