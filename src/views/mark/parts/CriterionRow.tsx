import { useState } from 'react';
import type { CSSProperties } from 'react';
import { stepOf, type Criterion, type SchemeComponent } from '@/core/marks';
import { Button, Glyph, KeyCap, Roving, Unseen, classes } from '@/ui';
import { ASSESSOR_GLYPH } from '../../shell/MarkLine';
import { bandsOf, whoName, type MarkingAs } from '../mark-model';
import css from './CriterionRow.module.css';

/** One criterion with its bands; a band is pressed whole. A band of several marks asks which. */
export function CriterionRow({
  component,
  criterion,
  keyName,
  current,
  who,
  mark,
  beside,
  onPick,
  onMark,
}: {
  readonly component: SchemeComponent;
  readonly criterion: Criterion;
  readonly keyName: string;
  readonly current: boolean;
  /** Who is marking. */
  readonly who: MarkingAs;
  readonly mark: number | undefined;
  /** The others who mark. */
  readonly beside: readonly { readonly who: MarkingAs; readonly mark: number | undefined }[];
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
  const step = stepOf(component);
  const zero = bands.every((band) => band.from > 0);
  // Marks between the bands have no words; they are given from here.
  const between = Array.from({ length: criterion.maxMark / step + 1 }, (_, at) => at * step).filter(
    (value) => value > 0 && !bands.some((band) => inBand(value, band.from, band.to)),
  );
  return (
    <div
      className={classes(css.root, current && css.current)}
      data-selected={current}
      style={{ '--beside': beside.length } as CSSProperties}
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
                    {Array.from(
                      { length: (band.to - band.from) / step + 1 },
                      (_, at) => band.to - at * step,
                    ).map((value) => (
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
                              key={whoName(other.who)}
                              name={ASSESSOR_GLYPH[other.who.assessor]}
                              size={15}
                              label={whoName(other.who)}
                            />
                          ),
                      )}
                      {inBand(mark, band.from, band.to) && (
                        <Glyph name={ASSESSOR_GLYPH[who.assessor]} size={16} />
                      )}
                    </span>
                    <span className={css.words}>{band.descriptor}</span> <Unseen>{criterion.name}</Unseen>
                  </button>
                )}
              </div>
            );
          })}
          {bands.length === 0 && (
            <div className={css.which} role="group" aria-label="Mark">
              {between.map((value) => (
                <Button
                  key={value}
                  pressed={mark === value}
                  onClick={() => {
                    onPick();
                    give(value);
                  }}
                >
                  {value}
                </Button>
              ))}
            </div>
          )}
          {bands.length > 0 && between.length > 0 && (
            <div className={css.band} data-on={mark !== undefined && between.includes(mark)}>
              {asking === -1 ? (
                <div className={css.which} role="group" aria-label="Which mark">
                  {between.toReversed().map((value) => (
                    <Button key={value} onClick={() => give(value)}>
                      {value}
                    </Button>
                  ))}
                </div>
              ) : (
                <button
                  type="button"
                  className={css.press}
                  aria-pressed={mark !== undefined && between.includes(mark)}
                  onClick={() => {
                    onPick();
                    setAsking(-1);
                  }}
                >
                  <span className={css.range}>
                    {mark !== undefined && between.includes(mark) ? mark : 'others'}
                  </span>{' '}
                  <span className={css.words}>no words for these</span> <Unseen>{criterion.name}</Unseen>
                </button>
              )}
            </div>
          )}
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
        <span key={whoName(other.who)} className={other.who.assessor === 'student' ? css.own : css.other}>
          <Given who={other.who} mark={other.mark} />
        </span>
      ))}
      <span className={css.ours}>
        <Given who={who} mark={mark} />
      </span>
    </div>
  );
}

const Given = ({ who, mark }: { readonly who: MarkingAs; readonly mark: number | undefined }) => (
  <>
    <Unseen>{`${whoName(who)}: ${mark === undefined ? 'not marked' : ''}`}</Unseen>
    {mark ?? <span aria-hidden="true">–</span>}
  </>
);
