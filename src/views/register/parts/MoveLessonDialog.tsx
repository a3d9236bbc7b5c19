import { useState } from 'react';
import type { DayLesson, LessonRecord } from '@/core/register';
import { isCalendarDay, type CalendarDay } from '@/core/time';
import { Button, Dialog, DialogActs, FieldRow, TextField } from '@/ui';

export function MoveLessonDialog({
  lesson,
  day,
  onMove,
  onClose,
}: {
  readonly lesson: DayLesson;
  readonly day: CalendarDay;
  readonly onMove: (to: NonNullable<LessonRecord['movedTo']>) => void;
  readonly onClose: () => void;
}) {
  const [to, setTo] = useState<string>(day);
  const [start, setStart] = useState(lesson.start);
  const ready = isCalendarDay(to) && /^\d{2}:\d{2}$/.test(start);
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
          <TextField label="To the day" type="date" value={to} onChange={setTo} />
          <TextField label="Start" type="time" value={start} onChange={setStart} />
        </FieldRow>
        <DialogActs>
          <Button type="submit" look="do" disabled={!ready}>
            Move the lesson
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
