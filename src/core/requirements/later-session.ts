import { daysBetween, formatDay, type CalendarDay } from '../time';
import type { Session } from './requirement-set';
import type { RequirementSet } from './with-rules';

/** A session to defer to, or why there is none. */
export type LaterSession =
  | { readonly kind: 'session'; readonly session: Session }
  | { readonly kind: 'none known' }
  /** There are later ones, and entry has closed for each; the last of them with the day it closed. */
  | { readonly kind: 'entry closed'; readonly session: Session; readonly on: CalendarDay }
  /** There are later ones that can be entered, and none leaves the weeks needed; the last of them. */
  | { readonly kind: 'too soon'; readonly session: Session; readonly weeks: number };

/** The last day a session can be entered, late entries included; null while nobody knows one. */
export const lastEntry = ({ entryCloses, late }: Session): CalendarDay | null => late?.until ?? entryCloses;

/**
 * The first session of the set after a day that can still be entered and leaves the weeks needed.
 * @param weeksNeeded - whole weeks from today; null where a year or more is needed
 */
export function laterSession(
  { sessions }: Pick<RequirementSet, 'sessions'>,
  after: CalendarDay,
  today: CalendarDay,
  weeksNeeded: number | null = 0,
): LaterSession {
  const later = sessions
    .filter(({ day }) => day > after && day > today)
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  const last = later.at(-1);
  if (!last) return { kind: 'none known' };
  const open = later.filter((session) => (lastEntry(session) ?? today) >= today);
  const lastOpen = open.at(-1);
  if (!lastOpen) return { kind: 'entry closed', session: last, on: lastEntry(last) ?? today };
  const weeks = (session: Session) => Math.floor(daysBetween(today, session.day) / 7);
  const found = weeksNeeded === null ? undefined : open.find((session) => weeks(session) >= weeksNeeded);
  return found
    ? { kind: 'session', session: found }
    : { kind: 'too soon', session: lastOpen, weeks: weeks(lastOpen) };
}

/** Why there is no session to defer to, in a sentence. */
export function noLaterSession(later: Exclude<LaterSession, { kind: 'session' }>): string {
  switch (later.kind) {
    case 'none known':
      return 'No later session is known.';
    case 'entry closed':
      return `Entry for the ${later.session.name} closed on ${formatDay(later.on, 'medium')}.`;
    case 'too soon':
      return `The ${later.session.name} leaves ${later.weeks} ${later.weeks === 1 ? 'week' : 'weeks'}, fewer than are needed.`;
  }
}
