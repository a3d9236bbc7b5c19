import type { Layout } from './bars';
import { ASSUMED_DIFFICULTY, DIFFICULTIES, type DifficultyFigures } from './difficulty-figures';
import { alterIn, spansOf } from './demands';
import { soundingBars } from './learn-once';
import type { ScorePart } from './model';

/**
 * How hard each bar is, 0 for a silent one, at most 1: a weighted sum of attacks a second, accidentals, leaps, different
 * lengths and the widest span, each taken to its full share at a stated figure.
 * @param seconds - by measure of the file
 * @param set - figures the teacher has set; the others stand as assumed
 */
export function difficultyOf(
  part: ScorePart,
  layout: Layout,
  seconds: readonly number[],
  set: Partial<DifficultyFigures> = {},
): number[] {
  const assumed = { ...ASSUMED_DIFFICULTY, ...set };
  const whole = DIFFICULTIES.reduce((sum, each) => sum + assumed[`${each}Share`], 0);
  const sounding = soundingBars(part, layout);
  return layout.bars.map((bar, at) => {
    const notes = sounding[at] ?? [];
    if (notes.length === 0) return 0;
    const lasts = bar.measures.reduce((sum, index) => sum + (seconds[index] ?? 0), 0);
    const key = part.measures[bar.measures[0] ?? 0]?.key?.fifths ?? 0;
    const struck = new Set<number>();
    const lengths = new Set<number>();
    let [altered, steps, melody] = [0, 0, 0];
    let before = 0;
    for (const { note, pitch, at: place } of notes) {
      lengths.add(note.length);
      if (!note.tieStop) struck.add(note.grace ? -1 - place : place);
      if (note.spelling && !note.unpitched && note.spelling.alter !== alterIn(key, note.spelling.letter))
        altered += 1;
      if (note.chord || note.grace) continue;
      if (melody > 0) steps += Math.abs(pitch - before);
      melody += 1;
      before = pitch;
    }
    const figures = {
      density: lasts > 0 ? struck.size / lasts : 0,
      accidentals: (altered / notes.length) * 100,
      leaps: melody > 1 ? steps / (melody - 1) : 0,
      rhythm: lengths.size - 1,
      span: Math.max(0, ...spansOf(notes).values()),
    };
    if (whole === 0) return 0;
    return DIFFICULTIES.reduce(
      (sum, each) => sum + (assumed[`${each}Share`] / whole) * shareOf(figures[each], assumed[`${each}Full`]),
      0,
    );
  });
}

const shareOf = (figure: number, full: number): number => (figure >= full ? 1 : figure / full);
