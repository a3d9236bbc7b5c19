import {
  tempoChanges,
  type Layout,
  type Measure,
  type NamedRoad,
  type Note,
  type Score,
  type ScorePart,
} from '../score';

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
}

/** A bar as it is come past. */
export interface RoadBar {
  /** As counted; 0 for a pickup. */
  readonly number: number;
  /** Which time it is played, from 1. */
  readonly pass: number;
  /** Crotchets. */
  readonly at: number;
  readonly length: number;
  /** Crotchets of one beat, and whether it is parted in two; null where nothing is measured. */
  readonly beat: number | null;
  readonly simple: boolean;
  /** Crotchets a minute printed where it begins. */
  readonly perMinute: number;
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

/**
 * What one part sounds like along a road: ties joined, unisons once, transposed, cue notes left out.
 * @source onsets and lengths are those of the file; the seconds follow every printed tempo
 */
export function soundingRoad(score: Score, layout: Layout, part: ScorePart, road: NamedRoad): SoundingRoad {
  const ticks = score.ticksPerQuarter;
  const tempos = tempoChanges(score, layout);
  const tempoAt = (measure: number, at: number): number =>
    tempos.findLast((each) => each.measure < measure || (each.measure === measure && each.at <= at))
      ?.quartersPerMinute ??
    tempos[0]?.quartersPerMinute ??
    120;
  const barOf: number[] = [];
  layout.bars.forEach(({ measures }, bar) => measures.forEach((measure) => (barOf[measure] = bar)));
  const passes = new Map<number, number>();
  const bars: Changeable<RoadBar>[] = [];
  const begun: Begun[] = [];
  /** Notes still tied to what comes, by pitch. */
  const open = new Map<number, Begun>();
  const graces = new Map<string, number[]>();
  /** Seconds on the road at each change of tempo, in crotchets from the beginning. */
  const speeds: { readonly at: number; readonly seconds: number; readonly perMinute: number }[] = [];
  let at = 0;
  let seconds = 0;
  let before: number | null = null;
  for (const measure of road.order) {
    const bar = barOf[measure] ?? 0;
    const written: Measure | undefined = part.measures[measure];
    const lasts = (layout.lengths[measure] ?? 0) / ticks;
    const pass = (passes.get(measure) ?? 0) + 1;
    passes.set(measure, pass);
    const goesOn = before !== null && measure === before + 1 && barOf[before] === bar;
    before = measure;
    const last = bars.at(-1);
    if (goesOn && last) last.length += lasts;
    else
      bars.push({
        number: layout.bars[bar]?.number ?? 0,
        pass,
        at,
        length: lasts,
        ...beatOf(written, ticks),
        perMinute: tempoAt(measure, 0),
      });
    const changes = tempos.filter(
      (each) => each.measure === measure && each.at > 0 && each.at < lasts * ticks,
    );
    let from = 0;
    for (const { at: tick, perMinute } of [
      { at: 0, perMinute: tempoAt(measure, 0) },
      ...changes.map((each) => ({ at: each.at, perMinute: each.quartersPerMinute })),
    ]) {
      seconds += ((tick / ticks - from) * 60) / (speeds.at(-1)?.perMinute ?? perMinute);
      from = tick / ticks;
      speeds.push({ at: at + from, seconds, perMinute });
    }
    seconds += ((lasts - from) * 60) / (speeds.at(-1)?.perMinute ?? 120);
    for (const note of written?.notes ?? []) {
      if (note.pitch === null || note.cue) continue;
      const midi = note.unpitched ? note.pitch : note.pitch + (written?.transpose ?? 0);
      const start = at + note.at / ticks;
      if (note.grace) {
        graces.set(start.toFixed(4), [...(graces.get(start.toFixed(4)) ?? []), midi]);
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
        bar: bars.length - 1,
      };
      begun.push(begins);
      if (note.tieStart) open.set(midi, begins);
    }
    at += lasts;
  }
  begun.sort((a, b) => a.at - b.at || a.midi - b.midi || b.end - a.end);
  const secondsAt = (place: number): number => {
    let [low, high] = [0, speeds.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((speeds[middle]?.at ?? 0) <= place + 1e-9) low = middle;
      else high = middle - 1;
    }
    const speed = speeds[low];
    return speed ? speed.seconds + ((place - speed.at) * 60) / speed.perMinute : 0;
  };
  const events: Changeable<SoundingEvent>[] = [];
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
        graces: graces.get(start.toFixed(4)) ?? [],
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
    event.pitches = [...event.pitches, { midi, length: end - start, id: notes, unpitched: note.unpitched }];
    notes += 1;
  }
  return { name: road.name, events, bars, length: at, notes };
}

type Changeable<T> = { -readonly [K in keyof T]: T[K] };

/** The beat of a measure in crotchets. */
function beatOf(
  measure: Measure | undefined,
  ticks: number,
): { readonly beat: number | null; readonly simple: boolean } {
  const time = measure?.time;
  if (!time || time.beatType === null || time.ticks === 0) return { beat: null, simple: false };
  const unit = 4 / time.beatType;
  const beats = Math.round(time.ticks / ticks / unit);
  if (time.groups.length > 1) return { beat: null, simple: false };
  return beats > 3 && beats % 3 === 0 && time.beatType >= 8
    ? { beat: 3 * unit, simple: false }
    : { beat: unit, simple: true };
}
