import { measuresAt, type Layout } from './bars';
import type { Score } from './model';

export interface TempoChange {
  readonly measure: number;
  /** Ticks from the start of the measure. */
  readonly at: number;
  readonly quartersPerMinute: number;
  /** As printed: "eighth = 132"; empty where only the sounding tempo is given. */
  readonly printed: string;
}

export interface TimeOptions {
  /** Crotchets a minute where the score gives no tempo: 120, as the format has it. */
  readonly quartersPerMinute: number;
  /** A tempo for the whole piece in place of those of the score; null for those. */
  readonly tempo: number | null;
  /** Seconds a fermata adds. */
  readonly fermataSeconds: number;
}
export const PLAIN_TIMES: TimeOptions = { quartersPerMinute: 120, tempo: null, fermataSeconds: 0 };

/** Tempo marks of all parts in printed order, one for each place. */
export function tempoChanges(score: Score, { lengths }: Layout): TempoChange[] {
  return lengths.flatMap((_, measure) => {
    const places = new Map<number, TempoChange>();
    for (const { marks } of measuresAt(score, measure))
      for (const mark of marks)
        if (mark.kind === 'tempo' && !places.has(mark.at))
          places.set(mark.at, {
            measure,
            at: mark.at,
            quartersPerMinute: mark.quartersPerMinute,
            printed: mark.printed,
          });
    return [...places.values()].sort((a, b) => a.at - b.at);
  });
}

/**
 * Seconds each measure lasts at the tempo in force where it is printed: a return goes back to the tempo of its place.
 * @returns by measure of the file
 */
export function measureSeconds(score: Score, layout: Layout, options: TimeOptions = PLAIN_TIMES): number[] {
  const changes = options.tempo === null ? tempoChanges(score, layout) : [];
  let tempo = options.tempo ?? options.quartersPerMinute;
  let next = 0;
  return layout.lengths.map((length, measure) => {
    let seconds = 0;
    let from = 0;
    const play = (to: number) => {
      seconds += ((to - from) / score.ticksPerQuarter) * (60 / tempo);
      from = to;
    };
    for (let change = changes[next]; change?.measure === measure; change = changes[next]) {
      // A mark at the very end belongs to what follows.
      play(Math.min(change.at, length));
      tempo = change.quartersPerMinute;
      next += 1;
    }
    play(length);
    const fermatas = new Set(
      measuresAt(score, measure).flatMap(({ notes }) =>
        notes.filter(({ signs }) => signs.includes('fermata')).map(({ at }) => at),
      ),
    );
    return seconds + fermatas.size * options.fermataSeconds;
  });
}
