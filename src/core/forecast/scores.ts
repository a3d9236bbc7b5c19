import { between } from './normal';

/** How a forecast did against what came. */

/** Continuous ranked probability score of whole marks: 0 is a sure and right forecast; in steps. */
export function crps(chances: readonly number[], came: number): number {
  let below = 0;
  let sum = 0;
  for (const [at, chance] of chances.entries()) {
    below += chance;
    sum += (below - (at >= came ? 1 : 0)) ** 2;
  }
  return sum;
}

/** Share of what came that lies in the central 80 %: a mark that lies across an end counts with its share inside. */
export function heldIn80(chances: readonly number[], came: number): number {
  const below = chances.slice(0, came).reduce((sum, chance) => sum + chance, 0);
  const here = chances[came] ?? 0;
  if (here <= 0) return below > 0.1 && below < 0.9 ? 1 : 0;
  return Math.max(0, Math.min(below + here, 0.9) - Math.max(below, 0.1)) / here;
}

/** Whole steps round a middle, with a spread. */
export const around = (middle: number, spread: number, steps: number): number[] =>
  Array.from({ length: steps + 1 }, (_, at) =>
    between(
      at === 0 ? -Infinity : (at - 0.5 - middle) / spread,
      at === steps ? Infinity : (at + 0.5 - middle) / spread,
    ),
  );
