import { expect, test } from 'vitest';
import { seeded } from '../seeded';
import { addDays, calendarDay, periodsBetween } from '../time';
import type { ItemWork, StageWork } from './item-work';
import { learnedRate, rateObservations, type RateObservation } from './learned-rate';
import type { PracticeEntry } from './practice-entry';

test('eight intervals of ten hold the rate they were drawn from', () => {
  const next = seeded(2027);
  /** Of the normal distribution, by the sum of twelve even draws. */
  const normal = () => Array.from({ length: 12 }, next).reduce((sum, each) => sum + each, -6);
  let held = 0;
  const runs = 1_000;
  for (let run = 0; run < runs; run += 1) {
    const log = normal() * 0.35;
    const observations = Array.from({ length: 1 + Math.floor(next() * 6) }, (): RateObservation => {
      const share = 0.5 + next() / 2;
      return { log: log + (normal() * 0.3) / Math.sqrt(share), share };
    });
    const found = learnedRate(observations)!;
    expect(found.from < found.rate && found.rate < found.to).toBe(true);
    if (found.from <= Math.exp(log) && Math.exp(log) <= found.to) held += 1;
  }
  expect(held / runs).toBeGreaterThanOrEqual(0.76);
  expect(held / runs).toBeLessThanOrEqual(0.84);
});

test('nothing observed says nothing; more gates of one kind draw further and nearer together', () => {
  expect(learnedRate([])).toBeNull();
  const slow = { log: Math.log(1.5), share: 1 };
  const [one, four] = [learnedRate([slow])!, learnedRate([slow, slow, slow, slow])!];
  expect(one.rate).toBeGreaterThan(1);
  expect(four.rate).toBeGreaterThan(one.rate);
  expect(four.rate).toBeLessThan(1.5);
  expect(four.to / four.from).toBeLessThan(one.to / one.from);
});

const start = calendarDay('2027-01-06');
const stage = (name: StageWork['stage'], minutes: number, passed: number | null): StageWork => ({
  stage: name,
  minutes,
  by: null,
  passedOn: passed === null ? null : addDays(start, passed),
});
const item = (stages: readonly StageWork[], perWeek: number | null = null) =>
  ({ goalId: 'g', componentId: 'a', piece: null, perWeek, stages }) as unknown as ItemWork;
const weeks = periodsBetween(start, addDays(start, 28), 2);
/** So many minutes on the first day of each of these weeks. */
const practised = (minutes: readonly (number | null)[]): PracticeEntry[] =>
  minutes.flatMap((each, at) =>
    each === null
      ? []
      : [
          {
            id: `${at}`,
            studentId: 'w',
            goalId: 'g',
            componentId: 'a',
            pieceId: null,
            day: addDays(start, 7 * at),
            minutes: each,
            source: 'card',
          },
        ],
  );

test.each<[string, ItemWork, (number | null)[], [number, number][]]>([
  [
    'two gates, each with its own weeks',
    item([stage('prepare', 20, 6), stage('learn', 60, 20), stage('secure', 40, null)]),
    [30, 50, 40],
    [
      [1.5, 1],
      [1.5, 1],
    ],
  ],
  ['half of the weeks reported: twice the minutes', item([stage('learn', 60, 13)]), [30, null], [[1, 0.5]]],
  ['fewer reported: nothing', item([stage('learn', 60, 20)]), [30, null, null], []],
  [
    'passed together: one way',
    item([stage('prepare', 20, 13), stage('learn', 60, 13)]),
    [40, 80],
    [[1.5, 1]],
  ],
  ['no minutes of it: nothing', item([stage('learn', 60, 13)]), [0, 0], []],
  ['asked every week: nothing', item([stage('learn', 60, 13)], 20), [30, 30], []],
])('%s', (_, work, minutes, expected) =>
  expect(
    rateObservations(work, practised(minutes), weeks).map(({ log, share }) => [
      Math.round(Math.exp(log) * 100) / 100,
      share,
    ]),
  ).toEqual(expected),
);
