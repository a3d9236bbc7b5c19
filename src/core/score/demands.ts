import { ordered } from '../ordered';
import { soundingBars, type PlacedNote } from './learn-once';
import type { Layout } from './bars';
import type { Score, ScorePart, TimeSignature } from './model';
import { groupsKind } from '../music';
import { CHORD_DEMANDS, CHORD_DRILLS, type KeyDemand, type ScoreDemand } from '../skills';
import { chordOf } from './chords';

/** Something the notes ask for, in the words of the skill map where it has them, with the bars where it stands. */
export interface Demand {
  readonly name: ScoreDemand;
  /** Whether somebody may have it or not: the range and a metre by its name are facts of the piece. */
  readonly asks: boolean;
  /** "7/8" of a metre by its name; null otherwise. */
  readonly metre: string | null;
  /** How it is practised before the piece; empty where nothing is said. */
  readonly drills: readonly string[];
  /** Indexes into the bars of the layout, in order. */
  readonly bars: readonly number[];
  /** The figure that makes it: semitones of a span, notes a second; null where there is none. */
  readonly figure: number | null;
}

const FIGURES = ['one', 'two', 'three', 'four', 'five', 'six', 'seven'] as const;
/** A signature past seven asks for what seven do. @example keyWords(2) // => "two sharps" */
export function keyWords(fifths: number): KeyDemand {
  if (fifths === 0) return 'no sharps or flats';
  const figure = FIGURES[Math.min(7, Math.abs(fifths)) - 1] ?? 'seven';
  if (figure === 'one') return fifths > 0 ? 'one sharp' : 'one flat';
  return fifths > 0 ? `${figure} sharps` : `${figure} flats`;
}

/** Letters altered by a signature: F C G D A E B in the order of sharps. */
const SHARPS = [3, 0, 4, 1, 5, 2, 6];
export const alterIn = (fifths: number, letter: number): number => {
  const place = SHARPS.indexOf(letter);
  return fifths > 0 && place < fifths ? 1 : fifths < 0 && 6 - place < -fifths ? -1 : 0;
};

