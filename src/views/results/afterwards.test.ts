import { expect, test } from 'vitest';
import { withRecords } from '@/core/files';
import { eveForecast, levelsInReach, resultBeside } from '@/core/register';
import { addDays } from '@/core/time';
import { studio, today } from '../test-studio';
import { againstRange, bestAndNext, cameOf } from './results-model';

const GOAL = 'past-orla-4';
const goal = studio.goals.get(GOAL)!;

test('the forecast of the eve rests on what was known then: nothing of the result, and nothing after it', () => {
  const eve = eveForecast(studio, GOAL)!;
  expect(eve.components).toHaveLength(5);
  const { result } = goal;
  const other = {
    ...goal,
    result: {
      ...result!,
      total: 60,
      marks: Object.fromEntries(Object.keys(result!.marks!).map((id) => [id, 12])),
    },
  };
  const made = withRecords(studio, [{ kind: 'goal', id: GOAL, data: other }]);
  expect(eveForecast(made, GOAL)).toEqual(eve);
  // Later results may change as they like.
  const later = [...studio.goals.values()].filter((each) => each.result && each.result.on > result!.on);
  expect(later.length).toBeGreaterThan(0);
  const without = withRecords(
    studio,
    later.map(({ id }) => ({ kind: 'goal' as const, id, data: null })),
  );
  expect(eveForecast(without, GOAL)).toEqual(eve);
  expect(eveForecast(studio, 'orla-5')).toBeNull();
});

test('levels in reach are those the fit calls so, the ready ones first', () => {
  const next = levelsInReach(studio, 'hester', today);
  expect(next.length).toBeGreaterThan(0);
  expect(next.length).toBeLessThanOrEqual(4);
  const kinds = next.map(({ state }) => state.kind);
  expect(kinds).toEqual([...kinds].sort((a) => (a === 'ready now' ? -1 : 1)));
  for (const { column } of next) {
    expect(column.session.day >= today && column.session.day <= addDays(today, 365)).toBe(true);
    const held = studio.students.get('hester')!.levelsHeld;
    expect(
      held.some(({ family, levelName }) => family === column.set.family && levelName === column.level.name),
    ).toBe(false);
  }
  expect(levelsInReach(studio, 'nobody', today)).toEqual([]);
});

test('what came is told against its range, and kindly', () => {
  expect(againstRange([10, 12, 14, 16, 18], 18)).toBe('within');
  expect(againstRange([10, 12, 14, 16, 18], 20.5)).toBe('2.5 above');
  expect(againstRange([10, 12, 14, 16, 18], 7)).toBe('3 below');
  const rows = cameOf(resultBeside(studio, goal)!);
  expect(rows.map(({ came }) => came)).toEqual(Object.values(goal.result!.marks!));
  const row = (name: string, came: number) => ({ name, came, max: 24, own: null, teacher: null });
  const names = (of: ReturnType<typeof bestAndNext>) =>
    [of.best, of.next].map((some) => some.map(({ name }) => name));
  expect(names(bestAndNext([row('a', 20), row('b', 18), row('c', 20)]))).toEqual([['a', 'c'], ['b']]);
  expect(names(bestAndNext([row('a', 20), row('b', 18), row('c', 18), row('d', 18)]))).toEqual([['a'], []]);
  expect(names(bestAndNext([row('a', 20), row('b', 20)]))).toEqual([['a', 'b'], []]);
});
