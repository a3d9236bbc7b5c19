import { describe, expect, test } from 'vitest';
import { today } from './arbitrary';
import {
  cellOf,
  foundFault,
  isFound,
  isRhythmPassed,
  nextShown,
  rhythmDone,
  RHYTHM_STEPS,
  type RhythmGate,
  type ShownHow,
} from './rhythm-gate';

const steps = RHYTHM_STEPS.slice(0, 2);
const shown = (how: readonly ShownHow[]): RhythmGate['shown'] =>
  Object.fromEntries(
    ['a', 'b'].flatMap((id, row) =>
      steps.map(
        (step, at) => [cellOf(id, step), { how: how[row * 2 + at] ?? 'not yet', day: today }] as const,
      ),
    ),
  );
const gate = (how: readonly ShownHow[], found?: readonly number[]): RhythmGate => ({
  id: 'g',
  studentId: 'w',
  pieceId: 'p',
  setOn: today,
  isFirst: false,
  steps,
  extracts: [
    { id: 'a', words: 'bar 3', bars: [3, 7], ...(found && { found }) },
    { id: 'b', words: 'long short short', bars: [] },
  ],
  shown: shown(how),
});
const alone = ['alone', 'alone', 'alone', 'alone'] as const;

describe('a rhythm gate', () => {
  test.each([
    [gate([]), 0, false],
    [gate(['alone', 'with teacher', 'alone', 'alone'], [3, 7]), 3, false],
    [gate(alone), 4, false],
    [gate(alone, [3]), 4, false],
    [gate(alone, [3, 8]), 4, false],
    [gate(alone, [7, 3]), 4, true],
    [{ ...gate(alone), extracts: [] }, 0, false],
  ])('is passed when all is shown alone and found in the score', (of, count, passed) => {
    expect(rhythmDone(of).alone).toBe(count);
    expect(isRhythmPassed(of)).toBe(passed);
  });

  test('what a student finds in the score is checked; a rhythm that was typed stands nowhere', () => {
    const [first, typed] = gate([], [3, 8]).extracts;
    expect(foundFault(first!)).toEqual({ wrong: [8], missing: 1 });
    expect([isFound(first!), isFound(typed!)]).toEqual([false, null]);
  });

  test('one press goes on through the three ways', () => {
    expect(['not yet', 'with teacher', 'alone'].map((how) => nextShown(how as ShownHow))).toEqual([
      'with teacher',
      'alone',
      'not yet',
    ]);
  });
});
