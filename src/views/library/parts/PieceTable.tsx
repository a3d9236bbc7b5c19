import { inTerms } from '@/core/terms';
import { useState } from 'react';
import { formatTime } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import { moved } from '@/core/requirements';
import { Button, Combobox, KeyCap, KeyHint, Table, TempoMark } from '@/ui';
import css from './PieceTable.module.css';

/**
 * The pieces of a list in the order they are printed, or of a catalogue with their grades.
 * A list is reordered by dragging its numbers, by Alt with an arrow on a number, or by the buttons below.
 */
export function PieceTable({
  label,
  pieces,
  library,
  grades,
  numbers,
  onFacts,
  onOrder,
  onGrade,
}: {
  readonly label: string;
  readonly pieces: readonly Piece[];
  readonly library: ReadonlyMap<string, Piece>;
  /** The grade of each piece of the catalogue; null for a list. */
  readonly grades: ReadonlyMap<string, number> | null;
  /** Numbers printed in the list, by piece id. */
  readonly numbers: Readonly<Record<string, string>>;
  readonly onFacts: (pieceId: string) => void;
  /** The list as it shall stand. */
  readonly onOrder: (pieceIds: readonly string[]) => void;
  /** A piece graded, or (null) taken out of the catalogue. */
  readonly onGrade: (pieceId: string, rank: number | null) => void;
}) {
  const [pickedId, pick] = useState<string | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const ids = pieces.map((piece) => piece.id);
  const at = pickedId === null ? -1 : ids.indexOf(pickedId);
  const move = (from: number, to: number) => {
    const next = moved(ids, from, to);
    if (next !== ids) onOrder(next);
  };
  const take = (id: string) => {
    if (grades) onGrade(id, Math.max(1, ...pieces.map((each) => grades.get(each.id) ?? 1)));
    else onOrder([...ids, id]);
    pick(id);
  };
  const there = new Set(grades ? grades.keys() : ids);
  return (
    <>
      {pieces.length === 0 ? (
        <p className={css.soft}>{grades ? 'No piece has this grade.' : 'The list is empty.'}</p>
      ) : (
        <Table
          label={label}
          head={[
            grades ? 'Grade' : 'No',
            'Piece',
            'Composer',
            'Time',
            inTerms('Key, metre'),
            inTerms('Bars'),
            'Tempo',
            'Facts',
          ]}
          tight
        >
          {pieces.map((each, row) => (
            <tr
              key={each.id}
              onDragOver={(event) => event.preventDefault()}
              onDrop={() => dragged !== null && move(dragged, row)}
            >
              <td>
                {grades ? (
                  <Grade
                    key={grades.get(each.id)}
                    title={each.title}
                    rank={grades.get(each.id) ?? 1}
                    onGrade={(rank) => onGrade(each.id, rank)}
                  />
                ) : (
                  <button
                    type="button"
                    className={css.place}
                    aria-label={`${numbers[each.id] ?? row + 1}, ${each.title}`}
                    aria-pressed={at === row}
                    draggable
                    onClick={() => pick(at === row ? null : each.id)}
                    onDragStart={() => setDragged(row)}
                    onKeyDown={(event) => {
                      const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
                      if (step === 0 || !event.altKey) return;
                      event.preventDefault();
                      pick(each.id);
                      move(row, row + step);
                    }}
                  >
                    {numbers[each.id] ?? row + 1}
                  </button>
                )}
              </td>
              <th scope="row">
                <b>{each.title}</b>
                {each.book !== undefined && (
                  <span className={css.book}>
                    {each.book}
                    {each.page === undefined ? '' : `, p. ${each.page}`}
                  </span>
                )}
              </th>
              <td>{each.composer}</td>
              <td>{each.seconds === null ? '–' : formatTime(each.seconds)}</td>
              <td>{[each.key, each.metre].filter(Boolean).join(', ') || '–'}</td>
              <td>{each.bars ?? '–'}</td>
              <td>{each.tempo ? <TempoMark {...each.tempo} /> : '–'}</td>
              <td>
                <Button look="quiet" label={`Change ${each.title}`} onClick={() => onFacts(each.id)}>
                  Change
                </Button>
                {grades && (
                  <Button
                    look="quiet"
                    label={`Take ${each.title} out`}
                    onClick={() => onGrade(each.id, null)}
                  >
                    Remove
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </Table>
      )}
      <div className={css.acts}>
        {!grades && at >= 0 && (
          <>
            <Button disabled={at === 0} onClick={() => move(at, at - 1)}>
              Move up
            </Button>
            <Button disabled={at === ids.length - 1} onClick={() => move(at, at + 1)}>
              Move down
            </Button>
            <Button onClick={() => onOrder(ids.toSpliced(at, 1))}>Remove from the list</Button>
            <span className={css.keys}>
              <KeyHint>
                <KeyCap name="Alt" /> <KeyCap name="↑" /> <KeyCap name="↓" /> move
              </KeyHint>
            </span>
          </>
        )}
        <Combobox
          label={grades ? 'Grade a piece of the library' : 'Add a piece of the library'}
          value=""
          options={[...library.values()]
            .filter((piece) => !there.has(piece.id))
            .map((piece) => ({ value: piece.id, label: `${piece.title}, ${piece.composer}` }))}
          onChange={take}
        />
      </div>
    </>
  );
}

/** The grade of a piece: kept when its field is left; what is no grade falls back. */
function Grade({
  title,
  rank,
  onGrade,
}: {
  readonly title: string;
  readonly rank: number;
  readonly onGrade: (rank: number) => void;
}) {
  const [text, setText] = useState(String(rank));
  return (
    <input
      className={css.grade}
      inputMode="numeric"
      aria-label={`Grade of ${title}`}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => {
        const next = Number(text);
        if (!/^\d{1,2}$/.test(text) || next < 1 || next > 50) setText(String(rank));
        else if (next !== rank) onGrade(next);
      }}
    />
  );
}
