import { useRef, type KeyboardEvent } from 'react';
import type { DoneAtAll, HandedCard, LineReport } from '@/core/plan';
import { formatDay } from '@/core/time';
import { practiceOfStudent } from '@/core/files';
import { reportCard, reportLines, type ReadyState } from '@/store';
import { Button, Section, Table, TempoMark } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { BOXES, isRight, isWhole, NOTHING_TYPED, reportOf, type Box, type TypedLine } from '../typed-line';
import css from './EnterCard.module.css';

const HEADS: Readonly<Record<Box, string>> = {
  minutes: 'Minutes',
  tempo: 'Tempo',
  clean: 'Clean times',
  mark: 'Own mark',
};

/**
 * The lines of one card with their boxes, as they stand on paper. A figure that is whole goes on to the next box by itself,
 * Enter goes on from one that is not; after the last box Enter keeps the card.
 */
export function EnterCard({
  ready: { studio, now },
  card,
  name,
  isEntered,
  onKept,
}: {
  readonly ready: ReadyState;
  readonly card: HandedCard;
  readonly name: string;
  readonly isEntered: boolean;
  readonly onKept: () => void;
}) {
  const form = useDraft<null>(`card/${card.id}`, `Returned card, ${name}`, null);
  const said = new Map(
    practiceOfStudent(studio, card.studentId).flatMap((entry) =>
      entry.card?.id === card.id ? [[entry.card.line, entry] as const] : [],
    ),
  );
  const table = useRef<HTMLDivElement>(null);
  const lines = card.lines.map((line) => {
    const entry = said.get(line.line);
    const text = (figure: number | undefined) => (figure === undefined ? '' : String(figure));
    const initial: TypedLine = entry
      ? {
          minutes: text(entry.minutes),
          tempo: text(entry.tempo),
          clean: text(entry.clean),
          mark: text(entry.mark),
        }
      : NOTHING_TYPED;
    const [typed, type] = form.field(`line ${line.line}`, initial);
    return { line, typed, type };
  });
  const boxAt = (at: number) =>
    table.current?.querySelectorAll<HTMLInputElement>('input[data-box]')[at] ?? null;
  const goOn = (at: number) => {
    const next = boxAt(at + 1);
    if (next) {
      next.focus();
      next.select();
    } else document.querySelector<HTMLButtonElement>('[data-keep] button')?.focus();
  };
  const reports = new Map<number, LineReport>(
    lines.flatMap(({ line, typed }) => {
      const report = reportOf(typed, line);
      return report ? [[line.line, report] as const] : [];
    }),
  );
  const isWrong = lines.some(({ typed }) => BOXES.some((box) => !isRight(box, typed[box])));
  const keep = () =>
    void reportLines(card.id, reports).then((kept) => {
      if (!kept) return;
      form.drop();
      onKept();
    });
  const inAWord = (done: DoneAtAll) =>
    void reportCard(card.id, done, now.day).then((kept) => {
      if (kept) onKept();
    });
  const onKey = (event: KeyboardEvent, at: number) => {
    const step = { Enter: 1, ArrowDown: BOXES.length, ArrowUp: -BOXES.length }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    goOn(at + step - 1);
  };
  return (
    <Section
      title={name}
      end={`${formatDay(card.from, 'short')} to ${formatDay(card.to, 'short')}, handed out on ${formatDay(card.handedOn, 'short')}`}
    >
      {!isEntered && (
        <div className={css.acts} role="group" aria-label="In a word">
          <Button onClick={() => inAWord('all')}>As on the card</Button>
          <Button onClick={() => inAWord('half')}>About half</Button>
          <Button onClick={() => inAWord('nothing')}>Nothing</Button>
        </div>
      )}
      <div ref={table}>
        <Table
          label="Lines of the card"
          head={['', 'Day', 'What', 'Asked', ...BOXES.map((box) => HEADS[box])]}
          tight
        >
          {lines.map(({ line, typed, type }, row) => (
            <tr key={line.line}>
              <th scope="row">{line.line}</th>
              <td>{formatDay(line.day, 'medium').slice(0, 6)}</td>
              <td className={css.what}>
                <b>{line.title}</b>
                {line.what === undefined ? '' : `, ${line.what}`}
                <small>{line.how}</small>
              </td>
              <td className={css.asked}>
                {line.minutes} min
                {line.tempo !== undefined && line.unit && (
                  <>
                    <br />
                    <TempoMark unit={line.unit} perMinute={line.tempo} />
                  </>
                )}
              </td>
              {BOXES.map((box, column) => {
                const at = row * BOXES.length + column;
                return (
                  <td key={box}>
                    <input
                      data-box={box}
                      className={css.box}
                      inputMode="numeric"
                      // eslint-disable-next-line jsx-a11y/no-autofocus -- picking a card is asking for its first box
                      autoFocus={at === 0}
                      aria-label={`Line ${line.line}, ${HEADS[box].toLowerCase()}`}
                      aria-invalid={!isRight(box, typed[box])}
                      placeholder={box === 'minutes' ? String(line.minutes) : ''}
                      value={typed[box]}
                      onChange={({ target }) => {
                        const text = target.value.trim();
                        const isLonger = text.length > typed[box].length;
                        type({ ...typed, [box]: text });
                        if (isLonger && isWhole(box, text)) goOn(at);
                      }}
                      onKeyDown={(event) => onKey(event, at)}
                    />
                  </td>
                );
              })}
            </tr>
          ))}
        </Table>
      </div>
      {isWrong && (
        <p className={css.wrong} role="alert">
          Minutes go up to 720, a tempo from 1 to 999, an own mark from 0 to 10.
        </p>
      )}
      <div className={css.acts} data-keep="">
        <Button look="do" disabled={reports.size === 0 || isWrong} onClick={keep}>
          Keep {reports.size} of {card.lines.length} lines
        </Button>
      </div>
      <p className={css.soft}>
        A line without a figure stays not reported. A line with 0 minutes was not done.
      </p>
    </Section>
  );
}
