import { lazy, Suspense, useState } from 'react';
import type { Studio } from '@/core/files';
import { openGoalsOf } from '@/core/register';
import type { InstrumentFamily } from '@/core/skills';
import type { Student } from '@/core/students';
import { formatWeekday, slotOn, type CalendarDay, type LessonSlot } from '@/core/time';
import { Button, Confirm, Roving } from '@/ui';
import type { SaveStudent } from './StudentDialog';
import css from './StudentList.module.css';

const ArchiveDialog = lazy(() => import('./ArchiveDialog').then((part) => ({ default: part.ArchiveDialog })));
const StudentDialog = lazy(() => import('./StudentDialog').then((part) => ({ default: part.StudentDialog })));

const slotWords = (slot: LessonSlot) =>
  slot.kind === 'none'
    ? 'no lesson slot'
    : `${formatWeekday(slot.weekday).slice(0, 3)} ${slot.start}${slot.kind === 'fortnightly' ? ', fortnightly' : ''}`;

/** Everyone in the studio by name; archived students behind a press. */
export function StudentList({
  studio,
  today,
  newId,
  onSave,
  onFamily,
  onArchive,
  onErase,
}: {
  readonly studio: Studio;
  readonly today: CalendarDay;
  readonly newId: () => string;
  readonly onSave: SaveStudent;
  readonly onFamily: (instrument: string, family: InstrumentFamily) => void;
  /** A day archives, null brings back. */
  readonly onArchive: (studentId: string, on: CalendarDay | null, givenUp?: readonly string[]) => void;
  readonly onErase: (studentId: string) => void;
}) {
  const [editing, edit] = useState<Student | null>(null);
  const [archiving, askArchive] = useState<Student | null>(null);
  const [erasing, askErase] = useState<Student | null>(null);
  const all = [...studio.students.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const archived = all.filter((student) => student.archivedOn !== null);
  const row = (student: Student) => (
    <li key={student.id}>
      <button type="button" className={css.name} onClick={() => edit(student)}>
        <b>{student.name}</b>
        <span>
          {student.instrument}, {slotWords(slotOn(student, today))}
        </span>
      </button>
    </li>
  );
  return (
    <>
      <Roving>
        <ul className={css.list}>{all.filter((student) => student.archivedOn === null).map(row)}</ul>
      </Roving>
      {archived.length > 0 && (
        <details className={css.archived}>
          <summary>{archived.length} archived</summary>
          <ul className={css.list}>
            {archived.map((student) => (
              <li key={student.id} className={css.old}>
                {student.name}
                <span>
                  <Button look="quiet" onClick={() => onArchive(student.id, null)}>
                    Bring back
                  </Button>
                  <Button look="quiet" onClick={() => askErase(student)}>
                    Erase
                  </Button>
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {editing && (
        <Suspense fallback={null}>
          <StudentDialog
            studio={studio}
            student={editing}
            today={today}
            newId={newId}
            onSave={onSave}
            onFamily={onFamily}
            onArchive={() => {
              if (openGoalsOf(studio, editing.id).length > 0) askArchive(editing);
              else onArchive(editing.id, today);
            }}
            onClose={() => edit(null)}
            onErase={() => {
              askErase(editing);
              edit(null);
            }}
          />
        </Suspense>
      )}
      {archiving && (
        <Suspense fallback={null}>
          <ArchiveDialog
            studio={studio}
            student={archiving}
            onArchive={(givenUp) => {
              onArchive(archiving.id, today, givenUp);
              askArchive(null);
            }}
            onClose={() => askArchive(null)}
          />
        </Suspense>
      )}
      {erasing && (
        <Confirm
          title={`Erase ${erasing.name} for good?`}
          action="Erase for good"
          onClose={() => askErase(null)}
          onConfirm={() => {
            onErase(erasing.id);
            askErase(null);
          }}
        >
          <p>
            The student, every goal, mark sheet and lesson record go, also from the snapshots of this browser.
            It cannot be undone. Studio files exported before still hold them.
          </p>
        </Confirm>
      )}
    </>
  );
}
