import { useMemo, type ReactNode } from 'react';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { Empty, LinkButton, SelectField } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { useLooked } from '../shell/view-state';
import { piecesToRun } from './run-model';
import css from './StudentAndPiece.module.css';

/** A page about one piece of one student: both are chosen at its head and stand in the address. */
export function StudentAndPiece({
  ready: { studio, now },
  title,
  what,
  preferred,
  children,
}: {
  readonly ready: ReadyState;
  /** Of the page while there is none of the two. */
  readonly title: string;
  /** What the piece would be for: "to play through". */
  readonly what: string;
  /** Which piece comes first where none is asked for; null for the first of all. */
  readonly preferred?: (piece: Piece) => boolean;
  readonly children: (student: Student, piece: Piece, pickers: ReactNode) => ReactNode;
}) {
  const [studentId, lookAt] = useLooked('student');
  const [pieceId, look] = useLooked('piece');
  const students = useMemo(
    () =>
      [...studio.students.values()]
        .filter(({ archivedOn }) => archivedOn === null)
        .sort((a, b) => a.name.localeCompare(b.name, 'en')),
    [studio.students],
  );
  const student = studio.students.get(studentId ?? '') ?? students[0];
  const pieces = useMemo(
    () => (student ? piecesToRun(studio, student, now.day) : []),
    [studio, student, now.day],
  );
  const piece =
    pieces.find(({ id }) => id === pieceId) ??
    studio.pieces.get(pieceId ?? '') ??
    (preferred && pieces.find(preferred)) ??
    pieces[0];
  const pickers = (
    <span className={css.pickers}>
      <SelectField
        label="Student"
        bare
        value={student?.id ?? ''}
        options={students.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id) => {
          look(null);
          lookAt(id);
        }}
      />
      {piece && (
        <SelectField
          label="Piece"
          bare
          value={piece.id}
          options={[...new Set([piece, ...pieces])].map(({ id, title: name }) => ({
            value: id,
            label: name,
          }))}
          onChange={look}
        />
      )}
    </span>
  );
  if (student && piece) return children(student, piece, pickers);
  return (
    <>
      <PageLine title={title} end={student && pickers} />
      <Empty title={student ? `${student.name} has no piece ${what}` : 'No students yet'}>
        <LinkButton href={student ? hrefOf('/repertoire', { student: student.id }) : '/students'}>
          {student ? 'Repertoire' : 'Students'}
        </LinkButton>
      </Empty>
    </>
  );
}

/** The name of the student as a link to their page, and what they play. */
export const WhoPlays = ({
  student,
  children,
}: {
  readonly student: Student;
  readonly children: ReactNode;
}) => (
  <>
    <a className={css.name} href={hrefOf('/student', { student: student.id })}>
      {student.name}
    </a>
    , {children}
  </>
);
