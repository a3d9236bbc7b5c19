import type { BarRange } from '../music';
import { barOfMeasure, layoutOf } from './bars';
import { childOf, elementsIn, elementsOf, fileOf, measuresIn, wordsOf, type Element } from './element';
import { readScoreText } from './read-score';

/** What may be left out of a score without touching its tune: of every chord the highest note stays. */
export const THINNINGS = [
  'octaves single',
  'chords of three',
  'chords of two',
  'ornaments left out',
] as const;
export type Thinning = (typeof THINNINGS)[number];

/** A bar with notes left out, by its counted number. A sign of an ornament counts as a note. */
export interface LighterBar {
  readonly bar: number;
  readonly gone: number;
  readonly there: number;
}

const ORNAMENTS = new Set([
  'trill-mark',
  'turn',
  'delayed-turn',
  'inverted-turn',
  'delayed-inverted-turn',
  'vertical-turn',
  'inverted-vertical-turn',
  'shake',
  'wavy-line',
  'mordent',
  'inverted-mordent',
  'schleifer',
  'haydn',
  'accidental-mark',
  'other-ornament',
]);
const OCTAVE = 12;
const SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/**
 * A score with notes left out of one part, as a file that can be played, and the bars that are lighter, in order. Nothing that
 * is tied is left out, so that no tie ends in the air.
 * @param partId - null: the first with notes
 * @param within - counted bars, so that what one copy prints can be told from the next; null: everywhere
 */
export function thinned(
  text: string,
  kinds: readonly Thinning[],
  partId: string | null = null,
  within: readonly BarRange[] | null = null,
): { readonly text: string; readonly bars: readonly LighterBar[] } {
  const read = readScoreText(text);
  const part = read.ok
    ? read.value.parts.find(({ id, measures }) => (partId === null ? measures.length > 0 : id === partId))
    : undefined;
  if (!read.ok || !part) return { text, bars: [] };
  const layout = layoutOf(read.value);
  const barOf = barOfMeasure(layout);
  const root = elementsIn(text);
  const lighter = new Map<number, { gone: number; there: number }>();
  let changed = false;
  for (const [index, measure] of measuresIn(root, part.id).entries()) {
    const number = layout.bars[barOf[index] ?? -1]?.number ?? 0;
    if (!measure) continue;
    if (within && !within.some(({ from, to }) => from <= number && number <= to)) continue;
    const there = countOf(measure);
    thinMeasure(measure, kinds);
    const gone = there - countOf(measure);
    const before = lighter.get(number) ?? { gone: 0, there: 0 };
    lighter.set(number, { gone: before.gone + gone, there: before.there + there });
    changed ||= gone > 0;
  }
  return {
    text: changed ? fileOf(root) : text,
    bars: [...lighter]
      .filter(([, { gone }]) => gone > 0)
      .sort(([a], [b]) => a - b)
      .map(([bar, counts]) => ({ bar, ...counts })),
  };
}

const isGrace = (note: Element) => childOf(note, 'grace') !== undefined;
const isCue = (note: Element) => childOf(note, 'cue') !== undefined;
const isChord = (note: Element) => childOf(note, 'chord') !== undefined;
const isTied = (note: Element) => childOf(note, 'tie') !== undefined;

const ornamentsOf = (note: Element): Element[] =>
  elementsOf(note, 'notations').flatMap((each) =>
    elementsOf(each, 'ornaments').flatMap((signs) =>
      elementsOf(signs).filter(({ name }) => ORNAMENTS.has(name) && name !== 'accidental-mark'),
    ),
  );

/** Notes that are played, and signs of ornaments. */
const countOf = (measure: Element): number =>
  elementsOf(measure, 'note')
    .filter((note) => pitchOf(note) !== null && !isCue(note))
    .reduce((sum, note) => sum + 1 + ornamentsOf(note).length, 0);

function pitchOf(note: Element): number | null {
  const pitch = childOf(note, 'pitch');
  const step = SEMITONES[wordsOf(pitch && childOf(pitch, 'step'))];
  if (!pitch || step === undefined) return null;
  return (
    12 * (Number(wordsOf(childOf(pitch, 'octave'))) + 1) + step + Number(wordsOf(childOf(pitch, 'alter')))
  );
}

function thinMeasure(measure: Element, kinds: readonly Thinning[]): void {
  if (kinds.includes('ornaments left out')) withoutOrnaments(measure);
  const most = kinds.includes('chords of two') ? 2 : kinds.includes('chords of three') ? 3 : Infinity;
  const single = kinds.includes('octaves single');
  if (!single && most === Infinity) return;
  for (const chord of chordsIn(measure)) {
    const out = leftOut(
      chord.map((note) => ({ pitch: pitchOf(note) ?? 0, stays: isTied(note) })),
      single,
      most,
    );
    if (out.size > 0)
      leave(
        measure,
        chord,
        chord.filter((_, at) => out.has(at)),
      );
  }
}

/** Notes struck together in one voice, each with the note that carries the others first; single notes are none. */
function chordsIn(measure: Element): Element[][] {
  const found: Element[][] = [];
  for (const note of elementsOf(measure, 'note')) {
    if (isChord(note)) found.at(-1)?.push(note);
    else found.push([note]);
  }
  return found.filter(
    (chord) =>
      chord.length > 1 && chord.every((note) => pitchOf(note) !== null && !isGrace(note) && !isCue(note)),
  );
}

