import { ordered } from '../ordered';
import { barOfMeasure, type Layout } from './bars';
import type { ScorePart } from './model';

/** Strokes by measure of the file: one for each note struck, or one for all notes under a slur. */
export interface StrokeCounts {
  readonly single: readonly number[];
  readonly slurred: readonly number[];
}

/** Notes that sound together are one stroke; tied notes are held; rests and grace notes take none. */
export function strokeCounts({ measures }: ScorePart): StrokeCounts {
  const single: number[] = [];
  const slurred: number[] = [];
  let depth = 0;
  for (const { notes } of measures) {
    const struck = new Set<number>();
    const drawn = new Set<number>();
    for (const { at, pitch, tieStop, cue, grace, slurStart, slurStop } of ordered(
      notes,
      (a, b) => a.at - b.at,
    )) {
      if (pitch === null || cue || grace) continue;
      if (!tieStop) {
        struck.add(at);
        if (depth === 0) drawn.add(at);
      }
      depth = Math.max(0, depth + Number(slurStart) - Number(slurStop));
    }
    single.push(struck.size);
    slurred.push(drawn.size);
  }
  return { single, slurred };
}

/**
 * The side each bar begins on, strokes going to and fro without a break: 0 for the side the piece starts on, 1 for the
 * other, one for each time the bar is played. A bar with both comes back reversed.
 * @param counts - strokes by measure of the file
 */
export function sidesOf(
  order: readonly number[],
  layout: Pick<Layout, 'bars'>,
  counts: readonly number[],
): (0 | 1)[][] {
  const barOf = barOfMeasure(layout);
  const sides: (0 | 1)[][] = layout.bars.map(() => []);
  let side: 0 | 1 = 0;
  let before = -1;
  for (const index of order) {
    const bar = barOf[index] ?? 0;
    // The rest of a split bar begins no bar.
    const goesOn = before === index - 1 && barOf[before] === bar;
    if (!goesOn) sides[bar]?.push(side);
    if ((counts[index] ?? 0) % 2 === 1) side = side === 0 ? 1 : 0;
    before = index;
  }
  return sides;
}
