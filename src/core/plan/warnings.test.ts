import { expect, test } from 'vitest';
import { addDays } from '../time';
import { today } from './arbitrary';
import { warningsOf, type WarningsInput } from './warnings';

const week = (at: number, load: number) => ({
  from: addDays(today, 7 * at),
  to: addDays(today, 7 * at + 6),
  minutes: 200,
  load,
  ifDone: null,
  lesson: true,
  closed: null,
  days: [],
});
const days = (asked: readonly number[]) =>
  asked.map((each, at) => ({ day: addDays(today, at), asked: each }));
const calm: WarningsInput = {
  plan: { weeks: [week(0, 100), week(1, 110), week(2, 120)] },
  days: days([20, 20, 20, 20, 0, 25, 0]),
  goals: [
    { goalId: 'g', session: addDays(today, 60), due: null, goNoGo: addDays(today, 46), isDecided: false },
  ],
  lessons: [{ day: addDays(today, -7), note: 'Paint the picture of the tune.' }],
  today,
};

test.each<[string, Partial<WarningsInput>, readonly string[]]>([
  ['none', {}, []],
  ['minutes up by more than 15 %', { plan: { weeks: [week(0, 100), week(1, 116)] } }, ['steep']],
  ['not where the week before had none', { plan: { weeks: [week(0, 0), week(1, 116)] } }, []],
  ['more than 25 minutes in one go', { days: days([20, 30, 20]) }, ['no break']],
  ['a day heavier than twice the mean', { days: days([10, 10, 10, 10, 35]) }, ['heavy day', 'no break']],
  [
    'the last two days as full as the others',
    {
      days: days([20, 20, 20]),
      goals: [
        { goalId: 'g', session: addDays(today, 3), due: null, goNoGo: addDays(today, 1), isDecided: false },
      ],
    },
    ['heavy end'],
  ],
  [
    'lighter before a recording',
    {
      days: days([20, 10, 5]),
      goals: [
        {
          goalId: 'g',
          session: addDays(today, 30),
          due: addDays(today, 3),
          goNoGo: addDays(today, 1),
          isDecided: false,
        },
      ],
    },
    [],
  ],
  [
    'strain noted lately',
    { lessons: [{ day: addDays(today, -7), note: 'Left wrist hurts after scales.' }] },
    ['strain'],
  ],
  ['not long ago', { lessons: [{ day: addDays(today, -40), note: 'Wrist hurts.' }] }, []],
  [
    'the day on which it is decided has come',
    { goals: [{ goalId: 'g', session: addDays(today, 20), due: null, goNoGo: today, isDecided: false }] },
    ['go or no-go'],
  ],
])('warnings: %s', (_, change, kinds) => {
  expect(warningsOf({ ...calm, ...change }).map(({ kind }) => kind)).toEqual(kinds);
});
