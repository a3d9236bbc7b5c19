import { inTerms } from '@/core/terms';
import { useMemo, useState } from 'react';
import type { ListColumn } from '@/core/files';
import { formatTime } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import { moved } from '@/core/requirements';
import { newId } from '@/store';
import { Button, Combobox, KeyCap, KeyHint, Table, TempoMark } from '@/ui';
import type { DraftComponent, DraftRow } from '../draft';
import { changedPiece, rowOf, typedPiece, withRow } from '../draft-lists';
import css from './DraftList.module.css';

const COLUMNS: readonly { readonly column: ListColumn; readonly label: string; readonly chars: number }[] = [
  { column: 'number', label: 'No', chars: 4 },
  { column: 'title', label: 'Piece', chars: 20 },
  { column: 'composer', label: 'Composer', chars: 12 },
  { column: 'time', label: 'Time', chars: 5 },
  { column: 'key', label: 'Key', chars: 8 },
  { column: 'metre', label: inTerms('Metre'), chars: 5 },
  { column: 'bars', label: inTerms('Bars'), chars: 4 },
  { column: 'tempo', label: 'Tempo', chars: 7 },
];

/**
 * The pieces of a list as they are typed: a row is typed in its place, the next one at the foot; Enter adds it. Every key
 * is kept, also of a row that is not done.
 */
export function DraftList({
  component,
  library,
  onChange,
  onPiece,
}: {
  readonly component: DraftComponent;
  /** Every piece there is, those typed here among them. */
  readonly library: ReadonlyMap<string, Piece>;
  readonly onChange: (part: Partial<DraftComponent>) => void;
  /** A piece that is new or changed, with what becomes of the list. */
  readonly onPiece: (piece: Piece, part: Partial<DraftComponent>) => void;
}) {
  const { pieceIds, numbers, typing } = component;
  const [picked, pick] = useState<string | null>(null);
  const [dragged, drag] = useState<number | null>(null);
  const pickedAt = picked === null ? -1 : pieceIds.indexOf(picked);
  const [problems, setProblems] = useState<Readonly<Record<string, string>>>({});
  const options = useMemo(() => {
    const there = new Set(pieceIds);
    return [...library.values()]
      .filter((piece) => !there.has(piece.id))
      .map((piece) => ({ value: piece.id, label: `${piece.title}, ${piece.composer}` }));
  }, [library, pieceIds]);
  const type = (id: string, row: DraftRow | null) => onChange({ typing: withRow(component, id, row) });
  const tell = (id: string, why: string | null) =>
    setProblems(
      Object.fromEntries([
        ...Object.entries(problems).filter(([each]) => each !== id),
        ...(why === null ? [] : [[id, why] as const]),
      ]),
    );
  const numbersWith = (id: string, number: string) =>
    Object.fromEntries([
      ...Object.entries(numbers).filter(([each]) => each !== id),
      ...(number.trim() === '' ? [] : [[id, number.trim()] as const]),
    ]);
  const add = () => {
    const row = typing[''] ?? {};
    const read = typedPiece(row, newId, library.values());
    const why = !read.ok
      ? read.why
      : pieceIds.includes(read.value.piece.id)
        ? 'this piece is in the list already'
        : null;
    tell('', why);
    if (!read.ok || why !== null) return;
    const { piece, number } = read.value;
    onPiece(piece, {
      pieceIds: [...pieceIds, piece.id],
      numbers: numbersWith(piece.id, number),
      typing: withRow(component, '', null),
    });
  };
  const change = (piece: Piece) => {
    const row = typing[piece.id] ?? {};
    const read = changedPiece(piece, row);
    tell(piece.id, read.ok ? null : read.why);
    if (!read.ok) return;
    onPiece(read.value, {
      numbers: numbersWith(piece.id, row.number ?? ''),
      typing: withRow(component, piece.id, null),
    });
  };
  const order = (ids: readonly string[]) => {
    const left = new Set(ids);
    const those = <T,>(record: Readonly<Record<string, T>>) =>
      Object.fromEntries(Object.entries(record).filter(([id]) => id === '' || left.has(id)));
    onChange({ pieceIds: ids, numbers: those(numbers), typing: those(typing) });
  };
  return (
    <div className={css.root}>
      <Table label={`${component.name}: pieces`} head={[...COLUMNS.map(({ label }) => label), 'Row']} tight>
        {pieceIds.map((id, at) => {
          const piece = library.get(id);
          const row = typing[id];
          if (!piece)
            return (
              <tr key={id}>
                <td />
                <th scope="row" colSpan={COLUMNS.length - 1}>
                  Deleted piece
                </th>
                <td>
                  <Button look="quiet" onClick={() => order(pieceIds.toSpliced(at, 1))}>
                    Remove
                  </Button>
                </td>
              </tr>
            );
          return row === undefined ? (
            <tr
              key={id}
              onDragOver={(event) => event.preventDefault()}
              onDrop={() => dragged !== null && order(moved(pieceIds, dragged, at))}
            >
              <td>
                <button
                  type="button"
                  className={css.place}
                  aria-label={`${numbers[id] ?? at + 1}, ${piece.title}`}
                  aria-pressed={pickedAt === at}
                  draggable
                  onClick={() => pick(pickedAt === at ? null : id)}
                  onDragStart={() => drag(at)}
                  onKeyDown={(event) => {
                    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
                    if (step === 0 || !event.altKey) return;
                    event.preventDefault();
                    pick(id);
                    order(moved(pieceIds, at, at + step));
                  }}
                >
                  {numbers[id] ?? at + 1}
                </button>
              </td>
              <th scope="row">{piece.title}</th>
              <td>{piece.composer}</td>
              <td>{piece.seconds === null ? '–' : formatTime(piece.seconds)}</td>
              <td>{piece.key ?? '–'}</td>
              <td>{piece.metre ?? '–'}</td>
              <td>{piece.bars ?? '–'}</td>
              <td>{piece.tempo ? <TempoMark {...piece.tempo} /> : '–'}</td>
              <td className={css.acts}>
                <Button
                  look="quiet"
                  label={`Change ${piece.title}`}
                  onClick={() => type(id, rowOf(piece, numbers[id]))}
                >
                  Change
                </Button>
                <Button
                  look="quiet"
                  label={`Remove ${piece.title} from the list`}
                  onClick={() => order(pieceIds.toSpliced(at, 1))}
                >
                  Remove
                </Button>
              </td>
            </tr>
          ) : (
            <Typing
              key={id}
              of={piece.title}
              row={row}
              problem={problems[id]}
              act="Keep"
              onType={(next) => type(id, next)}
              onDone={() => change(piece)}
              onLeave={() => {
                tell(id, null);
                type(id, null);
              }}
            />
          );
        })}
        <Typing
          of="the next piece"
          row={typing[''] ?? {}}
          problem={problems['']}
          act="Add"
          onType={(next) => type('', next)}
          onDone={add}
          onLeave={
            typing[''] === undefined
              ? undefined
              : () => {
                  tell('', null);
                  type('', null);
                }
          }
        />
      </Table>
      <div className={css.foot}>
        {pickedAt >= 0 && (
          <>
            <Button disabled={pickedAt === 0} onClick={() => order(moved(pieceIds, pickedAt, pickedAt - 1))}>
              Move up
            </Button>
            <Button
              disabled={pickedAt === pieceIds.length - 1}
              onClick={() => order(moved(pieceIds, pickedAt, pickedAt + 1))}
            >
              Move down
            </Button>
          </>
        )}
        <Combobox
          label={`Add a piece of the library to ${component.name}`}
          value=""
          options={options}
          onChange={(id) => onChange({ pieceIds: [...pieceIds, id] })}
        />
        <span className={css.keys}>
          <KeyHint>
            <KeyCap name="Enter" /> adds the typed row, <KeyCap name="Alt" /> <KeyCap name="↑" />{' '}
            <KeyCap name="↓" /> on a number moves it
          </KeyHint>
        </span>
      </div>
    </div>
  );
}

