import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { SearchPiece } from '../requirements';
import { lookAhead } from './look-ahead';
import { pricesOf } from './prices';

const SKILLS = 3;
const anyChoice = fc.record({
  points: fc.integer({ min: -50, max: 30 }),
  skills: fc.uniqueArray(fc.nat(SKILLS - 1), { maxLength: 2 }),
  uses: fc.array(fc.integer({ min: -4, max: 6 }), { minLength: 2, maxLength: 2 }),
});
const anySlots = fc.array(
  fc.record({
    min: fc.nat(1),
    more: fc.integer({ min: 0, max: 1 }),
    choices: fc.array(anyChoice, { minLength: 1, maxLength: 4 }),
  }),
  { minLength: 1, maxLength: 3 },
);
const anyQuestion = fc.record({
  slots: anySlots,
  costs: fc.array(fc.nat(40), { minLength: SKILLS, maxLength: SKILLS }),
  forbidden: fc.integer({ min: -4, max: 12 }),
  late: fc.record({ bound: fc.integer({ min: -4, max: 12 }), most: fc.integer({ min: 1, max: 5 }) }),
});

type Taken = readonly (readonly number[])[];
/** Every way of choosing from each slot between its least and its most. */
function everyWay(slots: readonly { min: number; max: number; choices: readonly unknown[] }[]): Taken[] {
  const subsets = (count: number) =>
    Array.from({ length: 1 << count }, (_, bits) =>
      Array.from({ length: count }, (__, at) => at).filter((at) => bits & (1 << at)),
    );
  return slots.reduce<Taken[]>(
    (all, { min, max, choices }) =>
      all.flatMap((before) =>
        subsets(choices.length)
          .filter(({ length }) => length >= min && length <= max)
          .map((own) => [...before, own]),
      ),
    [[]],
  );
}

test('at the prices no programme brings less than it is worth, and what is open is never given up too soon', () => {
  let seen = 0;
  fc.assert(
    fc.property(anyQuestion, ({ slots: drawn, costs, forbidden, late }) => {
      const slots = drawn.map(({ min, more, choices }) => ({ min, max: Math.max(1, min + more), choices }));
      const usesOf = (limit: number) =>
        slots.map(({ choices }) => Float64Array.from(choices, ({ uses }) => uses[limit] ?? 0));
      const { bare, shares, given } = pricesOf(slots, costs, [
        { bound: forbidden, most: Infinity, uses: usesOf(0) },
        { ...late, uses: usesOf(1) },
      ]);
      const chosenOf = (way: Taken) => way.flatMap((own, at) => own.map((index) => ({ at, index })));
      const sumOf = (limit: number, way: Taken) =>
        chosenOf(way).reduce((sum, { at, index }) => sum + (slots[at]?.choices[index]?.uses[limit] ?? 0), 0);
      const ahead = lookAhead(
        [{ bound: forbidden, use: (place: SearchPiece) => (place as unknown as { use: number }).use }],
        slots.map(({ min, max, choices }) => ({
          min,
          max,
          choices: choices.map(({ uses }) => ({ place: { use: uses[0] ?? 0 } as unknown as SearchPiece })),
        })),
      );
      for (const way of everyWay(slots).filter((each) => sumOf(0, each) <= forbidden)) {
        seen += 1;
        const chosen = chosenOf(way);
        const skills = new Set(chosen.flatMap(({ at, index }) => slots[at]?.choices[index]?.skills ?? []));
        let worth = -late.most * Math.max(0, sumOf(1, way) - late.bound);
        for (const skill of skills) worth -= costs[skill] ?? 0;
        let priced = given;
        for (const { at, index } of chosen) {
          const choice = slots[at]?.choices[index];
          worth += choice?.points ?? 0;
          priced += bare[at]?.[index] ?? 0;
          for (const skill of choice?.skills ?? []) priced -= shares[at]?.[skill] ?? 0;
        }
        expect(priced).toBeGreaterThanOrEqual(worth - 1e-6);
        // Chosen one after the other, the sum can be held at every step.
        way.forEach((own, at) =>
          own.forEach((index, taken) => {
            ahead.add(at, index);
            expect(ahead.canHold(at, taken + 1)).toBe(true);
          }),
        );
        for (const { at, index } of chosen) ahead.remove(at, index);
      }
    }),
    { numRuns: 300, seed: 7 },
  );
  expect(seen).toBeGreaterThan(1_000);
});
