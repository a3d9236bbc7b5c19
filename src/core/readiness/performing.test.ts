import { describe, expect, test } from 'vitest';
import type { PerformingName, RunThrough } from '../runs';
import { addDays, calendarDay as day } from '../time';
import { daysToShow, performingOf, type PieceRuns } from './performing';

let place = 0;
const run = (rest: Partial<RunThrough> = {}): RunThrough => ({
  id: `r${(place += 1)}`,
  studentId: 's',
  pieceId: 'p',
  day: day('2027-01-20'),
  place,
  start: { kind: 'beginning' },
  seconds: null,
  slips: [],
  stops: [],
  tempo: 'kept',
  ...rest,
});
const slip = [{ at: 3 }];
const sections = [
  { from: 1, to: 8 },
  { from: 9, to: 16 },
];
const cold = { kind: 'cold', section: { from: 9, to: 16 } } as const;
const stop = (then: 'went on' | 'started over') => [{ at: 9, seconds: 2, then }];
const piece = (runs: readonly RunThrough[], rest: Partial<PieceRuns> = {}): PieceRuns => ({
  pieceId: 'p',
  sections,
  byHeart: true,
  runs,
  ...rest,
});
const item = (name: PerformingName, ...pieces: readonly PieceRuns[]) =>
  performingOf(pieces, { mostSlips: 2, streak: 3 }).find((each) => each.name === name);

describe('what shows that a student can perform', () => {
  test.each<[string, PerformingName, RunThrough[], boolean]>([
    ['a steady run', 'steady', [run()], true],
    ['one whose tempo nobody judged', 'steady', [run({ tempo: null })], false],
    ['two clean in a row', 'streak', [run(), run()], false],
    ['three, and a slip since', 'streak', [run(), run(), run(), run({ slips: slip })], true],
    ['three with a slip between', 'streak', [run(), run({ slips: slip }), run(), run()], false],
    ['the second section cold', 'cold starts', [run(), run({ start: cold })], true],
    ['only from the beginning', 'cold starts', [run()], false],
    [
      'by heart: whole, one hand, every start',
      'memory',
      [
        run({ memory: 'from memory' }),
        run({ memory: 'from memory', alone: 'left hand' }),
        run({ memory: 'from memory', start: cold }),
      ],
      true,
    ],
    ['by heart, but no hand alone', 'memory', [run({ memory: 'from memory' })], false],
    [
      'the last stop went on',
      'recovery',
      [run({ stops: stop('started over') }), run({ stops: stop('went on') })],
      true,
    ],
    [
      'the last stop started over',
      'recovery',
      [run({ stops: stop('went on') }), run({ stops: stop('started over') })],
      false,
    ],
    ['a slip played over', 'recovery', [run({ slips: slip })], true],
    ['nothing to recover from', 'recovery', [run()], false],
    [
      'one day before listeners',
      'listeners',
      [run({ listeners: 'an audience' }), run({ listeners: 'an audience' })],
      false,
    ],
    [
      'two days',
      'listeners',
      [run({ listeners: 'an audience' }), run({ listeners: 'family or friends', day: day('2027-01-22') })],
      true,
    ],
    ['before the teacher alone', 'listeners', [run({ listeners: 'the teacher' })], false],
    ['in the room', 'room', [run({ room: 'the room of the day' })], true],
    ['some bars in the room', 'room', [run({ room: 'the room of the day', start: cold })], false],
    ['on the usual instrument', 'instrument', [run({ playedOn: 'the usual instrument' })], false],
    ['in the clothes', 'clothes', [run({ clothes: 'of the day' })], true],
    ['with the routine', 'routine', [run({ routine: 'rehearsed' })], true],
    ['without it', 'routine', [run({ routine: 'left out' })], false],
  ])('%s', (_, name, runs, met) => {
    const found = item(name, piece(runs));
    expect(found && found.done === found.of).toBe(met);
  });
  test('of each piece by itself; memory only of what is played by heart; nothing without a piece', () => {
    const [done, open] = [piece([run()]), piece([], { pieceId: 'q', byHeart: false })];
    expect(item('steady', done, open)).toMatchObject({ done: 1, of: 2 });
    expect(item('memory', done, open)).toMatchObject({ of: 1 });
    expect(item('memory', open)).toBeUndefined();
    expect(performingOf([], { mostSlips: 2, streak: 3 })).toEqual([]);
  });
});

test('what is open is spread over the lessons in its order, or over the days where there is none', () => {
  const open = ['steady', 'streak', 'cold starts', 'listeners', 'room'] as const;
  const on = (at: number) => addDays(day('2027-01-20'), at);
  const lessons = [on(6), on(13)];
  const days = daysToShow(open, lessons, on(0), on(16)).map(({ by }) => by);
  expect(days).toEqual([6, 6, 6, 13, 13].map(on));
  const spread = daysToShow(open, [], on(0), on(5));
  expect(spread.map(({ by }) => by)).toEqual([1, 2, 3, 4, 5].map(on));
  expect(spread.map(({ name }) => name)).toEqual(open);
  expect(daysToShow(open, [], on(0), on(0)).every(({ by }) => by === on(0))).toBe(true);
});
