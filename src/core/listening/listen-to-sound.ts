import type { Heard, HeardBar, Refused } from './answer';
import { listenToNotes, nothing, type Question } from './listen';
import { followMany, pictureOf } from './many-voices';
import { VOICE_COSTS } from './match';
import { median } from './factors';
import { measure } from './measures';
import { hearOneVoice } from './one-voice';
import { soundingRoad, type SoundingRoad } from './road';
import { checksOfSound, levels } from './sound';
import type { Sound } from './wav';

/** MIDI number above which a microphone is not to be trusted, and how many times a second a note may come again. */
const HIGH = 91;
const FAST = 7;
/** Another road than the one asked for must be this much cheaper. */
const OTHER_ROAD = 7;
/** A bar is shown when it is within this share of the bars around it, so many on each side. */
const NEAR_OTHERS = 0.12;
const AROUND = 3;

type Progress = (share: number) => void;
const QUIET: Progress = () => undefined;

/** One voice, or many, by microphone or from a file. */
export const listenToSound = (
  voices: 'one' | 'many',
  sound: Sound,
  question: Question,
  onProgress: Progress = QUIET,
): Heard => (voices === 'one' ? listenToVoice : listenToMany)(sound, question, onProgress);

/** One voice, by microphone or from a file. */
export function listenToVoice(sound: Sound, question: Question, onProgress: Progress = QUIET): Heard {
  const checks = checksOfSound(sound);
  const { score, layout, part, roads } = question;
  const road = roads[0] && soundingRoad(score, layout, part, roads[0]);
  const no = (why: string): Heard => nothing('one voice', checks, [{ what: 'everything', why }]);
  if (!road || road.events.length === 0) return no('the part has no notes in these bars');
  const why = notOneVoice(question, road);
  if (why !== null) return no(why);
  if (!checks.heard) return no('the recording is too quiet, or the same all along');
  const midi = road.events.flatMap(({ pitches }) => pitches.map((pitch) => pitch.midi));
  const { notes } = hearOneVoice(
    sound,
    { low: midi.reduce((a, b) => Math.min(a, b)), high: midi.reduce((a, b) => Math.max(a, b)) },
    onProgress,
  );
  const heard = listenToNotes(notes, question, VOICE_COSTS, { input: 'one voice', checks });
  const left = heard.jumps.filter(({ kind }) => kind === 'forward');
  const high = midi.filter((each) => each > HIGH).length;
  const refused: Refused[] = [
    ...heard.refused,
    ...left.map(({ from, to }) => ({
      what: `whether anything was left out between bars ${from} and ${to}`,
      why: 'a microphone cannot tell soft from left out',
    })),
    ...(high > 0
      ? [{ what: `${high} notes above the third G over the stave`, why: 'not reliable here' }]
      : []),
    ...(tooFast(road)
      ? [{ what: 'repeated notes faster than seven a second', why: 'not reliable here' }]
      : []),
    { what: 'intonation, tone and expression', why: 'judged by ear' },
  ];
  return {
    ...heard,
    notes: withoutEchoes(heard),
    missed: withoutRepeated(heard, road),
    jumps: heard.jumps.filter(({ kind }) => kind === 'back'),
    loudness: loudnessOf(sound, heard.bars),
    refused,
  };
}

/** Why a part cannot be heard as one voice; null where it can. */
function notOneVoice({ part }: Question, { events }: SoundingRoad): string | null {
  const staves = new Set(part.measures.flatMap(({ notes }) => notes.map(({ staff }) => staff)));
  if (staves.size > 1) return 'the part is written on two staves: listen to it as many voices';
  if (events.some(({ pitches }) => pitches.length > 1))
    return 'the part has chords: listen to it as many voices';
  if (events.some(({ pitches }) => pitches.some(({ unpitched }) => unpitched)))
    return 'the part has no pitches to listen for';
  return null;
}

/** Whether a pitch comes again faster than it can be told. */
const tooFast = ({ events }: SoundingRoad): boolean =>
  events.some(({ seconds, pitches }, at) => {
    const before = events[at - 1];
    return (
      before?.pitches[0]?.midi === pitches[0]?.midi &&
      before !== undefined &&
      seconds - before.seconds < 1 / FAST
    );
  });