const SIGN_NAMES: Readonly<Record<string, ScoreDemand>> = {
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
  const found = new Map<ScoreDemand, { bars: number[]; figure: number | null }>();
  /** Bars come in order, the same one many times. */
  const add = (name: ScoreDemand, bar: number, figure: number | null = null) => {
    let demand = found.get(name);
    if (!demand) {
      demand = { bars: [], figure: null };
      found.set(name, demand);
    }
    if (demand.bars.at(-1) !== bar) demand.bars.push(bar);
    if (figure !== null) demand.figure = Math.max(demand.figure ?? 0, figure);
  };
  const sounding = soundingBars(part, layout);
  const quarter = score.ticksPerQuarter;
  let key: number | null = null;
  let metre = '';
  let last: PlacedNote | null = null;
  for (const [at, bar] of layout.bars.entries()) {
    const notes = sounding[at] ?? [];
    const measure = part.measures[bar.measures[0] ?? 0];
    const fifths = measure?.key?.fifths ?? null;
    if (fifths !== null && fifths !== key && notes.some(({ note }) => !note.unpitched)) {
      add(keyWords(fifths), at);
      if (key !== null) add('key changes', at);
      key = fifths;
    }
    const time = measure?.time;
    const words = time?.beatType ? `${time.groups.join('+')}/${time.beatType}` : '';
    if (words !== '' && words !== metre && time?.beatType) {
      add(`in ${words}`, at);
      if (metre !== '') add('metre changes', at);
      const kind = groupsKind(time.groups, time.beatType);
      if (kind !== 'simple') add(`${kind} time`, at);
      metre = words;
    }
    const beat = beatOf(time, quarter);
    const barTicks = time?.ticks ?? 0;
    for (const { note, pitch, at: placeIn } of notes) {
      if (note.grace) add('grace notes', at);
      if (note.tuplet && note.tuplet.actual !== note.tuplet.normal)
        add(note.tuplet.actual === 3 ? 'triplets' : note.tuplet.actual === 5 ? 'quintuplets' : 'tuplets', at);
      if (isDottedFigure(note, placeIn, beat, quarter, barTicks)) add('dotted figures', at);
      if (!note.grace && note.length > 0 && note.length <= quarter / 4) add('semiquavers', at);
      if (!note.grace && note.length > 0 && note.length <= quarter / 8) add('demisemiquavers', at);
      if (note.tieStart) add('ties', at);
      if (note.unpitched) continue;
      if (key !== null && note.spelling && note.spelling.alter !== alterIn(key, note.spelling.letter))
        add('accidentals', at);
      for (const sign of note.signs) {
        const name = signName(sign);
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
      for (const sign of note.signs) {
        const name = note.unpitched ? signName(sign) : undefined;
        if (name) add(name, at);
      }
    if (isSyncopated(notes, time, quarter)) add('syncopation', at);
    for (const [staff, span] of spansOf(notes)) add(SPANS[staff] ?? 'span of a further hand', at, span);
    for (const chord of chordsIn(notes)) add(chord, at);
    const rests = bar.measures.flatMap((index) => part.measures[index]?.notes ?? []);
    if (notes.length > 0 && rests.some(({ pitch, cue }) => pitch === null && !cue)) add('rests', at);
    const lasts = bar.measures.reduce((sum, index) => sum + (seconds[index] ?? 0), 0);
    const struck = new Set(notes.filter(({ note }) => !note.tieStop && !note.grace).map((each) => each.at))
      .size;
    if (lasts > 0 && struck / lasts > FAST) add('quick passages', at, struck / lasts);
    const dynamics = bar.measures.flatMap((index) =>
      (part.measures[index]?.marks ?? []).flatMap((mark) =>
        mark.kind === 'dynamic'
          ? [mark.name]
          : mark.kind === 'wedge' && mark.way !== 'stop'
            ? [mark.way]
            : [],
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
  const pitches = sounding.flat().filter(({ note }) => !note.unpitched);
  if (pitches.length > 0) {
    const all = pitches.map(({ pitch }) => pitch);
    const range = all.reduce((a, b) => Math.max(a, b)) - all.reduce((a, b) => Math.min(a, b));
    found.set('range', { bars: [], figure: range });
  }
  const chords: readonly string[] = CHORD_DEMANDS;
  return [...found].map(([name, { bars, figure }]) => {
    const metreOf = name.startsWith('in ') ? name.slice(3) : null;
    return {
      name,
      bars,
      figure,
      asks: bars.length > 0 && metreOf === null,
      metre: metreOf,
      drills: chords.includes(name) ? CHORD_DRILLS : [],
    };
  });
}

const signName = (sign: string): ScoreDemand | undefined =>
  Object.hasOwn(SIGN_NAMES, sign) ? SIGN_NAMES[sign] : undefined;

const SPANS = ['several notes at once', 'span of the right hand', 'span of the left hand'] as const;

/** Attacks a second from which a passage is called quick. Our choice: four semiquavers to a beat at 60 are four. */
const FAST = 5;

/** Ticks of the beat that is felt: three small notes in compound time, else one; 0 where nothing is measured. */
function beatOf(time: TimeSignature | null | undefined, quarter: number): number {
  if (!time?.beatType) return 0;
  const small = (4 * quarter) / time.beatType;
  return groupsKind(time.groups, time.beatType) === 'compound' ? 3 * small : small;
}

/**
 * A dotted note that makes a long and a short: not one whose dot only fills beats, such as the beat of 6/8, a whole bar,
 * or a dotted minim on the beat.
 */
function isDottedFigure(
  note: PlacedNote['note'],
  at: number,
  beat: number,
  quarter: number,
  bar: number,
): boolean {
  if (note.dots === 0 || note.grace) return false;
  const fills =
    beat > 0 &&
    at % beat === 0 &&
    note.length % beat === 0 &&
    (note.length === beat || note.length === bar || note.length >= 2 * quarter);
  return !fills;
}

/**
 * A note that begins off the beat and is held over the next one, or in compound time over a pulse of the beat. The notes
 * of a tuplet that are even lie on a grid of their own.
 */
function isSyncopated(
  notes: readonly PlacedNote[],
  time: TimeSignature | null | undefined,
  quarter: number,
): boolean {
  const beat = beatOf(time, quarter) || quarter;
  const pulse = time?.beatType ? (4 * quarter) / time.beatType : quarter;
  return notes.some(({ note, at }) => {
    if (note.grace || note.tieStop || at % beat === 0) return false;
    const isTuplet = note.tuplet !== null && note.tuplet.actual !== note.tuplet.normal;
    if (isTuplet && note.length > 0 && at % note.length === 0) return false;
    return Math.floor(at / pulse) < Math.floor((at + note.length - 1) / pulse);
  });
}

/** Kinds of chords that sound together under one hand. */
function chordsIn(notes: readonly PlacedNote[]): Set<ScoreDemand> {
  const found = new Set<ScoreDemand>();
  for (const { pitches } of soundingTogether(notes)) {
    const chord = pitches.length < 3 ? null : chordOf(pitches);
    if (chord) found.add(chord);
  }
  return found;
}

const stavesOf = (notes: readonly PlacedNote[]) => new Set(notes.map(({ note }) => note.staff));

/** Two notes or more that sound at once on one staff. */
interface Together {
  readonly staff: number;
  readonly pitches: readonly number[];
}
/** Those of a bar, at each place where a note begins. The same notes are looked through once. */
function soundingTogether(notes: readonly PlacedNote[]): readonly Together[] {
  const known = togetherKnown.get(notes) ?? [...stavesOf(notes)].flatMap((staff) => togetherOn(staff, notes));
  togetherKnown.set(notes, known);
  return known;
}
const togetherKnown = new WeakMap<readonly PlacedNote[], readonly Together[]>();

function togetherOn(staff: number, notes: readonly PlacedNote[]): Together[] {
  const own = ordered(
    notes.filter(({ note }) => note.staff === staff && !note.grace && !note.unpitched),
    (a, b) => a.at - b.at,
  );
  const found: Together[] = [];
  let sounding: PlacedNote[] = [];
  for (let next = 0; next < own.length;) {
    const at = own[next]?.at ?? 0;
    if (sounding.every((each) => each.at + each.note.length <= at)) sounding = [];
    else sounding = sounding.filter((each) => each.at + each.note.length > at);
    for (; own[next]?.at === at; next += 1) sounding.push(own[next] as PlacedNote);
    if (sounding.length > 1) found.push({ staff, pitches: sounding.map(({ pitch }) => pitch) });
  }
  return found;
}

/** The widest span sounding at once, in semitones, by staff; staff 0 where the part has one. Single notes have none. */
export function spansOf(notes: readonly PlacedNote[]): ReadonlyMap<number, number> {
  const spans = new Map<number, number>();
  const together = soundingTogether(notes);
  if (together.length === 0) return spans;
  const isOneStaff = stavesOf(notes).size === 1;
  for (const { staff, pitches } of together) {
    const span = Math.max(...pitches) - Math.min(...pitches);
    const name = isOneStaff ? 0 : staff;
    if (span > (spans.get(name) ?? 0)) spans.set(name, span);
  }
  return spans;
}
