import { inTerms } from '@/core/terms';
import type { Decision, GoalNames } from '@/core/register';
import { laterSession } from '@/core/requirements';
import { shortName } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import { Button, Glyph, LinkButton } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { decisionWords } from '../decision-words';
import css from './DecisionItem.module.css';

interface DecisionProps {
  readonly decision: Decision;
  readonly names: GoalNames;
  readonly today: CalendarDay;
  readonly onEnter: () => void;
  readonly onHold: (sessionId: string) => void;
  readonly onTold: () => void;
  readonly onResult: () => void;
  /** Passed today, or moved to a day. */
  readonly onGate: (
    gate: Extract<Decision, { kind: 'gate' }>,
    change: { readonly passedOn: CalendarDay } | { readonly movedTo: CalendarDay },
  ) => void;
}

/** One decision with its choices; each choice is carried out at once and can be undone. */
export function DecisionItem(props: DecisionProps) {
  const { decision, names, today } = props;
  return (
    <li className={css.root}>
      <Glyph name="decision" size={13} />
      <div>
        <p>
          <a className={css.name} href={hrefOf('/student', { student: names.student.id })}>
            {shortName(names.student.name)}.
          </a>{' '}
          {decisionWords(decision, today)}
        </p>
        <div className={css.choices}>
          <Choices {...props} />
        </div>
      </div>
    </li>
  );
}

function Choices({ decision, names, today, onEnter, onHold, onTold, onResult, onGate }: DecisionProps) {
  const { goal, set, session } = names;
  const found = laterSession(set, session.day, today);
  const later = found.kind === 'session' ? found.session : null;
  const moveTo = decision.kind === 'gate' ? decision.moveTo : null;
  switch (decision.kind) {
    case 'enter':
      return (
        <>
          <Button look="quiet" onClick={onEnter}>
            Enter
          </Button>
          {later && (
            <Button look="quiet" onClick={() => onHold(later.id)}>
              Defer to {formatDay(later.day, 'short')}
            </Button>
          )}
          <LinkButton look="quiet" href={hrefOf('/programme', { goal: goal.id })}>
            {inTerms('Programme')}
          </LinkButton>
        </>
      );
    case 'result':
      return (
        <Button look="quiet" onClick={onResult}>
          Enter the result
        </Button>
      );
    case 'tell':
      return (
        <Button look="quiet" onClick={onTold}>
          The office was told
        </Button>
      );
    case 'gate':
      return (
        <>
          <Button look="quiet" onClick={() => onGate(decision, { passedOn: today })}>
            Passed
          </Button>
          {moveTo !== null && (
            <Button look="quiet" onClick={() => onGate(decision, { movedTo: moveTo })}>
              Move to {formatDay(moveTo, 'short')}
            </Button>
          )}
        </>
      );
    case 'choose':
    case 'rule':
      return (
        <LinkButton look="quiet" href={hrefOf('/programme', { goal: goal.id })}>
          {inTerms('Programme')}
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
