import fc from 'fast-check';
import highsLoader from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import { anyInstance, smallInstance, type Instance } from './arbitrary';
import { level, type Levelling } from './level';
import { linearProgram, quadraticProgram } from './solver';

let highs: Awaited<ReturnType<typeof highsLoader>>;
beforeAll(async () => {
  highs = await highsLoader();
});

const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

function splitOf(instance: Instance): Levelling | null {
  const answer = level(instance.periods, instance.items);
  return answer.kind === 'split' ? answer : null;
}

test('the peak is the optimum of a linear program, and "no split" is what the program calls infeasible', () => {
  const seen = { split: 0, overfull: 0, none: 0 };
  fc.assert(
    fc.property(anyInstance, (instance) => {
      const solved = highs.solve(linearProgram(instance));
      const answer = level(instance.periods, instance.items);
      if (answer.kind === 'no split') {
        seen.none += 1;
        expect(solved.Status).toBe('Infeasible');
      } else {
        seen[answer.feasible ? 'split' : 'overfull'] += 1;
        expect(solved.Status).toBe('Optimal');
        expect(Math.abs(answer.peak - solved.ObjectiveValue)).toBeLessThan(1e-6 * Math.max(1, answer.peak));
      }
    }),
    { numRuns: 500, seed: 20270120 },
  );
  expect(Math.min(seen.split, seen.overfull, seen.none)).toBeGreaterThan(20);
}, 120_000);

test('the loads are the quadratic optimum on small instances', () => {
  let compared = 0;
  fc.assert(
    fc.property(smallInstance, (instance) => {
      const answer = splitOf(instance);
      fc.pre(answer !== null);
      const solved = highs.solve(quadraticProgram(instance));
      expect(solved.Status).toBe('Optimal');
      const cost = (loads: readonly number[]) =>
        total(loads.map((load, at) => (load === 0 ? 0 : load ** 2 / (instance.periods[at]?.minutes ?? 0))));
      const theirs = instance.periods.map((_, at) => {
        const column = solved.Columns[`l${at}`];
        return column && 'Primal' in column ? column.Primal : 0;
      });
      expect(cost(answer.load)).toBeLessThanOrEqual(cost(theirs) * (1 + 1e-6) + 1e-6);
      answer.load.forEach((load, at) => expect(Math.abs(load - (theirs[at] ?? 0))).toBeLessThan(0.02));
      compared += 1;
    }),
    { numRuns: 150, seed: 3 },
  );
  expect(compared).toBeGreaterThan(50);
}, 120_000);

describe('any split', () => {
  test('conserves minutes, breaks no window, skips no visit, and the critical stretch gives the peak', () => {
    fc.assert(
      fc.property(anyInstance, (instance) => {
        const answer = splitOf(instance);
        fc.pre(answer !== null);
        instance.items.forEach((item, index) => {
          const row = answer.minutes[index]?.minutes ?? [];
          const asked = total(item.work.map((work) => work.minutes));
          expect(Math.abs(total(row) - asked)).toBeLessThan(1e-6 * Math.max(1, asked));
          row.forEach((minutes, at) => {
            const visit = at >= item.from && at <= item.until && (instance.periods[at]?.minutes ?? 0) > 0;
            expect(minutes).toBeGreaterThanOrEqual(visit ? item.visitMinutes : -1e-9);
            const done = total(row.slice(0, at + 1));
            const must = total(item.work.filter((work) => work.latest <= at).map((work) => work.minutes));
            const blocked = item.work.findIndex((work) => work.earliest > at);
            const may = total(
              item.work.slice(0, blocked < 0 ? undefined : blocked).map((work) => work.minutes),
            );
            expect(done).toBeGreaterThanOrEqual(must - 1e-6);
            expect(done).toBeLessThanOrEqual(may + 1e-6);
          });
        });
        answer.load.forEach((load, at) =>
          expect(Math.abs(load - total(answer.minutes.map((item) => item.minutes[at] ?? 0)))).toBeLessThan(
            1e-6,
          ),
        );
        if (answer.critical) {
          const { from, until, demand, minutes } = answer.critical;
          expect(Math.abs(demand / minutes - answer.peak)).toBeLessThan(1e-9 * Math.max(1, answer.peak));
          expect(total(instance.periods.slice(from, until + 1).map((period) => period.minutes))).toBe(
            minutes,
          );
          expect(Math.abs(total(answer.load.slice(from, until + 1)) - demand)).toBeLessThan(
            1e-6 * Math.max(1, demand),
          );
        }
      }),
      { numRuns: 500, seed: 7 },
    );
  });
});

const period = (...minutes: number[]) => minutes.map((each) => ({ minutes: each }));
const item = (
  id: string,
  visitMinutes: number,
  from: number,
  until: number,
  ...work: [number, number, number][]
) => ({
  id,
  visitMinutes,
  from,
  until,
  work: work.map(([minutes, earliest, latest]) => ({ minutes, earliest, latest })),
});

test.each([
  ['nothing to do', period(60, 60), [], [0, 0], 0, null],
  ['no periods', [], [], [], 0, null],
  [
    'one piece spread evenly',
    period(60, 60, 0, 60),
    [item('a', 0, 0, 3, [90, 0, 3])],
    [30, 30, 0, 30],
    0.5,
    [0, 3],
  ],
  [
    'a gate pulls work forward',
    period(100, 100, 100),
    [item('a', 0, 0, 2, [160, 0, 1], [20, 0, 2])],
    [80, 80, 20],
    0.8,
    [0, 1],
  ],
  ['visits count as work', period(50, 50), [item('a', 10, 0, 1, [20, 0, 1])], [10, 10], 0.2, [0, 1]],
  [
    'work later in the order waits for work before it',
    period(40, 40),
    [item('a', 0, 0, 1, [10, 1, 1], [30, 0, 1])],
    [0, 40],
    1,
    [1, 1],
  ],
  ['more than there is time for', period(30, 30), [item('a', 0, 0, 1, [90, 0, 1])], [45, 45], 1.5, [0, 1]],
] as const)('%s', (_, periods, items, load, peak, critical) => {
  const answer = level(periods, items);
  if (answer.kind !== 'split') throw new Error('no split');
  expect(answer.load.map((value) => Math.round(value * 1e6) / 1e6)).toEqual(load);
  expect(answer.peak).toBeCloseTo(peak, 9);
  expect(answer.critical && [answer.critical.from, answer.critical.until]).toEqual(critical);
  expect(answer.feasible).toBe(peak <= 1);
});

test.each([
  ['work where no minutes are', period(0, 60), [item('a', 0, 0, 1, [10, 0, 0])], 'no minutes'],
  ['more visits than work', period(60, 60), [item('a', 30, 0, 1, [40, 0, 1])], 'windows'],
  ['a window that ends before it begins', period(60, 60), [item('a', 0, 0, 1, [5, 1, 0])], 'windows'],
] as const)('no split: %s', (_, periods, items, why) => {
  expect(level(periods, items)).toMatchObject({ kind: 'no split', why });
});

test('a window outside the periods is a bug in the caller', () => {
  expect(() => level(period(10), [item('a', 0, 0, 0, [5, 0, 1])])).toThrow(RangeError);
});
