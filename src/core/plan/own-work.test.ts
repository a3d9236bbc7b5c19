import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { BARE_PIECE } from '../repertoire';
import { addDays, periodIndexOf } from '../time';
import { day, goalOf, inputOf, list, scales, today } from './arbitrary';
import type { OwnWork } from './item-work';
import { prepare } from './prepare';

const exam = goalOf('exam', {
  components: [list('a'), scales],
  pieces: { a: ['p'] },
  on: day('2027-03-31'),
});
const ownPiece = (id: string, bars: number, startedOn = today): OwnWork => ({
  kind: 'piece',
  startedOn,
  piece: { ...BARE_PIECE, id, title: id, bars },
  stretch: 0,
  isLong: false,
});
const skill = (id: string, minutes: number, startedOn = today): OwnWork => ({
  kind: 'skill',
  startedOn,
  skill: { id, name: id, minutes },
});
const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

describe('own work', () => {
  test('what the teacher puts first in an own piece is put first in its item', () => {
    const barsOf = (first: readonly { readonly from: number; readonly to: number }[]) => {
      const { whole } = prepare(inputOf([], {}, { own: [{ ...ownPiece('waltz', 32), first } as OwnWork] }));
      return whole?.items[0]?.first;
    };
    expect(barsOf([])).toEqual([]);
    expect(barsOf([{ from: 9, to: 12 }])).toEqual([{ from: 9, to: 12 }]);
  });

  test('never changes what is dated, and takes no more than it leaves', () => {
    const anyOwn = fc.oneof(
      fc
        .record({ bars: fc.integer({ min: 4, max: 120 }), days: fc.nat(120) })
        .map(({ bars, days }) => ownPiece(`own ${bars} ${days}`, bars, addDays(today, -days))),
      fc
        .record({ minutes: fc.integer({ min: 20, max: 300 }), days: fc.nat(60) })
        .map(({ minutes, days }) => skill(`skill ${minutes} ${days}`, minutes, addDays(today, -days))),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(anyOwn, { minLength: 1, maxLength: 4, selector: (each) => JSON.stringify(each) }),
        fc.integer({ min: 8, max: 140 }),
        fc.boolean(),
        (own, bars, isDated) => {
          const goals = isDated ? [exam] : [];
          const alone = prepare(inputOf(goals, { p: bars }));
          const both = prepare(inputOf(goals, { p: bars }, { own }));
          expect(both.whole?.peak ?? 0).toBe(alone.whole?.peak ?? 0);
          expect(both.whole?.feasible).toBe(alone.whole?.feasible ?? true);
          const rowsOf = (plan: typeof both) =>
            (plan.whole?.items ?? [])
              .filter(({ goalId }) => goalId !== null)
              .map(({ weeks }) => total(weeks));
          expect(rowsOf(both)).toEqual(rowsOf(alone));
          both.whole?.weeks.forEach((week, at) => {
            const dated = alone.whole?.weeks[at]?.load ?? 0;
            expect(week.load).toBeLessThanOrEqual(Math.max(dated, week.minutes) + 1e-6);
            expect(week.load).toBeGreaterThanOrEqual(dated - 1e-6);
          });
        },
      ),
      { numRuns: 150, seed: 8 },
    );
  });

  test('has eight weeks, and eight more where it is not done by then; a student without any goal has a plan', () => {
    const { whole, goals } = prepare(inputOf([], {}, { own: [ownPiece('air', 24), skill('ties', 60)] }));
    expect(goals.size).toBe(0);
    expect(whole?.weeks).toHaveLength(8);
    expect(whole?.items.map(({ title, weeks }) => [title, Math.round(total(weeks))])).toEqual([
      // 24 bars of 4 minutes, to the end of "secure": 70 of 90 parts.
      ['air', 75],
      ['Ties', 60],
    ]);
    expect(whole?.items[0]?.stages.map(({ stage }) => stage)).toEqual(['prepare', 'learn', 'secure']);
    expect(whole?.items.every(({ gates }) => gates.length === 0)).toBe(true);
    const late = prepare(inputOf([], {}, { own: [ownPiece('air', 24, addDays(today, -60))] })).whole;
    const last = late?.items[0]?.weeks.findLastIndex((minutes) => minutes > 0);
    expect(last).toBe(periodIndexOf(late?.weeks ?? [], addDays(today, 2 * 56 - 61)));
  });

  test('what a goal asks for is planned there and only there', () => {
    const withSkill = { ...exam, skills: [{ id: 'ties', name: 'ties', minutes: 60 }] };
    const { whole } = prepare(
      inputOf([withSkill], { p: 40 }, { own: [ownPiece('p', 40), skill('ties', 60), skill('sway', 50)] }),
    );
    expect(whole?.items.map(({ goalId, title }) => [goalId, title])).toEqual([
      ['exam', 'p'],
      ['exam', 'Scales'],
      ['exam', 'Ties'],
      [null, 'Sway'],
    ]);
    // It is learned before the whole is only performed.
    const ties = whole?.items.find(({ skillId }) => skillId === 'ties');
    const ready = periodIndexOf(whole?.weeks ?? [], addDays(day('2027-03-30'), -14));
    expect(ties?.weeks.findLastIndex((minutes) => minutes > 0)).toBeLessThanOrEqual(ready);
  });

  test('practice of a skill or an own piece is taken off', () => {
    const entry = {
      id: 'e',
      studentId: 'w',
      goalId: null,
      componentId: null,
      day: addDays(today, -1),
      source: 'card',
    } as const;
    const begun = addDays(today, -7);
    const { whole } = prepare(
      inputOf(
        [],
        {},
        {
          own: [ownPiece('air', 24, begun), skill('ties', 60, begun)],
          evidence: {
            cards: [],
            practice: [
              { ...entry, pieceId: 'air', minutes: 30 },
              { ...entry, pieceId: null, skillId: 'ties', minutes: 25 },
              { ...entry, pieceId: null, minutes: 90 },
            ],
          },
        },
      ),
    );
    expect(whole?.items.map(({ toDo }) => Math.round(toDo))).toEqual([45, 35]);
  });
});
