import { useRef, useState } from 'react';
import {
  judgeSheet,
  markProblem,
  stepOf,
  type Criterion,
  type Occasion,
  type SchemeComponent,
} from '@/core/marks';
import type { Entrant } from '@/core/register';
import { valueAt } from '@/core/value-at';
import { giveMark } from '@/store';
import { Button, KeyCap, KeyHint, Section, classes } from '@/ui';
import { typedMark } from '../../mark/mark-model';
import { say } from '../../shell/say';
import { useKeys } from '../../shell/use-keys';
import { leftOut, outcomeWords, panelWords, totalWords } from '../panel-model';
import css from './JudgesMarks.module.css';

interface Row {
  readonly component: SchemeComponent;
  readonly criterion: Criterion;
}
/** How long a figure that could be the first of two waits for the second. */
const WAIT_MS = 900;

/** Every judge's marks of one entrant, a judge a column: by keyboard down the column, or pressed. */
export function JudgesMarks({
  occasion,
  entrant,
  onNext,
}: {
  readonly occasion: Occasion;
  readonly entrant: Entrant;
  readonly onNext: () => void;
}) {
  const { goal, student, level, scheme, reads, judged } = entrant;
  const { judges, day } = occasion;
  const rows: readonly Row[] = scheme.components.flatMap((component) =>
    component.criteria.map((criterion) => ({ component, criterion })),
  );
  const markOf = ({ component, criterion }: Row, judge: string) => {
    const sheet = judgeSheet(reads, judge, component.componentId, day);
    return sheet && valueAt(sheet.marks, criterion.id);
  };
  // Begin where something is still to be marked.
  const [cell, setCell] = useState(() => {
    const column = judges.findIndex((judge) => rows.some((row) => markOf(row, judge) === undefined));
    const judge = judges[column];
    const row = judge === undefined ? 0 : rows.findIndex((each) => markOf(each, judge) === undefined);
    return { row: Math.max(0, row), column: Math.max(0, column) };
  });
  const [shown, show] = useState('');
  const typed = useRef({ digits: '', timer: 0 });
  const given = useRef<{ readonly row: number; readonly column: number; readonly mark: number } | null>(null);
  const last = { row: rows.length - 1, column: judges.length - 1 };
  const next = ({ row, column }: typeof cell) =>
    row < last.row
      ? { row: row + 1, column }
      : column < last.column
        ? { row: 0, column: column + 1 }
        : { row, column };
  const giveAt = (row: number, column: number, mark: number | null) => {
    const [at, judge] = [rows[row], judges[column]];
    if (!at || judge === undefined) return;
    given.current = mark === null ? null : { row, column, mark };
    say(`${judge}, ${at.criterion.name}: ${mark ?? 'cleared'}`);
    void giveMark(
      goal.id,
      at.component.componentId,
      { assessor: 'judge', by: judge },
      at.criterion.id,
      mark,
      day,
    );
  };
  const give = (mark: number | null) => {
    giveAt(cell.row, cell.column, mark);
    if (mark !== null) setCell(next(cell));
  };
  const half = () => {
    const before = given.current;
    const at = before && rows[before.row];
    if (before && at?.component.halves && markProblem(at.component, at.criterion, before.mark + 0.5) === null)
      giveAt(before.row, before.column, Math.floor(before.mark) + 0.5);
  };
  const type = (figure: string) => {
    const at = rows[cell.row];
    if (!at) return;
    clearTimeout(typed.current.timer);
    const digits = typed.current.digits + figure;
    const read = typedMark(digits, at.criterion.maxMark);
    typed.current.digits = read.kind === 'wait' ? digits : '';
    show(
      read.kind === 'wait'
        ? `${digits}…`
        : read.kind === 'no'
          ? `${read.value} is above ${at.criterion.maxMark}`
          : '',
    );
    if (read.kind === 'mark') give(read.mark);
    else if (read.kind === 'wait')
      typed.current.timer = window.setTimeout(() => {
        typed.current.digits = '';
        show('');
        give(Number(digits));
      }, WAIT_MS);
  };
  useKeys({
    ...Object.fromEntries(Array.from({ length: 10 }, (_, at) => [String(at), () => type(String(at))])),
    '.': half,
    ',': half,
    Delete: () => give(null),
    ArrowDown: () => setCell({ ...cell, row: Math.min(last.row, cell.row + 1) }),
    ArrowUp: () => setCell({ ...cell, row: Math.max(0, cell.row - 1) }),
    ArrowRight: () => setCell({ ...cell, column: Math.min(last.column, cell.column + 1) }),
    ArrowLeft: () => setCell({ ...cell, column: Math.max(0, cell.column - 1) }),
  });
  const now = rows[cell.row];
  const out = leftOut(entrant);
  const isRated = scheme.outcome.kind === 'ratings';
  return (
    <Section
      title={student.name}
      label={`Judges’ marks of ${student.name}`}
      end={
        <KeyHint>
          <KeyCap name="0" /> to <KeyCap name="9" /> mark, arrows move, <KeyCap name="J" /> next entrant
        </KeyHint>
      }
    >
      <p className={css.what}>
        {level.name}; {panelWords(entrant)}.{' '}
        <b role="status" className={css.typed}>
          {shown}
        </b>
      </p>
      <div className={css.scroll}>
        <table className={css.table}>
          <thead>
            <tr>
              <th scope="col">Criterion</th>
              {judges.map((judge, column) => (
                <th key={judge} scope="col" className={classes(column === cell.column && css.on)}>
                  {judge}
                </th>
              ))}
              <th scope="col">of</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, at) => (
              <tr key={`${row.component.componentId} ${row.criterion.id}`}>
                <th scope="row">
                  {scheme.components.length > 1 && (
                    <span className={css.letter}>
                      {level.components.find(({ id }) => id === row.component.componentId)?.letter}
                    </span>
                  )}{' '}
                  {row.criterion.name}
                </th>
                {judges.map((judge, column) => {
                  const mark = markOf(row, judge);
                  const isOn = at === cell.row && column === cell.column;
                  return (
                    <td key={judge}>
                      <button
                        type="button"
                        className={classes(css.mark, isOn && css.now)}
                        aria-pressed={isOn}
                        aria-label={`${judge}, ${row.criterion.name}: ${mark ?? 'not marked'}`}
                        onClick={() => setCell({ row: at, column })}
                      >
                        {mark ?? '–'}
                      </button>
                    </td>
                  );
                })}
                <td className={css.soft}>{row.criterion.maxMark}</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">{isRated ? 'Total, rating' : 'Total'}</th>
              {judged.judges.map(({ judge, total, award }, at) => (
                <td
                  key={judge}
                  className={classes(css.total, out[at] && css.out)}
                  data-testid={`judge-${at}`}
                >
                  {totalWords(total)}
                  {isRated && total ? ` ${award?.name ?? 'none'}` : ''}
                </td>
              ))}
              <td />
            </tr>
          </tfoot>
        </table>
      </div>
      {now && (
        <div
          className={css.pad}
          role="group"
          aria-label={`${judges[cell.column] ?? ''}, ${now.criterion.name}`}
        >
          {Array.from(
            { length: now.criterion.maxMark / stepOf(now.component) + 1 },
            (_, at) => at * stepOf(now.component),
          ).map((mark) => (
            <Button
              key={mark}
              pressed={markOf(now, judges[cell.column] ?? '') === mark}
              onClick={() => give(mark)}
            >
              {mark}
            </Button>
          ))}
          <Button look="quiet" onClick={() => give(null)}>
            Clear
          </Button>
          <Button look="quiet" keyName="J" onClick={onNext}>
            Next entrant
          </Button>
        </div>
      )}
      {judged.result && (
        <p className={css.result} data-testid="panel-result">
          {judged.result.total === null ? '' : `${totalWords(judged.result.total)}: `}
          {outcomeWords(entrant)}
        </p>
      )}
    </Section>
  );
}
