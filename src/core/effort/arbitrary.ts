import fc from 'fast-check';
import type { LevelItem, LevelPeriod } from './level';

export interface Instance {
  readonly periods: readonly LevelPeriod[];
  readonly items: readonly LevelItem[];
}

/** Periods with zeros among them; items with gates in order, visits, and now and then a window nothing fits. */
const instances = (maxPeriods: number, maxItems: number): fc.Arbitrary<Instance> =>
  fc.integer({ min: 1, max: maxPeriods }).chain((count) =>
    fc.record({
      periods: fc.array(
        fc.record({
          minutes: fc.oneof(
            { weight: 1, arbitrary: fc.constant(0) },
            { weight: 6, arbitrary: fc.integer({ min: 20, max: 240 }) },
          ),
        }),
        { minLength: count, maxLength: count },
      ),
      items: fc.array(itemOf(count), { minLength: 1, maxLength: maxItems }),
    }),
  );

const itemOf = (count: number): fc.Arbitrary<LevelItem> =>
  fc
    .record({
      id: fc.constantFrom('a', 'b', 'c', 'd'),
      visitMinutes: fc.constantFrom(0, 0, 0, 2, 5),
      ends: fc.array(fc.integer({ min: 0, max: count - 1 }), { minLength: 2, maxLength: 2 }),
      starts: fc.array(fc.integer({ min: 0, max: Math.max(0, Math.floor(count / 3)) }), {
        minLength: 4,
        maxLength: 4,
      }),
      work: fc.array(
        fc.record({
          minutes: fc.integer({ min: 0, max: 160 }),
          latest: fc.integer({ min: 0, max: count - 1 }),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      sorted: fc.boolean(),
    })
    .map(({ id, visitMinutes, ends, starts, work, sorted }) => {
      const latest = work.map((each) => each.latest).sort((a, b) => (sorted ? a - b : 0));
      return {
        id,
        visitMinutes,
        from: Math.min(...ends),
        until: Math.max(...ends),
        work: work.map((each, at) => ({
          minutes: each.minutes,
          earliest: Math.min(starts[at] ?? 0, sorted ? (latest[at] ?? 0) : count - 1),
          latest: latest[at] ?? 0,
        })),
      };
    });

export const anyInstance = instances(12, 6);
export const smallInstance = instances(5, 3);
