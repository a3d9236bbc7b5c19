import { inTerms } from '@/core/terms';
import type { Studio } from '@/core/files';
import { formatDay } from '@/core/time';
import { reopenGoal } from '@/store';
import { Button, LinkButton } from '@/ui';
import { PageLine } from './PageLine';
import { GoalPicker } from './GoalPicker';
import type { GoalChoice } from './use-goal';

export interface NoGoalPageProps {
  readonly studio: Studio;
  readonly choice: GoalChoice;
  /** What cannot be shown without a goal: "Nothing to mark yet". */
  readonly what: string;
}

/** What is missing, or what became of the goal asked for. */
export function NoGoalPage({ studio, choice, what }: NoGoalPageProps) {
  const { look } = choice;
  if (look.kind === 'closed')
    return (
      <PageLine
        title={`${look.name}: closed`}
        sub={
          look.on === null
            ? 'The student is archived. Choose another goal to go on with.'
            : `This goal was closed on ${formatDay(look.on, 'written')}. Choose another goal to go on with.`
        }
        end={
          <>
            {look.on !== null && <Button onClick={() => void reopenGoal(look.goalId)}>Open it again</Button>}
            <GoalPicker choice={choice} />
          </>
        }
      />
    );
  if (look.kind === 'gone')
    return (
      <PageLine
        title="This goal cannot be shown"
        sub="It was deleted, or its student, level or session was. Choose another goal."
        end={<GoalPicker choice={choice} />}
      />
    );
  const step =
    studio.sets.size === 0
      ? (['First a requirement: type or import what a level asks for.', 'Library', '/library'] as const)
      : studio.students.size === 0
        ? (['First a student.', 'Register', '/'] as const)
        : (['First a goal: a student, a level and a session.', inTerms('Programme'), '/programme'] as const);
  return (
    <>
      <PageLine title={what} sub={step[0]} />
      <LinkButton look="do" href={step[2]}>
        {step[1]}
      </LinkButton>
    </>
  );
}
