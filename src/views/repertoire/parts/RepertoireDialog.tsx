import { useState } from 'react';
import {
  REPERTOIRE_STATES,
  stateOf,
  type Piece,
  type RepertoireEntry,
  type RepertoireState,
} from '@/core/repertoire';
import { formatDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { changeRepertoire, dropRepertoire, stepRepertoire } from '@/store';
import { Button, CheckField, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import css from '../RepertoireView.module.css';

/** How far a piece has come with a student, with the days of its way. */
export function RepertoireDialog({
  entry,
  piece,
  today,
  onClose,
}: {
  readonly entry: RepertoireEntry;
  readonly piece: Piece;
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) {
  const next = REPERTOIRE_STATES[REPERTOIRE_STATES.indexOf(stateOf(entry)) + 1] ?? 'first target';
  const [state, setState] = useState<RepertoireState>(next);
  const [day, setDay] = useState<string>(today);
  const good = isCalendarDay(day) && day <= today;
  return (
    <Dialog title={piece.title} onClose={onClose}>
      <FieldRow>
        <SelectField
          label="State"
          value={state}
          options={REPERTOIRE_STATES.map((value) => ({ value, label: value }))}
          onChange={(value) => setState(value as RepertoireState)}
        />
        <TextField
          label="Since"
          type="date"
          value={day}
          onChange={setDay}
          error={good ? undefined : 'A day up to today.'}
        />
        {piece.parts && (
          <SelectField
            label="Part"
            value={entry.part ?? ''}
            options={[
              { value: '', label: 'the whole' },
              ...piece.parts.map(({ name }) => ({ value: name, label: name })),
            ]}
            onChange={(value) => void changeRepertoire(entry.id, { part: value === '' ? null : value })}
          />
        )}
      </FieldRow>
      <CheckField
        label="A stretch piece, worked on over a long time"
        checked={entry.stretch}
        onChange={(stretch) => void changeRepertoire(entry.id, { stretch })}
      />
      <ul className={css.list}>
        {entry.steps.map((step) => (
          <li key={step.day}>
            {formatDay(step.day, 'written')} <span className={css.soft}>{step.state}</span>
          </li>
        ))}
      </ul>
      <DialogActs>
        <Button
          look="do"
          disabled={!good}
          onClick={() => {
            if (isCalendarDay(day)) void stepRepertoire(entry.id, state, day);
            onClose();
          }}
        >
          Set it
        </Button>
        <Button
          onClick={() => {
            void dropRepertoire(entry.id);
            onClose();
          }}
        >
          Take it out
        </Button>
      </DialogActs>
    </Dialog>
  );
}
