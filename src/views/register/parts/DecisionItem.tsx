import type { Decision, GoalContext } from '@/core/register';
import { shortName } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import { chooseSession, enterGoal, setGate } from '@/store';
import { Button, Glyph, LinkButton } from '@/ui';
import { hrefOf } from '../../shell/StudioPage';
import { decisionWords } from '../decision-words';
import css from './DecisionItem.module.css';

/** One decision with its choices; each choice is carried out at once and can be undone. */
export function DecisionItem({
  decision,
  context,
  today,
}: {
  readonly decision: Decision;
  readonly context: GoalContext;
  readonly today: CalendarDay;
}) {
  return (
    <li className={css.root}>
      <Glyph name="decision" size={13} />
      <div>
        <p>
          <b>{shortName(context.student.name)}.</b> {decisionWords(decision, today)}
        </p>
        <div className={css.choices}>
          <Choices decision={decision} context={context} today={today} />
        </div>
      </div>
    </li>
  );
}

function Choices({
  decision,
  context,
  today,
}: {
  readonly decision: Decision;
  readonly context: GoalContext;
  readonly today: CalendarDay;
}) {
  const { goal, set, session } = context;
  const later = set.sessions
    .filter((each) => each.day > session.day)
    .sort((a, b) => (a.day < b.day ? -1 : 1))[0];
  switch (decision.kind) {
    case 'enter':
      return (
        <>
          <Button look="quiet" onClick={() => void enterGoal(goal.id, today)}>
            Enter
          </Button>
          {later && (
            <Button look="quiet" onClick={() => void chooseSession(goal.id, later.id)}>
              Hold to {formatDay(later.day, 'short')}
            </Button>
          )}
          <LinkButton look="quiet" href={hrefOf('/programme', { goal: goal.id })}>
            Programme
          </LinkButton>
        </>
      );
    case 'gate':
      return (
        <>
          <Button
            look="quiet"
            onClick={() => void setGate(goal.id, decision.componentId, decision.stage, { passedOn: today })}
          >
            Passed
          </Button>
          {decision.moveTo !== null && (
            <Button
              look="quiet"
              onClick={() =>
                void setGate(goal.id, decision.componentId, decision.stage, { movedTo: decision.moveTo })
              }
            >
              Move to {formatDay(decision.moveTo, 'short')}
            </Button>
          )}
        </>
      );
    case 'choose':
    case 'rule':
      return (
        <LinkButton look="quiet" href={hrefOf('/programme', { goal: goal.id })}>
          Programme
        </LinkButton>
      );
    case 'minutes':
      return (
        <LinkButton look="quiet" href={hrefOf('/plan', { goal: goal.id })}>
          Plan
        </LinkButton>
      );
  }
}
