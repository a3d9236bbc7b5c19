import type { Layout } from './bars';
import { alterIn, spansOf } from './demands';
import { soundingBars } from './learn-once';
import type { ScorePart } from './model';

/** What each thing adds to a bar's difficulty, and from which figure on it adds all of it. Our choice; settings. */
export const DIFFICULTY = {
  /** Attacks a second. */
  density: { share: 0.4, full: 10 },
  /** Notes outside the signature, of all notes. */
  accidentals: { share: 0.15, full: 0.5 },
  /** Average step from note to note, in semitones. */
  leaps: { share: 0.15, full: 9 },
  /** Different note lengths in the bar. */
  rhythm: { share: 0.15, full: 6 },
  /** Widest span at once, in semitones. */
  span: { share: 0.15, full: 16 },
} as const;

/**
 * How hard each bar is, 0 for a silent one, at most 1: a weighted sum of attacks a second, accidentals, leaps, different
 * lengths and the widest span, each taken to its full share at a stated figure.
 * @param seconds - by measure of the file
 */
export function difficultyOf(part: ScorePart, layout: Layout, seconds: readonly number[]): number[] {
  const sounding = soundingBars(part, layout);
  return layout.bars.map((bar, at) => {
    const notes = sounding[at] ?? [];
    if (notes.length === 0) return 0;
    const lasts = bar.measures.reduce((sum, index) => sum + (seconds[index] ?? 0), 0);
    const melody = notes.filter(({ note }) => !note.chord && !note.grace);
    const struck = new Set(
      notes.filter(({ note }) => !note.tieStop).map(({ at, note }) => (note.grace ? -1 - at : at)),
    );
    const key = part.measures[bar.measures[0] ?? 0]?.key?.fifths ?? 0;
    const altered = notes.filter(
      ({ note }) =>
        note.spelling && !note.unpitched && note.spelling.alter !== alterIn(key, note.spelling.letter),
    ).length;
    let steps = 0;
    for (let at = 1; at < melody.length; at += 1)
      steps += Math.abs((melody[at]?.pitch ?? 0) - (melody[at - 1]?.pitch ?? 0));
    const figures = {
      density: lasts > 0 ? struck.size / lasts : 0,
      accidentals: altered / notes.length,
      leaps: melody.length > 1 ? steps / (melody.length - 1) : 0,
      rhythm: new Set(notes.map(({ note }) => note.length)).size - 1,
      span: Math.max(0, ...spansOf(notes).values()),
    };
    return Object.entries(DIFFICULTY).reduce(
      (sum, [name, { share, full }]) =>
        sum + share * Math.min(1, figures[name as keyof typeof figures] / full),
      0,
    );
  });
}