/** A row with a field in every cell. Enter is done with it, Escape leaves it. */
function Typing({
  of,
  row,
  problem,
  act,
  onType,
  onDone,
  onLeave,
}: {
  readonly of: string;
  readonly row: DraftRow;
  readonly problem: string | undefined;
  readonly act: string;
  readonly onType: (row: DraftRow) => void;
  readonly onDone: () => void;
  readonly onLeave: (() => void) | undefined;
}) {
  return (
    <>
      <tr
        className={css.typing}
        onKeyDown={(event) => {
          if (!(event.target instanceof HTMLInputElement)) return;
          if (event.key === 'Enter') {
            event.preventDefault();
            onDone();
            // The next row begins where this one began.
            event.currentTarget.querySelector<HTMLInputElement>('input[data-start]')?.focus();
          } else if (event.key === 'Escape' && onLeave) {
            event.preventDefault();
            onLeave();
          }
        }}
      >
        {COLUMNS.map(({ column, label, chars }) => (
          <td key={column}>
            <input
              size={chars}
              className={css.cell}
              data-start={column === 'title' ? true : undefined}
              aria-label={`${label} of ${of}`}
              aria-invalid={problem !== undefined}
              value={row[column] ?? ''}
              onChange={(event) => onType({ ...row, [column]: event.target.value.replace(/\p{Cc}/gu, ' ') })}
            />
          </td>
        ))}
        <td className={css.acts}>
          <Button look="quiet" label={`${act} ${of}`} onClick={onDone}>
            {act}
          </Button>
          {onLeave && (
            <Button look="quiet" label={`Discard what is typed of ${of}`} onClick={onLeave}>
              Discard
            </Button>
          )}
        </td>
      </tr>
      {problem !== undefined && (
        <tr>
          <td colSpan={COLUMNS.length + 1}>
            <p className={css.problem} role="alert">
              {problem}
            </p>
          </td>
        </tr>
      )}
    </>
  );
}
