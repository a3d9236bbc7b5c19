import { soundingNotes, type PlacedNote } from './learn-once';
import { measuresAt, type Layout } from './bars';
import type { Score, ScorePart } from './model';

/** Something the notes ask for, in the words of the skill map where it has them, with the bars where it stands. */
export interface Demand {
  readonly name: string;
  /** Indexes into the bars of the layout, in order. */
  readonly bars: readonly number[];
  /** The figure that makes it: semitones of a span, notes a second; null where there is none. */
  readonly figure: number | null;
}

const ACCIDENTALS = ['no sharps or flats', 'one', 'two', 'three', 'four', 'five', 'six', 'seven'];
/** @example keyWords(2) // => "two sharps" */
export const keyWords = (fifths: number): string =>
  fifths === 0
    ? 'no sharps or flats'
    : `${ACCIDENTALS[Math.abs(fifths)] ?? Math.abs(fifths)} ${fifths > 0 ? 'sharp' : 'flat'}${Math.abs(fifths) === 1 ? '' : 's'}`;

/** Letters altered by a signature: F C G D A E B in the order of sharps. */
const SHARPS = [3, 0, 4, 1, 5, 2, 6];
export const alterIn = (fifths: number, letter: number): number => {
  const place = SHARPS.indexOf(letter);
  return fifths > 0 && place < fifths ? 1 : fifths < 0 && 6 - place < -fifths ? -1 : 0;
};

const SIGN_NAMES: Readonly<Record<string, string>> = {
  'trill-mark': 'trills',
  mordent: 'mordents',
  'inverted-mordent': 'mordents',
  turn: 'turns',
  'inverted-turn': 'turns',
  tremolo: 'tremolo',
  staccato: 'staccato',
  staccatissimo: 'staccato',
  tenuto: 'tenuto',
  accent: 'accents',
  'strong-accent': 'accents',
  fermata: 'pauses',
  arpeggiate: 'spread chords',
  glissando: 'glissando',
  slide: 'glissando',
  harmonic: 'harmonics',
  'snap-pizzicato': 'pizzicato',
  'double-tongue': 'double tonguing',
  'triple-tongue': 'triple tonguing',
  'breath-mark': 'breath marks',
};

/** Two names of one family more than this apart, in semitones, are a leap. */
const LEAP = 7;

/**
 * What a part asks for, found in its notes.
 * @param seconds - by measure of the file
 * @returns in the order they are met
 */
