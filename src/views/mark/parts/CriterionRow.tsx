import { useState } from 'react';
import type { Criterion } from '@/core/marks';
import { Button, Glyph, KeyCap, classes } from '@/ui';
import { bandsOf } from '../mark-model';
import css from './CriterionRow.module.css';

/** One criterion with its bands; a band is pressed whole. A band of several marks asks which. */
export function CriterionRow({
  criterion,
  keyName,
  current,
  glyph,
  mark,
  own,
  other,
  onPick,
  onMark,
}: {
  readonly criterion: Criterion;
  readonly keyName: string;
  readonly current: boolean;
  readonly glyph: 'teacher' | 'mock';
  readonly mark: number | undefined;
  readonly own: number | undefined;
  /** The other of teacher and mock examiner, beside the one who is marking. */
  readonly other: number | undefined;
  readonly onPick: () => void;
  readonly onMark: (mark: number | null, who: 'ours' | 'own') => void;
}) {
  const [asking, setAsking] = useState<number | null>(null);
  const bands = bandsOf(criterion);
  const inBand = (value: number | undefined, from: number, to: number) =>
    value !== undefined && from <= value && value <= to;
  const give = (value: number) => {
    setAsking(null);
    onMark(value, 'ours');
  };
  const zero = bands.every((band) => band.from > 0);
  return (
    <div
      className={classes(css.root, current && css.current)}
      data-selected={current}
      role="group"
      aria-label={`${criterion.name}, out of ${criterion.maxMark}`}
    >
      <button type="button" className={css.name} aria-pressed={current} onClick={onPick}>
        {keyName !== '' && <KeyCap name={keyName} />}
        <b>{criterion.name}</b>
        <span>out of {criterion.maxMark}</span>
      </button>
      <div className={css.bands}>
        {bands.map((band) => {
          const range = band.from === band.to ? String(band.from) : `${band.to}–${band.from}`;
          return (
            <div key={band.from} className={css.band} data-on={inBand(mark, band.from, band.to)}>
              {asking === band.from ? (
                <div className={css.which} role="group" aria-label="Which mark">
                  {Array.from({ length: band.to - band.from + 1 }, (_, at) => band.to - at).map((value) => (
                    <Button key={value} onClick={() => give(value)}>
                      {value}
                    </Button>
                  ))}
                </div>
              ) : (
                <button
                  type="button"
                  className={css.press}
                  aria-label={`${criterion.name}: ${range}${band.descriptor === '' ? '' : `. ${band.descriptor}`}`}
                  aria-pressed={inBand(mark, band.from, band.to)}
                  onClick={() => {
                    onPick();
                    if (band.from === band.to) give(band.from);
                    else setAsking(band.from);
                  }}
                >
                  <span className={css.range}>
                    {inBand(mark, band.from, band.to) && band.from !== band.to ? mark : range}
                  </span>
                  <span className={css.signs}>
                    {inBand(own, band.from, band.to) && <Glyph name="own" size={15} label="student’s own" />}
                    {inBand(mark, band.from, band.to) && <Glyph name={glyph} size={16} />}
                  </span>
                  <span className={css.words}>{band.descriptor}</span>
                </button>
              )}
            </div>
          );
        })}
        {zero && (
          <div className={classes(css.band, css.zero)} data-on={mark === 0}>
            <button
              type="button"
              className={css.press}
              aria-label={`${criterion.name}: 0`}
              aria-pressed={mark === 0}
              onClick={() => give(0)}
            >
              <span className={css.range}>0</span>
            </button>
          </div>
        )}
      </div>
      <span className={css.own}>{own ?? '–'}</span>
      <span className={css.other}>{other ?? '–'}</span>
      <span className={css.ours}>{mark ?? '–'}</span>
    </div>
  );
}
