import { measuresAt, type Layout } from './bars';
import type { Score, ScorePart } from './model';

/** A stretch of bars worked on as one, ends included: indexes into the bars of the layout. */
export interface Chunk {
  readonly from: number;
  readonly to: number;
  /** Average difficulty of its bars, 0 to 1. */
  readonly difficulty: number;
}

const LEAST = 2;
const MOST = 8;

/**
 * The whole piece in stretches of two to eight bars. They never run over a repeat, a double bar, an ending or a rehearsal
 * mark; within those they end where a phrase does: a slur ends or a rest follows. Pieces of one bar are one stretch.
 */
export function chunksOf(
  score: Score,
  part: ScorePart,
  layout: Layout,
  difficulty: readonly number[],
): Chunk[] {
  const { bars } = layout;
  const mustEnd = bars.map(({ measures }, at) => {
    const lastOnes = measuresAt(score, measures.at(-1) ?? 0);
    const nextOnes = measuresAt(score, bars[at + 1]?.measures[0] ?? -1);
    return (
      lastOnes.some(
        ({ repeatEnd, endingStop, barlineEnd }) => repeatEnd > 0 || endingStop || barlineEnd !== 'plain',
      ) ||
      nextOnes.some(
        ({ repeatStart, endingStart, marks }) =>
          repeatStart || endingStart !== null || marks.some(({ kind }) => kind === 'rehearsal'),
      )
    );
  });
  const mayEnd = bars.map(({ measures }) => {
    const notes = part.measures[measures.at(-1) ?? 0]?.notes ?? [];
    const last = notes.at(-1);
    return !last || last.pitch === null || last.slurStop;
  });
  const chunks: Chunk[] = [];
  let from = 0;
  // A pickup belongs to the bars it leads to.
  for (let at = 0; at < bars.length; at += 1) {
    const length = at - from + 1;
    const over = mustEnd[at] === true && !(at === from && bars[at]?.number === 0);
    const left = bars.length - 1 - at;
    const fits = length >= LEAST && (left === 0 || left >= LEAST);
    if (!over && at < bars.length - 1 && !(length >= MOST || (length >= 4 && mayEnd[at] && fits))) continue;
    const own = difficulty.slice(from, at + 1);
    chunks.push({ from, to: at, difficulty: own.reduce((sum, each) => sum + each, 0) / own.length });
    from = at + 1;
  }
  return chunks;
}
