import fc from 'fast-check';
import { expect, test } from 'vitest';
import { largestVisit } from './largest-visit';
import { level, type LevelItem } from './level';

/** Stages one after the other, as gates make them: the next begins the week after the last one ends. */
const anyGated = fc
  .record({
    weeks: fc.array(fc.constantFrom(0, 30, 90, 120), { minLength: 3, maxLength: 14 }),
    cuts: fc.array(fc.nat(13), { minLength: 1, maxLength: 4 }),
    minutes: fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 5, maxLength: 5 }),
    visitMinutes: fc.constantFrom(0, 5, 15, 40),
  })
  .map(({ weeks, cuts, minutes, visitMinutes }) => {
    const last = weeks.length - 1;
    const ends = [...new Set([...cuts.map((cut) => cut % weeks.length), last])].sort((a, b) => a - b);
    const item: LevelItem = {
      id: 'a',
      visitMinutes,
      from: 0,
      until: last,
      work: ends.map((latest, at) => ({
        minutes: minutes[at] ?? 0,
        earliest: at === 0 ? 0 : (ends[at - 1] ?? 0) + 1,
        latest,
      })),
    };
    return { periods: weeks.map((each) => ({ minutes: each })), item };
  });

test('with the largest visit the windows have a split wherever they have one without visits, and a larger one never is taken', () => {
  let cut = 0;
  fc.assert(
    fc.property(anyGated, ({ periods, item }) => {
      const visit = largestVisit(periods, item);
      expect(visit).toBeGreaterThanOrEqual(0);
      expect(visit).toBeLessThanOrEqual(item.visitMinutes);
      if (level(periods, [{ ...item, visitMinutes: 0 }]).kind === 'no split') return;
      expect(level(periods, [{ ...item, visitMinutes: visit }]).kind).toBe('split');
      if (visit + 0.5 > item.visitMinutes) return;
      cut += 1;
      expect(level(periods, [{ ...item, visitMinutes: visit + 0.5 }]).kind).toBe('no split');
    }),
    { numRuns: 500, seed: 41 },
  );
  expect(cut).toBeGreaterThan(50);
});
