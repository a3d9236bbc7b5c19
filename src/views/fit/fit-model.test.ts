import fc from 'fast-check';
import { expect, test } from 'vitest';
import { firstOfGroup, inSight, printedBlocks, widthOfColumn, type FitGrid } from './fit-model';

/** Groups of so many columns each. */
const grid = (sizes: readonly number[], short = ''): FitGrid => ({
  columns: [],
  view: sizes.flatMap((size, group) =>
    Array.from({ length: size }, (_, at) => ({ group, name: '', short, rank: at, members: [] })),
  ),
});

test('in sight are as many whole columns as there is room for, none of a group without room for its name', () => {
  const sizes = fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 12 });
  const short = fc.constantFrom('4', 'Preparatory', 'Second oboe, second flute');
  fc.assert(
    fc.property(sizes, short, fc.integer({ min: 0, max: 2000 }), (counts, name, room) => {
      const of = grid(counts, name);
      const { columns, width } = inSight(of, room);
      const wide = (upTo: number) =>
        Array.from({ length: upTo }, (_, at) => widthOfColumn(of, at)).reduce((a, b) => a + b, 168);
      expect(width).toBe(wide(columns));
      if (columns > 0) expect(width).toBeLessThanOrEqual(room);
      const namedUpTo = (upTo: number) => {
        let from = upTo - 1;
        while (!firstOfGroup(of, from)) from -= 1;
        return firstOfGroup(of, upTo) || wide(upTo) - wide(from) >= 184;
      };
      if (columns > 0) expect(namedUpTo(columns)).toBe(true);
      for (let more = columns + 1; more <= of.view.length; more += 1)
        expect(wide(more) > room || !namedUpTo(more)).toBe(true);
    }),
    { numRuns: 300, seed: 5 },
  );
});
const ROOM = 687 - 168;

test('on paper every column stands once, in order, and a group that fits on a sheet is not cut', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 12 }), (sizes) => {
      const of = grid(sizes);
      const blocks = printedBlocks(of);
      expect(blocks.flat()).toEqual([...of.view.keys()]);
      const wide = (places: readonly number[]) =>
        places.reduce((sum, place) => sum + widthOfColumn(of, place), 0);
      for (const block of blocks) expect(wide(block)).toBeLessThanOrEqual(ROOM);
      for (const group of sizes.keys()) {
        const own = [...of.view.keys()].filter((at) => of.view[at]?.group === group);
        if (wide(own) <= ROOM)
          expect(blocks.some((block) => own.every((at) => block.includes(at)))).toBe(true);
      }
      // No sheet is begun while the one before has room for what comes next.
      for (const [at, block] of blocks.slice(1).entries()) {
        const next = of.view[block[0] ?? 0]?.group;
        const needed = block.filter((place) => of.view[place]?.group === next);
        expect(wide([...(blocks[at] ?? []), ...needed])).toBeGreaterThan(ROOM);
      }
    }),
    { numRuns: 300, seed: 3 },
  );
});
