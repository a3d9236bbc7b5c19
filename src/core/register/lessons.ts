import equal from 'fast-deep-equal';
import { lessonsMovedTo, type Studio } from '../files';
import type { LessonRecord, LessonStep, Student } from '../students';
import { fallsOn, slotMinutes, slotOn, stopsLessons, type CalendarDay, type Closure } from '../time';

/** The record with what is noted now; what was recorded before stays known. */
export function afterChange(
  before: LessonRecord,
  change: Partial<Pick<LessonRecord, 'state' | 'note' | 'movedTo' | 'cancelledBy'>>,
): LessonRecord {
  const { cancelledBy: by, ...rest } = { ...before, ...change };
  const after: LessonRecord = { ...rest, ...(rest.state === 'cancelled' && by && { cancelledBy: by }) };
  const { state, movedTo, cancelledBy } = before;
  const isSame = after.state === state && after.cancelledBy === cancelledBy && equal(after.movedTo, movedTo);
  // Taking back a press of a moment ago is no step; moves and cancellations are.
  if (isSame || state === 'planned' || state === 'held' || state === 'absent') return after;
  return {
    ...after,
    earlier: [...(before.earlier ?? []), { state, movedTo, ...(cancelledBy && { cancelledBy }) }],
  };
}

/** Lessons the teacher cancelled that were neither held nor moved to another day since, by student. */
export function makeUpsOwed(records: Iterable<LessonRecord>): Map<string, number> {
  const owed = new Map<string, number>();
  for (const { studentId, state, cancelledBy } of records)
    if (state === 'cancelled' && cancelledBy === 'teacher')
      owed.set(studentId, (owed.get(studentId) ?? 0) + 1);
  return owed;
}

export interface DayLesson {
  readonly id: string;
  /** One student, or the two who share the lesson. */
  readonly students: readonly Student[];
  readonly start: string;
  readonly end: string;
  readonly minutes: number;
  readonly state: LessonRecord['state'];
  readonly note: string;
  /** The day it was moved from or to; null when it stands where the slot has it. */
  readonly moved:
    { readonly from: CalendarDay } | { readonly to: CalendarDay; readonly start: string } | null;
  readonly cancelledBy?: 'teacher' | 'student';
  readonly earlier: readonly LessonStep[];
}

/** "15:40" and 30 minutes: "16:10". */
export function shiftStart(start: string, minutes: number): string {
  const [hours = 0, past = 0] = start.split(':').map(Number);
  const sum = (hours * 60 + past + minutes) % 1440;
  return `${String(Math.floor(sum / 60)).padStart(2, '0')}:${String(sum % 60).padStart(2, '0')}`;
}

/** Lessons of a day, other than one, that stand in the minutes from a start. Those of the same students do not. */
export const clashesWith = (
  lessons: readonly DayLesson[],
  { students, minutes }: Pick<DayLesson, 'students' | 'minutes'>,
  start: string,
): DayLesson[] =>
  lessons.filter(
    (each) =>
      each.state !== 'cancelled' &&
      each.state !== 'moved' &&
      each.students.every(({ id }) => students.every((student) => student.id !== id)) &&
      each.start < shiftStart(start, minutes) &&
      start < each.end,
  );

/** The lessons of a day of the studio. */
export function lessonsOfDay(studio: Studio, day: CalendarDay): DayLesson[] {
  const students = [...studio.students.values()];
  const records = students.flatMap(({ id }) => studio.lessons.get(`${day}/${id}`) ?? []);
  return lessonsOn(
    day,
    students,
    [...records, ...lessonsMovedTo(studio, day)],
    [...studio.closures.values()],
  );
}

/** The lessons of a day by start: from the slots, and moved here from other days. Students who share stand in one. */
export function lessonsOn(
  day: CalendarDay,
  students: readonly Student[],
  records: Iterable<LessonRecord>,
  closures: readonly Closure[],
): DayLesson[] {
  const byId = new Map([...records].map((record) => [record.id, record]));
  const active = students.filter((student) => student.archivedOn === null || student.archivedOn > day);
  const shut = stopsLessons(closures, day);
  const lessons = active.flatMap((student): DayLesson[] => {
    const slot = slotOn(student, day);
    if (slot.kind === 'none' || shut || !fallsOn(slot, day)) return [];
    const record = byId.get(`${day}/${student.id}`);
    return [
      lessonOf(
        student,
        slot.start,
        record,
        record?.movedTo ? { to: record.movedTo.day, start: record.movedTo.start } : null,
        day,
      ),
    ];
  });
  const moved = [...byId.values()].flatMap((record): DayLesson[] => {
    const student = active.find((each) => each.id === record.studentId);
    if (!student || record.movedTo?.day !== day) return [];
    return [
      {
        ...lessonOf(student, record.movedTo.start, record, { from: record.day }, record.day),
        state: record.state === 'moved' ? 'planned' : record.state,
      },
    ];
  });
  return joinShared([...lessons, ...moved]).sort((a, b) =>
    a.start < b.start ? -1 : a.start > b.start ? 1 : a.id < b.id ? -1 : 1,
  );
}

function lessonOf(
  student: Student,
  start: string,
  record: LessonRecord | undefined,
  moved: DayLesson['moved'],
  day: CalendarDay,
): DayLesson {
  const minutes = slotMinutes(slotOn(student, day));
  return {
    id: `${day}/${student.id}`,
    students: [student],
    start,
    end: shiftStart(start, minutes),
    minutes,
    // From the day it left it is only moved; what became of it stands where it went.
    state: moved && 'to' in moved ? 'moved' : (record?.state ?? 'planned'),
    ...(record?.cancelledBy && { cancelledBy: record.cancelledBy }),
    earlier: record?.earlier ?? [],
    note: record?.note ?? '',
    moved,
  };
}

/** Two students who name each other and start together have one lesson. */
function joinShared(lessons: readonly DayLesson[]): DayLesson[] {
  const joined: DayLesson[] = [];
  for (const lesson of lessons) {
    const [student] = lesson.students;
    const other = joined.findIndex(
      (each) =>
        each.start === lesson.start &&
        each.students.length === 1 &&
        each.students[0]?.id === student?.sharesWith &&
        each.students[0]?.sharesWith === student?.id,
    );
    const before = joined[other];
    if (before && student) joined[other] = { ...before, students: [...before.students, student] };
    else joined.push(lesson);
  }
  return joined;
}
