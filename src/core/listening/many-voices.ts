import { mediansAlong } from './factors';
import type { Placing, Stretch } from './place';
import type { SoundingRoad } from './road';
import { atRate, RATE } from './sound';
import { Spectrum } from './spectrum';
import type { Sound } from './wav';

const WINDOW = 4_096;
const ONSET_WINDOW = 1_024;
const HOP = 441;
/** Hertz that are looked at. */
const LOWEST = 55;
const HIGHEST = 2_600;
/** Tones weaker than this share of the strongest are noise; how far the strong ones are held back. */
const FAINT = 0.03;
const HELD_BACK = 0.7;
const CLASSES = 12;
/** How strongly each partial of a note sounds in the picture the score makes. */
const PARTIALS = [1, 0.6, 0.45, 0.3, 0.25, 0.2];
/** What a frame costs that is unlike its column; what an entry gains that sounds like one. */
const UNLIKE = 2.2;
const ENTRY = 0.9;
/** What each frame costs before the music begins. */
const WAIT = 0.6;
const STAY = 0.12;
const FORWARD = 0.06;
const SKIP = 0.18;
const JUMP = 14;
const ELSEWHERE = 6;
/** Seconds within which an entry is put on the onset that is heard. */
const SNAP = 0.08;
const LEFT_OUT = 2;
/** How far an entry comes from where it is due, and what that costs at most; in the first pass less. */
const ELASTIC = 0.2 ** 2;
const ABSOLUTE = 0.05 ** 2;
const MOST_TIMING = 4;
const ROUGHLY = 0.5;
const RATIOS = 16;
const FEW_RATIOS = 8;
const PEAK_SHARE = 0.1;

/** What sounds at each moment, by pitch class: once as it lasts, once as it begins. */
interface Picture {
  readonly frames: number;
  readonly lasting: Float32Array;
  readonly beginning: Float32Array;
  /** How strongly anything begins, 0 to 1. */
  readonly strength: Float32Array;
  readonly onsets: readonly number[];
  /** Whether anything sounds. */
  readonly loud: Uint8Array;
}

export interface ManyHeard {
  readonly cost: number;
  readonly placing: Placing;
}

/** The picture a recording makes; the same for every road. */
export function pictureOf(sound: Sound, onProgress: (share: number) => void = () => undefined): Picture {
  const samples = atRate(sound);
  const frames = Math.max(0, Math.floor(samples.length / HOP));
  const lasting = new Float32Array(frames * CLASSES);
  const beginning = new Float32Array(frames * CLASSES);
  const strength = new Float32Array(frames);
  const energy = new Float32Array(frames);
  const wide = new Spectrum(WINDOW);
  const narrow = new Spectrum(ONSET_WINDOW);
  const classes = classesOf(WINDOW);
  const onsetClasses = classesOf(ONSET_WINDOW);
  const bins = ONSET_WINDOW / 2;
  const before = [new Float64Array(bins), new Float64Array(bins)];
  const now = new Float64Array(bins);
  for (let frame = 0; frame < frames; frame += 1) {
    const middle = frame * HOP + HOP / 2;
    const sizes = wide.at(samples, Math.round(middle - WINDOW / 2));
    let strongest = 0;
    for (let bin = 2; bin < sizes.length - 1; bin += 1)
      if ((classes[bin] as number) >= 0) strongest = Math.max(strongest, sizes[bin] as number);
    for (let bin = 2; bin < sizes.length - 1; bin += 1) {
      const kind = classes[bin] as number;
      if (kind < 0) continue;
      const size = sizes[bin] as number;
      energy[frame] = (energy[frame] as number) + size * size;
      // Peaks alone: what leaks beside them is no tone.
      if (size < FAINT * strongest || size < (sizes[bin - 1] as number) || size < (sizes[bin + 1] as number))
        continue;
      lasting[frame * CLASSES + kind] = (lasting[frame * CLASSES + kind] as number) + size ** HELD_BACK;
    }
    const early = narrow.at(samples, Math.round(middle - ONSET_WINDOW / 2));
    const past = before[frame % 2] as Float64Array;
    for (let bin = 1; bin < bins; bin += 1) {
      const value = Math.log1p(10 * (early[bin] as number));
      now[bin] = value;
      const more = value - (past[bin] as number);
      past[bin] = value;
      if (more <= 0 || frame < 2) continue;
      strength[frame] = (strength[frame] as number) + more;
      const kind = onsetClasses[bin] as number;
      if (kind >= 0) beginning[frame * CLASSES + kind] = (beginning[frame * CLASSES + kind] as number) + more;
    }
    unit(lasting, frame);
    unit(beginning, frame);
    if (frame % 256 === 0) onProgress((0.7 * frame) / frames);
  }
  const loudest = Float32Array.from(energy).sort()[Math.floor(0.95 * (frames - 1))] ?? 1;
  const top = Float32Array.from(strength).sort()[Math.floor(0.985 * (frames - 1))] ?? 1;
  const scaled = strength.map((value) => Math.min(1, value / Math.max(1e-9, top)));
  return {
    frames,
    lasting,
    beginning,
    strength: scaled,
    onsets: peaksOf(scaled),
    loud: Uint8Array.from(energy, (value) => (value > loudest * 1e-4 ? 1 : 0)),
  };
}

