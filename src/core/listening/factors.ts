import type { HeardNote, Step } from './heard-note';

/** Ratios around a note that make the tempo there. */
const NEIGHBOURS = 16;

/** Seconds played for each printed second around every note: the weighted median of the nearest ratios. */
export function factorsOf(
  notes: readonly HeardNote[],
  steps: readonly Step[],
  seconds: Float64Array,
): Float64Array {
  const ratios: { readonly place: number; readonly ratio: number; readonly weight: number }[] = [];
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
  let next = 0;
  let [known, factor] = [-1, 0];
  for (let note = 0; note < notes.length; note += 1) {
    while (next < ratios.length && (ratios[next]?.place ?? 0) < note) next += 1;
    const from = Math.max(0, Math.min(next - NEIGHBOURS / 2, ratios.length - NEIGHBOURS));
    if (from !== known) [known, factor] = [from, weightedMedian(ratios.slice(from, from + NEIGHBOURS))];
    factors[note] = factor;
  }
  return factors;
}

/** The value with half of the weight on either side. */
export function weightedMedian(
  values: readonly { readonly ratio: number; readonly weight: number }[],
): number {
  const sorted = values.toSorted((a, b) => a.ratio - b.ratio);
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
