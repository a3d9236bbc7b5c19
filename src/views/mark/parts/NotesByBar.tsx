import { inTerms } from '@/core/terms';
import { useState } from 'react';
import type { BarNote, MarkSheet } from '@/core/marks';
import { formatBars, parseBars } from '@/core/music';
import { formatDay, type CalendarDay } from '@/core/time';
import { dropNote, newId, noteBars } from '@/store';
import type { Fault } from '@/core/plan';
import type { Piece } from '@/core/repertoire';
import { Button, KeyCap, KeyHint, Section, TextField } from '@/ui';
import { Faults } from '../../shell/Faults';
import css from './NotesByBar.module.css';

/** Faults at the bars of the piece; notes on today's sheet, and those of earlier sheets to look back at. */
export function NotesByBar({
  goalId,
  componentId,
  day,
  notes,
  earlier,
  studentId,
  pieces,
  faults,
}: {
  readonly goalId: string;
  readonly componentId: string;
  readonly day: CalendarDay;
  readonly notes: readonly BarNote[];
  readonly earlier: readonly MarkSheet[];
  readonly studentId: string;
  /** What the component is played with; none where it has no piece. */
  readonly pieces: readonly Piece[];
  /** Of the student. */
  readonly faults: readonly Fault[];
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
      {pieces.length > 0 ? (
        <Faults
          studentId={studentId}
          pieces={pieces}
          faults={faults.filter(({ pieceId }) => pieces.some(({ id }) => id === pieceId))}
          day={day}
        />
      ) : (
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
      )}
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
