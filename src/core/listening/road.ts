import type { Layout, NamedRoad, Note, Score, ScorePart } from '../score';
import { roadClock, type RoadBar } from './road-clock';

export type { RoadBar } from './road-clock';

/** A road through one part as it sounds: what begins when, and the bars it comes past. */
export interface SoundingRoad {
  readonly name: string;
  readonly events: readonly SoundingEvent[];
  readonly bars: readonly RoadBar[];
  /** Crotchets from the beginning to the end. */
  readonly length: number;
  /** Notes that sound, chords counted by their notes. */
  readonly notes: number;
}

/** Everything that begins to sound at one moment. */
export interface SoundingEvent {
  /** Crotchets from the beginning of the road, and seconds at the printed tempos. */
  readonly at: number;
  readonly seconds: number;
  /** From the lowest up. */
  readonly pitches: readonly SoundingPitch[];
  /** Index into the bars of the road. */
  readonly bar: number;
  readonly startsBar: boolean;
  readonly fermata: boolean;
  /** What is played beside the written notes: grace notes (MIDI numbers), an ornament while it lasts, a chord rolled. */
  readonly graces: readonly number[];
  readonly ornament: boolean;
  readonly rolled: boolean;
}

export interface SoundingPitch {
  /** MIDI number as it sounds. */
  readonly midi: number;
  /** Crotchets, ties joined. */
  readonly length: number;
  /** Place among the notes of the road, by onset and then pitch. */
  readonly id: number;
  /** Any pitch is the right one: percussion without pitch. */
  readonly unpitched: boolean;
  /** Order of its note in the file; of tied ones the first. */
  readonly order: number;
}

const ORNAMENTS = new Set([
  'trill-mark',
  'mordent',
  'inverted-mordent',
  'turn',
  'inverted-turn',
  'delayed-turn',
  'inverted-vertical-turn',
  'vertical-turn',
  'delayed-inverted-turn',
  'shake',
  'wavy-line',
  'tremolo',
  'schleifer',
  'haydn',
]);
const ROLLED = new Set(['arpeggiate', 'non-arpeggiate']);

interface Begun {
  midi: number;
  at: number;
  end: number;
  tied: boolean;
  note: Note;
  bar: number;
}

/** The same for places that differ by less than can be written. */
const momentOf = (at: number): number => Math.round(at * 1e4);

/**
 * What one part sounds like along a road: ties joined, unisons once, transposed, cue notes left out.
 * @source onsets and lengths are those of the file; the seconds follow every printed tempo
 */
export function soundingRoad(score: Score, layout: Layout, part: ScorePart, road: NamedRoad): SoundingRoad {
  const ticks = score.ticksPerQuarter;
  const { bars, visits, length, secondsAt } = roadClock(score, layout, part, road);
  const begun: Begun[] = [];
  /** Notes still tied to what comes, by pitch. */
  const open = new Map<number, Begun>();
  const graces = new Map<number, number[]>();
  for (const { measure, at, bar } of visits) {
    const written = part.measures[measure];
    for (const note of written?.notes ?? []) {
      if (note.pitch === null || note.cue) continue;
      const midi = note.unpitched ? note.pitch : note.pitch + (written?.transpose ?? 0);
      const start = at + note.at / ticks;
      if (note.grace) {
        graces.set(momentOf(start), [...(graces.get(momentOf(start)) ?? []), midi]);
        continue;
      }
      const held = open.get(midi);
      if (note.tieStop && held && Math.abs(held.end - start) < 1e-6) {
        held.end = start + note.length / ticks;
        if (!note.tieStart) open.delete(midi);
        continue;
      }
      const begins = {
        midi,
        at: start,
        end: start + note.length / ticks,
        tied: note.tieStart,
        note,
        bar,
      };
      begun.push(begins);
      if (note.tieStart) open.set(midi, begins);
    }
  }
  begun.sort((a, b) => a.at - b.at || a.midi - b.midi || b.end - a.end);
  const events: { -readonly [K in keyof SoundingEvent]: SoundingEvent[K] }[] = [];
  let notes = 0;
  for (const { midi, at: start, end, note, bar } of begun) {
    let event = events.at(-1);
    if (!event || start - event.at > 1e-6) {
      event = {
        at: start,
        seconds: secondsAt(start),
        pitches: [],
        bar,
        startsBar: Math.abs(start - (bars[bar]?.at ?? 0)) < 1e-6,
        fermata: false,
        graces: graces.get(momentOf(start)) ?? [],
        ornament: false,
        rolled: false,
      };
      events.push(event);
    }
    event.fermata ||= note.signs.includes('fermata');
    event.ornament ||= note.signs.some((sign) => ORNAMENTS.has(sign));
    event.rolled ||= note.signs.some((sign) => ROLLED.has(sign));
    const twin = event.pitches.find((each) => each.midi === midi);
    if (twin) continue;
    event.pitches = [
      ...event.pitches,
      { midi, length: end - start, id: notes, unpitched: note.unpitched, order: note.order },
    ];
    notes += 1;
  }
  return { name: road.name, events, bars, length, notes };
}
