import { readFileSync } from 'node:fs';

/** Hundredths of a second that other machines on the same host took from this one so far; 0 where nothing tells. */
function taken(): number {
  try {
    return Number(readFileSync('/proc/stat', 'utf8').split('\n')[0]?.split(/\s+/)[8] ?? 0);
  } catch {
    return 0;
  }
}

/** Share of the time that may be taken from a measurement before it says more about the host than about us. */
const MOST_TAKEN = 0.05;

export interface Measured<T> {
  /** Those during which next to nothing was taken; all of them where there are none such. */
  readonly samples: readonly T[];
  readonly tries: number;
  /** How many of the samples were disturbed all the same. */
  readonly disturbed: number;
}

/**
 * Measures until there are so many samples during which the machine was all ours.
 * @param most - tries at most; then what is there counts, and the words say so
 */
export async function undisturbed<T>(
  times: number,
  measure: (nth: number) => Promise<T>,
  most = times * 4,
): Promise<Measured<T>> {
  const good: T[] = [];
  const bad: T[] = [];
  while (good.length < times && good.length + bad.length < most) {
    const [before, start] = [taken(), performance.now()];
    const sample = await measure(good.length + bad.length);
    const share = ((taken() - before) * 10) / (performance.now() - start);
    (share <= MOST_TAKEN ? good : bad).push(sample);
  }
  return good.length > 0
    ? { samples: good, tries: good.length + bad.length, disturbed: 0 }
    : { samples: bad, tries: bad.length, disturbed: bad.length };
}

/** How many samples a figure stands on: "7 of 9 tries", or that all were disturbed. */
export const standsOn = ({ samples, tries, disturbed }: Measured<unknown>): string =>
  disturbed > 0
    ? `all ${tries} tries disturbed by the host`
    : samples.length === tries
      ? `${tries} tries`
      : `${samples.length} undisturbed of ${tries} tries`;
