import fc from 'fast-check';
import highsLoader from 'highs';
import { beforeAll, expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import type { Corridor } from '../effort';
import { levelLoads, serving } from '../effort';
import { smallInstance } from '../effort/arbitrary';
import { gatesOver, servedSo } from './serving';

let highs: Awaited<ReturnType<typeof highsLoader>>;
beforeAll(async () => {
  highs = await highsLoader();
});

const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

/**
 * The same serving by a solver: in each week each item in turn gets as much as any split of the loads can give it.
 * @param slack - minutes it may be beside what it is asked
 */
function servedBySolver(
  load: readonly number[],
  corridors: readonly Corridor[],
  order: readonly number[],
  slack: number,
): number[][] {
  const above = load.map((each, week) => each - total(corridors.map(({ floor }) => floor[week] ?? 0)));
  const name = (item: number, week: number) => `x${item}_${week}`;
  const rows = [
    ...corridors.flatMap(({ low, high }, item) =>
      above.flatMap((_, week) => {
        const done = above
          .slice(0, week + 1)
          .map((__, at) => name(item, at))
          .join(' + ');
        return [`${done} >= ${(low[week + 1] ?? 0) - slack}`, `${done} <= ${(high[week + 1] ?? 0) + slack}`];
      }),
    ),
    ...above.flatMap((room, week) => {
      const served = corridors.map((_, item) => name(item, week)).join(' + ');
      return [`${served} >= ${room - slack}`, `${served} <= ${room + slack}`];
    }),
  ];
  const fixed = new Map<string, number>();
  for (const week of above.keys())
    for (const item of order) {
      const bounds = [...fixed].map(([each, is]) => `${Math.max(0, is - 1e-6)} <= ${each} <= ${is + 1e-6}`);
      const solved = highs.solve(
        `Maximize\n obj: ${name(item, week)}\nSubject To\n${rows.map((row, at) => ` r${at}: ${row}`).join('\n')}\nBounds\n${bounds.join('\n')}\nEnd\n`,
      );
      expect(solved.Status).toBe('Optimal');
      fixed.set(name(item, week), Math.max(0, solved.ObjectiveValue));
    }
  return corridors.map(({ floor }, item) =>
    floor.map((each, week) => each + (fixed.get(name(item, week)) ?? 0)),
  );
}

const anyOrder = (length: number) =>
  fc.shuffledSubarray([...Array(length).keys()], { minLength: length, maxLength: length });

test('each item in turn is served as much as the others can spare', () => {
  let compared = 0;
  fc.assert(
    fc.property(
      smallInstance.chain((instance) => fc.tuple(fc.constant(instance), anyOrder(instance.items.length))),
      ([{ periods, items }, order]) => {
        const loads = levelLoads(periods, items);
        fc.pre(loads.kind === 'split');
        const fast = serving(loads.load, loads.corridors)(order);
        const slow = servedBySolver(loads.load, loads.corridors, order, 1e-5);
        fast.forEach((row, item) =>
          row.forEach((each, week) =>
            expect(Math.abs(each - (slow[item]?.[week] ?? NaN)), `${item} in ${week}`).toBeLessThan(1e-3),
          ),
        );
        compared += 1;
      },
    ),
    { numRuns: proofRuns(500), seed: 9 },
  );
  expect(compared).toBeGreaterThanOrEqual(proofRuns(500));
});

const permutations = (of: readonly number[]): number[][] =>
  of.length <= 1
    ? [[...of]]
    : of.flatMap((first, at) => permutations(of.toSpliced(at, 1)).map((rest) => [first, ...rest]));

test('gates that one lesson cannot hear are as few as under the best serving order', () => {
  const seen = { helped: 0, unavoidable: 0, cases: 0 };
  const limits = fc.integer({ min: 1, max: 2 });
  fc.assert(
    fc.property(smallInstance, limits, ({ periods, items }, heard) => {
      const loads = levelLoads(periods, items);
      fc.pre(loads.kind === 'split' && items.length > 1);
      const ends = items.map(({ work }) => {
        let sum = 0;
        return work.map(({ minutes }) => (sum += minutes));
      });
      const setIn = ends.map((each) => each.map(() => null));
      const over = (rows: readonly (readonly number[])[]) => gatesOver(rows, ends, setIn, heard);
      const ours = over(servedSo(loads, ends, setIn, heard));
      const best = Math.min(
        ...permutations([...items.keys()]).map((order) =>
          over(servedBySolver(loads.load, loads.corridors, order, 1e-7)),
        ),
      );
      expect(ours).toBeLessThanOrEqual(best);
      seen.cases += 1;
      seen.unavoidable += Number(ours > 0);
      seen.helped += Number(ours < over(serving(loads.load, loads.corridors)([...items.keys()])));
    }),
    { numRuns: proofRuns(400), seed: 4 },
  );
  expect(seen.cases, JSON.stringify(seen)).toBeGreaterThanOrEqual(proofRuns(400));
  expect(Math.min(seen.helped, seen.unavoidable), JSON.stringify(seen)).toBeGreaterThanOrEqual(proofRuns(15));
});
