/**
 * Days, closures, lesson slots and the periods between lessons.
 *
 * Everything counts in calendar days (no clock, no time zone): a `CalendarDay` is "2027-01-20".
 * Periods are inclusive on both ends. Read `periodsBetween` first: it cuts the way to a session
 * into the weeks a student practises from one lesson to the next.
 */
export {
  addDays,
  calendarDay,
  dayOfWeek,
  daysBetween,
  daysFrom,
  formatDay,
  formatWeekday,
  isCalendarDay,
  WEEKDAYS,
  yearsBetween,
  type CalendarDay,
  type Weekday,
} from './calendar-day';
export { closuresBetween, stopsLessons, stopsPractice, type Closure } from './closure';
export {
  fallsOn,
  lessonDays,
  slotMinutes,
  slotOn,
  withSlotFrom,
  type HasSlots,
  type LessonSlot,
} from './lesson-slot';
export {
  minutesOfDay,
  minutesOn,
  periodIndexOf,
  periodsBetween,
  periodsTo,
  type Period,
  type PracticeTime,
} from './period';
