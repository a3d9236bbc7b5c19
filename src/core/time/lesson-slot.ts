import { dayOfWeek, daysBetween, daysFrom, type CalendarDay, type Weekday } from './calendar-day';
import { stopsLessons, type Closure } from './closure';

/** When a student has lessons. `start` is "15:40"; a fortnightly slot counts its weeks from `anchor`. */
export type LessonSlot =
  | {
      readonly kind: 'weekly';
      readonly weekday: Weekday;
      readonly start: string;
      readonly minutes: number;
    }
  | {
      readonly kind: 'fortnightly';
      readonly weekday: Weekday;
      readonly start: string;
      readonly minutes: number;
      readonly anchor: CalendarDay;
    }
  | { readonly kind: 'none' };

/** Whether the slot has a lesson on `day`, closures left aside. */
export function fallsOn(slot: LessonSlot, day: CalendarDay): boolean {
  switch (slot.kind) {
    case 'weekly':
      return dayOfWeek(day) === slot.weekday;
    case 'fortnightly':
      return (
        dayOfWeek(day) === slot.weekday &&
        Math.abs(Math.round((daysBetween(slot.anchor, day) - weekdayGap(slot.anchor, slot.weekday)) / 7)) %
          2 ===
          0
      );
    case 'none':
      return false;
  }
}

/** Days from `anchor` to the slot's weekday in the week that starts at `anchor`: 0..6. */
const weekdayGap = (anchor: CalendarDay, weekday: Weekday) => (weekday - dayOfWeek(anchor) + 7) % 7;

/** Lesson days from `from` to `to`, both included, in order, without the days a closure takes. */
export const lessonDays = (
  slot: LessonSlot,
  from: CalendarDay,
  to: CalendarDay,
  closures: readonly Closure[],
): CalendarDay[] => daysFrom(from, to).filter((day) => fallsOn(slot, day) && !stopsLessons(closures, day));

export const slotMinutes = (slot: LessonSlot): number => (slot.kind === 'none' ? 0 : slot.minutes);
