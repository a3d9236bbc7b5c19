import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyInstance } from './arbitrary';
import { isInTime, leastWork, peakOf } from './least-work';
import { levelLoads } from './level';

test('the least work of two lots of items, added up, has the peak of the levelling of all of them', () => {
  const seen = { split: 0, none: 0 };
  fc.assert(
    fc.property(anyInstance, fc.nat(6), ({ periods, items }, cut) => {
      const lots = [items.slice(0, cut), items.slice(cut)].map((lot) => leastWork(periods, lot));
      const works = lots.flatMap((work) => work ?? []);
      const answer = levelLoads(periods, items);
      if (answer.kind === 'no split') {
        seen.none += 1;
        expect(answer.why === 'windows' ? works.length < 2 : peakOf(periods, works) === Infinity).toBe(true);
        return;
      }
      seen.split += 1;
      expect(works).toHaveLength(2);
      const peak = peakOf(periods, works);
      expect(Math.abs(peak - answer.peak)).toBeLessThan(1e-6 * Math.max(1, peak));
      expect(isInTime(peak)).toBe(answer.feasible);
    }),
    { numRuns: 1_000, seed: 16 },
  );
  expect(Math.min(seen.split, seen.none)).toBeGreaterThan(50);
  expect([1, 1 + 1e-12, 1.001, Infinity].map(isInTime)).toEqual([true, true, false, false]);
});
