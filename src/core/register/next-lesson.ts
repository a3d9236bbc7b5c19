import { lessonsOfStudent, type Studio } from '../files';
import type { Student } from '../students';
import { addDays, type CalendarDay } from '../time';
import { lessonsOn, type DayLesson } from './lessons';

/** A lesson further off than this is not looked for; our choice: longer than any holiday. */
const DAYS_AHEAD = 84;

/**
 * The lesson a student is in or has next, also one moved to its day; one that is cancelled is passed over.
 * @param now - a lesson of today that has ended by then, as "15:46", is over
 * @returns null when no lesson stands in the next twelve weeks
 */
export function nextLesson(
  studio: Studio,
  student: Student,
  now: { readonly day: CalendarDay; readonly time: string },
): { readonly day: CalendarDay; readonly lesson: DayLesson } | null {
  const partner = student.sharesWith === null ? undefined : studio.students.get(student.sharesWith);
  const students = partner ? [student, partner] : [student];
  const records = students.flatMap(({ id }) => lessonsOfStudent(studio, id));
  const closures = [...studio.closures.values()];
  for (let days = 0; days <= DAYS_AHEAD; days += 1) {
    const day = addDays(now.day, days);
    const lesson = lessonsOn(day, students, records, closures).find(
      (each) =>
        each.students.some(({ id }) => id === student.id) &&
        each.state !== 'cancelled' &&
        each.state !== 'moved' &&
        (days > 0 || each.end > now.time),
    );
    if (lesson) return { day, lesson };
  }
  return null;
}
