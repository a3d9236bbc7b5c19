import { isCalendarDay, type CalendarDay } from '@/core/time';
import type { Which } from './which';

const ERASED = (which: Which) => `formal-stave.erased.${which}`;

/** Days on which students were erased in this browser, by id: nothing else of them is kept. */
export function erasedStudents(which: Which): ReadonlyMap<string, CalendarDay> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(ERASED(which)) ?? '{}');
    return new Map(
      Object.entries(kept ?? {}).flatMap(([id, day]) =>
        typeof day === 'string' && isCalendarDay(day) ? [[id, day] as const] : [],
      ),
    );
  } catch {
    return new Map();
  }
}

export const noteErased = (which: Which, id: string, day: CalendarDay): void =>
  localStorage.setItem(
    ERASED(which),
    JSON.stringify(Object.fromEntries([...erasedStudents(which), [id, day]])),
  );
