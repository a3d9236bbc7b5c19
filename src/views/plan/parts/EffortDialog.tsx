import { useState } from 'react';
import { STAGES, type EffortSettings } from '@/core/effort';
import type { Plan } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { setEffort, setStageShare, setMemorised, setMinutes, type ReadyState } from '@/store';
import { Button, CheckField, Dialog, FieldRow, Table, TextField } from '@/ui';

const BASIS = {
  bars: 'from the bars to learn',
  weekly: 'so many minutes a week',
  set: 'set by the teacher',
  unknown: 'bars not counted: minutes a week assumed',
} as const;

const FIGURES: readonly (readonly [Exclude<keyof EffortSettings, 'stageShares'>, string])[] = [
  ['minutesPerBar', 'Minutes for a bar to learn'],
  ['levelStep', 'Times as much for each level above the one held'],
  ['preparedMinutesPerWeek', 'Minutes a week for work that is not a piece'],
  ['visitMinutes', 'Least minutes for each item in every week'],
];

/** What the minutes stand on: figures of the studio (assumed until set) and the minutes of each item. */
export function EffortDialog({
  ready,
  context,
  plan,
  onClose,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly plan: Plan;
  readonly onClose: () => void;
}) {
  const { effort, effortSet } = ready.studio.settings;
  return (
    <Dialog title="Minutes and effort" onClose={onClose} typed={false} wide>
      <Table
        label="Minutes of each item"
        head={['Item', 'Minutes needed', 'Left', 'Where they come from', 'Change']}
      >
        {plan.items.map((item) => (
          <tr key={item.componentId}>
            <td>
              <b>{item.letter}</b> {item.title}
            </td>
            <td>
              <Figure
                key={item.minutes}
                label={`Minutes of ${item.title}`}
                value={item.minutes}
                onTake={(minutes) => void setMinutes(context.goal.id, item.componentId, Math.round(minutes))}
              />
            </td>
            <td>{item.toDo}</td>
            <td>{BASIS[item.basis]}</td>
            <td>
              {item.basis === 'set' && (
                <Button look="quiet" onClick={() => void setMinutes(context.goal.id, item.componentId, null)}>
                  Compute again
                </Button>
              )}
              {item.piece && (
                <CheckField
                  label="from memory"
                  checked={context.goal.plan.memorised.includes(item.componentId)}
                  onChange={(checked) => void setMemorised(context.goal.id, item.componentId, checked)}
                />
              )}
            </td>
          </tr>
        ))}
      </Table>
      <h3>Figures of the studio</h3>
      <FieldRow>
        {FIGURES.map(([name, label]) => (
          <Figure
            key={`${name}${effort[name]}`}
            label={`${label}${effortSet.includes(name) ? '' : ', assumed'}`}
            value={effort[name]}
            onTake={(value) => void setEffort(name, value)}
          />
        ))}
      </FieldRow>
      <h3>
        Share of a piece’s minutes by stage, in 100{effortSet.includes('stageShares') ? '' : ', assumed'}
      </h3>
      <FieldRow>
        {STAGES.map((stage) => (
          <Figure
            key={`${stage}${effort.stageShares[stage]}`}
            label={stage}
            value={effort.stageShares[stage]}
            onTake={(value) => void setStageShare(stage, value)}
          />
        ))}
      </FieldRow>
    </Dialog>
  );
}

/** A number taken when the field is left or Enter is pressed. */
function Figure({
  label,
  value,
  onTake,
}: {
  readonly label: string;
  readonly value: number;
  readonly onTake: (value: number) => void;
}) {
  const [text, setText] = useState(String(value));
  const number = Number(text);
  const good = text.trim() !== '' && Number.isFinite(number) && number >= 0 && number <= 100_000;
  return (
    // Leaving the field takes what was typed, as Enter does.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <form
      onBlur={() => good && number !== value && onTake(number)}
      onSubmit={(event) => {
        event.preventDefault();
        if (good && number !== value) onTake(number);
      }}
    >
      <TextField
        required
        label={label}
        value={text}
        onChange={setText}
        error={good ? undefined : 'A number, 0 or more.'}
      />
    </form>
  );
}
