import type { GoalContext } from '@/core/register';
import { resultBeside } from '@/core/register';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { bestAndNext, cameOf } from '../../results/results-model';
import { useAfterwards } from '../../results/use-afterwards';
import css from '../PrintView.module.css';

const QUESTIONS = [
  'What are you proud of?',
  'What went as you had practised it?',
  'What surprised you?',
  'What would you do the same way again?',
  'What would you like to play next?',
];

/** After the day, for the student: what came, what went well, what to ask. No forecast stands on it. */
export function DebriefSheet({
  ready,
  context,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly nameOf: (name: string) => string;
}) {
  const { goal, student, set, level } = context;
  const told = useAfterwards(ready, goal.id);
  const beside = resultBeside(ready.studio, goal);
  const rows = beside ? cameOf(beside) : [];
  const { best, next } = bestAndNext(rows);
  const { result } = goal;
  return (
    <PrintFrame
      size="A4"
      title={`${nameOf(student.name)}: after ${set.name} ${level.name}`}
      sub={result ? formatDay(result.on, 'written') : 'no result yet'}
    >
      {result && (
        <p>
          <b>{result.award ?? 'Taken part'}</b>
          {result.total !== null && `, ${result.total} in all`}
        </p>
      )}
      {rows.length > 0 && (
        <>
          <h2 className={css.heading}>What came</h2>
          <table className={css.table}>
            <thead>
              <tr>
                <th scope="col">Component</th>
                <th scope="col">My own mark before</th>
                <th scope="col">My teacher’s</th>
                <th scope="col">What came</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ name, own, teacher, came, max }) => (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td>{own ?? '–'}</td>
                  <td>{teacher ?? '–'}</td>
                  <td>
                    <b>{came}</b> of {max}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className={css.tasks}>
            Went best: {best.map(({ name }) => name).join(', ')}.
            {next.length > 0 && ` Worth another look: ${next.map(({ name }) => name).join(', ')}.`}
          </p>
        </>
      )}
      <h2 className={css.heading}>To talk about</h2>
      <ol className={css.questions}>
        {QUESTIONS.map((question) => (
          <li key={question}>
            {question}
            <span />
          </li>
        ))}
      </ol>
      {told && told.next.length > 0 && (
        <>
          <h2 className={css.heading}>Where one can go from here</h2>
          {told.next.map(({ name, session }) => (
            <p key={`${name}${session}`} className={css.tasks}>
              <b>{name}</b>, {session}
            </p>
          ))}
        </>
      )}
    </PrintFrame>
  );
}
