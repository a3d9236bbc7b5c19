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
        {plan.items.map((item) => (
          <tr key={item.id}>
            <td>
              <b>{item.letter}</b> {item.title}
            </td>
            <td>
              <NumberField
                key={item.minutes}
                label={`Minutes of ${item.title}`}
                value={item.minutes}
                onTake={(minutes) => void setMinutes(item.goalId, item.componentId, Math.round(minutes))}
              />
            </td>
            <td>{Math.round(item.toDo)}</td>
            <td>{BASIS[item.basis]}</td>
            <td>
              {item.basis === 'set' && (
                <Button look="quiet" onClick={() => void setMinutes(item.goalId, item.componentId, null)}>
                  Compute again
                </Button>
              )}
              {item.piece && (
                <CheckField
                  label="from memory"
                  checked={contexts.some(
                    ({ goal }) => goal.id === item.goalId && goal.plan.memorised.includes(item.componentId),
                  )}
                  onChange={(checked) => void setMemorised(item.goalId, item.componentId, checked)}
                />
              )}
            </td>
          </tr>
        ))}
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
