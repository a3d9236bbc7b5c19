import { calendarDay, type CalendarDay } from '@/core/time';

export interface Now {
  readonly day: CalendarDay;
  /** "15:46" */
  readonly time: string;
}

/** The demo's day stands still, so that pictures and tests are stable. */
export const DEMO_NOW: Now = { day: calendarDay('2027-01-20'), time: '15:46' };

/** The wall clock, in the studio's own time zone. */
export function wallClock(): Now {
  const now = new Date();
  const two = (value: number) => String(value).padStart(2, '0');
  return {
    day: calendarDay(`${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`),
    time: `${two(now.getHours())}:${two(now.getMinutes())}`,
  };
}
