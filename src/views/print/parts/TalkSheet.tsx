import type { GoalContext } from '@/core/register';
import { whoPlays, type Student } from '@/core/students';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { PracticeWeeks } from '../../students/parts/PracticeWeeks';
import { goalTalk } from '../../rescue/talk-model';
import { practiceModel } from '../../students/practice-model';
import css from '../PrintView.module.css';

/** Facts and questions about practising, for a talk: nothing in it judges or ranks. */
export function TalkSheet({
  ready: { studio, now },
  student,
  context,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  /** The goal it is about; undefined for a talk about practising alone. */
  readonly context?: GoalContext | undefined;
  readonly nameOf: (name: string) => string;
}) {
  const model = practiceModel(studio, student, now.day);
  const talk = context && goalTalk(studio, context);
  return (
    <PrintFrame
      size="A4"
      title={`${nameOf(student.name)}: a talk about ${context ? `the ${context.session.name}` : 'practising'}`}
      sub={`${whoPlays(student, now.day)} · ${formatDay(now.day, 'written')}`}
    >
      <h2 className={css.heading}>What was reported</h2>
      <PracticeWeeks weeks={model.weeks} />
      <p className={css.tasks}>
        {model.facts === '' ? 'Nothing was reported in these weeks.' : `${model.facts}.`} A week that is not
        reported is neither done nor undone.
      </p>
      {model.rate !== null && <p className={css.tasks}>{model.rate}.</p>}
      {talk && <Facts title="How it went" facts={talk.heard} none="Nothing was heard or marked yet." />}
      {talk && <Facts title="Decided" facts={talk.decided} none="Nothing yet." />}
      <h2 className={css.heading}>To ask</h2>
      <ol className={css.questions}>
        {[...(talk?.questions ?? []), ...model.questions].map((question) => (
          <li key={question}>
            {question}
            <span />
          </li>
        ))}
      </ol>
    </PrintFrame>
  );
}

function Facts({
  title,
  facts,
  none,
}: {
  readonly title: string;
  readonly facts: readonly string[];
  readonly none: string;
}) {
  return (
    <>
      <h2 className={css.heading}>{title}</h2>
      {facts.length === 0 && <p className={css.tasks}>{none}</p>}
      {facts.map((fact) => (
        <p key={fact} className={css.tasks}>
          {fact}
        </p>
      ))}
    </>
  );
}
