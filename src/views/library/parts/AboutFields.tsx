import { ASSUMED_BANDS } from '@/core/requirements';
import { FieldRow, SelectField, TextField } from '@/ui';
import type { Draft } from '../draft';

const KINDS = ['graded exam', 'festival', 'audition', 'ensemble contest', 'recital'].map((value) => ({
  value,
  label: value,
}));

/** What the requirement is called, for whom, and how long it is valid. */
export function AboutFields({
  draft,
  problem,
  onChange,
}: {
  readonly draft: Draft;
  readonly problem: (field: string) => string | undefined;
  readonly onChange: (part: Partial<Draft>) => void;
}) {
  return (
    <>
      <FieldRow>
        <TextField
          required
          label="Name"
          value={draft.name}
          onChange={(name) => onChange({ name })}
          error={problem('name') ?? problem('set')}
        />
        <SelectField
          label="Kind"
          value={draft.kind}
          options={KINDS}
          onChange={(kind) => onChange({ kind: kind as Draft['kind'] })}
        />
        <TextField
          required
          label="Instrument or voice"
          value={draft.instrument}
          onChange={(instrument) => onChange({ instrument })}
          error={problem('instrument')}
        />
      </FieldRow>
      <FieldRow>
        <TextField
          required
          label="Edition"
          value={draft.edition}
          onChange={(edition) => onChange({ edition })}
          error={problem('edition')}
        />
        <TextField
          required
          label="Valid from"
          type="date"
          value={draft.from}
          onChange={(from) => onChange({ from })}
          error={problem('from')}
        />
        <TextField
          required
          label="Valid to"
          type="date"
          value={draft.to}
          onChange={(to) => onChange({ to })}
          error={problem('to')}
        />
        <TextField
          label="Overlap to"
          type="date"
          value={draft.overlapTo}
          onChange={(overlapTo) => onChange({ overlapTo })}
          error={problem('overlapTo')}
          hint="last day beside the next edition"
        />
      </FieldRow>
      <FieldRow>
        <TextField
          label="Slow below, beats a minute"
          value={draft.slowBelow}
          onChange={(slowBelow) => onChange({ slowBelow })}
          error={problem('slowBelow')}
          hint={`${ASSUMED_BANDS.slowBelow} where empty; for contrasts in tempo`}
        />
        <TextField
          label="Fast from, beats a minute"
          value={draft.fastFrom}
          onChange={(fastFrom) => onChange({ fastFrom })}
          error={problem('fastFrom')}
          hint={`${ASSUMED_BANDS.fastFrom} where empty`}
        />
      </FieldRow>
    </>
  );
}
