/** Note values a tempo may be printed in: h minim, q crotchet, e quaver, s semiquaver; a dot makes it dotted. */
export const NOTE_VALUES = ['h.', 'h', 'q.', 'q', 'e.', 'e', 's'] as const;
export type NoteValue = (typeof NOTE_VALUES)[number];

const LENGTHS: Readonly<Record<NoteValue, number>> = {
  'h.': 3 / 4,
  h: 1 / 2,
  'q.': 3 / 8,
  q: 1 / 4,
  'e.': 3 / 16,
  e: 1 / 8,
  s: 1 / 16,
};
/** Parts of a whole note. */
export const noteLength = (value: NoteValue): number => LENGTHS[value];

/** The value of so many parts of a whole note; null when no tempo is given in it. */
export const noteValueOf = (length: number): NoteValue | null =>
  NOTE_VALUES.find((value) => LENGTHS[value] === length) ?? null;

export interface Tempo {
  readonly unit: NoteValue;
  /** Units a minute, above 0. */
  readonly perMinute: number;
}

/**
 * The tempo at a share of the way from `from` to `to`, by equal ratios.
 * @param share - 0..1 inclusive; outside values are cut to it
 * @throws RangeError when a tempo is not above 0
 */
export function tempoAt(from: number, to: number, share: number): number {
  if (!(from > 0 && to > 0)) throw new RangeError(`tempos ${from}, ${to}`);
  return from * (to / from) ** Math.min(1, Math.max(0, share));
}
