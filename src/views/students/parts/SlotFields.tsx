import { formatWeekday, WEEKDAYS, type LessonSlot, type Weekday } from '@/core/time';
import { SelectField, TextField } from '@/ui';
import { onWeekday, type slotErrors, type SlotDraft } from './slot-draft';
import css from './TimetableDialog.module.css';

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
          <TextField
            required
            label="Start"
            type="time"
            value={draft.start}
            onChange={(start) => change({ start })}
            error={errors.start}
          />
          <TextField
            required
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
          required
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

/** The same as cells of a row; their names are those of the columns, with whose lesson it is. */
export function SlotCells({
  of,
  draft,
  onChange,
  errors,
}: {
  readonly of: string;
  readonly draft: SlotDraft;
  readonly onChange: (draft: SlotDraft) => void;
  readonly errors: Partial<ReturnType<typeof slotErrors>>;
}) {
  const change = (part: Partial<SlotDraft>) => onChange({ ...draft, ...part });
  const input = (
    field: 'start' | 'minutes' | 'anchor',
    label: string,
    type: 'time' | 'number' | 'date',
    error?: string,
  ) => (
    <input
      className={css.cell}
      type={type}
      aria-label={`${label}, ${of}`}
      title={error}
      aria-invalid={error !== undefined}
      aria-required
      min={type === 'number' ? 5 : undefined}
      max={type === 'number' ? 600 : undefined}
      value={draft[field]}
      onChange={(event) => change({ [field]: event.target.value })}
    />
  );
  return (
    <>
      <td>
        <select
          className={css.cell}
          aria-label={`How often, ${of}`}
          value={draft.kind}
          onChange={(event) => change({ kind: event.target.value as LessonSlot['kind'] })}
        >
          {KINDS.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      </td>
      {draft.kind === 'none' ? (
        <td colSpan={4} />
      ) : (
        <>
          <td>
            <select
              className={css.cell}
              aria-label={`Day, ${of}`}
              value={String(draft.weekday)}
              onChange={(event) => onChange(onWeekday(draft, Number(event.target.value) as Weekday))}
            >
              {WEEKDAYS.map((each) => (
                <option key={each} value={each}>
                  {formatWeekday(each)}
                </option>
              ))}
            </select>
          </td>
          <td>{input('start', 'Start', 'time', errors.start)}</td>
          <td>{input('minutes', 'Minutes', 'number', errors.minutes)}</td>
          <td>
            {draft.kind === 'fortnightly' && input('anchor', 'One lesson is on', 'date', errors.anchor)}
          </td>
        </>
      )}
    </>
  );
}
