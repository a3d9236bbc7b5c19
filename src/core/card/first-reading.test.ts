import { describe, expect, test } from 'vitest';
import { prepare, type PlanInput, type RhythmGate } from '../plan';
import { goalOf, inputOf, list, today } from '../plan/arbitrary';
import { addDays } from '../time';
import { practiceCard } from './card';

const goal = goalOf('exam', { components: [list('a')], pieces: { a: ['p'] }, on: addDays(today, 84) });
const gate: RhythmGate = {
  id: 'g',
  studentId: 'w',
  pieceId: 'p',
  setOn: today,
  isFirst: false,
  steps: ['tapped', 'on one note'],
  extracts: [
    { id: 'x', words: 'long short', bars: [3, 9] },
    { id: 'y', words: 'dotted', bars: [] },
  ],
  shown: { 'x|tapped': { how: 'alone', day: today }, 'y|tapped': { how: 'with teacher', day: today } },
};
const blocksOf = (rest: Partial<PlanInput>, week = 0) => {
  const { whole } = prepare(inputOf([goal], { p: 40 }, rest));
  if (!whole) throw new Error('no plan');
  return practiceCard(whole, week).rows.flatMap(({ blocks }) => blocks);
};

describe('a new piece', () => {
  test('with a rhythm gate: each rhythm in the first step that is not alone yet, in turn, at its bar', () => {
    const blocks = [0, 1].flatMap((week) => blocksOf({ rhythm: [gate] }, week));
    for (const { stage, what, how, bars } of blocks)
      expect([
        ['prepare', 'long short', 'on one note', { from: 3, to: 3 }],
        ['prepare', 'dotted', 'tapped', null],
      ]).toContainEqual([stage, what, how, bars]);
    expect(new Set(blocks.map(({ what }) => what)).size).toBe(2);
    const passed = {
      ...gate,
      extracts: gate.extracts.map((each) => ({ ...each, bars: [] })),
      shown: Object.fromEntries(
        ['x', 'y'].flatMap((id) =>
          gate.steps.map((step) => [`${id}|${step}`, { how: 'alone' as const, day: today }]),
        ),
      ),
    };
    expect(blocksOf({ rhythm: [passed] })).toEqual(blocksOf({}));
  });

  test('by the school of questions: page and playing in turn, while by the other the playing waits', () => {
    const stages = (rest: Partial<PlanInput>) => [
      ...new Set([0, 1].flatMap((week) => blocksOf(rest, week).map(({ stage }) => stage))),
    ];
    expect(stages({ reading: 'questions' })).toEqual(['prepare', 'learn']);
    expect(stages({ reading: 'rhythm' })).toEqual(['prepare']);
    const [first] = blocksOf({ reading: 'questions' });
    expect(first?.how).toBe('answer the questions on the page');
  });
});
