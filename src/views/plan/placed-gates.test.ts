import fc from 'fast-check';
import { expect, test } from 'vitest';
import { besideGates } from './placed-gates';

/** A gate takes nine to each side. */
const isFree = (gates: readonly number[], from: number, to: number) =>
  gates.every((gate) => gate + 9 <= from || gate - 9 >= to);

test('a figure stands beside the gates, as near to the middle as any place tried one by one', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: -20, max: 170 }), { maxLength: 5 }),
      fc.integer({ min: 20, max: 150 }),
      fc.integer({ min: 4, max: 60 }).map((half) => 2 * half),
      (gates, to, width) => {
        const tried = Array.from({ length: 2 * to + 1 }, (_, at) => at / 2).filter(
          (middle) =>
            middle - width / 2 >= 0 &&
            middle + width / 2 <= to &&
            isFree(gates, middle - width / 2, middle + width / 2),
        );
        const found = besideGates(gates, { from: 0, to }, width);
        const far = (middle: number) => Math.abs(middle - to / 2);
        expect(found === null).toBe(tried.length === 0);
        if (found !== null) expect(far(found)).toBe(Math.min(...tried.map(far)));
      },
    ),
  );
});
