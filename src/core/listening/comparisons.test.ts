import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { HeardBar } from './answer';
import { comparePassages, levelsHeard } from './comparisons';

const bar = (number: number, qpm: number, pass = 1, certain: HeardBar['certain'] = 'sure'): HeardBar => ({
  number,
  pass,
  at: number,
  qpm,
  errorShare: 0.02,
  certain,
  why: '',
});
const A = { from: 1, to: 8 };
const B = { from: 9, to: 16 };
/** Bars 1 to 8 at 100, bars 9 to 16 by so many per cent faster, each off by up to two per cent in turn. */
const played = (percent: number, certain: (number: number) => HeardBar['certain'] = () => 'sure') =>
  Array.from({ length: 16 }, (_, at) =>
    bar(
      at + 1,
      (at < 8 ? 100 : 100 * (1 + percent / 100)) * (1 + ((at * 7) % 5) / 125 - 0.016),
      1,
      certain(at + 1),
    ),
  );

test.each([
  ['the same', 0, false],
  ['two in a hundred', 2, false],
  ['seven in a hundred faster', 7, true],
  ['seven in a hundred slower', -7, true],
])('two passages: %s', (_, percent, claim) => {
  const { pairs, difference, claim: said } = comparePassages(played(percent), A, B);
  expect([pairs, said]).toEqual([8, claim]);
  expect(difference?.percent).toBeGreaterThan(percent - 2.5);
  expect(difference?.percent).toBeLessThan(percent + 2.5);
});

test('two passages: only sure bars count, of fewer than six pairs nothing is said, and the range holds the middle', () => {
  expect(
    comparePassages(
      played(9, (number) => (number <= 3 ? 'unsure' : 'sure')),
      A,
      B,
    ),
  ).toEqual({
    pairs: 5,
    difference: null,
    claim: false,
  });
  // Of ratios around none at all a difference is told in one of twenty at most.
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -0.2, max: 0.2, noNaN: true }), { minLength: 6, maxLength: 40 }),
      (ratios) => {
        const bars = ratios.flatMap((ratio, at) => [bar(at + 1, 100), bar(at + 101, 100 * Math.exp(ratio))]);
        const whole = { from: 1, to: ratios.length };
        const one = comparePassages(bars, whole, { from: 101, to: 100 + ratios.length });
        const other = comparePassages(bars, { from: 101, to: 100 + ratios.length }, whole);
        const { percent = 0, low = 0, high = 0 } = one.difference ?? {};
        expect(low).toBeLessThanOrEqual(percent);
        expect(percent).toBeLessThanOrEqual(high);
        expect(Math.log(1 + percent / 100)).toBeCloseTo(
          -Math.log(1 + (other.difference?.percent ?? 0) / 100),
          9,
        );
      },
    ),
  );
});

test('two passages: where the tempos are alike a difference is claimed in one of twenty at most', () => {
  let claimed = 0;
  let seed = 1;
  const chance = () => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;
  const normal = () => Math.sqrt(-2 * Math.log(chance())) * Math.cos(2 * Math.PI * chance());
  const TRIES = 600;
  for (let each = 0; each < TRIES; each += 1) {
    const bars = Array.from({ length: 16 }, (_, at) => bar(at + 1, 100 * Math.exp(0.1 * normal())));
    const { difference } = comparePassages(bars, A, B);
    if (difference && (difference.low > 0 || difference.high < 0)) claimed += 1;
  }
  expect(claimed / TRIES).toBeLessThan(0.05);
  expect(claimed).toBeGreaterThan(0);
});

test('levels: by the middle of their bars, a bar of a swell left out, close ones not told apart', () => {
  const written = [
    { number: 1, level: 'p', gradual: false },
    { number: 5, level: 'f', gradual: true },
    { number: 9, level: 'mf', gradual: false },
  ];
  const heard = (levels: readonly number[]) =>
    levelsHeard(
      levels.map((db, at) => ({ number: at + 1, db })),
      written,
    ).map(({ level, bars, order }) => [level, bars, order]);
  expect(heard([-30, -31, -30, -22, -18, -18, -17, -18, -22, -22])).toEqual([
    ['p', 3, null],
    ['mf', 2, 'louder'],
    ['f', 4, 'louder'],
  ]);
  expect(heard([-20, -20, -20, -22, -23, -23, -23, -23, -19.5, -19.5])).toEqual([
    ['p', 3, null],
    ['mf', 2, 'not told apart'],
    ['f', 4, 'softer'],
  ]);
  expect(heard([-20, -20])).toEqual([['p', 2, null]]);
});
