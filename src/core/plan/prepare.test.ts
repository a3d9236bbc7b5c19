import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { addDays } from '../time';
import { day, goalOf, inputOf, list, scales, student, today } from './arbitrary';
import { changed, mendings, type Choices } from './mend';
import type { Plan, PlanInput } from './plan';
import type { PracticeEntry } from './practice-entry';
import { prepare } from './prepare';
import type { HandedCard } from './handed-card';

const wholeOf = (input: PlanInput): Plan => {
  const { whole, goals } = prepare(input);
  if (!whole) throw new Error(JSON.stringify([...goals]));
  return whole;
};
const BARE_LINE = { title: '', how: '', listenFor: '' };
const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);
const exam = goalOf('exam', {
  components: [list('a'), list('b'), scales],
  pieces: { a: ['p'], b: ['q'] },
  on: day('2027-03-31'),
});
const audition = goalOf('audition', {
  components: [list('x'), list('y')],
  pieces: { x: ['r'], y: ['q'] },
  on: day('2027-02-27'),
  due: day('2027-02-12'),
  criteriaWeeks: 1,
});
const BARS = { p: 40, q: 30, r: 35, easy: 8 };

describe('one plan over all goals', () => {
  const both = inputOf([exam, audition], BARS);
  test('a week holds the work of both, once; the soonest stands first', () => {
    const plan = wholeOf(both);
    expect(plan.items.map(({ id }) => id)).toEqual(['audition/x', 'audition/y', 'exam/a', 'exam/s']);
    plan.weeks.forEach(({ load }, at) =>
      expect(load).toBeCloseTo(total(plan.items.map(({ weeks }) => weeks[at] ?? 0)), 5),
    );
    // The piece of both is worked on once, for the earlier date, and stands in both plans.
    const slices = prepare(both).goals;
    const inExam = slices.get('exam');
    expect(inExam?.ok && inExam.plan.items.map(({ id, weeks }) => [id, Math.round(total(weeks))])).toEqual([
      ['exam/a', 160],
      ['exam/b', 120],
      ['exam/s', expect.any(Number)],
    ]);
  });
  test('all work for a recording lies before the day it is due', () => {
    const plan = wholeOf(both);
    const last = plan.weeks.findIndex(({ to }) => to === '2027-02-11');
    expect(last).toBeGreaterThan(0);
    for (const item of plan.items.filter(({ goalId }) => goalId === 'audition'))
      expect(total(item.weeks.slice(0, last + 1))).toBeCloseTo(item.toDo, 5);
    const sent = { ...audition, goal: { ...audition.goal, recordingSentOn: today } };
    expect(wholeOf(inputOf([sent], BARS)).weeks.at(-1)?.to).toBe('2027-02-26');
  });
  test('what is asked every week goes on to the last week, and less of it in a week with less time', () => {
    const closed = {
      id: 'c',
      name: 'away',
      from: day('2027-02-10'),
      to: day('2027-02-12'),
      stops: 'both' as const,
    };
    const item = wholeOf(inputOf([exam], BARS, { closures: [closed] })).items.find(
      ({ id }) => id === 'exam/s',
    )!;
    expect(item.weeks.map((minutes) => Math.round(minutes * 10) / 10)).toEqual([
      20,
      20,
      20,
      expect.closeTo((20 * 100) / 170, 1),
      20,
      20,
      20,
      20,
      20,
      20,
    ]);
  });
  test('several pieces of a component are several items, each with gates of its own', () => {
    const recital = goalOf('recital', {
      components: [list('o', 3)],
      pieces: { o: ['p', 'q', 'r'] },
      on: day('2027-03-31'),
      plan: { gates: [{ componentId: 'o', pieceId: 'q', stage: 'learn', movedTo: null, passedOn: today }] },
    });
    const plan = wholeOf(inputOf([recital], BARS));
    expect(
      plan.items.map(({ id, pieceId, gates }) => [
        id,
        pieceId,
        gates.filter(({ passedOn }) => passedOn).length,
      ]),
    ).toEqual([
      ['recital/o/p', 'p', 0],
      ['recital/o/q', 'q', 2],
      ['recital/o/r', 'r', 0],
    ]);
  });
  test('a goal without a way is refused by itself', () => {
    const early = [
      { componentId: 'x', stage: 'up to tempo' as const, movedTo: day('2027-01-21'), passedOn: null },
    ];
    const shut = goalOf('audition', {
      components: [list('x')],
      pieces: { x: ['r'] },
      on: day('2027-01-28'),
      plan: { gates: early, shutWeeks: [today, day('2027-01-27')] },
    });
    const { whole, goals } = prepare(inputOf([shut, exam], BARS));
    expect(goals.get('audition')).toMatchObject({ ok: false, why: { kind: 'no split', why: 'no minutes' } });
    expect(new Set(whole?.items.map(({ goalId }) => goalId))).toEqual(new Set(['exam']));
  });
});

