import { lazy, Suspense, useState, type ReactNode } from 'react';
import type { DayLesson } from '@/core/register';
import type { LessonRecord } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import { Button } from '@/ui';
import { hrefOf } from './addresses';
import css from './LessonActs.module.css';

const MoveLessonDialog = lazy(() =>
  import('./MoveLessonDialog').then((part) => ({ default: part.MoveLessonDialog })),
);

export type LessonChange = Partial<Pick<LessonRecord, 'state' | 'note' | 'movedTo' | 'cancelledBy'>>;
/** The records of a lesson (one for each student) and what is noted in all of them. */
export type OnRecord = (
  lessons: readonly Pick<LessonRecord, 'id' | 'studentId' | 'day'>[],
  change: LessonChange,
) => void;

/** What is done in the lesson itself: where to go, attendance, a line of notes. */
export function LessonActs({
  lesson,
  day,
  onRecord,
  lessonsOf,
  children,
}: {
  readonly lesson: DayLesson;
  readonly day: CalendarDay;
  /** The lessons of any day, to see what a move would clash with. */
  readonly lessonsOf: (day: CalendarDay) => readonly DayLesson[];
  readonly onRecord: OnRecord;
  /** What stands before them. */
  readonly children?: ReactNode;
}) {
  const [note, setNote] = useState(lesson.note);
  const keepNote = () => {
    if (note !== lesson.note) record({ note });
  };
  const [moving, setMoving] = useState(false);
  const records = lesson.students.map((student) => {
    const slotDay = lesson.moved && 'from' in lesson.moved ? lesson.moved.from : day;
    return { id: `${slotDay}/${student.id}`, studentId: student.id, day: slotDay };
  });
  const record = (change: LessonChange) => onRecord(records, change);
  // What a state goes back to when its press is taken back.
  const back = lesson.moved ? 'moved' : 'planned';
  if (lesson.moved && 'to' in lesson.moved)
    return (
      <p>
        This lesson is on{' '}
        <a href={hrefOf('/', { day: lesson.moved.to })}>{formatDay(lesson.moved.to, 'full')}</a> at{' '}
        {lesson.moved.start}.
      </p>
    );
  return (
    <>
      {children}
      {(['held', 'absent'] as const).map((state) => (
        <Button
          key={state}
          pressed={lesson.state === state}
          onClick={() => record({ state: lesson.state === state ? back : state })}
        >
          {{ held: 'Held', absent: 'Absent' }[state]}
        </Button>
      ))}
      {(['teacher', 'student'] as const).map((cancelledBy) => {
        const is = lesson.state === 'cancelled' && lesson.cancelledBy === cancelledBy;
        return (
          <Button
            key={cancelledBy}
            pressed={is}
            onClick={() => record(is ? { state: back } : { state: 'cancelled', cancelledBy })}
          >
            {{ teacher: 'Teacher cancelled', student: 'Student cancelled' }[cancelledBy]}
          </Button>
        );
      })}
      <Button onClick={() => setMoving(true)}>Move</Button>
      <label className={css.noteLabel}>
        Note
        <input
          data-note
          value={note}
          maxLength={1000}
          onChange={(event) => setNote(event.target.value)}
          onBlur={keepNote}
          onKeyDown={(event) => event.key === 'Enter' && keepNote()}
        />
      </label>
      {moving && (
        <Suspense fallback={null}>
          <MoveLessonDialog
            lesson={lesson}
            day={day}
            lessonsOf={lessonsOf}
            onMove={(movedTo) => record({ state: 'moved', movedTo })}
            onClose={() => setMoving(false)}
          />
        </Suspense>
      )}
    </>
  );
}
