import { useMemo } from 'react';
import { shapingsOfStudent } from '@/core/files';
import { formatBars } from '@/core/music';
import type { HandedLine } from '@/core/plan';
import { emptyShaping, fingeringPlace, repeatsOf, shapeWords } from '@/core/shaping';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import type { CalendarDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { useIncipits } from '../use-incipits';
import css from '../PrintView.module.css';

/** How a student shapes and fingers a piece, for the music stand: each place with its first notes where a score has them. */
export function ShapingSheet({
  ready: { studio },
  student,
  pieceId,
  day,
  nameOf,
}: {
  readonly ready: Pick<ReadyState, 'studio'>;
  readonly student: Student;
  readonly pieceId: string;
  readonly day: CalendarDay;
  readonly nameOf: (name: string) => string;
}) {
  const plan = useMemo(
    () =>
      shapingsOfStudent(studio, student.id).find((each) => each.pieceId === pieceId) ??
      emptyShaping('', student.id, pieceId),
    [studio, student, pieceId],
  );
  const lines = useMemo(
    () =>
      plan.marks.map(({ bars }, line): HandedLine => ({
        line,
        goalId: null,
        componentId: null,
        pieceId,
        day,
        minutes: 1,
        title: '',
        what: '',
        how: '',
        listenFor: '',
        bars,
      })),
    [plan, pieceId, day],
  );
  const incipits = useIncipits(studio, lines);
  const piece = studio.pieces.get(pieceId);
  return (
    <PrintFrame
      size="A4"
      title={`${piece?.title ?? ''}: shaping and fingering`}
      sub={[nameOf(student.name), piece?.composer ?? ''].filter(Boolean).join(' · ')}
    >
      {plan.marks.length > 0 && (
        <table className={css.table}>
          <thead>
            <tr>
              <th scope="col">{inTerms('Bars')}</th>
              <th scope="col">What happens</th>
              <th scope="col">How it begins</th>
            </tr>
          </thead>
          <tbody>
            {plan.marks.map((mark, at) => {
              const svg = incipits.get(at);
              return (
                <tr key={mark.id}>
                  <th scope="row">{formatBars(mark.bars)}</th>
                  <td>{shapeWords(mark)}</td>
                  <td>
                    {svg !== undefined && svg !== '' && (
                      <span className={css.notes} dangerouslySetInnerHTML={{ __html: svg }} />
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {repeatsOf(plan).map(({ bars, times }) => (
        <p key={bars.from} className={css.tasks}>
          {inTerms`Bars ${formatBars(bars)}, each time they come: `}
          {times.map((time) => `${formatBars(time.bars)} ${time.grade}`).join(', then ')}.
        </p>
      ))}
      {(plan.fingerings.length > 0 || plan.printed !== undefined) && (
        <>
          <h2 className={css.heading}>Fingering</h2>
          {plan.printed !== undefined && <p className={css.tasks}>What is printed is {plan.printed}.</p>}
          <table className={css.table}>
            <tbody>
              {plan.fingerings.map((each) => (
                <tr key={each.id}>
                  <th scope="row">{fingeringPlace(each)}</th>
                  <td>{each.notes}</td>
                  <td>{each.fingers}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </PrintFrame>
  );
}