const anyGoals = fc
  .record({
    bars: fc.array(fc.integer({ min: 8, max: 60 }), { minLength: 4, maxLength: 4 }),
    first: fc.integer({ min: 21, max: 70 }),
    second: fc.integer({ min: 28, max: 100 }),
  })
  .map(({ bars, first, second }) => ({
    goals: [
      goalOf('one', {
        components: [list('a'), list('b'), scales],
        pieces: { a: ['p'], b: ['q'] },
        on: addDays(today, first),
      }),
      goalOf('two', {
        components: [list('a'), list('b')],
        pieces: { a: ['r'], b: ['t'] },
        on: addDays(today, second),
      }),
    ],
    bars: { p: bars[0]!, q: bars[1]!, r: bars[2]!, t: bars[3]! },
  }));

describe('what was reported', () => {
  const next = addDays(today, 7);
  const partsOf = (plan: Plan) =>
    plan.items.map((item) => ({
      goalId: item.goalId,
      componentId: item.componentId,
      pieceId: item.piece?.id ?? null,
      minutes: Math.round(item.weeks[0] ?? 0),
    }));
  const later = (input: PlanInput, evidence: PlanInput['evidence']) =>
    wholeOf({ ...input, today: next, evidence });
  const loads = (plan: Plan) => plan.weeks.map(({ load }) => load);

  test('the card, reported exactly, changes nothing beyond rounding; nothing reported leaves what it would be if it was done', () => {
    let compared = 0;
    fc.assert(
      fc.property(anyGoals, ({ goals, bars }) => {
        const input = inputOf(goals, bars);
        const before = wholeOf(input);
        fc.pre(before.feasible);
        const rows = partsOf(before);
        const lines = rows.map((row, at) => ({ ...row, line: at + 1, day: today, ...BARE_LINE }));
        const dates = { from: today, to: addDays(today, 6), handedOn: today };
        const card: HandedCard = { id: 'c', studentId: 'w', ...dates, lines };
        const practice = rows
          .filter(({ minutes }) => minutes > 0)
          .map((row, at): PracticeEntry => ({
            ...row,
            id: `${at}`,
            studentId: 'w',
            day: today,
            source: 'card',
          }));
        const asReported = later(input, { practice, cards: [card] });
        const silent = later(input, { practice: [], cards: [card] });
        const rest = loads(before).slice(1);
        // Whole minutes: half a minute for each item.
        loads(asReported).forEach((load, at) =>
          expect(Math.abs(load - (rest[at] ?? 0))).toBeLessThanOrEqual(before.items.length),
        );
        expect(silent.weeks.map(({ ifDone }) => ifDone)).toEqual(
          loads(asReported).map((load): unknown => expect.closeTo(load, 4)),
        );
        expect(asReported.weeks.every(({ ifDone }) => ifDone === null)).toBe(true);
        const missing = total(silent.weeks.map(({ ifDone, load }) => load - (ifDone ?? load)));
        const pieces = total(rows.filter(({ pieceId }) => pieceId !== null).map(({ minutes }) => minutes));
        expect(missing).toBeCloseTo(pieces, 3);
        compared += 1;
      }),
      { numRuns: 80, seed: 16 },
    );
    expect(compared).toBeGreaterThan(25);
  });

  test.each<[string, Partial<PracticeEntry>[], readonly number[]]>([
    ['nobody said anything: by an even pace', [], [0, 30]],
    ['a minute of something else: the week is reported', [{ minutes: 1, pieceId: 'q' }], [0, 0]],
    ['twenty minutes of it', [{ minutes: 20, pieceId: 'p' }], [20, 20]],
    [
      'the same piece in another goal',
      [{ minutes: 20, pieceId: 'p', goalId: 'old', componentId: 'z' }],
      [20, 20],
    ],
    ['more than all of it: performing stays', [{ minutes: 900, pieceId: 'p' }], [151, 151]],
    ['none that day', [{ minutes: 0, pieceId: null, goalId: null, componentId: null }], [0, 0]],
  ])('%s', (_, entries, [reported, assumed]) => {
    const practice = entries.map((entry, at): PracticeEntry => ({
      id: `${at}`,
      studentId: 'w',
      goalId: 'g',
      componentId: 'a',
      pieceId: null,
      day: today,
      minutes: 0,
      source: 'lesson',
      ...entry,
    }));
    const g = goalOf('g', { components: [list('a')], pieces: { a: ['p'] }, on: addDays(today, 50) });
    const { done } = later(inputOf([g], BARS), { practice, cards: [] }).items[0]!;
    // 151 of 160 minutes come before performing, in the 35 days that end two weeks before the eve.
    expect([done.reported, Math.round(done.assumed)]).toEqual([reported, assumed]);
  });

  test('a gate passed takes off what comes before it, and practice counts from the day after', () => {
    const g = goalOf('g', {
      components: [list('a')],
      pieces: { a: ['p'] },
      on: addDays(today, 50),
      plan: { gates: [{ componentId: 'a', stage: 'learn', movedTo: null, passedOn: addDays(today, 2) }] },
    });
    const on = (days: number, minutes: number): PracticeEntry => ({
      id: `${days}`,
      studentId: 'w',
      goalId: 'g',
      componentId: 'a',
      pieceId: 'p',
      day: addDays(today, days),
      minutes,
      source: 'card',
    });
    const [item] = later(inputOf([g], BARS), {
      practice: [on(1, 50), on(2, 40), on(3, 15)],
      cards: [],
    }).items;
    expect(item!.done).toMatchObject({ reported: 15, assumed: 15, unreported: 0 });
    expect(item!.toDo).toBe(160 - item!.done.gated - 15);
  });
});

