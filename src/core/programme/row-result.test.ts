import { expect, test } from 'vitest';
import { addDays, calendarDay } from '../time';
import { withRowResult, type RowResult } from './goal';

const today = calendarDay('2027-01-20');
type How = RowResult['how'];

test.each<
  [string, readonly (readonly [days: number, how: How | null])[], { how: How | null; secure: boolean }]
>([
  ['a clean row is heard secure', [[0, 'clean']], { how: 'clean', secure: true }],
  [
    'the last word of a day counts',
    [
      [0, 'clean'],
      [0, 'not yet'],
    ],
    { how: 'not yet', secure: false },
  ],
  [
    'slips leave a secure row secure',
    [
      [-7, 'clean'],
      [0, 'with slips'],
    ],
    { how: 'with slips', secure: true },
  ],
  ['slips make no row secure', [[0, 'with slips']], { how: 'with slips', secure: false }],
  [
    'what is not there yet any more is not secure',
    [
      [-7, 'clean'],
      [0, 'not yet'],
    ],
    { how: 'not yet', secure: false },
  ],
  [
    'taken back: it is as it was heard before',
    [
      [-7, 'clean'],
      [0, 'not yet'],
      [0, 'clean'],
      [0, null],
    ],
    { how: 'clean', secure: true },
  ],
  [
    'taken back to slips: as it was before them',
    [
      [-7, 'with slips'],
      [0, 'clean'],
      [0, null],
    ],
    { how: 'with slips', secure: false },
  ],
  [
    'taken back with nothing before: not heard',
    [
      [0, 'clean'],
      [0, null],
    ],
    { how: null, secure: false },
  ],
])('%s', (_, heard, { how, secure }) => {
  const goal = heard.reduce(
    (before, [days, said]) =>
      withRowResult(before, { rowId: 'd', day: addDays(today, days), how: said, tempo: 80 }),
    { rowResults: [] as readonly RowResult[], scalesHeard: ['other'] as readonly string[] },
  );
  expect(goal.rowResults.at(-1)?.how ?? null).toBe(how);
  expect(goal.scalesHeard).toEqual(secure ? ['other', 'd'] : ['other']);
  expect(new Set(goal.rowResults.map(({ day }) => day)).size).toBe(goal.rowResults.length);
});
