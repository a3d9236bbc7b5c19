import type { Measure, Score } from './model';

/** A bar as musicians count it: the measures of the file it is written in. */
export interface Bar {
  /** As counted, first full bar 1; 0 for a pickup. */
  readonly number: number;
  /** Indexes of measures, in order; more than one where a repeat or double bar splits the bar. */
  readonly measures: readonly number[];
}

/** What all parts together say of each measure: how long it lasts and whether it is counted. */
export interface Layout {
  /** Ticks each measure lasts. */
  readonly lengths: readonly number[];
  /** 1 for a measure that begins a counted bar; 0 for a pickup and for the rest of a split bar. */
  readonly counts: readonly (0 | 1)[];
  readonly bars: readonly Bar[];
}

const measureCount = ({ parts }: Pick<Score, 'parts'>) =>
  parts.reduce((most, { measures }) => Math.max(most, measures.length), 0);

/** The bar each measure of the file belongs to, as an index into the bars. */
export const barOfMeasure = ({ bars }: Pick<Layout, 'bars'>): number[] => {
  const of: number[] = [];
  for (const [bar, { measures }] of bars.entries()) for (const index of measures) of[index] = bar;
  return of;
};

/** The measure of every part at an index, where the part has one. */
export function measuresAt({ parts }: Pick<Score, 'parts'>, index: number): Measure[] {
  const found: Measure[] = [];
  for (const { measures } of parts) {
    const measure = measures[index];
    if (measure) found.push(measure);
  }
  return found;
}

/**
 * How long measures last and which bars they make. A measure lasts as long as its fullest part, an empty one as long as
 * its metre says. A short first measure is a pickup and not counted; so is a short one marked as uncounted that completes
 * no bar before it. Short measures on both sides of a repeat or double bar that together fill the metre are one bar.
 */
export function layoutOf(score: Score): Layout {
  const measures = Array.from({ length: measureCount(score) }, (_, index) => {
    const all = measuresAt(score, index);
    const metre = all.find(({ time }) => (time?.ticks ?? 0) > 0)?.time?.ticks ?? 0;
    const filled = Math.max(0, ...all.map((measure) => measure.filled));
    return {
      metre,
      length: filled > 0 ? filled : metre,
      implicit: all.some(({ implicit }) => implicit),
      /** Whether what stands before may be the first half of the same bar. */
      splits:
        all.every(({ endingStart }) => endingStart === null) &&
        (all.some(({ implicit, repeatStart }) => implicit || repeatStart) ||
          measuresAt(score, index - 1).some(
            ({ repeatEnd, barlineEnd, number }) =>
              repeatEnd > 0 || barlineEnd !== 'plain' || (number !== '' && number === all[0]?.number),
          )),
    };
  });
  const isShort = (at: number) => (measures[at]?.length ?? 0) < (measures[at]?.metre ?? 0);
  /** The index after the measures from `from` on that are one bar. */
  const endOfBar = (from: number): number => {
    let sum = measures[from]?.length ?? 0;
    for (let at = from + 1; isShort(at) && measures[at]?.splits; at += 1) {
      sum += measures[at]?.length ?? 0;
      if (sum === measures[from]?.metre) return at + 1;
    }
    return from + 1;
  };
  const counts: (0 | 1)[] = [];
  const bars: Bar[] = [];
  let number = 0;
  for (let index = 0; index < measures.length;) {
    const first = measures[index];
    const short = isShort(index) && !(index === 0 && first?.implicit === true);
    const end = short ? endOfBar(index) : index + 1;
    const alone = end === index + 1 && (isShort(index) || first?.metre === 0);
    const uncounted = alone && ((index === 0 && isShort(index)) || first?.implicit === true);
    if (!uncounted) number += 1;
    bars.push({
      number: uncounted ? 0 : number,
      measures: Array.from({ length: end - index }, (_, at) => index + at),
    });
    counts.push(uncounted ? 0 : 1);
    for (let at = index + 1; at < end; at += 1) counts.push(0);
    index = end;
  }
  return { lengths: measures.map(({ length }) => length), counts, bars };
}
