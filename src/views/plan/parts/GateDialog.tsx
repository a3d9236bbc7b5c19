import type { Stage } from '@/core/effort';
import type { Plan } from '@/core/plan';
import { formatDay, type CalendarDay } from '@/core/time';
import { setGate } from '@/store';
import { Button, Dialog, DialogActs, SelectField } from '@/ui';
import { gateName } from '../../shell/words';

/** One gate: heard and passed, set to the start of a week, or left to follow the plan. */
export function GateDialog({
  plan,
  at,
  today,
  onClose,
}: {
  readonly plan: Plan;
  readonly at: { readonly itemId: string; readonly stage: Stage };
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) {
  const item = plan.items.find((each) => each.id === at.itemId);
  const gate = item?.gates.find((each) => each.stage === at.stage);
  const goalId = item?.goalId ?? null;
  const componentId = item?.componentId ?? null;
  if (!item || !gate || goalId === null || componentId === null) return null;
  const isDone = gate.lastWeek < plan.now;
  const change = (to: { readonly movedTo?: CalendarDay | null; readonly passedOn?: CalendarDay | null }) => {
    void setGate(goalId, { componentId, pieceId: item.pieceId }, at.stage, to);
    onClose();
  };
  return (
    <Dialog title={`${item.letter}, ${item.title}: ${gateName(gate.stage)}`} onClose={onClose}>
      <p>
        {gate.passedOn
          ? `Passed on ${formatDay(gate.passedOn, 'written')}.`
          : gate.set
            ? `Set by hand to ${formatDay(gate.day, 'written')}: the work before it ends by then.`
            : `${isDone ? 'Its work is done: to be heard' : 'Comes'} on ${formatDay(gate.day, 'written')} as things stand, and moves when the plan does.`}
      </p>
      <SelectField
        label="Set to the week of"
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
        {gate.set && <Button onClick={() => change({ movedTo: null })}>Let it follow the plan</Button>}
      </DialogActs>
    </Dialog>
  );
}
