import type { Layout } from './bars';
import { alterIn } from './demands';
import { soundingBars } from './learn-once';
import type { ScorePart } from './model';

/** A letter that one signature alters and the other does not, with the bars of the new key where it is played so. */
export interface KeyTrap {
  readonly letter: string;
  /** Semitones: 1 sharp, 0 natural, -1 flat. */
  readonly before: number;
  readonly after: number;
  /** Indexes into the bars of the layout. */
  readonly bars: readonly number[];
}
export interface KeyChange {
  /** The first bar of the new key. */
  readonly bar: number;
  /** Sharps positive, flats negative, as written for the part. */
  readonly from: number;
  readonly to: number;
  readonly traps: readonly KeyTrap[];
}

const LETTERS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];

/** Where a part changes key in printed order, and what the fingers still do as before. */
export function keyChanges(part: ScorePart, layout: Layout): KeyChange[] {
  const sounding = soundingBars(part, layout);
  const starts: { readonly bar: number; readonly from: number; readonly to: number }[] = [];
  let last: number | null = null;
  for (const [bar, { measures }] of layout.bars.entries()) {
    const key = part.measures[measures[0] ?? 0]?.key?.fifths ?? null;
    if (key !== null && last !== null && key !== last) starts.push({ bar, from: last, to: key });
    last = key ?? last;
  }
  return starts.map(({ bar, from, to }, at) => {
    const end = starts[at + 1]?.bar ?? layout.bars.length;
    const traps = LETTERS.flatMap((name, letter): KeyTrap[] => {
      const [before, after] = [alterIn(from, letter), alterIn(to, letter)];
      if (before === after) return [];
      const bars = sounding
        .slice(bar, end)
        .flatMap((notes, index) =>
          notes.some(({ note }) => note.spelling?.letter === letter && note.spelling.alter === after)
            ? [bar + index]
            : [],
        );
      return [{ letter: name, before, after, bars }];
    });
    return { bar, from, to, traps };
  });
}