/** The pitch class of each bin of a spectrum; -1 outside of what is looked at. */
const classesOf = (length: number): Int8Array =>
  Int8Array.from({ length: length / 2 }, (_, bin) => {
    const frequency = (bin * RATE) / length;
    if (frequency < Math.max(LOWEST, (4 * RATE) / length) || frequency > HIGHEST) return -1;
    return ((Math.round(69 + 12 * Math.log2(frequency / 440)) % CLASSES) + CLASSES) % CLASSES;
  });

function unit(values: Float32Array, row: number): void {
  let sum = 0;
  for (let at = row * CLASSES; at < (row + 1) * CLASSES; at += 1) sum += (values[at] as number) ** 2;
  const size = Math.sqrt(sum);
  if (size > 0)
    for (let at = row * CLASSES; at < (row + 1) * CLASSES; at += 1)
      values[at] = (values[at] as number) / size;
}

function peaksOf(strength: Float32Array): number[] {
  const found: number[] = [];
  for (let at = 1; at < strength.length - 1; at += 1) {
    const value = strength[at] as number;
    if (value < PEAK_SHARE || value < (strength[at - 1] as number) || value <= (strength[at + 1] as number))
      continue;
    let sum = 0;
    for (let near = at - 5; near <= at + 5; near += 1) sum += strength[near] ?? 0;
    if (value > sum / 11 + PEAK_SHARE / 2) found.push(at);
  }
  return found;
}

/** The columns of a road: what sounds during each event, and what begins with it, by pitch class. */
function columnsOf({ events }: SoundingRoad): {
  readonly lasting: Float32Array;
  readonly beginning: Float32Array;
} {
  const lasting = new Float32Array(events.length * CLASSES);
  const beginning = new Float32Array(events.length * CLASSES);
  const add = (to: Float32Array, row: number, midi: number, share: number) => {
    PARTIALS.forEach((partial, at) => {
      const kind = (((midi + Math.round(12 * Math.log2(at + 1))) % CLASSES) + CLASSES) % CLASSES;
      to[row * CLASSES + kind] = (to[row * CLASSES + kind] as number) + share * partial;
    });
  };
  let held: { readonly midi: number; readonly end: number; readonly from: number }[] = [];
  events.forEach(({ at, pitches }, row) => {
    held = held.filter(({ end }) => end > at + 1e-6);
    for (const { midi, from } of held) add(lasting, row, midi, Math.max(0.35, 0.8 ** (at - from)));
    for (const { midi, length } of pitches) {
      add(lasting, row, midi, 1);
      add(beginning, row, midi, 1);
      held.push({ midi, end: at + length, from: at });
    }
    unit(lasting, row);
    unit(beginning, row);
  });
  return { lasting, beginning };
}

