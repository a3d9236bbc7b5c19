import { describe, expect, test } from 'vitest';
import { panelResult, seated } from '@/core/marks';
import { demoFiles } from '.';

const scheme = (setId: string, schemeId: string) => {
  const found = demoFiles()
    .find(({ set }) => set.id === setId)
    ?.set.schemes.find(({ id }) => id === schemeId);
  if (!found) throw new Error(`no scheme ${setId} ${schemeId}`);
  return found;
};

describe('every shipped scheme, worked by hand: judges’ marks by component, the total announced, the award', () => {
  test.each<[string, string, number[][], number | null, string | null]>([
    // 15 + 15 + 16 + 16 + 16; strong asks 93 and 14 in each, and is needed for superb.
    ['tarrin-flute-2026', 'board', [[15, 15, 16, 16, 16]], 78, 'pass'],
    ['tarrin-flute-2026', 'board', [[15, 15, 15, 16, 16]], 77, null],
    ['tarrin-flute-2026', 'board', [[13, 24, 24, 24, 24]], 109, 'pass'],
    ['tarrin-flute-2026', 'board', [[14, 20, 20, 20, 19]], 93, 'strong'],
    ['tarrin-flute-2022', 'board', [[21, 21, 21, 21, 22]], 106, 'superb'],
    // 30 x 56/40 + 14 x 17/20 + 10 x 15/15 + 9 x 12/12 = 42 + 11.9 + 10 + 9
    ['ostrand-flute-2026', 'ostrand', [[30, 14, 10, 9]], 73, 'assured'],
    // 35 + 17 + 15 + 12, but 25 in the programme is under the 26 of credit
    ['ostrand-flute-2026', 'ostrand', [[25, 20, 15, 12]], 79, 'pass'],
    // 35 + 8.5 + 8 + 6 = 57.5, a tie that goes up to the line
    ['ostrand-flute-2026', 'ostrand', [[25, 10, 8, 6]], 58, 'pass'],
    ['ostrand-flute-2026', 'ostrand', [[25, 10, 8, 5]], 57, null],
    // 47.6 + 12.75 + 14 + 12 = 86.35; one less for own choice: 47.6 + 11.9 + 15 + 12 = 86.5, under its floor of 15
    ['ostrand-flute-2026', 'ostrand', [[34, 15, 14, 12]], 86, 'brilliant'],
    ['ostrand-flute-2026', 'ostrand', [[34, 14, 15, 12]], 87, 'assured'],
    // mean of two judges: (33 + 32) / 2, (32 + 31) / 2, (13 + 13 and 13 + 12) / 2
    ['lantern-coast-2027', 'one', [[33], [32]], 32.5, 'lantern'],
    ['lantern-coast-2027', 'one', [[32], [31]], 31.5, 'commended'],
    [
      'lantern-coast-2027',
      'two',
      [
        [13, 13],
        [13, 12],
      ],
      25.5,
      'heard',
    ],
    // medians of 45, 53, 47 and of each component: 16, 16, 16
    [
      'fairlead-winds-2027',
      'panel',
      [
        [15, 16, 14],
        [18, 17, 18],
        [16, 15, 16],
      ],
      47,
      'second',
    ],
    // 52 reaches the first chair's line, but 12 in scales is under its 15
    [
      'fairlead-winds-2027',
      'panel',
      [
        [20, 20, 12],
        [20, 20, 12],
        [10, 10, 10],
      ],
      52,
      'second',
    ],
    // ratings half-mast, pennant, pennant, moored
    [
      'mainsail-2027',
      'mainsail',
      [
        [9, 8],
        [20, 6],
        [13, 13],
        [0, 3],
      ],
      null,
      'half-mast',
    ],
    // moored and three pennants
    [
      'mainsail-2027',
      'mainsail',
      [
        [1, 1],
        [13, 13],
        [14, 14],
        [15, 15],
      ],
      null,
      'pennant',
    ],
    ['chandlery-recital-2027', 'recital', [[7]], 7, 'played'],
    ['chandlery-recital-2027', 'recital', [[8]], 8, 'encore'],
  ])('%s %s %j: %s, %s', (setId, schemeId, judges, total, award) => {
    const result = panelResult(scheme(setId, schemeId), judges);
    expect([result.total?.valueOf() ?? null, result.award?.id ?? null]).toEqual([total, award]);
  });

  test('the audition’s four seats by rank: two tied at the fourth both get one', () => {
    const { outcome } = scheme('fairlead-winds-2027', 'panel');
    if (outcome.kind !== 'seats') throw new Error('no seats');
    const entries = [52, 49, 47, 51, 47, 40].map((mark, at) => ({
      id: `player-${at + 1}`,
      total: panelResult(scheme('fairlead-winds-2027', 'panel'), [[20, 20, mark - 40]]).total!,
    }));
    expect(seated(entries, outcome)).toEqual(['player-1', 'player-4', 'player-2', 'player-3', 'player-5']);
  });
});
