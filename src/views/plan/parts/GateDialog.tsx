import type { Stage } from '@/core/effort';
import type { Plan } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { formatDay, type CalendarDay } from '@/core/time';
import { setGate } from '@/store';
import { Button, Dialog, DialogActs, SelectField } from '@/ui';
import { gateName } from '../../shell/words';

/** One gate: heard and passed, or moved to the start of another week, or back to where it was computed. */
export function GateDialog({
  context,
  plan,
  at,
  today,
  onClose,
}: {
  readonly context: GoalContext;
  readonly plan: Plan;
  readonly at: { readonly componentId: string; readonly stage: Stage };
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) {
  const item = plan.items.find((each) => each.componentId === at.componentId);
  const gate = item?.gates.find((each) => each.stage === at.stage);
  if (!item || !gate) return null;
  const change = (to: { readonly movedTo?: CalendarDay | null; readonly passedOn?: CalendarDay | null }) => {
    void setGate(context.goal.id, at.componentId, at.stage, to);
    onClose();
  };
  return (
    <Dialog title={`${item.letter}, ${item.title}: ${gateName(gate.stage)}`} onClose={onClose}>
      <p>
        {gate.passedOn
          ? `Passed on ${formatDay(gate.passedOn, 'written')}.`
          : `To be heard on ${formatDay(gate.day, 'written')}.`}{' '}
        {gate.movedFrom ? `Moved from ${formatDay(gate.movedFrom, 'written')}.` : ''} The next stage starts
        once this is passed.
      </p>
      <SelectField
        label="Move to the week of"
        value={gate.day}
        options={[
          ...(plan.weeks.some((week) => week.from === gate.day)
            ? []
            : [{ value: gate.day, label: formatDay(gate.day, 'written') }]),
          ...plan.weeks
            .slice(1)
            .map((week) => ({ value: week.from, label: formatDay(week.from, 'written') })),
        ]}
        onChange={(day) => change({ movedTo: day as CalendarDay })}
      />
      <DialogActs>
        {gate.passedOn === null ? (
          <Button look="do" onClick={() => change({ passedOn: today })}>
            Heard and passed today
          </Button>
        ) : (
          <Button onClick={() => change({ passedOn: null })}>Undo “passed”</Button>
        )}
        {gate.movedFrom !== null && (
          <Button onClick={() => change({ movedTo: null })}>
            Back to {formatDay(gate.movedFrom, 'short')}
          </Button>
        )}
      </DialogActs>
    </Dialog>
  );
}
