import { expect, test } from 'vitest';
import { calendarDay } from '../time';
import {
  breadthPace,
  isLearned,
  stateOf,
  withStep,
  type RepertoireEntry,
  type RepertoireState,
} from './own-repertoire';
import { composerKey, keyMode } from './piece';

test.each([
  ['G major', 'major'],
  ['f sharp MINOR', 'minor'],
  ['no key', 'neither'],
])('%s is %s', (key, mode) => expect(keyMode(key)).toBe(mode));

test.each([
  ['A. Hewn', ' a.  hewn', true],
  ['A. Hewn', 'B. Hewn', false],
])('%s and %s: %s', (a, b, same) => {
  expect(composerKey(a) === composerKey(b)).toBe(same);
});

const entry = (
  pieceId: string,
  days: readonly (readonly [RepertoireState, string])[],
  stretch = false,
): RepertoireEntry => ({
  id: pieceId,
  studentId: 's',
  pieceId,
  part: null,
  stretch,
  steps: days.map(([state, day]) => ({ state, day: calendarDay(day) })),
});

test('a state is that of the last day; one set late finds its place, one on the same day takes the other’s', () => {
  const first = entry('a', [
    ['begun', '2026-09-01'],
    ['performed', '2026-12-01'],
  ]);
  const late = withStep(first, 'first target', calendarDay('2026-10-01'));
  expect(late.steps.map(({ state }) => state)).toEqual(['begun', 'first target', 'performed']);
  expect(stateOf(withStep(late, 'lapsed', calendarDay('2026-12-01')))).toBe('lapsed');
  expect(
    [first, withStep(first, 'lapsed', calendarDay('2027-01-01')), entry('b', [['begun', '2026-01-01']])].map(
      isLearned,
    ),
  ).toEqual([true, false, false]);
});

test('breadth: pieces that came to a target in the year, once each; stretch pieces stand beside', () => {
  const entries = [
    entry('a', [
      ['begun', '2025-12-01'],
      ['first target', '2026-01-21'],
      ['refined', '2026-06-01'],
    ]),
    entry('b', [
      ['begun', '2025-12-01'],
      ['first target', '2026-01-20'],
    ]),
    entry('c', [
      ['begun', '2026-12-01'],
      ['first target', '2027-01-10'],
      ['lapsed', '2027-01-19'],
    ]),
    entry('d', [['begun', '2026-12-01']]),
    entry(
      'e',
      [
        ['begun', '2026-12-01'],
        ['first target', '2027-01-10'],
      ],
      true,
    ),
    entry('f', [['first target', '2027-02-01']]),
  ];
  expect(breadthPace(entries, 20, calendarDay('2027-01-20'))).toEqual({
    done: 2,
    pace: 4,
    aim: 20,
    stretch: 1,
  });
});
