import { goalContext, openGoalsOf } from '@/core/register';
import type { Plan } from '@/core/plan';
import { whoPlays, type Student } from '@/core/students';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { PreparationStave } from '../../plan/parts/PreparationStave';
import { systemsOf } from '../../plan/stave-model';
import css from './StaveSheet.module.css';

const nothing = () => undefined;

/** The preparation of a student over all goals, on one page across. */
export function StaveSheet({
  ready: { studio, now },
  student,
  plan,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly plan: Plan;
  readonly nameOf: (name: string) => string;
}) {
  const contexts = openGoalsOf(studio, student.id).flatMap(
    (goal) => goalContext(studio, goal, now.day) ?? [],
  );
  const last = plan.weeks.at(-1);
  return (
    <PrintFrame
      size="A4 landscape"
      title={`Preparation: ${nameOf(student.name)}`}
      sub={`${whoPlays(student, now.day)} · as on ${formatDay(now.day, 'written')}${last ? `, to ${formatDay(last.to, 'written')}` : ''}`}
    >
      <div className={css.stave}>
        <PreparationStave
          student={student}
          plan={plan}
          systems={systemsOf(plan, contexts, ({ plan: own }) => own)}
          closures={[...studio.closures.values()]}
          today={now.day}
          week={0}
          onWeek={nothing}
          onGate={nothing}
        />
      </div>
      <ul className={css.sessions}>
        {contexts.map(({ goal, set, level, session }) => (
          <li key={goal.id}>
            {set.name} {level.name}: {session.name}, {formatDay(session.day, 'written')}
            {session.recordingDue === null
              ? ''
              : `; recording by ${formatDay(session.recordingDue, 'written')}`}
          </li>
        ))}
      </ul>
    </PrintFrame>
  );
}
