import { expect, test } from 'vitest';
import { NO_STUDIO, type Studio } from '@/core/files';
import { FIRST_STEPS, firstSteps } from '@/core/register';
import { studio as DEMO } from '../test-studio';

const states = (studio: Studio) => firstSteps(studio).map(({ state }) => state);
const first = <T>(map: ReadonlyMap<string, T>) => new Map([...map].slice(0, 1));

test('each step is done by what is in the studio, whatever came first', () => {
  expect(states(NO_STUDIO)).toEqual(FIRST_STEPS.map(() => 'open'));
  const { students, sets, goals, sheets } = DEMO;
  expect(states({ ...NO_STUDIO, sets })).toEqual(['open', 'done', 'open', 'open', 'open']);
  expect(states({ ...NO_STUDIO, students: first(students) })).toEqual([
    'done',
    'open',
    'open',
    'open',
    'open',
  ]);
  const [goal] = goals.values();
  if (!goal) throw new Error('the demo has goals');
  const bare = new Map([[goal.id, { ...goal, programme: {} }]]);
  const begun = { ...NO_STUDIO, students, sets, goals: bare };
  expect(states(begun)).toEqual(['done', 'done', 'done', 'open', 'open']);
  expect(firstSteps(begun)[3]?.goalId).toBe(goal.id);
  const printed = { ...begun, settings: { ...begun.settings, cardPrinted: true } };
  expect(states(printed)).toEqual(['done', 'done', 'done', 'open', 'done']);
  expect(states({ ...begun, sheets: first(sheets) })[4]).toBe('done');
  expect(states(DEMO)).toEqual(FIRST_STEPS.map(() => 'done'));
});

test('a step that is skipped is skipped until it is done', () => {
  const settings = { ...NO_STUDIO.settings, skippedSteps: ['requirement'] };
  expect(states({ ...NO_STUDIO, settings })).toEqual(['open', 'skipped', 'open', 'open', 'open']);
  expect(states({ ...NO_STUDIO, settings, sets: DEMO.sets })[1]).toBe('done');
});
