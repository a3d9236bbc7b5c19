import { formatWeekday, WEEKDAYS, type LessonSlot, type Weekday } from '@/core/time';
import { SelectField, TextField } from '@/ui';
import { onWeekday, type slotErrors, type SlotDraft } from './slot-draft';

const KINDS = [
  { value: 'weekly', label: 'every week' },
  { value: 'fortnightly', label: 'every other week' },
  { value: 'none', label: 'no fixed lesson' },
] as const;

/** How often, on which day, when and how long. */
export function SlotFields({
  draft,
  onChange,
  errors,
}: {
  readonly draft: SlotDraft;
  readonly onChange: (draft: SlotDraft) => void;
  readonly errors: Partial<ReturnType<typeof slotErrors>>;
}) {
  const change = (part: Partial<SlotDraft>) => onChange({ ...draft, ...part });
  return (
    <>
      <SelectField
        label="How often"
        value={draft.kind}
        options={KINDS}
        onChange={(kind) => change({ kind: kind as LessonSlot['kind'] })}
      />
      {draft.kind !== 'none' && (
        <>
          <SelectField
            label="Day"
            value={String(draft.weekday)}
            options={WEEKDAYS.map((each) => ({ value: String(each), label: formatWeekday(each) }))}
            onChange={(value) => onChange(onWeekday(draft, Number(value) as Weekday))}
          />
          <TextField label="Start" type="time" value={draft.start} onChange={(start) => change({ start })} />
          <TextField
            label="Minutes"
            type="number"
            min={5}
            max={600}
            value={draft.minutes}
            onChange={(minutes) => change({ minutes })}
            error={errors.minutes}
          />
        </>
      )}
      {draft.kind === 'fortnightly' && (
        <TextField
          label="One lesson is on"
          type="date"
          value={draft.anchor}
          onChange={(anchor) => change({ anchor })}
          error={errors.anchor}
        />
      )}
    </>
  );
}