/** Of a note that comes again at once a microphone hears one long one: that it is missing is not claimed. */
function withoutRepeated({ missed }: Heard, { events }: SoundingRoad): Heard['missed'] {
  const again = new Set(
    events.flatMap(({ pitches }, at) => {
      const [own] = pitches;
      return own && events[at - 1]?.pitches[0]?.midi === own.midi ? [own.id] : [];
    }),
  );
  return missed.filter(({ id }) => id === null || !again.has(id));
}

/** A pitch that begins again while it lasts may be the breath, the bow or the room: that it is one too many is not claimed. */
const withoutEchoes = ({ notes }: Heard): Heard['notes'] =>
  notes.filter(
    ({ kind, pitch }, at) =>
      kind !== 'added' || (notes[at - 1]?.pitch !== pitch && notes[at + 1]?.pitch !== pitch),
  );

/** Decibels of each bar, by what sounds from its downbeat to the next. */
function loudnessOf({ rate, samples }: Sound, bars: readonly HeardBar[]): { number: number; db: number }[] {
  const level = levels(samples, Math.round(rate / 20));
  return bars.flatMap(({ number, at, certain }, index) => {
    if (certain === 'not heard') return [];
    const end = bars[index + 1]?.at ?? at + 2;
    const within = level.slice(Math.max(0, Math.floor(at * 20)), Math.max(0, Math.ceil(end * 20)));
    if (within.length === 0) return [];
    const power = within.reduce((sum, db) => sum + 10 ** (db / 10), 0) / within.length;
    return [{ number, db: 10 * Math.log10(power + 1e-12) }];
  });
}

/** Many voices: the tempo of each bar, and nothing else. */
export function listenToMany(sound: Sound, question: Question, onProgress: Progress = QUIET): Heard {
  const checks = checksOfSound(sound);
  if (!checks.heard)
    return nothing('many voices', checks, [
      { what: 'everything', why: 'the recording is too quiet, or the same all along' },
    ]);
  const { score, layout, part, roads } = question;
  const picture = pictureOf(sound, onProgress);
  let best: { readonly road: SoundingRoad; readonly bars: readonly HeardBar[] } | null = null;
  let least = Infinity;
  for (const [at, named] of roads.entries()) {
    const road = soundingRoad(score, layout, part, named);
    const { cost, placing } = followMany(picture, road);
    onProgress(0.7 + (0.3 * (at + 1)) / roads.length);
    const asked = cost + (at === 0 ? 0 : OTHER_ROAD);
    if (asked >= least) continue;
    least = asked;
    best = { road, bars: shown(measure(road, placing).bars) };
  }
  if (!best)
    return nothing('many voices', checks, [
      { what: 'everything', why: 'the part has no notes in these bars' },
    ]);
  const { road, bars } = best;
  const heard = bars.filter(({ certain }) => certain !== 'not heard');
  return {
    ...nothing('many voices', checks, [
      ...question.refused,
      {
        what: 'notes, stops, restarts, and whether it was complete',
        why: 'of many voices only the tempo is heard',
      },
      { what: 'intonation, tone and expression', why: 'judged by ear' },
    ]),
    road: road.name,
    part: part.name || part.id,
    from: heard[0]?.number ?? 0,
    to: heard.at(-1)?.number ?? 0,
    bars,
  };
}

/** Bars that are far from the bars around them are not shown as sure. */
function shown(bars: readonly HeardBar[]): HeardBar[] {
  return bars.map((bar, at): HeardBar => {
    if (bar.certain !== 'sure') return bar;
    const near = bars
      .slice(Math.max(0, at - AROUND), at + AROUND + 1)
      .filter((other) => other !== bar && other.qpm > 0)
      .map(({ qpm }) => qpm);
    if (near.length > 0 && Math.abs(bar.qpm / median(near) - 1) <= NEAR_OTHERS) return bar;
    return { ...bar, certain: 'unsure', why: 'it is far from the bars around it' };
  });
}
