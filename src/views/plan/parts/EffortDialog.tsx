import { inTerms } from '@/core/terms';
import type { Plan } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { setMemorised, setMinutes } from '@/store';
import { Button, CheckField, Dialog, LinkButton, Table } from '@/ui';
import { NumberField } from '../../shell/NumberField';

const BASIS = {
  bars: inTerms('from the bars to learn'),
  weekly: 'so many minutes a week',
  set: 'set by the teacher',
  skill: 'a skill to learn: minutes assumed',
  unknown: inTerms('bars not counted: minutes a week assumed'),
} as const;

/** The minutes of each item, and where they come from. */
export function EffortDialog({
  contexts,
  plan,
  onClose,
}: {
  readonly contexts: readonly GoalContext[];
  readonly plan: Plan;
  readonly onClose: () => void;
}) {
  return (
    <Dialog title="Minutes and effort" onClose={onClose} typed={false} wide>
      <Table
        label="Minutes of each item"
        head={['Item', 'Minutes needed', 'Left', 'Where they come from', 'Change']}
      >
        {plan.items.map((item) => {
          const { goalId, componentId } = item;
          const part = goalId === null || componentId === null ? null : { goalId, componentId };
          return (
            <tr key={item.id}>
              <td>
                <b>{item.letter}</b> {item.title}
              </td>
              <td>
                {part ? (
                  <NumberField
                    key={item.minutes}
                    label={`Minutes of ${item.title}`}
                    value={item.minutes}
                    onTake={(minutes) => void setMinutes(part.goalId, part.componentId, Math.round(minutes))}
                  />
                ) : (
                  item.minutes
                )}
              </td>
              <td>{Math.round(item.toDo)}</td>
              <td>{BASIS[item.basis]}</td>
              <td>
                {part && item.basis === 'set' && (
                  <Button look="quiet" onClick={() => void setMinutes(part.goalId, part.componentId, null)}>
                    Compute again
                  </Button>
                )}
                {part && item.piece && (
                  <CheckField
                    label="from memory"
                    checked={contexts.some(
                      ({ goal }) => goal.id === part.goalId && goal.plan.memorised.includes(part.componentId),
                    )}
                    onChange={(checked) => void setMemorised(part.goalId, part.componentId, checked)}
                  />
                )}
              </td>
            </tr>
          );
        })}
      </Table>
      <p>
        {inTerms('Minutes for a bar, shares of the stages and the other figures these minutes stand on:')}{' '}
        <LinkButton look="quiet" href="/settings#figures">
          Assumed figures
        </LinkButton>
      </p>
    </Dialog>
  );
}
