import type { HeardNote, Step } from './heard-note';

/** Ratios around a note that make the tempo there. */
const NEIGHBOURS = 16;

/** Seconds played for each printed second around every note: the weighted median of the nearest ratios. */
export function factorsOf(
  notes: readonly HeardNote[],
  steps: readonly Step[],
  seconds: Float64Array,
): Float64Array {
  const ratios: (Ratio & { readonly place: number })[] = [];
  let last: { readonly note: number; readonly event: number } | null = null;
  steps.forEach(({ event, how, jumped }, note) => {
    if (how !== 'first') return;
    if (last && !jumped && event > last.event) {
      const due = (seconds[event] ?? 0) - (seconds[last.event] ?? 0);
      const took = (notes[note]?.on ?? 0) - (notes[last.note]?.on ?? 0);
      if (due > 0 && took > 0) ratios.push({ place: note, ratio: took / due, weight: Math.min(due, 2) });
    }
    last = { note, event };
  });
  const factors = new Float64Array(notes.length);
  if (ratios.length === 0) return factors;
  const medians = mediansAlong(ratios, NEIGHBOURS);
  let next = 0;
  for (let note = 0; note < notes.length; note += 1) {
    while (next < ratios.length && (ratios[next]?.place ?? 0) < note) next += 1;
    factors[note] = medians[Math.max(0, Math.min(next - NEIGHBOURS / 2, medians.length - 1))] ?? 0;
  }
  return factors;
}

interface Ratio {
  readonly ratio: number;
  readonly weight: number;
}

/** The weighted median of the first so many ratios, of those from the second on, and so on; of all if they are fewer. */
export function mediansAlong(ratios: readonly Ratio[], many: number): readonly number[] {
  const sorted = ratios.slice(0, many).sort((a, b) => a.ratio - b.ratio);
  const medians = [atHalf(sorted)];
  ratios.slice(many).forEach((comes, at) => {
    const goes = ratios[at];
    sorted.splice(
      sorted.findIndex((each) => each === goes),
      1,
    );
    const dearer = sorted.findIndex(({ ratio }) => ratio > comes.ratio);
    sorted.splice(dearer < 0 ? sorted.length : dearer, 0, comes);
    medians.push(atHalf(sorted));
  });
  return medians;
}

/** The value with half of the weight on either side. */
export const weightedMedian = (values: readonly Ratio[]): number =>
  atHalf(values.toSorted((a, b) => a.ratio - b.ratio));

function atHalf(sorted: readonly Ratio[]): number {
  const half = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2;
  let sum = 0;
  for (const { ratio, weight } of sorted) {
    sum += weight;
    if (sum >= half) return ratio;
  }
  return sorted.at(-1)?.ratio ?? 0;
}

export function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? (sorted[half] ?? 0) : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2;
}
