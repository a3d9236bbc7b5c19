import { useState } from 'react';
import { parseBars } from '@/core/music';
import { barsInQuestion, FAULT_KINDS, faultPlaceWords, faultState, type Fault } from '@/core/plan';
import type { Piece } from '@/core/repertoire';
import { inTerms } from '@/core/terms';
import { formatDay, type CalendarDay } from '@/core/time';
import { faultIsBack, mendFault, noteFault, removeFault } from '@/store';
import { Button, SelectField, TextField } from '@/ui';
import css from './Faults.module.css';

const OWN = 'own';
const HANDS = ['left hand', 'right hand'] as const;

/** Faults of a student at the bars of some pieces, open ones first: noted, mended and back again. */
export function Faults({
  studentId,
  pieces,
  faults,
  day,
}: {
  readonly studentId: string;
  /** What can be noted of; the first is meant unless another is chosen. */
  readonly pieces: readonly Piece[];
  /** Of these pieces. */
  readonly faults: readonly Fault[];
  readonly day: CalendarDay;
}) {
  const open = faults
    .filter((fault) => faultState(fault) !== 'mended')
    .sort((a, b) => a.bars.from - b.bars.from);
  const mended = faults.filter((fault) => faultState(fault) === 'mended');
  const titleOf = (fault: Fault) =>
    pieces.length > 1 ? (pieces.find(({ id }) => id === fault.pieceId)?.title ?? '') : '';
  return (
    <>
      <ul>
        {open.map((fault) => (
          <FaultLine key={fault.id} fault={fault} title={titleOf(fault)} day={day} />
        ))}
      </ul>
      {pieces.length > 0 && <FaultForm studentId={studentId} pieces={pieces} day={day} />}
      {mended.length > 0 && (
        <details className={css.mended}>
          <summary>{mended.length} mended</summary>
          <ul>
            {mended.map((fault) => (
              <FaultLine key={fault.id} fault={fault} title={titleOf(fault)} day={day} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

function FaultLine({
  fault,
  title,
  day,
}: {
  readonly fault: Fault;
  readonly title: string;
  readonly day: CalendarDay;
}) {
  const state = faultState(fault);
  const place = faultPlaceWords(fault);
  const last = fault.events.at(-1)?.day ?? day;
  const count = fault.events.filter(({ what }) => what === 'heard').length;
  return (
    <li className={css.fault}>
      <span>
        <b>{place}</b> {[fault.kind, fault.text].filter(Boolean).join(': ')}
        <small>
          {[
            title,
            state === 'back again' ? 'back again' : '',
            state === 'mended'
              ? `mended ${formatDay(last, 'short')}`
              : `heard ${count === 1 ? '' : `${count} times, last `}${formatDay(last, 'short')}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </small>
      </span>
      {state === 'mended' ? (
        <Button look="quiet" label={`Back again at ${place}`} onClick={() => void faultIsBack(fault.id, day)}>
          Back again
        </Button>
      ) : (
        <Button look="quiet" label={`Mended at ${place}`} onClick={() => void mendFault(fault.id, day)}>
          Mended
        </Button>
      )}
      <Button look="quiet" label={`Remove the fault at ${place}`} onClick={() => void removeFault(fault.id)}>
        ×
      </Button>
    </li>
  );
}

const EMPTY = { bars: '', text: '', kind: '', own: '', hand: '', beat: '' };

function FaultForm({
  studentId,
  pieces,
  day,
}: {
  readonly studentId: string;
  readonly pieces: readonly Piece[];
  readonly day: CalendarDay;
}) {
  const [typed, setTyped] = useState(EMPTY);
  const [pieceId, setPieceId] = useState(pieces[0]?.id ?? '');
  const piece = pieces.find(({ id }) => id === pieceId) ?? pieces[0];
  const range = parseBars(typed.bars);
  const beat = typed.beat === '' ? undefined : Number(typed.beat.replace(',', '.'));
  const isBeat = beat === undefined || (beat >= 1 && beat <= 64);
  const kind = typed.kind === OWN ? typed.own.trim() : typed.kind;
  const text = typed.text.trim();
  const isReady = piece !== undefined && range !== undefined && isBeat && (text !== '' || kind !== '');
  const question = piece && range ? barsInQuestion(piece, range) : null;
  const field = (name: keyof typeof EMPTY) => ({
    value: typed[name],
    onChange: (value: string) => setTyped((before) => ({ ...before, [name]: value })),
  });
  return (
    <form
      className={css.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (!isReady) return;
        void noteFault(
          {
            studentId,
            pieceId: piece.id,
            bars: range,
            ...(beat !== undefined && { beat }),
            ...(typed.hand.trim() !== '' && { hand: typed.hand.trim() }),
            kind,
            text,
          },
          day,
        );
        setTyped({ ...EMPTY, kind: typed.kind, own: typed.own });
      }}
    >
      {pieces.length > 1 && (
        <SelectField
          label="Piece"
          value={pieceId}
          options={pieces.map(({ id, title }) => ({ value: id, label: title }))}
          onChange={setPieceId}
        />
      )}
      <div className={css.row}>
        <div className={css.bars} data-note-bars>
          <TextField
            required
            label={inTerms('Bars')}
            {...field('bars')}
            error={typed.bars !== '' && !range ? 'as 17–20' : undefined}
          />
        </div>
        <TextField label="Note" {...field('text')} />
        <Button type="submit" disabled={!isReady}>
          Note
        </Button>
      </div>
      {question !== null && (
        <p className={css.question} role="status">
          {question}
        </p>
      )}
      <div className={css.what}>
        <SelectField
          label="Kind"
          value={typed.kind}
          options={[
            { value: '', label: 'not said' },
            ...FAULT_KINDS.map((each) => ({ value: each, label: each })),
            { value: OWN, label: 'in your own word' },
          ]}
          onChange={field('kind').onChange}
        />
        {typed.kind === OWN && <TextField label="Own word" {...field('own')} />}
        <SelectField
          label="Hand"
          value={typed.hand}
          options={[{ value: '', label: 'all' }, ...HANDS.map((each) => ({ value: each, label: each }))]}
          onChange={field('hand').onChange}
        />
        <div>
          <TextField label="Beat" {...field('beat')} error={isBeat ? undefined : 'as 3'} />
        </div>
      </div>
    </form>
  );
}
