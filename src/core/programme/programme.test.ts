import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { entryWith, pieceWith } from '../requirements/arbitrary';
import type { Programme, Rule } from '../requirements';
import { calendarDay as day } from '../time';
import { entryOf, NEW_GOAL_PLAN, withChoice, withoutChoice, type Goal } from './goal';
import { playingTime, timeLimits } from './playing-time';

const choice = (pieceId: string) => ({ kind: 'piece' as const, pieceId });
const time = (min: number | null, max: number | null, gapSeconds = 0): Rule => ({
  id: `t${min}${max}`,
  kind: 'time',
  min,
  max,
  gapSeconds,
});
const lists = [
  { pieces: [pieceWith('a1', { seconds: 100 }), pieceWith('a2', { seconds: null })], min: 1, max: 2 },
  { pieces: [pieceWith('b1', { seconds: 150 })], min: 1, max: 1 },
];

describe('filling slots', () => {
  test.each<[string, Programme, number, string[]]>([
    ['the first choice', {}, 1, ['new']],
    ['a full place gives way', { a: [choice('x')] }, 1, ['new']],
    ['a free place is taken', { a: [choice('x')] }, 2, ['x', 'new']],
    ['the last gives way when all are full', { a: [choice('x'), choice('y')] }, 2, ['x', 'new']],
  ])('%s', (_, before, max, after) => {
    const next = withChoice(before, 'a', choice('new'), max);
    expect((next['a'] ?? []).map((each) => each.kind === 'piece' && each.pieceId)).toEqual(after);
  });
  test('never more than the most, and other components stay as they are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat({ max: 5 }), { maxLength: 8 }),
        fc.integer({ min: 1, max: 3 }),
        (ids, max) => {
          let programme: Programme = { b: [choice('kept')] };
          for (const id of ids) programme = withChoice(programme, 'a', choice(String(id)), max);
          expect((programme['a'] ?? []).length).toBe(Math.min(ids.length, max));
          expect(programme['b']).toEqual([choice('kept')]);
        },
      ),
    );
  });
  test('one choice is dropped by its place', () => {
    const before: Programme = { a: [choice('x'), choice('y')] };
    expect(withoutChoice(before, 'a', 0)).toEqual({ a: [choice('y')] });
    expect(withoutChoice(before, 'a', 7)).toEqual(before);
    expect(withoutChoice(before, 'z', 0)).toEqual({ ...before, z: [] });
  });
});

describe('playing time', () => {
  test.each<[string, Programme, Rule[], number, number]>([
    ['nothing chosen', {}, [time(null, 400, 30)], 0, 0],
    ['one piece, no gap', { a: [choice('a1')] }, [time(null, 400, 30)], 100, 0],
    [
      'two pieces and the gap between them',
      { a: [choice('a1')], b: [choice('b1')] },
      [time(null, 400, 30)],
      280,
      0,
    ],
    ['without a rule no gap counts', { a: [choice('a1')], b: [choice('b1')] }, [], 250, 0],
    [
      'a piece nobody timed adds its gap alone',
      { a: [choice('a2')], b: [choice('b1')] },
      [time(null, 400, 30)],
      180,
      1,
    ],
    ['a deleted piece is not counted', { a: [choice('gone')], b: [choice('b1')] }, [], 150, 0],
  ])('%s', (_, programme, rules, seconds, untimed) =>
    expect(playingTime(entryWith(rules, lists, programme))).toMatchObject({ seconds, untimed }),
  );
  test.each<[string, Rule[], { min: number | null; max: number | null }]>([
    ['no rule', [], { min: null, max: null }],
    ['the strictest of several', [time(60, 400), time(120, null), time(null, 300)], { min: 120, max: 300 }],
  ])('limits: %s', (_, rules, limits) =>
    expect(timeLimits(entryWith(rules, lists, {}).level)).toEqual(limits),
  );
});

test('an entry gathers what the goal says; a level that is gone gives none', () => {
  const { set, pieces } = entryWith([], lists, {});
  const goal: Goal = {
    id: 'g',
    studentId: 's',
    setId: 'set',
    levelId: 'level',
    sessionId: 'spring',
    aimAwardId: 'pass',
    programme: { a: [choice('a1')] },
    facts: { Pianist: 'T. Renn' },
    takes: null,
    recordingSentOn: null,
    conditions: {},
    editions: {},
    scalesHeard: [],
    waivers: [],
    enteredOn: null,
    closedOn: null,
    plan: { ...NEW_GOAL_PLAN, startedOn: day('2027-01-20') },
  };
  const student = { birthDate: day('2012-01-01'), levelsHeld: [], schoolYear: null };
  const of = (change: Partial<Goal>) =>
    entryOf({ ...goal, ...change }, set, student, pieces, day('2027-01-20'), []);
  expect(of({})).toMatchObject({ session: { id: 'spring' }, facts: { Pianist: 'T. Renn' } });
  expect(of({ sessionId: 'gone' })).toMatchObject({ session: null });
  expect(of({ levelId: 'gone' })).toBeUndefined();
});
