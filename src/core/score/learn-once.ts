import { ordered } from '../ordered';
import type { Bar, Layout } from './bars';
import type { Note, ScorePart } from './model';

/** How a bar repeats an earlier one, closest first. */
export type Likeness = 'same' | 'octave' | 'transposed' | 'rhythm';
export interface LearnedBar {
  /** Index into the bars of the layout. */
  readonly bar: number;
  readonly silent: boolean;
  /** The earliest bar it is like, and how; null for one that is new in every way. */
  readonly like: { readonly bar: number; readonly how: Likeness } | null;
}

/** A bar that differs from an earlier one in a single note, or in signs alone: easily taken for the same. */
export interface NearCopy {
  readonly bar: number;
  readonly of: number;
  /** One pitch; or loudness, articulation or slurs, and then the bar is no more to learn. */
  readonly differs: 'pitch' | 'signs';
  /** Ticks into the bar where they differ. */
  readonly at: number;
}

/** What is worked out once for a part in a layout. */
function once<T>(work: (part: ScorePart, layout: Layout) => T): (part: ScorePart, layout: Layout) => T {
  const known = new WeakMap<Layout, WeakMap<ScorePart, T>>();
  return (part, layout) => {
    const ofLayout = known.get(layout) ?? new WeakMap<ScorePart, T>();
    known.set(layout, ofLayout);
    const found = ofLayout.get(part) ?? work(part, layout);
    ofLayout.set(part, found);
    return found;
  };
}

/** By bar: the notes that are played, each with its place from the start of the bar (ticks). */
export const soundingBars: (part: ScorePart, layout: Layout) => readonly (readonly PlacedNote[])[] = once(
  (part, { bars, lengths }) =>
    bars.map(({ measures }) => {
      const found: PlacedNote[] = [];
      let start = 0;
      for (const index of measures) {
        for (const note of part.measures[index]?.notes ?? [])
          if (note.pitch !== null && !note.cue) found.push({ note, pitch: note.pitch, at: start + note.at });
        start += lengths[index] ?? 0;
      }
      return found;
    }),
);
export interface PlacedNote {
  readonly note: Note;
  readonly pitch: number;
  readonly at: number;
}

/** In order of time, then grace notes, then from the lowest up: the order of the file does not count. */
const inOrder = (notes: readonly PlacedNote[]): readonly PlacedNote[] =>
  ordered(notes, (a, b) => a.at - b.at || Number(b.note.grace) - Number(a.note.grace) || a.pitch - b.pitch);
/** By bar: its notes in order, and their rhythm as one text. */
const writtenBars: (
  part: ScorePart,
  layout: Layout,
) => readonly { readonly notes: readonly PlacedNote[]; readonly rhythm: string }[] = once((part, layout) =>
  soundingBars(part, layout).map((sounding) => {
    const notes = inOrder(sounding);
    let rhythm = '';
    for (const { note, at } of notes)
      rhythm += `${at}:${note.length}${note.grace ? 'g' : ''}${note.tieStop ? 't' : ''} `;
    return { notes, rhythm };
  }),
);

/** Families that are kept: a gate of more figures is none. Our choice. */
const MOST_FAMILIES = 12;

/**
 * Bars of one rhythm together, those with the most kinds of lengths first; a rhythm of notes of one length is none to learn.
 * @returns indexes into the bars of the layout, each family in the order of the page
 */
export function rhythmFamilies(part: ScorePart, layout: Layout): number[][] {
  const families = new Map<string, { readonly bars: number[]; readonly lengths: number }>();
  for (const [bar, { notes, rhythm }] of writtenBars(part, layout).entries()) {
    const lengths = new Set(notes.map(({ note }) => note.length)).size;
    if (lengths < 2) continue;
    const family = families.get(rhythm);
    if (family) family.bars.push(bar);
    else families.set(rhythm, { bars: [bar], lengths });
  }
  return [...families.values()]
    .sort((a, b) => b.lengths - a.lengths || (a.bars[0] ?? 0) - (b.bars[0] ?? 0))
    .slice(0, MOST_FAMILIES)
    .map(({ bars }) => bars);
}

/** By bar: what two bars have in common that are alike, for each way of being so; null for a silent one. */
export const barKeys: (
  part: ScorePart,
  layout: Layout,
) => readonly (Readonly<Record<Likeness, string>> | null)[] = once((part, layout) =>
  writtenBars(part, layout).map(({ notes, rhythm }) => {
    if (notes.length === 0) return null;
    const lowest = notes[0]?.pitch ?? 0;
    let steps = '';
    for (const { pitch } of notes) steps += `${pitch - lowest} `;
    const transposed = `${rhythm}|${steps}`;
    return {
      same: `${transposed}|${lowest}`,
      octave: `${transposed}|${((lowest % 12) + 12) % 12}`,
      transposed,
      rhythm,
    };
  }),
);

