import { describe, expect, test } from 'vitest';
import { heldOf, hindsight, LOOKED_BACK } from '@/core/register';
import { addDays } from '@/core/time';
import { studio, today } from '../test-studio';
import { byName, outlookLines } from './outlook-model';

describe('looking back', () => {
  const all = [...hindsight(studio, 5)];
  test('each result by what was known then: a later one changes nothing', () => {
    expect(all.length).toBeGreaterThan(0);
    const last = all.at(-1);
    const goals = [...studio.goals].filter(
      ([, { result }]) => !result || result.on <= addDays(last?.day ?? today, -LOOKED_BACK),
    );
    const first = all[0];
    if (!first || !last) throw new Error('nothing to look back at');
    // All of the demo's fall on one day: without the others each is forecast as it was.
    const only = studio.goals.get(first.goalId);
    const alone = new Map(only ? [...goals, [only.id, only] as const] : goals);
    expect([...hindsight({ ...studio, goals: alone }, 5)].at(-1)).toEqual(first);
  });
  test('none without enough results before it', () => expect([...hindsight(studio, 50)]).toEqual([]));
  test('shares are between 0 and 1, and an award that was reached has all below it', () => {
    for (const { held, total, awards } of all) {
      for (const share of [...held, total?.held ?? 0]) expect(share >= 0 && share <= 1).toBe(true);
      expect(awards.map(({ reached }) => reached)).toEqual(
        awards.map(({ reached }) => reached).sort((a, b) => Number(b) - Number(a)),
      );
    }
  });
});

test.each<[string, number[], [number, number] | null]>([
  ['none', [], null],
  // Wilson's interval of 8 in 10, worked out by hand.
  ['8 of 10', [1, 1, 1, 1, 1, 1, 1, 1, 0, 0], [0.541, 0.931]],
  ['80 of 100', Array.from({ length: 100 }, (_, at) => (at < 80 ? 1 : 0)), [0.726, 0.858]],
])('how sure a share is: %s', (_, each, range) => {
  const held = heldOf(each);
  if (range === null) expect(held).toBeNull();
  else {
    expect(held?.from).toBeCloseTo(range[0], 2);
    expect(held?.to).toBeCloseTo(range[1], 2);
  }
});

test('goals are in the order of their days, or of their names; those that are over are not there', () => {
  const lines = outlookLines(studio, today);
  const days = lines.map(({ context }) => context.session.day);
  expect(days).toEqual([...days].sort());
  const names = [...lines].sort(byName).map(({ context }) => context.student.name);
  expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b, 'en')));
  expect(outlookLines(studio, addDays(today, 30)).length).toBeLessThan(lines.length);
});
