import { format, isValid, parse } from 'date-fns';
import { calendarDay, type CalendarDay } from '../time';

/** In a day of three numbers with the year last, which comes first. */
export type DayOrder = 'day first' | 'month first';

/** Three numbers with the year last; a two-figure year is read as none. */
const NUMBERS = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/;
const SAID = [
  'yyyy-MM-dd',
  'yyyy/MM/dd',
  'yyyy.MM.dd',
  'd MMMM yyyy',
  'd MMM yyyy',
  'do MMMM yyyy',
  'do MMM yyyy',
  'MMMM d yyyy',
  'MMM d yyyy',
];

/**
 * Which number of a column's days comes first, found from all of them.
 * @returns undecided where there are such days and each can be read in both ways with different results, or some can only
 * be read in one way and some only in the other
 */
export function dayOrderOf(column: readonly string[]): DayOrder | 'undecided' | 'no matter' {
  let [dayOnly, monthOnly, either] = [0, 0, 0];
  for (const cell of column) {
    const match = NUMBERS.exec(cell.trim());
    if (!match) continue;
    const [a, b] = [Number(match[1]), Number(match[2])];
    if (a > 12 && b <= 12) dayOnly += 1;
    else if (b > 12 && a <= 12) monthOnly += 1;
    else if (a !== b) either += 1;
  }
  if (dayOnly > 0 && monthOnly > 0) return 'undecided';
  if (dayOnly > 0) return 'day first';
  if (monthOnly > 0) return 'month first';
  return either > 0 ? 'undecided' : 'no matter';
}

/**
 * A day as people write it: "2015-10-05", "2015/10/05", "12 March 2014", "March 12, 2014", "5.10.2015".
 * @param order - of three numbers with the year last; null where nobody has said, and then only a day that can be read in
 * one way is read
 * @returns undefined where it is no day, 'which' where it is one of two
 */
export function typedDay(source: string, order: DayOrder | null): CalendarDay | 'which' | undefined {
  const text = source.trim().replace(/,/g, ' ').replace(/\s+/g, ' ');
  const match = NUMBERS.exec(text);
  if (match) {
    const numbers = `${match[1] ?? ''}/${match[2] ?? ''}/${match[3] ?? ''}`;
    const [first, second] = [dayIn(numbers, 'd/M/yyyy'), dayIn(numbers, 'M/d/yyyy')];
    if (order) return order === 'day first' ? first : second;
    return first !== undefined && second !== undefined && first !== second ? 'which' : (first ?? second);
  }
  for (const each of SAID) {
    const day = dayIn(text, each);
    if (day) return day;
  }
  return undefined;
}

function dayIn(text: string, as: string): CalendarDay | undefined {
  const date = parse(text, as, new Date(2000, 0, 1));
  return isValid(date) && date.getFullYear() >= 1900 && date.getFullYear() < 2200
    ? calendarDay(format(date, 'yyyy-MM-dd'))
    : undefined;
}

/** A time of day as people write it: "15:40", "3.30pm", "4 pm", "1540". @returns "15:40"; undefined where it is none */
export function typedTime(source: string): string | undefined {
  const match = /^(\d{1,2})(?:[:.h]?(\d{2}))?\s*([ap])?\.?\s*(?:m\.?)?$/i.exec(source.trim());
  if (!match) return undefined;
  const half = match[3]?.toLowerCase();
  // A bare number is an hour only with its half of the day beside it.
  if (match[2] === undefined && half === undefined) return undefined;
  const [hour, minute] = [Number(match[1]), Number(match[2] ?? 0)];
  if (minute > 59 || hour > 23 || (half !== undefined && (hour === 0 || hour > 12))) return undefined;
  const whole = half === undefined ? hour : (hour % 12) + (half === 'p' ? 12 : 0);
  return `${String(whole).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
}
