import type { Stage } from '@/core/effort';
import type { Goal } from '@/core/programme';
import type { Studio } from '@/core/files';
import { weeksLeft } from '@/core/register';
import { findLevel, findSession } from '@/core/requirements';
import { formatWeekday, type CalendarDay, type LessonSlot } from '@/core/time';

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
  return `${set?.name ?? 'a deleted requirement'} ${level?.name ?? ''}, ${session?.name ?? 'no session'}`;
}

/** What is heard at the end of each stage of preparation. */
const GATES: Record<Stage, string> = {
  prepare: 'rhythm gate',
  learn: 'notes gate',
  secure: 'steadiness gate',
  'up to tempo': 'tempo gate',
  memorise: 'memory gate',
  perform: 'performance gate',
};
export const gateName = (stage: Stage): string => GATES[stage];

/** "Wed 15:40, 30 minutes". */
export const slotWords = (slot: LessonSlot): string =>
  slot.kind === 'none'
    ? 'no fixed lesson'
    : `${formatWeekday(slot.weekday).slice(0, 3)} ${slot.start}, ${slot.minutes} minutes${slot.kind === 'fortnightly' ? ', every other week' : ''}`;

/** As a sentence begins: "pass; 4 short of strong" begins with a capital after a full stop. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
