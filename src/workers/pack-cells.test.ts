import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { FitCell, FitState } from '@/core/fit';
import { cellPacker, unpackCells } from './pack-cells';

const STATES: readonly FitState[] = [
  { kind: 'ready now', weeks: 2 },
  { kind: 'reachable', weeks: 2 },
  { kind: 'beyond', weeks: null },
  { kind: 'not eligible', why: { kind: 'no programme' } },
];
const cellOf: fc.Arbitrary<FitCell> = fc.record({
  row: fc.nat(200),
  column: fc.nat(120),
  // A state of its own each time: states are the same by what they say.
  state: fc.constantFrom(...STATES).map((state) => ({ ...state })),
});

test('cells come out of their batches as they went in, and no state is told of twice', () => {
  fc.assert(
    fc.property(fc.array(fc.array(cellOf, { maxLength: 30 }), { maxLength: 6 }), (batches) => {
      const pack = cellPacker();
      const states: FitState[] = [];
      const found = batches.map((cells) => {
        const packed = pack(cells);
        states.push(...packed.states);
        return unpackCells(states, packed.cells);
      });
      expect(found).toEqual(batches);
      expect(states.length).toBe(new Set(batches.flat().map(({ state }) => JSON.stringify(state))).size);
    }),
  );
});
