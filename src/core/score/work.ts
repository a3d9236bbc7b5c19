import type { BarRange } from '../music';
import type { DifficultyFigures } from './difficulty-figures';

/** Places that need practising of their own. Bars by their counted numbers. */
export type WorkDrill =
  /** `bar` is easily taken for `of`: they differ in one note, or in signs alone. */
  | {
      readonly kind: 'near copy';
      readonly bar: number;
      readonly of: number;
      readonly differs: 'pitch' | 'signs';
    }
  /** The playing order goes from bar `bar` to bar `to`. */
  | { readonly kind: 'jump'; readonly bar: number; readonly to: number }
  /** Letters that the key before altered otherwise. */
  | { readonly kind: 'key'; readonly bar: number; readonly letters: readonly string[] }
  /** Semitones from one note to the next. */
  | { readonly kind: 'leap'; readonly bar: number; readonly semitones: number };

/**
 * What a score says of how to practise it, by counted bars: kept with the piece, so that plans and cards need not read the
 * score.
 */
export interface ScoreWork {
  /** The text it was read from, and the figures of difficulty that were set then. */
  readonly textId: string;
  readonly difficulty: Partial<DifficultyFigures>;
  /** By counted bar, from bar 1: the first bar with the same notes, itself where it is new; 0 where it is silent. */
  readonly same: readonly number[];
  /** By counted bar: the first of its measures in the file, from 0. */
  readonly measures: readonly number[];
  /** Stretches worked on as one, in printed order, with their difficulty from 0 to 1. */
  readonly chunks: readonly { readonly bars: BarRange; readonly difficulty: number }[];
  readonly drills: readonly WorkDrill[];
  /** Bars of one rhythm, by family, the one with the most kinds of lengths first; left out where it was read before they were. */
  readonly rhythms?: readonly (readonly number[])[];
}

/** Bars of a range that are new to the fingers: of those with the same notes one, of silent ones none. */
export function barsToLearnIn({ same }: Pick<ScoreWork, 'same'>, { from, to }: BarRange): number {
  return new Set(same.slice(from - 1, to).filter((first) => first > 0)).size;
}
