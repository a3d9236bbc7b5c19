import { lazy, Suspense, useState, type ReactNode } from 'react';
import { openGoalsOf } from '@/core/register';
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
import { Confirm } from '@/ui';

const StudentDialog = lazy(() =>
  import('./parts/StudentDialog').then((part) => ({ default: part.StudentDialog })),
);
const TimetableDialog = lazy(() =>
  import('./parts/TimetableDialog').then((part) => ({ default: part.TimetableDialog })),
);
const PasteStudentsDialog = lazy(() =>
  import('./parts/PasteStudentsDialog').then((part) => ({ default: part.PasteStudentsDialog })),
);
const ArchiveDialog = lazy(() =>
  import('./parts/ArchiveDialog').then((part) => ({ default: part.ArchiveDialog })),
);

const WITHOUT_STUDENT = ['add', 'paste', 'timetable'] as const;
type Asked =
  | { readonly what: (typeof WITHOUT_STUDENT)[number] }
  | { readonly what: 'change' | 'archive' | 'erase'; readonly student: Student };

/**
 * The forms about students, one at a time, wherever students are shown.
 * @param first - the form that the address asks for
 */
export function useStudentForms(
  { studio, now: { day: today } }: Pick<ReadyState, 'studio' | 'now'>,
  first: string | null = null,
): {
  readonly ask: (asked: Asked) => void;
  /** Archives, once the open goals are settled. */
  readonly archive: (student: Student) => void;
  readonly forms: ReactNode;
} {
  const [asked, ask] = useState<Asked | null>(() => {
    const what = WITHOUT_STUDENT.find((each) => each === first);
    return what ? { what } : null;
  });
  const close = () => ask(null);
  const archive = (student: Student) => {
    if (openGoalsOf(studio, student.id).length > 0) {
      ask({ what: 'archive', student });
      return;
    }
    close();
    void archiveStudent(student.id, today);
  };
  return { ask, archive, forms: <Suspense fallback={null}>{asked && form(asked)}</Suspense> };

  function form(open: Asked): ReactNode {
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
        return (
          <Confirm
            title={`Erase ${open.student.name} for good?`}
            action="Erase for good"
            onClose={close}
            onConfirm={() => {
              void eraseStudent(open.student.id);
              close();
            }}
          >
            <p>
              The student, every goal, mark sheet and lesson record go, also from the snapshots of this
              browser. It cannot be undone. Studio files exported before still hold them.
            </p>
          </Confirm>
        );
    }
  }
}
