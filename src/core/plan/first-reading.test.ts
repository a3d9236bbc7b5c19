import { expect, test } from 'vitest';
import { addDays } from '../time';
import { goalOf, inputOf, list, today } from './arbitrary';
import { draftOf } from './drafts';
import type { PlanInput } from './plan';
import { prepare } from './prepare';

const wholeOf = (input: PlanInput) => {
  const { whole } = prepare(input);
  if (!whole) throw new Error('no plan');
  return whole;
};

test('where the rhythm comes first, a piece is learned two weeks after its work began; not one that is begun or whose gate is passed', () => {
  const goal = goalOf('exam', {
    components: [list('a'), list('b')],
    pieces: { a: ['p'], b: ['q'] },
    on: addDays(today, 84),
  });
  const gate = {
    id: 'g',
    studentId: 'w',
    pieceId: 'p',
    setOn: today,
    isFirst: true,
    steps: ['tapped'],
    extracts: [{ id: 'x', words: 'long short', bars: [] }],
    shown: {},
  };
  const learnedFrom = (rest: Partial<PlanInput>) =>
    draftOf(goal, inputOf([goal], { p: 40, q: 40 }, rest), 2).items.map(
      ({ work }) => work.stages.find(({ stage }) => stage === 'learn')?.notBefore,
    );
  const [two, three] = [addDays(today, 14), addDays(today, 21)];
  expect(learnedFrom({})).toEqual([undefined, undefined]);
  expect(learnedFrom({ reading: 'rhythm', rhythm: [] })).toEqual([two, two]);
  expect(learnedFrom({ reading: 'rhythm', rhythm: [gate] })).toEqual([three, two]);
  // A gate set for a piece holds it back, whichever school is followed.
  expect(learnedFrom({ rhythm: [gate] })).toEqual([three, undefined]);
  expect(learnedFrom({ reading: 'questions', rhythm: [gate] })).toEqual([three, undefined]);
  const { items } = wholeOf(inputOf([goal], { p: 40, q: 40 }, { reading: 'rhythm', rhythm: [gate] }));
  const learned = items.map(({ stages }) => stages.find(({ stage }) => stage === 'learn')?.fromWeek ?? 0);
  expect((learned[0] ?? 0) >= 3 && (learned[1] ?? 0) >= 2).toBe(true);
  const begun = {
    id: 'e',
    studentId: 'w',
    goalId: null,
    componentId: null,
    pieceId: 'q',
    minutes: 5,
    source: 'card' as const,
  };
  const before = goalOf('exam', {
    components: [list('a'), list('b')],
    pieces: { a: ['p'], b: ['q'] },
    on: addDays(today, 84),
    plan: { startedOn: addDays(today, -7) },
  });
  const practice = [{ ...begun, day: addDays(today, -1) }];
  const items2 = draftOf(
    before,
    inputOf([before], { p: 40, q: 40 }, { reading: 'rhythm', evidence: { practice, cards: [] } }),
    2,
  ).items;
  expect(items2.map(({ work }) => work.stages[1]?.notBefore)).toEqual([addDays(today, 7), undefined]);
  const passed = { ...gate, shown: { 'x|tapped': { how: 'alone' as const, day: today } } };
  expect(learnedFrom({ reading: 'rhythm', rhythm: [passed] })).toEqual([undefined, two]);
});

test('questions on the page stand beside the learning: the same minutes in all, the first stage twice as long', () => {
  const goal = goalOf('exam', {
    components: [list('a')],
    pieces: { a: ['p'] },
    on: addDays(today, 84),
  });
  const stagesOf = (rest: Partial<PlanInput>) =>
    draftOf(goal, inputOf([goal], { p: 40 }, rest), 2).items[0]?.work.stages ?? [];
  const [plain, beside] = [stagesOf({}), stagesOf({ reading: 'questions' })];
  const minutes = (stages: typeof plain, name?: string) =>
    stages.reduce((sum, each) => sum + (name === undefined || each.stage === name ? each.minutes : 0), 0);
  expect(minutes(beside)).toBe(minutes(plain));
  expect(minutes(beside, 'prepare')).toBe(2 * minutes(plain, 'prepare'));
  expect(minutes(beside, 'secure')).toBe(minutes(plain, 'secure'));
  const peak = (rest: Partial<PlanInput>) => wholeOf(inputOf([goal], { p: 40 }, rest)).peak;
  expect(peak({ reading: 'questions' })).toBe(peak({}));
});
