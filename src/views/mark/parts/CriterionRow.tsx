import { useState } from 'react';
import type { Criterion } from '@/core/marks';
import { Button, Glyph, KeyCap, Roving, Unseen, classes } from '@/ui';
import { ASSESSOR_GLYPH, ASSESSOR_NAME } from '../../shell/MarkLine';
import { bandsOf, type Marker } from '../mark-model';
import css from './CriterionRow.module.css';

/** One criterion with its bands; a band is pressed whole. A band of several marks asks which. */
export function CriterionRow({
  criterion,
  keyName,
  current,
  who,
  mark,
  beside,
  onPick,
  onMark,
}: {
  readonly criterion: Criterion;
  readonly keyName: string;
  readonly current: boolean;
  /** Who is marking. */
  readonly who: Marker;
  readonly mark: number | undefined;
  /** The others who mark. */
  readonly beside: readonly { readonly who: Marker; readonly mark: number | undefined }[];
  readonly onPick: () => void;
  readonly onMark: (mark: number) => void;
}) {
  const [asking, setAsking] = useState<number | null>(null);
  const bands = bandsOf(criterion);
  const inBand = (value: number | undefined, from: number, to: number) =>
    value !== undefined && from <= value && value <= to;
  const give = (value: number) => {
    setAsking(null);
    onMark(value);
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
      <Roving sideways>
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
                    aria-pressed={inBand(mark, band.from, band.to)}
                    onClick={() => {
                      onPick();
                      if (band.from === band.to) give(band.from);
                      else setAsking(band.from);
                    }}
                  >
                    <span className={css.range}>
                      {inBand(mark, band.from, band.to) && band.from !== band.to ? mark : range}
                    </span>{' '}
                    <span className={css.signs}>
                      {beside.map(
                        (other) =>
                          inBand(other.mark, band.from, band.to) && (
                            <Glyph
                              key={other.who}
                              name={ASSESSOR_GLYPH[other.who]}
                              size={15}
                              label={ASSESSOR_NAME[other.who]}
                            />
                          ),
                      )}
                      {inBand(mark, band.from, band.to) && <Glyph name={ASSESSOR_GLYPH[who]} size={16} />}
                    </span>
                    <span className={css.words}>{band.descriptor}</span> <Unseen>{criterion.name}</Unseen>
                  </button>
                )}
              </div>
            );
          })}
          {zero && (
            <div className={classes(css.band, css.zero)} data-on={mark === 0}>
              <button type="button" className={css.press} aria-pressed={mark === 0} onClick={() => give(0)}>
                <span className={css.range}>0</span> <Unseen>{criterion.name}</Unseen>
              </button>
            </div>
          )}
        </div>
      </Roving>
      {beside.map((other) => (
        <span key={other.who} className={other.who === 'student' ? css.own : css.other}>
          <Given who={other.who} mark={other.mark} />
        </span>
      ))}
      <span className={css.ours}>
        <Given who={who} mark={mark} />
      </span>
    </div>
  );
}

const Given = ({ who, mark }: { readonly who: Marker; readonly mark: number | undefined }) => (
  <>
    <Unseen>{`${ASSESSOR_NAME[who]}: ${mark === undefined ? 'not marked' : ''}`}</Unseen>
    {mark ?? <span aria-hidden="true">–</span>}
  </>
);