/**
 * When each event of a road was heard in a recording of many voices.
 * @source Viterbi over frames: each stays, goes on, leaves one event out or leaps to the start of a bar
 */
export function followMany(picture: Picture, road: SoundingRoad): ManyHeard {
  const whole = (road.events.at(-1)?.seconds ?? 0) - (road.events[0]?.seconds ?? 0);
  const first = picture.loud.indexOf(1);
  const last = picture.loud.lastIndexOf(1);
  const overall = whole > 0 ? ((last - first) * HOP) / RATE / whole : 1;
  let factors: Float64Array = new Float64Array(picture.frames).fill(overall);
  let heard = pass(picture, road, factors, ROUGHLY);
  for (let again = 0; again < 2; again += 1) {
    factors = factorsAlong(picture.frames, road, heard.placing, overall);
    heard = pass(picture, road, factors, 1);
  }
  return heard;
}

/** Seconds played for each printed one around every frame. */
function factorsAlong(
  frames: number,
  road: SoundingRoad,
  { stretches }: Placing,
  overall: number,
): Float64Array {
  const ratios = stretches.flatMap(({ times }) => {
    const all = [...times];
    return all.slice(1).flatMap(([event, time], at) => {
      const [before, earlier] = all[at] as [number, number];
      const due = (road.events[event]?.seconds ?? 0) - (road.events[before]?.seconds ?? 0);
      return due > 0 && time > earlier
        ? [{ time, ratio: (time - earlier) / due, weight: Math.min(2, due) }]
        : [];
    });
  });
  const factors = new Float64Array(frames).fill(overall);
  if (ratios.length < FEW_RATIOS) return factors;
  const medians = mediansAlong(ratios, RATIOS);
  let next = 0;
  for (let frame = 0; frame < frames; frame += 1) {
    while (next < ratios.length && (ratios[next]?.time ?? 0) < (frame * HOP) / RATE) next += 1;
    factors[frame] = medians[Math.max(0, Math.min(next - RATIOS / 2, medians.length - 1))] ?? overall;
  }
  return factors;
}

