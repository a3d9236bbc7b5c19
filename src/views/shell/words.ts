import { weeksLeft } from '@/core/register';
import type { CalendarDay } from '@/core/time';

/** "1 week", "10 weeks" from today to the day. */
export function weeksWords(today: CalendarDay, day: CalendarDay): string {
  const weeks = weeksLeft(today, day);
  return weeks === 1 ? '1 week' : `${weeks} weeks`;
}
