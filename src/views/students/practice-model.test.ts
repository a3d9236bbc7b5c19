import { expect, test } from 'vitest';
import type { PracticeEntry } from '@/core/plan';
import { studio as demo, today } from '../test-studio';
import { practiceModel } from './practice-model';

const entry = (id: string, rest: Partial<PracticeEntry>): PracticeEntry => ({
  id,
  studentId: 'orla',
  goalId: null,
  componentId: null,
  pieceId: null,
  day: today,
  minutes: 10,
  source: 'lesson',
  ...rest,
});

test('what was practised keeps its name when the piece is exchanged or the goal is closed', () => {
  const goal = demo.goals.get('orla-5')!;
  const pieceOf = (choice: unknown) => (choice as { pieceId: string }).pieceId;
  const [first, other] = ['s', 'd'].map((id) => pieceOf(goal.programme[id]?.[0]));
  const at = { goalId: goal.id, componentId: 's' };
  const practice = new Map(
    [
      entry('a', { ...at, pieceId: first ?? null }),
      entry('b', { ...at, pieceId: other ?? null }),
      entry('c', { goalId: goal.id, componentId: 't' }),
      entry('d', { goalId: 'erased', componentId: 's' }),
      entry('e', {}),
    ].map((each) => [each.id, each]),
  );
  const studio = { ...demo, practice, goals: new Map([[goal.id, { ...goal, closedOn: today }]]) };
  const { entries, items } = practiceModel(studio, demo.students.get('orla')!, today);
  expect(Object.fromEntries(entries.map((each) => [each.entry.id, each.what]))).toEqual({
    a: 'S Ropewalk Gigue',
    b: 'S Low Water Air',
    c: 'T Technique',
    d: 'part of a goal that is gone',
    e: 'anything',
  });
  // Of the goal that is closed nothing is offered.
  expect(items.every(({ item }) => item.goalId === null)).toBe(true);
});

test('each piece of a part with several can have been practised', () => {
  const goal = demo.goals.get('orla-5')!;
  const both = [...(goal.programme['s'] ?? []), ...(goal.programme['d'] ?? [])];
  const studio = {
    ...demo,
    goals: new Map([[goal.id, { ...goal, programme: { ...goal.programme, s: both } }]]),
  };
  const { items } = practiceModel(studio, demo.students.get('orla')!, today);
  expect(items.map(({ label }) => label).slice(0, 3)).toEqual([
    'S Ropewalk Gigue',
    'S Low Water Air',
    'D Low Water Air',
  ]);
});
