import { addDays, dayOfWeek, daysBetween, daysFrom, type CalendarDay, type Weekday } from './calendar-day';
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

/** The slot that holds for good and those before it, each until its last day, oldest first. */
export interface HasSlots {
  readonly slot: LessonSlot;
  readonly earlierSlots?: readonly { readonly until: CalendarDay; readonly slot: LessonSlot }[];
}

/** The slot of a day: what changes from a day on leaves the days before as they were. */
export const slotOn = ({ slot, earlierSlots = [] }: HasSlots, day: CalendarDay): LessonSlot =>
  earlierSlots.find(({ until }) => day <= until)?.slot ?? slot;

/**
 * The same with another slot from a day on; slots that would have begun on it or later are given up.
 * @param until - the last day of the other slot, of a term; after it the slots are as they would have been. Null: for good
 */
export function withSlotFrom(
  of: HasSlots,
  slot: LessonSlot,
  from: CalendarDay,
  until: CalendarDay | null = null,
): HasSlots {
  const slots = of.earlierSlots ?? [];
  const last = addDays(from, -1);
  const before = [...slots.filter((each) => each.until < from), { until: last, slot: slotOn(of, last) }];
  return until === null
    ? { slot, earlierSlots: before }
    : {
        slot: of.slot,
        earlierSlots: [...before, { until, slot }, ...slots.filter((each) => each.until > until)],
      };
}

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
  of: HasSlots,
  from: CalendarDay,
  to: CalendarDay,
  closures: readonly Closure[],
): CalendarDay[] =>
  daysFrom(from, to).filter((day) => fallsOn(slotOn(of, day), day) && !stopsLessons(closures, day));

export const slotMinutes = (slot: LessonSlot): number => (slot.kind === 'none' ? 0 : slot.minutes);
