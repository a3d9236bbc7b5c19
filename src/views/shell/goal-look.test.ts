import { describe, expect, test } from 'vitest';
import type { Studio } from '@/core/files';
import { calendarDay } from '@/core/time';
import { studio, today } from '../test-studio';
import { clashPlace, valueWords } from './clash-words';
import { goalLook } from './goal-look';

/** The demo with one goal changed. */
const withGoal = (id: string, change: object): Studio => ({
  ...studio,
  goals: new Map([...studio.goals, [id, { ...studio.goals.get(id)!, ...change }]]),
});
const looked = (of: Studio, asked: string | null, remembered: string | null = null) => {
  const look = goalLook(of, asked, remembered, today);
  return look.kind === 'ready' ? look.context.goal.id : look.kind;
};

describe('which goal a view looks at', () => {
  const closed = withGoal('orla-5', { closedOn: calendarDay('2027-01-19') });
  const archived: Studio = {
    ...studio,
    students: new Map([...studio.students, ['orla', { ...studio.students.get('orla')!, archivedOn: today }]]),
  };
  test.each<[string, Studio, string | null, string | null, string]>([
    ['the one asked for', studio, 'nell-5', 'orla-5', 'nell-5'],
    ['a closed one is nobody else’s', closed, 'orla-5', null, 'closed'],
    ['nor is one of an archived student', archived, 'orla-5', 'nell-5', 'closed'],
    ['nor a deleted one', studio, 'never-was', 'nell-5', 'gone'],
    ['nor one whose level is gone', withGoal('orla-5', { levelId: 'level-99' }), 'orla-5', null, 'gone'],
    ['asked for none, the last one', studio, null, 'nell-5', 'nell-5'],
    ['asked for none, and the last one is closed', closed, null, 'orla-5', 'davit-recital'],
  ])('%s', (_, of, asked, remembered, expected) => expect(looked(of, asked, remembered)).toBe(expected));
  test('the first goal broken: the next is looked at, and only a studio without any says none', () => {
    const first = looked(studio, null);
    const broken = withGoal(first, { setId: 'nowhere' });
    expect(looked(broken, null)).not.toBe(first);
    expect(looked(broken, null)).not.toBe('none');
    expect(looked({ ...studio, goals: new Map() }, null)).toBe('none');
  });
});

test.each([
  [['slot'], { kind: 'weekly', weekday: 2, start: '16:00' }, 'Lesson', 'weekly, weekday 2, start 16:00'],
  [['levels', 'level-3', 'barsToLearn'], null, 'Levels, level-3, Bars to learn', 'empty'],
  [['toString'], undefined, 'To string', 'removed'],
  [['likes'], ['slow', 'dance'], 'Likes to play', 'slow, dance'],
] as const)('a clash at %j in words', (path, value, place, words) => {
  expect(clashPlace(path)).toBe(place);
  expect(valueWords(value)).toBe(words);
});
