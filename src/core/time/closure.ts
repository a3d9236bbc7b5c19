import type { CalendarDay } from './calendar-day';

/** Days on which the studio is shut: for lessons, for practice, or for both. Ends are included. */
export interface Closure {
  readonly id: string;
  readonly name: string;
  readonly from: CalendarDay;
  readonly to: CalendarDay;
  readonly stops: 'lessons' | 'practice' | 'both';
}

export const stopsLessons = (closures: readonly Closure[], day: CalendarDay): boolean =>
  closures.some((closure) => closure.stops !== 'practice' && closure.from <= day && day <= closure.to);

export const stopsPractice = (closures: readonly Closure[], day: CalendarDay): boolean =>
  closures.some((closure) => closure.stops !== 'lessons' && closure.from <= day && day <= closure.to);

/** Closures that touch any day from `from` to `to`. */
export const closuresBetween = (
  closures: readonly Closure[],
  from: CalendarDay,
  to: CalendarDay,
): Closure[] => closures.filter((closure) => closure.from <= to && from <= closure.to);
