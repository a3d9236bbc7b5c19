import { between } from './normal';

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

/** Whole steps round a middle, with a spread. */
export const around = (middle: number, spread: number, steps: number): number[] =>
  Array.from({ length: steps + 1 }, (_, at) =>
    between(
      at === 0 ? -Infinity : (at - 0.5 - middle) / spread,
      at === steps ? Infinity : (at + 0.5 - middle) / spread,
    ),
  );
