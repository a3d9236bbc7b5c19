import { roadsOf, type RoadsAsked, type Score } from '../score';

/** A note as it stands in a part, in the order it is played. */
export interface WrittenNote {
  /** Crotchets from the beginning. */
  readonly at: number;
  readonly length: number;
  readonly midi: number;
  readonly number: number;
  readonly pass: number;
  /** Which bar of the order it is in. */
  readonly visit: number;
  readonly id: number;
}
export interface WrittenBar {
  readonly number: number;
  readonly pass: number;
  readonly at: number;
  readonly length: number;
}
export interface WrittenMusic {
  readonly name: string;
  readonly notes: readonly WrittenNote[];
  readonly bars: readonly WrittenBar[];
}

export const WHOLE: RoadsAsked = { bars: null, repeats: true, ending: null };

/** The notes of a part along each way through the score, the printed one first. */
export function writtenMusic(score: Score, partAt = 0, asked: RoadsAsked = WHOLE): WrittenMusic[] {
  const part = score.parts[partAt];
  const found = roadsOf(score, asked);
  if (!part || !found.ok) return [];
  const { layout, roads } = found.value;
  return roads.map(({ name, order }): WrittenMusic => {
    const bars: { number: number; pass: number; at: number; length: number }[] = [];
    const notes: { at: number; length: number; midi: number; visit: number }[] = [];
    const times = new Map<number, number>();
    let at = 0;
    let previous = -2;
    for (const index of order) {
      const bar = layout.bars.findIndex(({ measures }) => measures.includes(index));
      const pass = (times.get(index) ?? 0) + 1;
      times.set(index, pass);
      const isSame = index === previous + 1 && (layout.bars[bar]?.measures.includes(previous) ?? false);
      const lasts = (layout.lengths[index] ?? 0) / score.ticksPerQuarter;
      const current = bars.at(-1);
      if (isSame && current) current.length += lasts;
      else bars.push({ number: layout.bars[bar]?.number ?? 0, pass, at, length: lasts });
      const measure = part.measures[index];
      for (const note of measure?.notes ?? []) {
        if (note.pitch === null || note.grace || note.cue) continue;
        const midi = note.pitch + (measure?.transpose ?? 0);
        const start = at + note.at / score.ticksPerQuarter;
        const length = note.length / score.ticksPerQuarter;
        const tied = note.tieStop
          ? notes.findLast((each) => each.midi === midi && Math.abs(each.at + each.length - start) < 1e-6)
          : undefined;
        if (tied) tied.length += length;
        else if (!notes.some((each) => each.midi === midi && Math.abs(each.at - start) < 1e-6))
          notes.push({ at: start, length, midi, visit: bars.length - 1 });
      }
      at += lasts;
      previous = index;
    }
    notes.sort((a, b) => a.at - b.at || a.midi - b.midi);
    return {
      name,
      bars,
      notes: notes.map((note, id) => {
        const { number = 0, pass = 1 } = bars[note.visit] ?? {};
        return { ...note, id, number, pass };
      }),
    };
  });
}
