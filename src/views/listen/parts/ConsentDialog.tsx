import type { RecordingAgreed, Student } from '@/core/students';
import type { CalendarDay } from '@/core/time';
import { agreeToRecording } from '@/store';
import { Button, Dialog, DialogActs } from '@/ui';

/** Before somebody is recorded: who has agreed to it. Kept with the student, with its day. */
export function ConsentDialog({
  student,
  today,
  onAgreed,
  onClose,
}: {
  readonly student: Student;
  readonly today: CalendarDay;
  readonly onAgreed: () => void;
  readonly onClose: () => void;
}) {
  const agree = (by: RecordingAgreed['by']) => {
    void agreeToRecording(student.id, { by, on: today }).then((isKept) => isKept && onAgreed());
  };
  return (
    <Dialog title={`May ${student.name} be recorded?`} onClose={onClose} typed={false}>
      <p>
        A recording stays in this browser. It goes into no file unless you save it, and can be deleted at any
        time. For a child a parent agrees. Who agreed is noted with the day.
      </p>
      <DialogActs>
        <Button onClick={onClose}>Not now</Button>
        <Button onClick={() => agree('student')}>The student agrees</Button>
        <Button look="do" onClick={() => agree('parent')}>
          A parent agrees
        </Button>
      </DialogActs>
    </Dialog>
  );
}
