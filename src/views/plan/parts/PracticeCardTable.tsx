import { useState } from 'react';
import type { CardBlock, CardRow, PracticeCard } from '@/core/card';
import { formatBars, type BarRange } from '@/core/music';
import { formatDay, minutesOfDay, type CalendarDay, type PracticeTime } from '@/core/time';
import { inTerms } from '@/core/terms';
import { Glyph, Sideways } from '@/ui';
import { LeftOut } from '../../shell/LeftOut';
import css from './PracticeCardTable.module.css';

/** The week's card: whole blocks on days, with bars and tempo. The last row is the student's own minutes, to be changed there. */
export function PracticeCardTable({
  card,
  practice,
  onMinutes,
  onFirst,
}: {
  readonly card: PracticeCard;
  readonly practice: PracticeTime;
  readonly onMinutes: (day: CalendarDay, minutes: number) => void;
  /** Puts bars first on the card, or back where the difficulty puts them. */
  readonly onFirst: (row: CardRow, bars: BarRange) => void;
}) {
  return (
    <>
      <Sideways label="Practice card">
        <table className={css.root}>
          <thead>
            <tr>
              <th scope="col">
                <span className={css.hidden}>Component</span>
              </th>
              {card.days.map(({ day, available }) => (
                <th key={day} scope="col">
                  {formatDay(day, 'medium').replace(/ \w+$/, '')}
                  {available === 0 && <small>no practice</small>}
                </th>
              ))}
              <th scope="col">In the week</th>
            </tr>
          </thead>
          <tbody>
            {card.rows.map((row) => (
              <tr key={row.item.id}>
                <th scope="row">
                  <b>{row.item.letter}</b>
                  <span>{row.item.title}</span>
                </th>
                {card.days.map(({ day, available }) => {
                  const blocks = row.blocks.filter((each) => each.day === day);
                  return (
                    <td key={day} data-closed={available === 0}>
                      {blocks.map((block) => (
                        <BlockCell key={block.line} row={row} block={block} onFirst={onFirst} />
                      ))}
                      {blocks.length === 0 && available === 0 && <Glyph name="rest" />}
                    </td>
                  );
                })}
                <td className={css.week}>
                  <b>{row.blocks.length}</b> {row.blocks.length === 1 ? 'block' : 'blocks'}, {row.minutes} min
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">Set, of the minutes available</th>
              {card.days.map(({ day, asked }) => (
                <td key={day}>
                  <b data-over={asked > minutesOfDay(practice, day)}>{asked}</b> of{' '}
                  <MinutesField
                    key={minutesOfDay(practice, day)}
                    label={`Minutes on ${formatDay(day, 'long')}`}
                    value={minutesOfDay(practice, day)}
                    onChange={(minutes) => onMinutes(day, minutes)}
                  />
                </td>
              ))}
              <td className={css.week}>
                <b>{card.minutes}</b> of {card.available} min
              </td>
            </tr>
          </tfoot>
        </table>
      </Sideways>
      <LeftOut card={card} />
    </>
  );
}

/** Minutes, bars and tempo of a block; its bars can be put first. */
function BlockCell({
  row,
  block,
  onFirst,
}: {
  readonly row: CardRow;
  readonly block: CardBlock;
  readonly onFirst: (row: CardRow, bars: BarRange) => void;
}) {
  const { bars, what } = block;
  const isPlace = bars !== null && what !== '';
  const isFirst =
    bars !== null && row.item.first.some((each) => each.from === bars.from && each.to === bars.to);
  const under = block.tempo === null ? block.stage : `at ${Math.round(block.tempo)}`;
  return (
    <div className={css.block} title={`${what === '' ? block.stage : what}: ${block.how}. Why: ${block.why}`}>
      <b>{block.minutes}</b>
      <span>
        {isPlace ? (
          <button
            type="button"
            className={css.bars}
            aria-pressed={isFirst}
            aria-label={inTerms`Bars ${formatBars(bars)} of ${row.item.title} first`}
            onClick={() => onFirst(row, bars)}
          >
            {formatBars(bars)}
          </button>
        ) : row.item.skillId !== null ? (
          'skill'
        ) : row.item.perWeek === null ? (
          block.stage
        ) : (
          block.what
        )}
        <br />
        {isPlace || block.tempo !== null ? under : ''}
      </span>
    </div>
  );
}

function MinutesField({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (minutes: number) => void;
}) {
  const [text, setText] = useState(String(value));
  const take = () => {
    if (/^\d{1,3}$/.test(text) && Number(text) <= 720) {
      if (Number(text) !== value) onChange(Number(text));
    } else setText(String(value));
  };
  return (
    <input
      className={css.minutes}
      aria-label={label}
      inputMode="numeric"
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
    />
  );
}
