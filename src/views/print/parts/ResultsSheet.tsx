import { formatDay } from '@/core/time';
import type { Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { resultLines } from '../../results/results-model';
import css from '../PrintView.module.css';

/** Official results of a student, or of everybody. */
export function ResultsSheet({
  ready: { studio, now },
  student,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly student: Student | undefined;
  readonly nameOf: (name: string) => string;
}) {
  const lines = resultLines(studio, student?.id ?? null, now.day).filter(({ stand }) => stand === 'result');
  return (
    <PrintFrame
      size="A4"
      title={student ? `${nameOf(student.name)}: results` : 'Results'}
      sub={[studio.settings.teacher, studio.settings.place, formatDay(now.day, 'written')]
        .filter(Boolean)
        .join(' · ')}
    >
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Day</th>
            {!student && <th scope="col">Student</th>}
            <th scope="col">For</th>
            <th scope="col">Result</th>
            <th scope="col">Marks</th>
            <th scope="col">By component</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ goal, student: who, set, level, day }) => (
            <tr key={goal.id}>
              <td>{formatDay(day, 'written')}</td>
              {!student && <th scope="row">{nameOf(who.name)}</th>}
              <td>
                {set.name} {level.name}
              </td>
              <td>
                <b>{goal.result?.award ?? 'no award'}</b>
              </td>
              <td>{goal.result?.total ?? ''}</td>
              <td>
                {Object.entries(goal.result?.marks ?? {})
                  .map(
                    ([id, mark]) =>
                      `${level.components.find((each) => each.id === id)?.letter ?? id}\u00a0${mark}`,
                  )
                  .join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </PrintFrame>
  );
}
