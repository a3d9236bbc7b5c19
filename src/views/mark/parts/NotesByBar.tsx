import { inTerms } from '@/core/terms';
import { useState } from 'react';
import type { BarNote, MarkSheet } from '@/core/marks';
import { formatBars, parseBars } from '@/core/music';
import { formatDay, type CalendarDay } from '@/core/time';
import { dropNote, newId, noteBars } from '@/store';
import { Button, KeyCap, KeyHint, Section, TextField } from '@/ui';
import css from './NotesByBar.module.css';

/** Notes at their bars on today's sheet, and those of earlier sheets to look back at. */
export function NotesByBar({
  goalId,
  componentId,
  day,
  notes,
  earlier,
}: {
  readonly goalId: string;
  readonly componentId: string;
  readonly day: CalendarDay;
  readonly notes: readonly BarNote[];
  readonly earlier: readonly MarkSheet[];
}) {
  const [bars, setBars] = useState('');
  const [text, setText] = useState('');
  const range = parseBars(bars);
  const last = [...earlier].sort((a, b) => (a.day < b.day ? 1 : -1))[0];
  return (
    <Section
      title={inTerms('Notes by bar')}
      end={
        <KeyHint>
          <KeyCap name="N" /> a new one
        </KeyHint>
      }
    >
      <ul>
        {notes.map((note) => (
          <li key={note.id} className={css.note}>
            <b>{formatBars(note.bars)}</b>
            <span>{note.text}</span>
            <Button
              look="quiet"
              label={`Remove the note at ${formatBars(note.bars)}`}
              onClick={() => void dropNote(goalId, componentId, note.id, day)}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <form
        className={css.form}
        onSubmit={(event) => {
          event.preventDefault();
          if (!range || text.trim() === '') return;
          void noteBars(goalId, componentId, { id: newId(), bars: range, text: text.trim() }, day);
          setBars('');
          setText('');
        }}
      >
        <div className={css.bars} data-note-bars>
          <TextField
            required
            label={inTerms('Bars')}
            value={bars}
            onChange={setBars}
            error={bars !== '' && !range ? 'as 17–20' : undefined}
          />
        </div>
        <TextField required label="Note" value={text} onChange={setText} />
        <Button type="submit" disabled={!range || text.trim() === ''}>
          Note
        </Button>
      </form>
      {last && (
        <details className={css.earlier}>
          <summary>
            {last.notes.length} from {formatDay(last.day, 'short')}
          </summary>
          <ul>
            {last.notes.map((note) => (
              <li key={note.id} className={css.note}>
                <b>{formatBars(note.bars)}</b>
                <span>{note.text}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Section>
  );
}