export function demandsOf(
  score: Score,
  part: ScorePart,
  layout: Layout,
  seconds: readonly number[],
): Demand[] {
  const found = new Map<string, { bars: Set<number>; figure: number | null }>();
  const add = (name: string, bar: number, figure: number | null = null) => {
    const demand = found.get(name) ?? { bars: new Set<number>(), figure: null };
    demand.bars.add(bar);
    if (figure !== null) demand.figure = Math.max(demand.figure ?? 0, figure);
    found.set(name, demand);
  };
  const quarter = score.ticksPerQuarter;
  let key: number | null = null;
  let metre = '';
  let last: PlacedNote | null = null;
  for (const [at, bar] of layout.bars.entries()) {
    const notes = soundingNotes(part, bar, layout);
    const measure = part.measures[bar.measures[0] ?? 0];
    const fifths = measure?.key?.fifths ?? null;
    if (fifths !== null && fifths !== key && notes.length > 0) {
      add(keyWords(fifths), at);
      if (key !== null) add('key changes', at);
      key = fifths;
    }
    const time = measure?.time;
    const words = time?.beatType ? `${time.groups.join('+')}/${time.beatType}` : '';
    if (words !== '' && words !== metre && time?.beatType) {
      add(`in ${words}`, at);
      if (metre !== '') add('metre changes', at);
      const count = time.groups.reduce((sum, group) => sum + group, 0);
      if (time.beatType >= 8 && count % 3 === 0 && count > 3) add('compound time', at);
      if (count === 5 || count === 7 || count === 11) add('irregular time', at);
      metre = words;
    }
    for (const { note, pitch } of notes) {
      if (note.grace) add('grace notes', at);
      if (note.tuplet && note.tuplet.actual !== note.tuplet.normal)
        add(note.tuplet.actual === 3 ? 'triplets' : note.tuplet.actual === 5 ? 'quintuplets' : 'tuplets', at);
      if (note.dots > 0 && note.length < 2 * quarter && time?.beatType !== 8) add('dotted figures', at);
      if (!note.grace && note.length > 0 && note.length <= quarter / 4) add('semiquavers', at);
      if (!note.grace && note.length > 0 && note.length <= quarter / 8) add('demisemiquavers', at);
      if (note.tieStart) add('ties', at);
      if (note.unpitched) continue;
      if (key !== null && note.spelling && note.spelling.alter !== alterIn(key, note.spelling.letter))
        add('accidentals', at);
      for (const sign of note.signs) {
        const name = SIGN_NAMES[sign];
        if (name) add(name, at);
      }
      if (
        last &&
        !note.chord &&
        !note.grace &&
        last.note.voice === note.voice &&
        last.note.staff === note.staff
      ) {
        const leap = Math.abs(pitch - last.pitch);
        if (leap > LEAP) add('leaps', at, leap);
      }
      if (!note.grace) last = { note, pitch, at: 0 };
    }
    for (const { note } of notes)
      for (const sign of note.signs) if (note.unpitched && SIGN_NAMES[sign]) add(SIGN_NAMES[sign] ?? '', at);
    if (isSyncopated(notes, time?.beatType ?? 4, quarter)) add('syncopation', at);
    for (const [staff, span] of spansOf(notes)) add(SPANS[staff] ?? `span on staff ${staff}`, at, span);
    const rests = bar.measures.flatMap((index) => part.measures[index]?.notes ?? []);
    if (notes.length > 0 && rests.some(({ pitch, cue }) => pitch === null && !cue)) add('rests', at);
    const lasts = bar.measures.reduce((sum, index) => sum + (seconds[index] ?? 0), 0);
    const struck = new Set(notes.filter(({ note }) => !note.tieStop && !note.grace).map((each) => each.at))
      .size;
    if (lasts > 0 && struck / lasts > FAST) add('quick passages', at, struck / lasts);
    const dynamics = bar.measures.flatMap((index) =>
      measuresAt(score, index).flatMap(({ marks }) =>
        marks.flatMap((mark) =>
          mark.kind === 'dynamic'
            ? [mark.name]
            : mark.kind === 'wedge' && mark.way !== 'stop'
              ? [mark.way]
              : [],
        ),
      ),
    );
    for (const name of dynamics)
      add(
        name === 'crescendo' || name === 'diminuendo'
          ? 'swells'
          : /^p{2,}$|^f{2,}$/.test(name)
            ? 'very soft or very loud'
            : 'loud and soft',
        at,
      );
  }
  const pitches = layout.bars
    .flatMap((bar) => soundingNotes(part, bar, layout))
    .filter(({ note }) => !note.unpitched);
  if (pitches.length > 0) {
    const all = pitches.map(({ pitch }) => pitch);
    const range = all.reduce((a, b) => Math.max(a, b)) - all.reduce((a, b) => Math.min(a, b));
    found.set('range', { bars: new Set(), figure: range });
  }
  return [...found].map(([name, { bars, figure }]) => ({ name, bars: [...bars], figure }));
}

const SPANS = ['several notes at once', 'span of the right hand', 'span of the left hand'];

/** Attacks a second from which a passage is called quick. Our choice: four semiquavers to a beat at 60 are four. */
const FAST = 5;

/** A note that begins off the beat and is held across the next one. */
const isSyncopated = (notes: readonly PlacedNote[], beatType: number, quarter: number): boolean => {
  const beat = (4 * quarter) / beatType;
  return notes.some(
    ({ note, at }) =>
      !note.grace &&
      !note.tieStop &&
      at % beat !== 0 &&
      Math.floor(at / beat) < Math.floor((at + note.length - 1) / beat),
  );
};

const spansKnown = new WeakMap<readonly PlacedNote[], ReadonlyMap<number, number>>();
/**
 * The widest span sounding at once, in semitones, by staff; staff 0 where the part has one. Single notes have none. The
 * same notes are looked through once.
 */
export function spansOf(notes: readonly PlacedNote[]): ReadonlyMap<number, number> {
  const known = spansKnown.get(notes) ?? spansIn(notes);
  spansKnown.set(notes, known);
  return known;
}
function spansIn(notes: readonly PlacedNote[]): Map<number, number> {
  const staves = new Set(notes.map(({ note }) => note.staff));
  const spans = new Map<number, number>();
  for (const staff of staves) {
    const own = notes.filter(({ note }) => note.staff === staff && !note.grace && !note.unpitched);
    let widest = 0;
    for (const { at } of own) {
      const sounding = own.filter((each) => each.at <= at && at < each.at + each.note.length);
      if (sounding.length < 2) continue;
      const pitches = sounding.map(({ pitch }) => pitch);
      widest = Math.max(widest, Math.max(...pitches) - Math.min(...pitches));
    }
    if (widest > 0) spans.set(staves.size > 1 ? staff : 0, widest);
  }
  return spans;
}
