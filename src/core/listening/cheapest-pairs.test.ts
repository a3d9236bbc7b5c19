import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cheapestPairs } from './cheapest-pairs';

/** The least sum over every way to give rows different columns, as many as there are of the fewer. */
function leastOfAll(costs: readonly (readonly number[])[]): number {
  const columns = costs[0]?.length ?? 0;
  const spare = Math.max(0, costs.length - columns);
  const from = (row: number, taken: ReadonlySet<number>, unpaired: number): number => {
    const own = costs[row];
    if (!own) return 0;
    const without = unpaired < spare ? from(row + 1, taken, unpaired + 1) : Infinity;
    return own.reduce(
      (least, cost, column) =>
        taken.has(column)
          ? least
          : Math.min(least, cost + from(row + 1, new Set([...taken, column]), unpaired)),
      without,
    );
  };
  return from(0, new Set(), 0);
}

test('pairs cost as little as the best of all ways to pair', () => {
  const sizes = fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 1, max: 5 }));
  const tables = sizes.chain(([rows, columns]) =>
    fc.array(fc.array(fc.integer({ min: -9, max: 9 }), { minLength: columns, maxLength: columns }), {
      minLength: rows,
      maxLength: rows,
    }),
  );
  fc.assert(
    fc.property(tables, (costs) => {
      const found = cheapestPairs(costs);
      const paired = found.filter((column) => column >= 0);
      expect(found).toHaveLength(costs.length);
      expect(new Set(paired).size).toBe(paired.length);
      expect(paired).toHaveLength(Math.min(costs.length, costs[0]?.length ?? 0));
      const sum = found.reduce((total, column, row) => total + (costs[row]?.[column] ?? 0), 0);
      expect(sum).toBe(leastOfAll(costs));
    }),
  );
});