/**
 * Which notes of a chord are left out, by their place in it. First what is doubled in an octave, from below; then what stands
 * inside, from below; never the highest, and never one that must stay.
 * @param single - bare octaves become one note
 * @param most - notes that a chord may have
 */
export function leftOut(
  chord: readonly { readonly pitch: number; readonly stays: boolean }[],
  single: boolean,
  most: number,
): Set<number> {
  const rising = chord.map((note, at) => ({ ...note, at })).sort((a, b) => a.pitch - b.pitch);
  const out = new Set<number>();
  const left = () => rising.filter(({ at }) => !out.has(at));
  while (left().length > most) {
    const notes = left();
    const below = notes.slice(0, -1).filter(({ stays }) => !stays);
    const doubled = below.find(({ pitch }) =>
      notes.some((other) => other.pitch !== pitch && (other.pitch - pitch) % OCTAVE === 0),
    );
    const inside = below.find((note) => note !== notes[0]);
    const gone = doubled ?? inside ?? below[0];
    if (!gone) break;
    out.add(gone.at);
  }
  const [low, high] = left();
  if (
    single &&
    left().length === 2 &&
    low &&
    high &&
    !low.stays &&
    high.pitch > low.pitch &&
    (high.pitch - low.pitch) % OCTAVE === 0
  )
    out.add(low.at);
  return out;
}

/** Takes notes out of a chord; what they carry for the whole of it goes to the first that stays. */
function leave(measure: Element, chord: readonly Element[], out: readonly Element[]): void {
  const [first] = chord.filter((note) => !out.includes(note));
  if (!first) return;
  if (isChord(first) && chord[0] && out.includes(chord[0])) without(first, 'chord');
  for (const note of out) {
    for (const beam of elementsOf(note, 'beam'))
      if (!elementsOf(first, 'beam').some(({ attributes }) => same(attributes, beam.attributes)))
        insert(first, beam);
    for (const notations of elementsOf(note, 'notations')) {
      // A fingering is that of its own note; an arpeggio and the like are said of every note.
      const carried = elementsOf(notations).filter(
        ({ name }) =>
          name !== 'technical' &&
          name !== 'arpeggiate' &&
          !elementsOf(first, 'notations').some((each) => childOf(each, name) !== undefined),
      );
      if (carried.length > 0) insert(first, { ...notations, children: carried });
    }
    for (const lyric of elementsOf(note, 'lyric'))
      if (childOf(first, 'lyric') === undefined) insert(first, lyric);
  }
  measure.children = measure.children.filter((child) => typeof child === 'string' || !out.includes(child));
}

const same = (a: Element['attributes'], b: Element['attributes']) =>
  (a['number'] ?? '1') === (b['number'] ?? '1');
/** What stands at the end of a note, in the order in which a file has it. */
const LAST = ['beam', 'notations', 'lyric', 'play', 'listen'];
function insert(note: Element, what: Element): void {
  const later = LAST.slice(LAST.indexOf(what.name) + 1);
  const at = note.children.findIndex((child) => typeof child !== 'string' && later.includes(child.name));
  note.children.splice(at < 0 ? note.children.length : at, 0, what);
}
function without(element: Element, name: string): void {
  element.children = element.children.filter((child) => typeof child === 'string' || child.name !== name);
}

function withoutOrnaments(measure: Element): void {
  const notes = elementsOf(measure, 'note');
  for (const note of notes) {
    for (const notations of elementsOf(note, 'notations')) {
      for (const signs of elementsOf(notations, 'ornaments')) {
        signs.children = signs.children.filter(
          (child) => typeof child !== 'string' && !ORNAMENTS.has(child.name),
        );
        if (signs.children.length === 0)
          notations.children = notations.children.filter((child) => child !== signs);
      }
      if (elementsOf(notations).length === 0)
        note.children = note.children.filter((each) => each !== notations);
    }
  }
  // A slur that begins or ends at a grace note begins or ends at the note it belongs to.
  for (const [at, note] of notes.entries()) {
    if (!isGrace(note) || isCue(note)) continue;
    const isMain = (each: Element) => !isGrace(each) && !isChord(each) && childOf(each, 'rest') === undefined;
    const next = notes.slice(at + 1).find(isMain);
    const before = notes.slice(0, at).reverse().find(isMain);
    for (const slur of slursOf(note)) {
      const begun = before && slursOf(before).some((each) => isOtherEnd(each, slur));
      const to = begun ? before : (next ?? before);
      if (to) meet(to, slur);
    }
  }
  measure.children = measure.children.filter(
    (child) => typeof child === 'string' || child.name !== 'note' || !isGrace(child) || isCue(child),
  );
}

const slursOf = (note: Element): Element[] =>
  elementsOf(note, 'notations').flatMap((each) => elementsOf(each, 'slur'));

const isOtherEnd = ({ attributes }: Element, slur: Element) =>
  same(attributes, slur.attributes) && attributes['type'] !== slur.attributes['type'];

/** The slur at a note; where its other end stands there, both are gone. */
function meet(note: Element, slur: Element): void {
  const other = slursOf(note).find((each) => isOtherEnd(each, slur));
  if (!other) {
    insert(note, { name: 'notations', attributes: {}, children: [slur] });
    return;
  }
  for (const notations of elementsOf(note, 'notations')) {
    notations.children = notations.children.filter((each) => each !== other);
    if (elementsOf(notations).length === 0)
      note.children = note.children.filter((each) => each !== notations);
  }
}
