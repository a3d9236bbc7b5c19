import { useState } from 'react';
import { drawOrder, rowWords } from '@/core/card';
import { lastRowResults, type Goal, type RowResult } from '@/core/programme';
import type { ScaleRow } from '@/core/requirements';
import { formatDay, type CalendarDay } from '@/core/time';
import { noteRow } from '@/store';
import { Button, Section, TempoMark, TextField } from '@/ui';
import css from './ScaleRows.module.css';

const HOW = ['clean', 'with slips', 'not yet'] as const satisfies readonly RowResult['how'][];
/** Rows shown at once: about what one lesson hears. */
const FIRST = 6;

/** The rows of a scale table, what is to be heard next first, each noted with one press. */
export function ScaleRows({
  goal,
  name,
  rows,
  day,
}: {
  readonly goal: Pick<Goal, 'id' | 'scalesHeard' | 'rowResults'>;
  /** Of the component. */
  readonly name: string;
  readonly rows: readonly ScaleRow[];
  readonly day: CalendarDay;
}) {
  const results = goal.rowResults ?? [];
  // The order of the moment stays, so that no row moves away from under the hand.
  const [order] = useState(() => drawOrder(rows, goal.scalesHeard, results, 0).map(({ id }) => id));
  const [isWhole, showAll] = useState(false);
  const last = lastRowResults(results);
  const inOrder = order.flatMap((id) => rows.find((row) => row.id === id) ?? []);
  const shown = isWhole ? inOrder : inOrder.slice(0, FIRST);
  const clean = rows.filter(({ id }) => goal.scalesHeard.includes(id)).length;
  return (
    <Section title={name} end={`${clean} of ${rows.length} clean; weakest and longest not heard first`}>
      <ul>
        {shown.map((row) => (
          <Row key={row.id} goalId={goal.id} row={row} last={last.get(row.id) ?? null} day={day} />
        ))}
      </ul>
      {rows.length > FIRST && (
        <Button look="quiet" onClick={() => showAll(!isWhole)}>
          {isWhole ? `Only the next ${FIRST}` : `All ${rows.length} rows`}
        </Button>
      )}
    </Section>
  );
}

function Row({
  goalId,
  row,
  last,
  day,
}: {
  readonly goalId: string;
  readonly row: ScaleRow;
  readonly last: RowResult | null;
  readonly day: CalendarDay;
}) {
  const ofToday = last?.day === day ? last : null;
  const [typed, setTyped] = useState(String(ofToday?.tempo ?? ''));
  const tempo = typed.trim() === '' ? undefined : Number(typed);
  const isTempo = tempo === undefined || (tempo >= 10 && tempo <= 600);
  const words = rowWords(row);
  const note = (how: RowResult['how'] | null) =>
    void noteRow(goalId, { rowId: row.id, day, how, ...(tempo !== undefined && isTempo && { tempo }) });
  return (
    <li className={css.row}>
      <span className={css.words}>
        {words}
        {row.tempo && (
          <>
            , <TempoMark {...row.tempo} />
          </>
        )}
        <small>
          {last
            ? `${last.how}${last.tempo === undefined ? '' : ` at ${last.tempo}`}, ${formatDay(last.day, 'short')}`
            : 'not heard yet'}
        </small>
      </span>
      <form
        className={css.tempo}
        onSubmit={(event) => {
          event.preventDefault();
          if (ofToday) note(ofToday.how);
        }}
      >
        <TextField
          label={`Tempo of ${words}`}
          bare
          placeholder="tempo"
          value={typed}
          onChange={setTyped}
          error={isTempo ? undefined : '10 to 600'}
        />
      </form>
      <span className={css.how} role="group" aria-label={words}>
        {HOW.map((how) => (
          <Button
            key={how}
            pressed={ofToday?.how === how}
            label={`${words}: ${how}`}
            onClick={() => note(ofToday?.how === how ? null : how)}
          >
            {how}
          </Button>
        ))}
      </span>
    </li>
  );
}