function pass(picture: Picture, road: SoundingRoad, factors: Float64Array, weight: number): ManyHeard {
  const { frames, lasting, beginning, strength, loud } = picture;
  const count = road.events.length;
  if (frames === 0 || count === 0) return { cost: Infinity, placing: { notes: [], stretches: [] } };
  const columns = columnsOf(road);
  const codes = new Uint8Array(frames * count);
  const leaps = new Int32Array(frames);
  let since = new Float64Array(count);
  let nowSince = new Float64Array(count);
  const seconds = Float64Array.from(road.events, (event) => event.seconds);
  let before = new Float64Array(count);
  let now = new Float64Array(count);
  before.fill(Infinity);
  const start = road.events.map(({ startsBar }, e) => (e === 0 ? 0 : startsBar ? ELSEWHERE : Infinity));
  for (let frame = 0; frame < frames; frame += 1) {
    let [least, leastAt] = [Infinity, 0];
    for (let e = 0; e < count; e += 1)
      if ((before[e] as number) < least) [least, leastAt] = [before[e] as number, e];
    leaps[frame] = leastAt;
    const heard = loud[frame] === 1;
    const factor = factors[frame] as number;
    const time = (frame * HOP) / RATE;
    const timing = (from: number, to: number) => {
      const due = ((seconds[to] as number) - (seconds[from] as number)) * factor;
      const off = time - (since[from] as number) - due;
      return weight * Math.min(MOST_TIMING, (off * off) / (ELASTIC * due * due + ABSOLUTE) / 4);
    };
    for (let e = 0; e < count; e += 1) {
      let [like, begins] = [0, 0];
      if (heard)
        for (let kind = 0; kind < CLASSES; kind += 1) {
          like +=
            (lasting[frame * CLASSES + kind] as number) * (columns.lasting[e * CLASSES + kind] as number);
          begins +=
            (beginning[frame * CLASSES + kind] as number) * (columns.beginning[e * CLASSES + kind] as number);
        }
      const unlike = heard ? UNLIKE * (1 - like) : 0.3;
      // What begins while nothing new is due speaks against staying.
      const entry = ENTRY * ((strength[frame] as number) * begins - 0.35);
      let best = (before[e] as number) + STAY + 0.4 * (strength[frame] as number);
      let code = 0;
      if (e > 0) {
        const onward = (before[e - 1] as number) + FORWARD - entry + timing(e - 1, e);
        if (onward < best) [best, code] = [onward, 1];
        if (e > 1) {
          const skip = (before[e - 2] as number) + SKIP - entry + LEFT_OUT + timing(e - 2, e);
          if (skip < best) [best, code] = [skip, 2];
        }
      }
      const begun = WAIT * frame + (start[e] as number) - entry;
      if (begun < best) [best, code] = [begun, 4];
      if (road.events[e]?.startsBar === true) {
        const leap = least + JUMP - entry;
        if (leap < best) [best, code] = [leap, 3];
      }
      now[e] = best + unlike;
      nowSince[e] = code === 0 ? (since[e] as number) : time;
      codes[frame * count + e] = code;
    }
    [before, now] = [now, before];
    [since, nowSince] = [nowSince, since];
  }
  let [event, cost] = [0, Infinity];
  for (let e = 0; e < count; e += 1)
    if ((before[e] as number) < cost) [event, cost] = [e, before[e] as number];
  return { cost, placing: placingOf(picture, road, event, codes, leaps) };
}

function placingOf(
  { frames, onsets, strength }: Picture,
  road: SoundingRoad,
  last: number,
  codes: Uint8Array,
  leaps: Int32Array,
): Placing {
  const count = road.events.length;
  const entries: { readonly event: number; readonly frame: number; readonly jumped: boolean }[] = [];
  let event = last;
  for (let frame = frames - 1; frame >= 0; frame -= 1) {
    const code = codes[frame * count + event] as number;
    if (code === 0) continue;
    entries.unshift({ event, frame, jumped: code === 3 });
    if (code === 4) break;
    event = code === 3 ? (leaps[frame] as number) : event - code;
  }
  const stretches: { from: number; to: number; times: Map<number, number> }[] = [];
  const within = Math.round((SNAP * RATE) / HOP);
  for (const { event: entered, frame, jumped } of entries) {
    let snapped: number | null = null;
    let nearest = within + 1;
    for (const onset of onsets) {
      const apart = Math.abs(onset - frame);
      if (
        apart < nearest ||
        (apart === nearest && snapped !== null && (strength[onset] ?? 0) > (strength[snapped] ?? 0))
      )
        [snapped, nearest] = [onset, apart];
    }
    let stretch = stretches.at(-1);
    if (!stretch || jumped) {
      stretch = { from: entered, to: entered, times: new Map() };
      stretches.push(stretch);
    }
    stretch.to = entered;
    if (snapped === null) continue;
    const time = (finer(strength, snapped) * HOP + HOP / 2) / RATE;
    const past = [...stretch.times.values()].at(-1);
    if (past === undefined || time > past) stretch.times.set(entered, time);
  }
  return {
    notes: [],
    stretches: stretches.map(({ from, to, times }): Stretch => ({
      from,
      to,
      times,
      right: new Set(times.keys()),
      missed: [],
    })),
  };
}

/** A peak between frames, by the parabola through its neighbours. */
function finer(values: Float32Array, at: number): number {
  const [a, b, c] = [values[at - 1] ?? 0, values[at] ?? 0, values[at + 1] ?? 0];
  const bend = a - 2 * b + c;
  return bend < 0 ? at + Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend))) : at;
}
