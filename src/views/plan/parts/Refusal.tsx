import { inTerms } from '@/core/terms';
import type { GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import { setGate as changeGate, shutWeek } from '@/store';
import { Button, Empty, LinkButton } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { gateName } from '../../shell/words';
import { refusalWords } from '../plan-words';
import css from '../PlanView.module.css';

/** Why there is no plan, with what would mend it at hand. */
export function Refusal({ context }: { readonly context: GoalContext }) {
  const { goal } = context;
  return (
    <Empty title="No plan as things stand">
      <p>{context.planRefusal ? refusalWords(context.planRefusal, context) : ''}</p>
      <div className={css.acts}>
        {goal.plan.shutWeeks.map((from) => (
          <Button key={from} onClick={() => void shutWeek(goal.id, from, false)}>
            Restore the week of {formatDay(from, 'short')}
          </Button>
        ))}
        {goal.plan.gates
          .filter((gate) => gate.movedTo !== null)
          .map((gate) => (
            <Button
              key={gate.componentId + gate.stage}
              onClick={() => void changeGate(goal.id, gate, gate.stage, { movedTo: null })}
            >
              Move the {gateName(gate.stage)} back
            </Button>
          ))}
        <LinkButton href={hrefOf('/programme', { goal: goal.id })}>{inTerms('Programme')}</LinkButton>
      </div>
    </Empty>
  );
}

/** Why a goal has no plan, beside others that have one. */
export const RefusedFor = ({ context }: { readonly context: GoalContext }) =>
  context.planRefusal && refusalWords(context.planRefusal, context);
