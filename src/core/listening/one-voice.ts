import { PitchDetector } from 'pitchy';
import type { HeardNote } from './match';
import { breaksOf } from './breaks';
import { median } from './factors';
import { HOP, MIDDLE, timeOf, toFrame, WINDOW } from './frames';
import { atRate, levels, RATE } from './sound';
import { Spectrum } from './spectrum';
import type { Sound } from './wav';

/** Samples looked at together where the lowest notes are written. */
const LOW_WINDOW = 2_048;
/** Under this a window of the usual length holds too few waves: MIDI. */
const LOW = 45;
/** A pitch is believed from this clarity on. */
const CLEAR = 0.8;
const SMOOTHED = 5;
/** Semitones beyond the range of the part in which a pitch may still be one. */
const BEYOND = 6;
/** The flux looks back so many frames; a change of pitch is seen so many too late. */
const LOOK_BACK = 2;
const LAG = 2;
/** An onset stands above the middle of its neighbours by this share of the strongest. */
const OVER = 0.12;
const STRONGEST = 0.985;
const NEIGHBOURS = 20;
/** Decibels the same pitch must rise to be a new note. */
const RISE = 2.5;
/** Seconds of the shortest note. */
const SHORTEST = 0.05;
/** Frames a new pitch lasts before it is believed. */
const LASTING = 4;

export interface VoiceHeard {
  readonly notes: readonly HeardNote[];
  /** Cents the instrument is off. */
  readonly tuning: number;
}

/**
 * The notes of one voice.
 * @param range - MIDI numbers of the lowest and the highest written note
 * @param onProgress - hears 0 to 1
 * @source pitch by the normalised square difference; onsets where the spectrum grows
 */
export function hearOneVoice(
  sound: Sound,
  range: { readonly low: number; readonly high: number },
  onProgress: (share: number) => void = () => undefined,
): VoiceHeard {
  const samples = atRate(sound);
  const frames = Math.max(0, Math.floor((samples.length - WINDOW) / HOP) + 1);
  if (frames === 0) return { notes: [], tuning: 0 };
  const { pitches, flux } = look(samples, frames, range, onProgress);
  const { track, tuning } = tuned(smooth(pitches), range);
  const level = levels(samples, HOP);
  const starts = startsOf(track, onsetsOf(flux), breaksOf({ samples, track, tuning, level }));
  const notes = notesBetween(starts, track, level, frames);
  onProgress(1);
  return { notes, tuning };
}

function look(
  samples: Float32Array,
  frames: number,
  range: { readonly low: number; readonly high: number },
  onProgress: (share: number) => void,
): { readonly pitches: Float64Array; readonly flux: Float64Array } {
  const size = range.low < LOW ? LOW_WINDOW : WINDOW;
  const detector = PitchDetector.forFloat32Array(size);
  detector.clarityThreshold = 0.7;
  const spectrum = new Spectrum(WINDOW);
  const pitches = new Float64Array(frames).fill(NaN);
  const flux = new Float64Array(frames);
  const bins = WINDOW / 2;
  const past = Array.from({ length: LOOK_BACK + 1 }, () => new Float64Array(bins));
  const early = (size - WINDOW) / 2;
  const piece = new Float32Array(size);
  for (let frame = 0; frame < frames; frame += 1) {
    const from = frame * HOP - early;
    for (let at = 0; at < size; at += 1) piece[at] = samples[from + at] ?? 0;
    const [frequency, clarity] = detector.findPitch(piece, RATE);
    if (clarity >= CLEAR && frequency > 0) pitches[frame] = 69 + 12 * Math.log2(frequency / 440);
    const sizes = spectrum.at(samples, frame * HOP);
    const own = past[frame % (LOOK_BACK + 1)] as Float64Array;
    const before = past[(frame + 1) % (LOOK_BACK + 1)] as Float64Array;
    let grown = 0;
    for (let bin = 1; bin < bins; bin += 1) {
      const value = Math.log1p(10 * (sizes[bin] as number));
      own[bin] = value;
      const more = value - (before[bin] as number);
      if (more > 0) grown += more;
    }
    flux[frame] = frame < LOOK_BACK ? 0 : grown;
    if (frame % 256 === 0) onProgress((0.95 * frame) / frames);
  }
  return { pitches, flux };
}

/** Each pitch the middle of its neighbours that have one. */
function smooth(pitches: Float64Array): Float64Array {
  const half = SMOOTHED >> 1;
  return pitches.map((pitch, at) => {
    if (Number.isNaN(pitch)) return NaN;
    const near: number[] = [];
    for (let other = at - half; other <= at + half; other += 1) {
      const value = pitches[other];
      if (value !== undefined && !Number.isNaN(value)) near.push(value);
    }
    return median(near);
  });
}

