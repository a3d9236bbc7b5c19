import type { TakeChecks } from './answer';
import type { Sound } from './wav';

/** Samples a second everything is listened to at. */
export const RATE = 22_050;
/** Samples as loud as this, so many in a row, are cut off. */
const FULL = 0.985;
const IN_A_ROW = 3;
/** Decibels under full scale that count as nothing, and the least range of music. */
const SILENT = -50;
const FLAT = 6;
/** Seconds of one reading of the level. */
const LEVEL = 0.05;
/** Decibels under the loudest that the music begins and ends at. */
const EDGE = 30;

/** The same sound at the rate of listening. What lies above its half is taken away before it would fold down. */
export function atRate({ rate, samples }: Sound, wanted = RATE): Float32Array {
  if (rate === wanted) return samples;
  const ratio = rate / wanted;
  const count = Math.floor(samples.length / ratio);
  const result = new Float32Array(count);
  const half = Math.max(1, ratio) * 8;
  const cut = Math.min(1, 1 / ratio);
  // A windowed sinc; its values hang on the fraction alone, so a few hundred of them serve.
  const STEPS = 64;
  const tables = Array.from({ length: STEPS }, (_, step) => {
    const fraction = step / STEPS;
    const taps = new Float32Array(2 * Math.ceil(half));
    let sum = 0;
    for (let tap = 0; tap < taps.length; tap += 1) {
      const x = tap - Math.ceil(half) + 1 - fraction;
      const window = Math.abs(x) < half ? 0.5 + 0.5 * Math.cos((Math.PI * x) / half) : 0;
      const sinc = x === 0 ? 1 : Math.sin(Math.PI * x * cut) / (Math.PI * x * cut);
      taps[tap] = window * sinc;
      sum += window * sinc;
    }
    return taps.map((value) => value / sum);
  });
  for (let at = 0; at < count; at += 1) {
    const place = at * ratio;
    const base = Math.floor(place);
    const taps = tables[Math.floor((place - base) * STEPS)] as Float32Array;
    const first = base - Math.ceil(half) + 1;
    let sum = 0;
    for (let tap = 0; tap < taps.length; tap += 1) sum += (taps[tap] as number) * (samples[first + tap] ?? 0);
    result[at] = sum;
  }
  return result;
}

/** Decibels under full scale of each stretch of so many samples. */
export function levels(samples: Float32Array, size: number): Float64Array {
  return Float64Array.from({ length: Math.floor(samples.length / size) }, (_, at) => {
    let sum = 0;
    for (let sample = at * size; sample < (at + 1) * size; sample += 1)
      sum += (samples[sample] as number) ** 2;
    return 10 * Math.log10(sum / size + 1e-12);
  });
}

/** What a recording is like, whatever is played on it. */
export function checksOfSound({ rate, samples }: Sound): TakeChecks {
  let [peak, runs, row] = [0, 0, 0];
  for (const value of samples) {
    const size = Math.abs(value);
    if (size > peak) peak = size;
    row = size >= FULL ? row + 1 : 0;
    if (row === IN_A_ROW) runs += 1;
  }
  const size = Math.max(1, Math.round(LEVEL * rate));
  const level = levels(samples, size);
  const sorted = Float64Array.from(level).sort();
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? -120;
  const loud = at(0.95);
  const range = loud - at(0.05);
  const heard = loud >= SILENT && range >= FLAT;
  const edge = Math.max(loud - EDGE, (at(0.05) + loud) / 2);
  const first = level.findIndex((each) => each > edge);
  const last = level.findLastIndex((each) => each > edge);
  const seconds = samples.length / rate;
  return {
    seconds,
    peak,
    clippedRuns: runs,
    rangeDb: range,
    heard,
    lead: heard ? (first * size) / rate : seconds,
    tail: heard ? Math.max(0, seconds - ((last + 1) * size) / rate) : 0,
  };
}