describe('what would mend it', () => {
  const none: Choices = { later: new Map(), exchanges: [] };
  test('each way leads to the peak it names, and no smaller step of its kind mends', () => {
    let [tried, mended] = [0, 0];
    fc.assert(
      fc.property(anyGoals, fc.integer({ min: 3, max: 12 }), ({ goals, bars }, each) => {
        const days = [each, each, each, each, each, each, 0];
        const input = inputOf(
          goals,
          { ...bars, easy: 8 },
          { student: { ...student, minutesByWeekday: days } },
        );
        const before = wholeOf(input);
        fc.pre(!before.feasible);
        const ways = mendings(input, {
          later: new Map([['two', { ...goals[1]!.session, id: 'later', day: addDays(today, 300) }]]),
          exchanges: [
            {
              kind: 'piece',
              goalId: 'one',
              componentId: 'a',
              outId: 'p',
              inId: 'easy',
              fewer: bars.p - 8,
              skills: [],
            },
          ],
        });
        for (const { change, peak, mends } of ways) {
          const after = prepare(changed(input, change)).whole;
          expect(after?.peak ?? 0).toBeCloseTo(peak, 6);
          expect(after?.feasible ?? true).toBe(mends);
          expect(mends || peak < before.peak).toBe(true);
          tried += 1;
          if (mends) mended += 1;
          if (change.kind === 'minutes' && change.more > 1)
            expect(wholeOf(changed(input, { ...change, more: change.more - 1 })).feasible).toBe(false);
          if (change.kind === 'criteria weeks' && mends && change.weeks < 1)
            expect(wholeOf(changed(input, { ...change, weeks: change.weeks + 1 })).feasible).toBe(false);
        }
        expect(ways.map(({ mends }) => mends)).toEqual([...ways.map(({ mends }) => mends)].sort().reverse());
      }),
      { numRuns: 40, seed: 7 },
    );
    expect(Math.min(tried / 3, mended)).toBeGreaterThan(30);
  });
  test('a gate set too early, a week shut: let go and opened', () => {
    const gates = [{ componentId: 'a', stage: 'learn' as const, movedTo: addDays(today, 7), passedOn: null }];
    const early = goalOf('g', {
      components: [list('a')],
      pieces: { a: ['p'] },
      on: addDays(today, 84),
      plan: { gates },
    });
    const input = inputOf([early], { p: 150 });
    expect(mendings(input, none).map(({ change, mends }) => [change.kind, mends])).toContainEqual([
      'gate',
      true,
    ]);
    const shut = goalOf('g', {
      components: [list('a')],
      pieces: { a: ['p'] },
      on: addDays(today, 28),
      criteriaWeeks: 0,
      plan: { shutWeeks: [addDays(today, 7), addDays(today, 14)] },
    });
    expect(mendings(inputOf([shut], { p: 100 }), none)[0]).toMatchObject({
      change: { kind: 'minutes' },
      mends: true,
    });
    expect(
      mendings(inputOf([shut], { p: 100 }), none).find(({ change }) => change.kind === 'open week'),
    ).toMatchObject({
      change: { goalIds: ['g'], from: addDays(today, 7) },
      mends: true,
    });
    expect(
      mendings(
        inputOf([goalOf('g', { ...exam.level, pieces: { a: ['easy'] }, on: addDays(today, 84) })], BARS),
        none,
      ),
    ).toEqual([]);
  });
});