/** Pitches as whole semitones, the instrument's own tuning taken away, limited to what the part may sound like. */
function tuned(
  pitches: Float64Array,
  { low, high }: { readonly low: number; readonly high: number },
): { readonly track: Float64Array; readonly tuning: number } {
  let [x, y] = [0, 0];
  for (const pitch of pitches) {
    if (Number.isNaN(pitch)) continue;
    const angle = 2 * Math.PI * (pitch - Math.round(pitch));
    x += Math.cos(angle);
    y += Math.sin(angle);
  }
  const off = Math.atan2(y, x) / (2 * Math.PI);
  const track = pitches.map((pitch) => {
    const whole = Math.round(pitch - off);
    return whole >= low - BEYOND && whole <= high + BEYOND ? whole : NaN;
  });
  return { track, tuning: 100 * off };
}

/** Frames at which the spectrum grows most. */
function onsetsOf(flux: Float64Array): number[] {
  const sorted = Float64Array.from(flux).sort();
  const least = OVER * (sorted[Math.floor(STRONGEST * (sorted.length - 1))] ?? 0);
  const found: number[] = [];
  const apart = Math.ceil((SHORTEST * RATE) / HOP);
  for (let at = 1; at < flux.length - 1; at += 1) {
    const value = flux[at] as number;
    if (value < (flux[at - 1] as number) || value <= (flux[at + 1] as number)) continue;
    const near = Array.from(flux.subarray(Math.max(0, at - NEIGHBOURS), at + NEIGHBOURS + 1));
    if (value < median(near) + least) continue;
    const last = found.at(-1);
    if (last !== undefined && at - last < apart) {
      if (value > (flux[last] as number)) found[found.length - 1] = at;
    } else found.push(at);
  }
  return found;
}

interface Start {
  readonly frame: number;
  /** What begins there: the spectrum grows, what is held breaks and goes on, another pitch. */
  readonly by: 'onset' | 'break' | 'pitch';
}

/** Where notes may begin: onsets, breaks of what is held, and places where another pitch begins to last. */
function startsOf(track: Float64Array, onsets: readonly number[], breaks: readonly number[]): Start[] {
  const near = (frame: number) => onsets.some((onset) => Math.abs(onset - frame) <= LASTING + 2);
  const isOfBreak = (onset: number) =>
    breaks.some((each) => onset - each >= -LASTING && onset - each <= 2 * LASTING);
  const changes: number[] = [];
  let now = NaN;
  for (let at = 0; at + LASTING <= track.length; at += 1) {
    const pitch = track[at] as number;
    if (Number.isNaN(pitch) || pitch === now) continue;
    let lasts = true;
    for (let next = at + 1; next < at + LASTING; next += 1) if (track[next] !== pitch) lasts = false;
    if (!lasts) continue;
    now = pitch;
    if (!near(at)) changes.push(at);
  }
  return [
    ...breaks.map((frame) => ({ frame, by: 'break' as const })),
    ...onsets.filter((frame) => !isOfBreak(frame)).map((frame) => ({ frame, by: 'onset' as const })),
    ...changes.map((frame) => ({ frame: Math.max(0, frame - LAG), by: 'pitch' as const })),
  ].sort((a, b) => a.frame - b.frame);
}

function notesBetween(
  starts: readonly Start[],
  track: Float64Array,
  level: Float64Array,
  frames: number,
): HeardNote[] {
  const found: { on: number; off: number; pitch: number; velocity: number }[] = [];
  const shortest = Math.ceil((SHORTEST * RATE) / HOP);
  starts.forEach(({ frame, by }, at) => {
    const end = starts[at + 1]?.frame ?? frames;
    const counts = new Map<number, number>();
    let last = frame;
    for (let each = frame; each < end; each += 1) {
      const pitch = track[each] as number;
      if (Number.isNaN(pitch)) continue;
      counts.set(pitch, (counts.get(pitch) ?? 0) + 1);
      last = each;
    }
    let [pitch, most] = [NaN, 0];
    for (const [each, count] of counts) if (count > most) [pitch, most] = [each, count];
    if (most < Math.min(LASTING, shortest)) return;
    const before = found.at(-1);
    const goesOn = before?.pitch === pitch && frame - toFrame(before.off) <= LASTING;
    if (goesOn && (by === 'pitch' || (by === 'onset' && rise(level, frame) < RISE))) {
      before.off = timeOf(last);
      return;
    }
    found.push({ on: timeOf(frame), off: timeOf(Math.max(last, frame + shortest)), pitch, velocity: 0 });
  });
  return found;
}

/** Decibels the level rises by around a frame. */
function rise(level: Float64Array, frame: number): number {
  // The level is told hop by hop, a frame looks at several of them.
  const middle = frame + MIDDLE;
  let [before, after] = [Infinity, -Infinity];
  for (let at = middle - 4; at <= middle; at += 1) before = Math.min(before, level[at] ?? Infinity);
  for (let at = middle; at <= middle + 6; at += 1) after = Math.max(after, level[at] ?? -Infinity);
  return after - before;
}
