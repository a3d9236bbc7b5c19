import type { CalendarDay } from '../time';

/** What happened to one lesson, or where it was moved. The slot says when it would have been. */
export interface LessonRecord {
  /** "day/student id" of the slot's own day, so a lesson has one record. */
  readonly id: string;
  readonly studentId: string;
  readonly day: CalendarDay;
  readonly state: 'planned' | 'held' | 'absent' | 'cancelled' | 'moved';
  readonly note: string;
  /** Where it is now, whatever became of it there. */
  readonly movedTo: { readonly day: CalendarDay; readonly start: string } | null;
  /** Who cancelled it; left out where it is not cancelled, or nobody said. */
  readonly cancelledBy?: 'teacher' | 'student';
  /** What was recorded of it before, oldest first. */
  readonly earlier?: readonly LessonStep[];
}

/** One thing that was recorded of a lesson. */
export type LessonStep = Pick<LessonRecord, 'state' | 'movedTo' | 'cancelledBy'>;
