import { ordered } from '../ordered';
import type { Layout } from './bars';
import { soundingBars } from './learn-once';
import type { ScorePart } from './model';

/** Written pitches of the open strings, lowest first, and semitones above one that the hand reaches in the first position. */
export const STRINGS = {
  violin: { open: [55, 62, 69, 76], reach: 7 },
  viola: { open: [48, 55, 62, 69], reach: 7 },
  cello: { open: [36, 43, 50, 57], reach: 5 },
  'double bass': { open: [40, 45, 50, 55], reach: 4 },
  guitar: { open: [52, 57, 62, 67, 71, 76], reach: 4 },
} as const satisfies Readonly<Record<string, { readonly open: readonly number[]; readonly reach: number }>>;
export type StringInstrument = keyof typeof STRINGS;

/** A note as a string is chosen for it; `string` as printed, 1 the highest, or null. */
export interface StringNote {
  readonly pitch: number;
  readonly string: number | null;
}

/** What the playing hand moves over, by bar in the printed order; a move into a bar counts for that bar. */
export interface Moves {
  /** Notes struck, those that sound together once. */
  readonly struck: readonly number[];
  /** Crossings from string to string; null where a note lies below the lowest, or where there is no pitch at all. */
  readonly strings: Readonly<Record<StringInstrument, readonly number[] | null>>;
  /** Jumps of the left hand among bass buttons that stand in fifths, in fifths; null for a part on one staff or without a bass. */
  readonly buttons: readonly (readonly number[])[] | null;
}

/** The strings a note may lie on: within reach of an open one, as printed, or else the highest that is below it. */
export function stringsFor(
  { pitch, string }: StringNote,
  open: readonly number[],
  reach: number,
): readonly number[] {
  const printed = string === null ? -1 : open.length - string;
  if (open[printed] !== undefined) return [printed];
  const within = open.flatMap((base, at) => (base <= pitch && pitch <= base + reach ? [at] : []));
  if (within.length > 0) return within;
  const below = open.findLastIndex((base) => base <= pitch);
  return below < 0 ? [] : [below];
}

/**
 * A string for each note so that the bow or hand crosses least often, then over the fewest strings; null where a note
 * lies below the lowest. Of ways alike the one on lower strings.
 */
export function leastCrossings(
  notes: readonly StringNote[],
  open: readonly number[],
  reach: number,
): readonly number[] | null {
  const count = open.length;
  // One crossing weighs more than all strings that can be passed over.
  const crossing = 1 + notes.length * count;
  let costs = new Float64Array(count);
  let next = new Float64Array(count);
  /** By note and string: the string of the note before on the cheapest way. */
  const from = new Uint8Array(notes.length * count);
  const unprinted = new Map<number, readonly number[]>();
  let before: readonly number[] = [];
  for (let at = 0; at < notes.length; at += 1) {
    const note = notes[at] as StringNote;
    const known = note.string === null ? unprinted.get(note.pitch) : undefined;
    const may = known ?? stringsFor(note, open, reach);
    if (note.string === null) unprinted.set(note.pitch, may);
    if (may.length === 0) return null;
    for (const string of may) {
      let least = before.length === 0 ? 0 : Infinity;
      for (const other of before) {
        const cost = (costs[other] ?? 0) + (other === string ? 0 : crossing + Math.abs(other - string));
        if (cost >= least) continue;
        least = cost;
        from[at * count + string] = other;
      }
      next[string] = least;
    }
    [costs, next] = [next, costs];
    before = may;
  }
  const chosen = new Array<number>(notes.length);
  let string = before.reduce(
    (best, other) => ((costs[other] ?? 0) < (costs[best] ?? 0) ? other : best),
    before[0] ?? 0,
  );
  for (let at = notes.length - 1; at >= 0; at -= 1) {
    chosen[at] = string;
    string = from[at * count + string] ?? 0;
  }
  return chosen;
}

/** Fifths between two notes the shorter way round, 0 to 6. @example fifthsBetween(60, 67) // => 1 */
export function fifthsBetween(pitch: number, other: number): number {
  const way = ((((other - pitch) * 7) % 12) + 12) % 12;
  return Math.min(way, 12 - way);
}

/** Of notes that sound together the highest is bowed or plucked for, the lowest of the lowest staff is the bass. */
export function movesOf(part: ScorePart, layout: Layout): Moves {
  let staves = 1;
  for (const { notes } of part.measures) for (const { staff } of notes) staves = Math.max(staves, staff);
  const tops: (StringNote & { readonly bar: number })[] = [];
  const basses: { readonly pitch: number; readonly bar: number }[] = [];
  for (const [bar, notes] of soundingBars(part, layout).entries()) {
    const sounding = notes.filter(({ note }) => !note.tieStop && !note.grace && !note.unpitched);
    let [top, bass] = [-1, -1];
    for (const { at, pitch, note } of ordered(sounding, (a, b) => a.at - b.at)) {
      if (at !== top) tops.push({ pitch, string: note.string, bar });
      else if (pitch > (tops.at(-1)?.pitch ?? 0)) tops[tops.length - 1] = { pitch, string: note.string, bar };
      top = at;
      if (note.staff !== staves) continue;
      if (at !== bass) basses.push({ pitch, bar });
      else if (pitch < (basses.at(-1)?.pitch ?? 0)) basses[basses.length - 1] = { pitch, bar };
      bass = at;
    }
  }
  const byBar = () => layout.bars.map(() => 0);
  const struck = byBar();
  for (const { bar } of tops) struck[bar] = (struck[bar] ?? 0) + 1;
  const crossings = ({ open, reach }: (typeof STRINGS)[StringInstrument]) => {
    const strings = leastCrossings(tops, open, reach);
    if (!strings || strings.length === 0) return null;
    const found = byBar();
    for (let at = 1; at < tops.length; at += 1) {
      const bar = tops[at]?.bar ?? 0;
      if (strings[at] !== strings[at - 1]) found[bar] = (found[bar] ?? 0) + 1;
    }
    return found;
  };
  const buttons = layout.bars.map((): number[] => []);
  for (const [at, { pitch, bar }] of basses.entries()) {
    const before = basses[at - 1];
    if (before && before.pitch !== pitch) buttons[bar]?.push(fifthsBetween(before.pitch, pitch));
  }
  return {
    struck,
    strings: {
      violin: crossings(STRINGS.violin),
      viola: crossings(STRINGS.viola),
      cello: crossings(STRINGS.cello),
      'double bass': crossings(STRINGS['double bass']),
      guitar: crossings(STRINGS.guitar),
    },
    buttons: staves > 1 && basses.length > 0 ? buttons : null,
  };
}