/**
 * Which bars of a part are new and which are learned already: the same pitches and rhythm, an octave away, transposed,
 * the same rhythm with other notes. Articulation and dynamics do not count, ties into a bar do.
 * @returns one for each bar of the layout, in order
 */
export function learnOnce(part: ScorePart, layout: Layout): LearnedBar[] {
  const earlier: Readonly<Record<Likeness, Map<string, number>>> = {
    same: new Map(),
    octave: new Map(),
    transposed: new Map(),
    rhythm: new Map(),
  };
  return barKeys(part, layout).map((keys, index): LearnedBar => {
    if (!keys) return { bar: index, silent: true, like: null };
    let like: LearnedBar['like'] = null;
    for (const how of ['same', 'octave', 'transposed', 'rhythm'] as const) {
      const before = earlier[how].get(keys[how]);
      if (before !== undefined) like ??= { bar: before, how };
      else earlier[how].set(keys[how], index);
    }
    return { bar: index, silent: false, like };
  });
}

/** Bars still to be learned: counted, not silent, and no exact repeat of an earlier bar. */
export const toLearn = (learned: readonly LearnedBar[], { bars }: Layout): number =>
  learned.filter(({ bar, silent, like }) => !silent && like?.how !== 'same' && (bars[bar]?.number ?? 0) > 0)
    .length;

/** Signs at the notes and between them, each with its place: what a bar asks besides pitch and rhythm. */
function signsOf(
  part: ScorePart,
  bar: Bar,
  notes: readonly PlacedNote[],
  { lengths }: Layout,
): Map<string, number> {
  const found = new Map<string, number>();
  for (const { note, at, pitch } of notes)
    for (const sign of [
      ...note.signs,
      ...(note.slurStart ? ['slur'] : []),
      ...(note.slurStop ? ['slur end'] : []),
    ])
      found.set(`${at} ${pitch} ${sign}`, at);
  let start = 0;
  for (const index of bar.measures) {
    for (const mark of part.measures[index]?.marks ?? [])
      if (mark.kind === 'dynamic' || mark.kind === 'wedge')
        found.set(`${start + mark.at} ${mark.kind === 'dynamic' ? mark.name : mark.way}`, start + mark.at);
    start += lengths[index] ?? 0;
  }
  return found;
}

/**
 * Bars that are easily taken for an earlier one: of the same rhythm and with exactly one other pitch, or with the same
 * notes and other signs. The first such bar is named; a bar that is wholly like an earlier one is none.
 */
export function nearCopies(part: ScorePart, layout: Layout): NearCopy[] {
  const families = new Map<string, { bar: number; notes: readonly PlacedNote[] }[]>();
  const found: NearCopy[] = [];
  const known = new Map<number, Map<string, number>>();
  /** Asked of few bars, so looked up when asked. */
  const signsAt = (bar: number, notes: readonly PlacedNote[]) => {
    const signs = known.get(bar) ?? signsOf(part, layout.bars[bar] as Bar, notes, layout);
    known.set(bar, signs);
    return signs;
  };
  for (const [bar, { notes, rhythm }] of writtenBars(part, layout).entries()) {
    if (notes.length === 0) continue;
    const family = families.get(rhythm) ?? [];
    families.set(rhythm, family);
    const equals = family.filter((other) => differences(notes, other.notes, 0) === 0);
    const [like] = equals;
    if (like) {
      const places = equals.map((other) =>
        firstDifference(signsAt(bar, notes), signsAt(other.bar, other.notes)),
      );
      if (places.every((place) => place !== null))
        found.push({ bar, of: like.bar, differs: 'signs', at: places[0] ?? 0 });
      family.push({ bar, notes });
      continue;
    }
    // Of one or two notes one that differs is half of them.
    for (const other of notes.length < 3 ? [] : family) {
      if (differences(notes, other.notes, 1) !== 1) continue;
      const differing = notes.find(({ pitch }, at) => pitch !== other.notes[at]?.pitch);
      found.push({ bar, of: other.bar, differs: 'pitch', at: differing?.at ?? 0 });
      break;
    }
    if (family.length < 40) family.push({ bar, notes });
  }
  return found;
}

/** How many notes of two bars of one rhythm have another pitch: counted until there are more than `most`. */
function differences(notes: readonly PlacedNote[], others: readonly PlacedNote[], most: number): number {
  let found = 0;
  for (let at = 0; at < notes.length && found <= most; at += 1)
    if (notes[at]?.pitch !== others[at]?.pitch) found += 1;
  return found;
}

/** The first place where the signs of two bars differ; null where they are the same. */
function firstDifference(a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>): number | null {
  const places = [
    ...[...a].flatMap(([sign, at]) => (b.has(sign) ? [] : [at])),
    ...[...b].flatMap(([sign, at]) => (a.has(sign) ? [] : [at])),
  ];
  return places.length === 0 ? null : Math.min(...places);
}
