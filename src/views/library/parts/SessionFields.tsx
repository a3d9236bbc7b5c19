import { newId } from '@/store';
import { Button, FieldRow, TextField } from '@/ui';
import { blankSession, type DraftSession } from '../draft';
import css from './Typed.module.css';

const FIELDS = [
  { name: 'name', label: 'Session', hint: 'as spring visit' },
  { name: 'day', label: 'Day', type: 'date' },
  { name: 'opens', label: 'Entry opens', type: 'date' },
  { name: 'closes', label: 'Entry closes', type: 'date' },
  { name: 'fee', label: 'Fee' },
  { name: 'lateUntil', label: 'Late entry until', type: 'date' },
  { name: 'lateFee', label: 'Late fee' },
  { name: 'recordingDue', label: 'Recording due', type: 'date' },
  { name: 'venue', label: 'Venue' },
] as const;

/** When a level is held, and when it is entered for. */
export function SessionFields({
  sessions,
  problem,
  onChange,
}: {
  readonly sessions: readonly DraftSession[];
  readonly problem: (field: string) => string | undefined;
  readonly onChange: (sessions: readonly DraftSession[]) => void;
}) {
  return (
    <>
      {sessions.map((session, at) => (
        <div key={session.id} className={css.item}>
          <FieldRow>
            {FIELDS.map((field) => (
              <TextField
                key={field.name}
                required={field.name === 'name' || field.name === 'day'}
                label={field.label}
                {...('type' in field && { type: field.type })}
                {...('hint' in field && { hint: field.hint })}
                value={session[field.name]}
                onChange={(value) => onChange(sessions.with(at, { ...session, [field.name]: value }))}
                error={problem(`${at}.${field.name}`)}
              />
            ))}
            {sessions.length > 1 && (
              <Button look="quiet" onClick={() => onChange(sessions.toSpliced(at, 1))}>
                Remove the session
              </Button>
            )}
          </FieldRow>
        </div>
      ))}
      <Button onClick={() => onChange([...sessions, blankSession(newId())])}>Add a session</Button>
    </>
  );
}
