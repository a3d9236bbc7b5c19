import { lazy, Suspense, useState, type ReactNode } from 'react';
import { openGoalsOf } from '@/core/register';
import type { Student } from '@/core/students';
import { archiveStudent, type ReadyState } from '@/store';
import type { Asked } from './parts/StudentForms';

const StudentForms = lazy(() =>
  import('./parts/StudentForms').then((part) => ({ default: part.StudentForms })),
);

const WITHOUT_STUDENT = ['add', 'paste', 'timetable'] as const;
/**
 * The forms about students, one at a time, wherever students are shown.
 * @param first - the form that the address asks for
 */
export function useStudentForms(
  ready: Pick<ReadyState, 'studio' | 'now'>,
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
  const archive = (student: Student) => {
    if (openGoalsOf(ready.studio, student.id).length > 0) {
      ask({ what: 'archive', student });
      return;
    }
    ask(null);
    void archiveStudent(student.id, ready.now.day);
  };
  return {
    ask,
    archive,
    forms: (
      <Suspense fallback={null}>
        {asked && <StudentForms ready={ready} open={asked} onAsk={ask} onArchive={archive} />}
      </Suspense>
    ),
  };
}
