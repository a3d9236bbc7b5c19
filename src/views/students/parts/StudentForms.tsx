import { lazy, useState } from 'react';
import type { Student } from '@/core/students';
import {
  archiveStudent,
  eraseStudent,
  nameFamily,
  newId,
  saveStudent,
  setTimetable,
  type ReadyState,
} from '@/store';
import { Confirm, ErrorSay } from '@/ui';

const StudentDialog = lazy(() => import('./StudentDialog').then((part) => ({ default: part.StudentDialog })));
const TimetableDialog = lazy(() =>
  import('./TimetableDialog').then((part) => ({ default: part.TimetableDialog })),
);
const PasteStudentsDialog = lazy(() =>
  import('./PasteStudentsDialog').then((part) => ({ default: part.PasteStudentsDialog })),
);
const ArchiveDialog = lazy(() => import('./ArchiveDialog').then((part) => ({ default: part.ArchiveDialog })));

/** What is asked for: a form about nobody yet, or about a student. */
export type Asked =
  | { readonly what: 'add' | 'paste' | 'timetable' }
  | { readonly what: 'change' | 'archive' | 'erase'; readonly student: Student };

/** The form about students that is asked for. */
export function StudentForms({
  ready: {
    studio,
    now: { day: today },
  },
  open,
  onAsk: ask,
  onArchive: archive,
}: {
  readonly ready: Pick<ReadyState, 'studio' | 'now'>;
  readonly open: Asked;
  readonly onAsk: (asked: Asked | null) => void;
  readonly onArchive: (student: Student) => void;
}) {
  const close = () => ask(null);
  switch (open.what) {
    case 'add':
    case 'change':
      return (
        <StudentDialog
          studio={studio}
          student={open.what === 'change' ? open.student : null}
          today={today}
          newId={newId}
          onSave={saveStudent}
          onFamily={(instrument, family) => void nameFamily(instrument, family)}
          onClose={close}
          {...(open.what === 'change' && {
            onArchive: () => archive(open.student),
            onErase: () => ask({ what: 'erase', student: open.student }),
          })}
        />
      );
    case 'paste':
      return <PasteStudentsDialog studio={studio} today={today} onClose={close} />;
    case 'timetable':
      return (
        <TimetableDialog
          studio={studio}
          today={today}
          onSave={(timetable) => {
            void setTimetable(timetable);
            close();
          }}
          onClose={close}
        />
      );
    case 'archive':
      return (
        <ArchiveDialog
          studio={studio}
          student={open.student}
          onArchive={(givenUp) => {
            void archiveStudent(open.student.id, today, givenUp);
            close();
          }}
          onClose={close}
        />
      );
    case 'erase':
      return <Erase student={open.student} onClose={close} />;
  }
}

function Erase({ student, onClose }: { readonly student: Student; readonly onClose: () => void }) {
  const [hasFailed, fail] = useState(false);
  return (
    <Confirm
      title={`Erase ${student.name} for good?`}
      action="Erase for good"
      onClose={onClose}
      onConfirm={() => {
        eraseStudent(student.id).then(onClose, () => fail(true));
      }}
    >
      <p>
        The student, every goal, mark sheet, lesson record and take go, also from the snapshots of this
        browser. It cannot be undone. Studio files exported before still hold them.
      </p>
      {hasFailed && (
        <ErrorSay title="The browser did not let everything go, and the student is still here. Reload the page and erase again." />
      )}
    </Confirm>
  );
}
