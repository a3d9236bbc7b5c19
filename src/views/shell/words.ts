import type { Goal } from '@/core/programme';
import type { Studio } from '@/core/files';
import { weeksLeft } from '@/core/register';
import { findLevel, findSession } from '@/core/requirements';
import type { CalendarDay } from '@/core/time';

/** "1 week", "10 weeks" from today to the day. */
export function weeksWords(today: CalendarDay, day: CalendarDay): string {
  const weeks = weeksLeft(today, day);
  return weeks === 1 ? '1 week' : `${weeks} weeks`;
}

/** The level and the session a goal is for: every place that names a goal names both. */
export function goalLabel(studio: Studio, { setId, levelId, sessionId }: Goal): string {
  const set = studio.sets.get(setId);
  const level = set && findLevel(set, levelId);
  const session = set && findSession(set, sessionId);
  return `${set?.name ?? 'a requirement that is gone'} ${level?.name ?? ''}, ${session?.name ?? 'no session'}`;
}
