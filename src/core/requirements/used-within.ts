import { addDays, calendarDay, isCalendarDay, type CalendarDay } from '../time';
import type { EntryOf, UsedPiece } from './entry';

/** Pieces of earlier entries that a rule still counts: those of its last years before the session, or before today without one. */
export function usedWithin(
  { years }: { readonly years: number | null },
  entry: EntryOf,
): readonly UsedPiece[] {
  if (years === null) return entry.used;
  const since = addYears(entry.session?.day ?? entry.today, -years);
  return entry.used.filter(({ day }) => day >= since);
}

/** The same day so many years on; 29 February becomes 1 March where there is none. */
const addYears = (day: CalendarDay, years: number): CalendarDay => {
  const moved = `${String(Number(day.slice(0, 4)) + years).padStart(4, '0')}${day.slice(4)}`;
  return isCalendarDay(moved) ? moved : addDays(calendarDay(moved.replace('-02-29', '-02-28')), 1);
};
