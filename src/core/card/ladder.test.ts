import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { climb, ladder, rungReported, type Play } from './ladder';

describe('the ladder', () => {
  test('equal ratios from end to end', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 150 }),
        fc.integer({ min: 1, max: 150 }),
        fc.integer({ min: 2, max: 15 }),
        (from, more, rungs) => {
          const tempos = ladder(from, from + more, rungs);
          expect(tempos).toHaveLength(rungs);
          expect(tempos[0]).toBeCloseTo(from, 9);
          expect(tempos.at(-1)).toBeCloseTo(from + more, 9);
          const ratio = tempos[1]! / tempos[0]!;
          for (let at = 1; at < rungs; at += 1) expect(tempos[at]! / tempos[at - 1]!).toBeCloseTo(ratio, 9);
        },
      ),
    );
    expect(ladder(66, 96, 7).map(Math.round)).toEqual([66, 70, 75, 80, 85, 90, 96]);
    expect([ladder(80, 80, 8), ladder(90, 80, 8)]).toEqual([[80], [80]]);
  });
  const plays = (text: string): Play[] => Array.from(text, (each) => (each === 'c' ? 'clean' : 'slip'));
  test.each<[string, string, number]>([
    ['three clean times: one up', 'ccc', 3],
    ['a slip between begins again', 'ccscc', 2],
    ['two slips in a row: one down', 'ss', 1],
    ['slips apart: it stays', 'scs', 2],
    ['up, then down', 'cccss', 2],
    ['never past the last', 'ccccccccccccccccccccc', 4],
    ['never below the first', 'ssssssssss', 0],
  ])('%s', (_, text, rung) => {
    expect(climb(5, 2, plays(text), 3)).toBe(rung);
  });
  test.each<[string, Parameters<typeof rungReported>[1], number | null]>([
    ['nobody said a tempo', [{ clean: 3 }], null],
    ['a tempo alone', [{ tempo: 75 }], 2],
    ['clean at it: one up', [{ tempo: 75, clean: 3 }], 3],
    ['two slips at it: one down', [{ tempo: 75, slips: 2 }], 1],
    [
      'what was once clean is not forgotten by a slower day',
      [
        { tempo: 85, clean: 3 },
        { tempo: 70, clean: 4 },
      ],
      5,
    ],
    [
      'a day with slips counts',
      [
        { tempo: 85, clean: 3 },
        { tempo: 75, slips: 3 },
      ],
      1,
    ],
    ['between two rungs the lower', [{ tempo: 78 }], 2],
  ])('where a place stands: %s', (_, said, rung) => {
    expect(rungReported(ladder(66, 96, 7), said, 3)).toBe(rung);
  });
});
