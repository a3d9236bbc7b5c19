import { inTerms } from '@/core/terms';
import type { Plan } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { calendarDay, isCalendarDay } from '@/core/time';
import { setCriteriaWeeks, setGoNoGo, setMemorised, setMinutes } from '@/store';
import { Button, CheckField, Dialog, FieldRow, LinkButton, Table, TextField } from '@/ui';
import { NumberField } from '../../shell/NumberField';

const BASIS = {
  bars: inTerms('from the bars to learn'),
  weekly: 'so many minutes a week',
  set: 'set by the teacher',
  skill: 'a skill to learn: minutes assumed',
  unknown: inTerms('bars not counted: minutes a week assumed'),
} as const;

/** The minutes of each item and where they come from; the weeks and the day near the date of each goal. */
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
      {contexts.map(({ goal, set, level, session, goNoGo, criteriaWeeks }) => {
        const name = `${set.name} ${level.name}`;
        const isOwn = goal.plan.goNoGo !== undefined;
        return (
          <FieldRow key={goal.id}>
            <NumberField
              key={criteriaWeeks}
              label={`${name}: weeks at the end for performing the whole`}
              value={criteriaWeeks}
              max={26}
              onTake={(weeks) => void setCriteriaWeeks(goal.id, Math.round(weeks))}
            />
            <TextField
              label={`${name}: go or no-go`}
              type="date"
              value={goNoGo}
              max={session.day}
              hint={isOwn ? 'set for this goal' : 'assumed: as many weeks before as in the studio'}
              onChange={(day) => isCalendarDay(day) && void setGoNoGo(goal.id, calendarDay(day))}
            />
            {isOwn && (
              <Button
                look="quiet"
                label={`${name}: go or no-go as in the studio`}
                onClick={() => void setGoNoGo(goal.id, null)}
              >
                As in the studio
              </Button>
            )}
          </FieldRow>
        );
      })}
      <p>
        {inTerms('Minutes for a bar, shares of the stages and the other figures these minutes stand on:')}{' '}
        <LinkButton look="quiet" href="/settings#figures">
          Assumed figures
        </LinkButton>
      </p>
    </Dialog>
  );
}
