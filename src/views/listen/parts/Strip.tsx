import { useMemo } from 'react';
import type { Finding, Heard, HeardBar } from '@/core/listening';
import type { NoteValue } from '@/core/music';
import { inTerms } from '@/core/terms';
import { Roving, classes } from '@/ui';
import { barWords, letterOf } from '../listen-model';
import css from './Strip.module.css';

/** Every bar in the order it was heard: how sure by its shape, stops and jumps where they were, findings by their letter. */
export function Strip({
  heard,
  findings,
  unit,
  selected,
  sounding,
  onSelect,
}: {
  readonly heard: Heard;
  readonly findings: readonly Finding[];
  readonly unit: NoteValue;
  readonly selected: number | null;
  /** Which of the bars is heard again now; -1 for none. */
  readonly sounding: number;
  readonly onSelect: (number: number) => void;
}) {
  const places = useMemo(() => placesOf(heard, findings), [heard, findings]);
  const count = (certain: HeardBar['certain']) => heard.bars.filter((bar) => bar.certain === certain).length;
  return (
    <figure className={css.root}>
      <figcaption className={css.key}>
        {(['sure', 'unsure', 'not heard'] as const).map((certain) => (
          <span key={certain}>
            <span className={css.swatch} data-certain={certain} /> {count(certain)} {certain}
          </span>
        ))}
        <span>
          <b className={css.stop}>{'//'}</b> stop
        </span>
        <span>
          <b className={css.jump}>↩</b> began again
        </span>
      </figcaption>
      <Roving>
        <ol className={css.bars} aria-label={inTerms('Bars as heard')}>
          {places.map(({ bar, letters, stop, jump }, at) => (
            <li key={at} className={classes(css.place, jump && css.jumped)}>
              <span className={css.signs} aria-hidden="true">
                {jump ? '↩' : ''}
                {stop ? '//' : ''}
              </span>
              <button
                type="button"
                className={css.bar}
                data-certain={bar.certain}
                data-sounding={at === sounding}
                aria-pressed={bar.number === selected}
                aria-label={[
                  jump ? 'began again here' : '',
                  stop ? 'after a stop' : '',
                  barWords(bar, unit),
                  letters === '' ? '' : `findings ${letters}`,
                ]
                  .filter(Boolean)
                  .join(', ')}
                onClick={() => onSelect(bar.number)}
              >
                <span className={css.shape} data-certain={bar.certain} />
                <span className={css.number}>{bar.number}</span>
              </button>
              <span className={css.letters} aria-hidden="true">
                {letters}
              </span>
            </li>
          ))}
        </ol>
      </Roving>
    </figure>
  );
}

interface Place {
  readonly bar: HeardBar;
  readonly letters: string;
  readonly stop: boolean;
  readonly jump: boolean;
}

function placesOf({ bars, stops, jumps }: Heard, findings: readonly Finding[]): Place[] {
  const end = (at: number) => bars[at + 1]?.at ?? Infinity;
  /** The bar that sounds at a moment; a moment just before its downbeat is its own. */
  const within = (at: number, moment: number) =>
    moment >= (bars[at]?.at ?? 0) - 0.05 && moment < end(at) - 0.05;
  return bars.map((bar, at) => ({
    bar,
    letters: findings
      .map((finding, index) => (finding.at !== null && within(at, finding.at) ? letterOf(index) : ''))
      .join(''),
    stop: stops.some((stop) => !stop.fermata && within(at, stop.at)),
    jump: jumps.some((jump) => within(at, jump.at)),
  }));
}
