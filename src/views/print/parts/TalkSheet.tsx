import { whoPlays, type Student } from '@/core/students';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { PracticeWeeks } from '../../students/parts/PracticeWeeks';
import { practiceModel } from '../../students/practice-model';
import css from '../PrintView.module.css';

/** Facts and questions about practising, for a talk: nothing in it judges or ranks. */
export function TalkSheet({
  ready: { studio, now },
  student,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly nameOf: (name: string) => string;
}) {
  const model = practiceModel(studio, student, now.day);
  return (
    <PrintFrame
      size="A4"
      title={`${nameOf(student.name)}: a talk about practising`}
      sub={`${whoPlays(student, now.day)} · ${formatDay(now.day, 'written')}`}
    >
      <h2 className={css.heading}>What was reported</h2>
      <PracticeWeeks weeks={model.weeks} />
      <p className={css.tasks}>
        {model.facts === '' ? 'Nothing was reported in these weeks.' : `${model.facts}.`} A week that is not
        reported is neither done nor undone.
      </p>
      {model.rate !== null && <p className={css.tasks}>{model.rate}.</p>}
      <h2 className={css.heading}>To ask</h2>
      <ol className={css.questions}>
        {model.questions.map((question) => (
          <li key={question}>
            {question}
            <span />
          </li>
        ))}
      </ol>
    </PrintFrame>
  );
}
