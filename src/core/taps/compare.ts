import type { TapMeasure } from './measure';

/** Per cent two passages that should match may be apart where nothing else is said; an assumption. */
export const MATCHING = 5;

/**
 * How far the tempos of two passages that should match are apart.
 * @param tolerance - per cent
 * @returns per cent of their mean, above 0 where the second is faster; null where either has no tempo
 */
export function tempoDifference(
  first: Pick<TapMeasure, 'perMinute'>,
  second: Pick<TapMeasure, 'perMinute'>,
  tolerance = MATCHING,
): { readonly percent: number; readonly isWithin: boolean } | null {
  if (first.perMinute === null || second.perMinute === null) return null;
  const mean = (first.perMinute + second.perMinute) / 2;
  const percent = (100 * (second.perMinute - first.perMinute)) / mean;
  return { percent, isWithin: Math.abs(percent) <= tolerance };
}
