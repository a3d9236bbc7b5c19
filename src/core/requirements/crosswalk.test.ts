import { expect, test } from 'vitest';
import { crosswalk, familyLevels } from './crosswalk';
import type { RequirementSet } from './with-rules';

const set = (id: string, ranks: readonly (readonly [rank: number, pieceIds: readonly string[]])[]) =>
  ({
    id,
    family: id,
    catalogue: [],
    levels: ranks.map(([rank, pieceIds]) => ({
      name: `Level ${rank}`,
      rank,
      components: [{ letter: 'A', source: { kind: 'list', pieceIds, min: 1, max: 1 } }],
    })),
  }) as unknown as RequirementSet;
const graded = { ...set('college', []), catalogue: [{ pieceId: 'air', rank: 7 }] };
const sets = [
  set('board', [
    [3, ['air', 'reel']],
    [5, ['lament']],
  ]),
  graded,
];

test.each([
  [
    'as printed',
    {},
    [
      ['air', 4],
      ['reel', 0],
      ['lament', 0],
    ],
  ],
  [
    'on the stated scale',
    { college: { '7': 4 } },
    [
      ['air', 1],
      ['reel', 0],
      ['lament', 0],
    ],
  ],
  [
    'where the scale makes them agree',
    { board: { '3': 7 } },
    [
      ['air', 0],
      ['reel', 0],
      ['lament', 0],
    ],
  ],
])('places side by side, furthest apart first: %s', (_, table, expected) => {
  const rows = crosswalk(sets, table);
  expect(rows.map(({ pieceId, spread }) => [pieceId, spread])).toEqual(expected);
  const air = rows.find(({ pieceId }) => pieceId === 'air')?.places;
  // Levels stay as printed, whatever the scale says.
  expect(air?.map(({ setId, levelName, list }) => `${setId} ${levelName} ${list}`)).toEqual([
    'board Level 3 A',
    'college grade 7 catalogue',
  ]);
});

test('levels of a family: those of its levels, then grades of its catalogue alone', () => {
  expect(familyLevels(sets)).toEqual([
    {
      family: 'board',
      levels: [
        { rank: 3, name: 'Level 3' },
        { rank: 5, name: 'Level 5' },
      ],
    },
    { family: 'college', levels: [{ rank: 7, name: 'grade 7' }] },
  ]);
});
