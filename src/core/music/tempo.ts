/** Note values a tempo may be printed in: h minim, q crotchet, e quaver, s semiquaver; a dot makes it dotted. */
export const NOTE_VALUES = ['h.', 'h', 'q.', 'q', 'e.', 'e', 's'] as const;
export type NoteValue = (typeof NOTE_VALUES)[number];

export interface Tempo {
  readonly unit: NoteValue;
  /** Units a minute, above 0. */
  readonly perMinute: number;
}

const NAMES: Readonly<Record<NoteValue, string>> = {
  'h.': 'dotted minim',
  h: 'minim',
  'q.': 'dotted crotchet',
  q: 'crotchet',
  'e.': 'dotted quaver',
  e: 'quaver',
  s: 'semiquaver',
};

/** "crotchet = 63", for text that cannot show the note itself. */
export const formatTempo = (tempo: Tempo): string => `${NAMES[tempo.unit]} = ${Math.round(tempo.perMinute)}`;

/**
 * The tempo at a share of the way from `from` to `to`, by equal ratios.
 * @param share - 0..1 inclusive; outside values are cut to it
 * @throws RangeError when a tempo is not above 0
 */
export function tempoAt(from: number, to: number, share: number): number {
  if (!(from > 0 && to > 0)) throw new RangeError(`tempos ${from}, ${to}`);
  return from * (to / from) ** Math.min(1, Math.max(0, share));
}

/**
 * Rungs of a tempo ladder: each is the last one times the same ratio.
 * @param steps - 1 or more
 * @returns `steps + 1` tempos, `from` first and `to` last, not rounded
 * @example tempoLadder(80, 120, 8) // 9 tempos, each 1.052 times the one before
 */
export const tempoLadder = (from: number, to: number, steps: number): number[] =>
  Array.from({ length: steps + 1 }, (_, step) => tempoAt(from, to, step / steps));
