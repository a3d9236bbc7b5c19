import type { Layout } from './bars';
import { soundingNotes } from './learn-once';
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
  /** Crossings from string to string; null where a note lies below the lowest. */
  readonly strings: Readonly<Record<StringInstrument, readonly number[] | null>>;
  /** Jumps of the left hand among bass buttons that stand in fifths, in fifths; null for a part on one staff. */
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
  // One crossing weighs more than all strings that can be passed over.
  const crossing = 1 + notes.length * open.length;
  let costs: number[] = open.map(() => 0);
  const from: number[][] = [];
  for (const note of notes) {
    const may = stringsFor(note, open, reach);
    if (may.length === 0) return null;
    const before = costs;
    const best = open.map(() => -1);
    costs = open.map((_, string) => {
      if (!may.includes(string)) return Infinity;
      let least = Infinity;
      for (const [other, cost] of before.entries()) {
        const with_ =
          cost + (other === string || from.length === 0 ? 0 : crossing + Math.abs(other - string));
        if (with_ < least) {
          least = with_;
          best[string] = other;
        }
      }
      return least;
    });
    from.push(best);
  }
  let string = costs.indexOf(Math.min(...costs));
  const chosen: number[] = [];
  for (const best of from.toReversed()) {
    chosen.unshift(string);
    string = best[string] ?? 0;
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
  for (const [bar, each] of layout.bars.entries()) {
    const highest = new Map<number, StringNote>();
    const lowest = new Map<number, number>();
    for (const { at, pitch, note } of soundingNotes(part, each, layout)) {
      if (note.tieStop || note.grace || note.unpitched) continue;
      if (pitch > (highest.get(at)?.pitch ?? -1)) highest.set(at, { pitch, string: note.string });
      if (note.staff === staves) lowest.set(at, Math.min(pitch, lowest.get(at) ?? Infinity));
    }
    for (const [, top] of inTime(highest)) tops.push({ ...top, bar });
    for (const [, pitch] of inTime(lowest)) basses.push({ pitch, bar });
  }
  const byBar = () => layout.bars.map(() => 0);
  const struck = byBar();
  for (const { bar } of tops) struck[bar] = (struck[bar] ?? 0) + 1;
  const crossings = ({ open, reach }: (typeof STRINGS)[StringInstrument]) => {
    const strings = leastCrossings(tops, open, reach);
    if (!strings) return null;
    const found = byBar();
    for (const [at, { bar }] of tops.entries())
      if (at > 0 && strings[at] !== strings[at - 1]) found[bar] = (found[bar] ?? 0) + 1;
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
    buttons: staves > 1 ? buttons : null,
  };
}

const inTime = <T>(found: ReadonlyMap<number, T>) => [...found].sort(([a], [b]) => a - b);
