import { shortName, type Student } from '../students';
import { addDays, daysFrom, withSlotFrom, type CalendarDay, type LessonSlot } from '../time';
import { clashesWith, lessonsOn, type DayLesson } from './lessons';

/** The lessons of some students from a day on; `until` is the last day of a term, null for good. */
export interface Timetable {
  readonly slots: ReadonlyMap<string, LessonSlot>;
  readonly from: CalendarDay;
  readonly until: CalendarDay | null;
}

/** The students of a timetable with their lessons in it; the days before and after it stay as they were. */
export const withTimetable = (students: Iterable<Student>, { slots, from, until }: Timetable): Student[] =>
  [...students].flatMap((student) => {
    const slot = slots.get(student.id);
    return slot ? [{ ...student, ...withSlotFrom(student, slot, from, until) }] : [];
  });

/** Two lessons that stand in the same minutes, in the fortnight from a day on; closures and single changes are left aside. */
export function slotClashes(
  students: readonly Student[],
  from: CalendarDay,
): { readonly day: CalendarDay; readonly one: DayLesson; readonly other: DayLesson }[] {
  const told = new Set<string>();
  return daysFrom(from, addDays(from, 13)).flatMap((day) => {
    const lessons = lessonsOn(day, students, [], []);
    return lessons.flatMap((one, at) =>
      clashesWith(lessons.slice(at + 1), one, one.start).flatMap((other) => {
        const key = [one, other].map(({ students: of }) => of.map(({ id }) => id).join('+')).join('/');
        if (told.has(key)) return [];
        told.add(key);
        return [{ day, one, other }];
      }),
    );
  });
}

/** Who has a lesson, as it is named among others: "Halloran", "Ost and Kell". */
export const lessonNames = ({ students }: Pick<DayLesson, 'students'>): string =>
  students.map(({ name }) => shortName(name)).join(' and ');
