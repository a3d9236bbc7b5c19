import { useState } from 'react';
import type { LessonRecord } from '@/core/students';
import { clashesWith, type DayLesson } from '@/core/register';
import { isCalendarDay, type CalendarDay } from '@/core/time';
import { Button, Dialog, DialogActs, FieldRow, TextField } from '@/ui';

export function MoveLessonDialog({
  lesson,
  day,
  lessonsOf,
  onMove,
  onClose,
}: {
  readonly lesson: DayLesson;
  readonly day: CalendarDay;
  readonly lessonsOf: (day: CalendarDay) => readonly DayLesson[];
  readonly onMove: (to: NonNullable<LessonRecord['movedTo']>) => void;
  readonly onClose: () => void;
}) {
  const [to, setTo] = useState<string>(day);
  const [start, setStart] = useState(lesson.start);
  const ready = isCalendarDay(to) && /^\d{2}:\d{2}$/.test(start);
  const clashes = isCalendarDay(to) && ready ? clashesWith(lessonsOf(to), lesson, start) : [];
  return (
    <Dialog title="Move the lesson" onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (isCalendarDay(to) && ready) {
            onMove({ day: to, start });
            onClose();
          }
        }}
      >
        <FieldRow>
          <TextField required label="To the day" type="date" value={to} onChange={setTo} />
          <TextField required label="Start" type="time" value={start} onChange={setStart} />
        </FieldRow>
        {clashes.length > 0 && (
          <p role="status">
            At that time there is{' '}
            {clashes
              .map((each) => `${each.start} ${each.students.map(({ name }) => name).join(' and ')}`)
              .join(', ')}
            .
          </p>
        )}
        <DialogActs>
          <Button type="submit" look="do" disabled={!ready}>
            Move the lesson
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
