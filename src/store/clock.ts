import { calendarDay, type CalendarDay } from '@/core/time';

export interface Now {
  readonly day: CalendarDay;
  /** "15:46" */
  readonly time: string;
}

/** The demo's day stands still, so that pictures and tests are stable. */
export const DEMO_NOW: Now = { day: calendarDay('2027-01-20'), time: '15:46' };

/**
 * Calls back when another minute begins and when the tab comes back to the front: a page left open overnight, or a
 * laptop that slept, knows the day.
 * @returns ends it
 */
export function everyMinute(tick: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const wait = () => {
    timer = setTimeout(
      () => {
        tick();
        wait();
      },
      60_000 - (new Date().getTime() % 60_000),
    );
  };
  const back = () => {
    if (!document.hidden) tick();
  };
  wait();
  document.addEventListener('visibilitychange', back);
  globalThis.addEventListener('focus', back);
  return () => {
    clearTimeout(timer);
    document.removeEventListener('visibilitychange', back);
    globalThis.removeEventListener('focus', back);
  };
}

/** The wall clock, in the studio's own time zone. */
export function wallClock(): Now {
  const now = new Date();
  const two = (value: number) => String(value).padStart(2, '0');
  return {
    day: calendarDay(`${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`),
    time: `${two(now.getHours())}:${two(now.getMinutes())}`,
  };
}
