import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEFAULT_EFFORT, pieceMinutes, stageMinutes } from '../effort';
import { NEW_GOAL_PLAN, type Goal } from '../programme';
import { BARE_PIECE, type Piece } from '../repertoire';
import { BARE_LEVEL, BARE_SESSION, type Level } from '../requirements';
import type { Student } from '../students';
import { addDays, calendarDay, dayOfWeek, type Closure } from '../time';
import type { GoalToPlan } from './item-work';
import { latestStart } from './mend';
import type { Plan, PlanInput } from './plan';
import { prepare } from './prepare';

const day = calendarDay;
const piece = (id: string, bars: number): Piece => ({
  ...BARE_PIECE,
  id,
  title: id,
  bars,
  tempo: { unit: 'q', perMinute: 96 },
});
const level: Level = {
  id: 'l',
  name: 'Level 5',
  rank: 5,
  schemeId: 's',
  rules: [],
  ...BARE_LEVEL,
  components: [
    { id: 'a', letter: 'A', name: 'Song', source: { kind: 'list', pieceIds: ['p'], min: 1, max: 1 } },
    { id: 'b', letter: 'B', name: 'Dance', source: { kind: 'list', pieceIds: ['q'], min: 1, max: 1 } },
    { id: 't', letter: 'T', name: 'Technique', source: { kind: 'prepared', items: [] } },
  ],
};
const student: Student = {
  id: 's',
  name: 'Orla Penhallow',
  instrument: 'flute',
  birthDate: day('2012-09-30'),
  slot: { kind: 'weekly', weekday: 2, start: '15:40', minutes: 30 },
  sharesWith: null,
  minutesByWeekday: [30, 30, 15, 30, 20, 40, 0],
  levelsHeld: [{ family: 'f', levelName: 'Level 4', rank: 4, day: day('2026-03-25'), award: 'pass' }],
  reachSemitones: null,
  schoolYear: null,
  archivedOn: null,
};
const goal: Goal = {
  id: 'g',
  studentId: 's',
  setId: 'x',
  levelId: 'l',
  sessionId: 'v',
  aimAwardId: 'pass',
  programme: { a: [{ kind: 'piece', pieceId: 'p' }], b: [{ kind: 'piece', pieceId: 'q' }] },
  facts: {},
  takes: null,
  recordingSentOn: null,
  conditions: {},
  editions: {},
  scalesHeard: [],
  waivers: [],
  enteredOn: null,
  closedOn: null,
  plan: { ...NEW_GOAL_PLAN, startedOn: day('2027-01-20') },
};
const session = {
  id: 'v',
  name: 'visit',
  day: day('2027-03-31'),
  ...BARE_SESSION,
  entryCloses: null,
  venue: '',
};
const toPlan: GoalToPlan = { goal, stretch: 1, level, session, criteriaWeeks: 2 };
const input: PlanInput = {
  student,
  goals: [toPlan],
  pieces: new Map([
    ['p', piece('p', 48)],
    ['q', piece('q', 40)],
  ]),
  closures: [],
  effort: DEFAULT_EFFORT,
  evidence: { practice: [], cards: [] },
  noted: [],
  family: null,
  metronomeFrom: 'learn',
  today: day('2027-01-20'),
};
const answerTo = (change: Partial<PlanInput> = {}) => prepare({ ...input, ...change });
const planOf = (change: Partial<PlanInput> = {}): Plan => {
  const { whole, goals } = answerTo(change);
  if (!whole) throw new Error(JSON.stringify([...goals]));
  return whole;
};
const withGoal = (
  change: Partial<GoalToPlan>,
  plan: Partial<Goal['plan']> = {},
): Pick<PlanInput, 'goals'> => ({
  goals: [{ ...toPlan, goal: { ...goal, plan: { ...goal.plan, ...plan } }, ...change }],
});
const withPlan = (plan: Partial<Goal['plan']>) => withGoal({}, plan);
const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

describe('effort', () => {
  test.each([
    [48, 1, 240],
    [48, 0, 192],
    [40, 2, 250],
  ])('%i bars, %i levels up: %i minutes', (bars, stretch, minutes) =>
    expect(pieceMinutes(bars, stretch, DEFAULT_EFFORT)).toBe(minutes),
  );
  test('stages are whole minutes that add up, with or without memorise', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2000 }), fc.boolean(), (minutes, memorised) => {
        const stages = stageMinutes(minutes, memorised ? [] : ['memorise'], DEFAULT_EFFORT);
        expect(total(stages.map((stage) => stage.minutes))).toBe(minutes);
        expect(stages.every((stage) => Number.isInteger(stage.minutes) && stage.minutes >= 0)).toBe(true);
        expect(stages).toHaveLength(memorised ? 6 : 5);
      }),
    );
  });
});

test('weeks run from the lesson to the eve of the next, the last to the eve of the session', () => {
  const { weeks } = planOf({ today: day('2027-01-22') });
  expect([weeks[0]?.from, weeks[0]?.to, weeks.at(-1)?.from, weeks.at(-1)?.to]).toEqual([
    '2027-01-22',
    '2027-01-26',
    '2027-03-24',
    '2027-03-30',
  ]);
  expect(weeks[0]?.minutes).toBe(20 + 40 + 0 + 30 + 30);
});

const anyChange = fc
  .record({
    bars: fc.tuple(fc.integer({ min: 8, max: 120 }), fc.integer({ min: 8, max: 120 })),
    minutesByWeekday: fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 7, maxLength: 7 }),
    sessionIn: fc.integer({ min: 8, max: 130 }),
    startedAgo: fc.integer({ min: 0, max: 40 }),
    memorised: fc.boolean(),
    shut: fc.boolean(),
  })
  .map(({ bars, minutesByWeekday, sessionIn, startedAgo, memorised, shut }): Partial<PlanInput> => ({
    pieces: new Map([
      ['p', piece('p', bars[0])],
      ['q', piece('q', bars[1])],
    ]),
    student: { ...student, minutesByWeekday },
    closures: shut
      ? [
          {
            id: 'c',
            name: 'away',
            from: addDays(input.today, 7),
            to: addDays(input.today, 10),
            stops: 'both',
          } satisfies Closure,
        ]
      : [],
    ...withGoal(
      { session: { ...session, day: addDays(input.today, sessionIn) } },
      { startedOn: addDays(input.today, -startedAgo), memorised: memorised ? ['a'] : [] },
    ),
  }));

test('any plan keeps its stages in order, asks what is left to do, and reaches the tempo when only performing is left', () => {
  let planned = 0;
  fc.assert(
    fc.property(anyChange, (change) => {
      const { whole: plan, goals } = answerTo(change);
      if (!plan) {
        expect(goals.get('g')).toMatchObject({ ok: false, why: { kind: 'no split' } });
        return;
      }
      planned += 1;
      expect(plan.feasible).toBe(plan.weeks.every((week) => week.load <= week.minutes * (1 + 1e-6)));
      expect(plan.weeks.map(({ load }) => load)).toEqual(
        plan.weeks.map((_, at): unknown =>
          expect.closeTo(total(plan.items.map(({ weeks }) => weeks[at] ?? 0)), 4),
        ),
      );
      const ready = plan.weeks.findIndex(({ to }) => to >= addDays(plan.weeks.at(-1)!.to, -14));
      for (const item of plan.items) {
        expect(Math.abs(total(item.weeks) - item.toDo)).toBeLessThan(1e-4);
        let until = -1;
        for (const [at, { fromWeek, toWeek, left }] of item.stages.entries()) {
          expect(fromWeek).toBe(until + 1);
          expect(toWeek).toBeGreaterThanOrEqual(until);
          until = toWeek;
          // What is left of the stages up to here is done by the end of its last week, and not a week before.
          const due = total(item.stages.slice(0, at + 1).map((each) => each.left));
          const done = (week: number) => total(item.weeks.slice(0, week - plan.now + 1));
          if (left > 1e-3 && at < item.stages.length - 1) {
            expect(done(toWeek)).toBeGreaterThanOrEqual(due - 1e-3);
            if (toWeek > plan.now) expect(done(toWeek - 1)).toBeLessThan(due);
          }
        }
        expect(until).toBe(plan.grid.length - 1);
        item.gates.forEach((gate, at) =>
          expect(gate.lastWeek).toBeGreaterThanOrEqual(item.gates[at - 1]?.lastWeek ?? -1),
        );
        item.tempos.forEach((tempo, at) =>
          expect(tempo).toBeGreaterThanOrEqual((item.tempos[at - 1] ?? 0) - 1e-9),
        );
        if (item.tempo) expect(item.tempos[Math.max(0, ready)]).toBeCloseTo(item.tempo.perMinute, 3);
      }
    }),
    { numRuns: 300, seed: 17 },
  );
  expect(planned).toBeGreaterThan(200);
});

describe('what the teacher does answers at once', () => {
  const gateOf = (plan: Plan, stage: string) => plan.items[0]?.gates.find((gate) => gate.stage === stage);
  test('a gate set by hand binds the work before it; the others follow the plan', () => {
    const before = planOf();
    const free = gateOf(before, 'learn')!;
    expect(free).toMatchObject({ set: false, passedOn: null });
    const early = before.weeks[2]!.from;
    expect(free.day > early).toBe(true);
    const plan = planOf(
      withPlan({ gates: [{ componentId: 'a', stage: 'learn', movedTo: early, passedOn: null }] }),
    );
    expect(gateOf(plan, 'learn')).toMatchObject({ day: early, set: true });
    const due = total(plan.items[0]!.stages.slice(0, 2).map(({ left }) => left));
    expect(total(plan.items[0]!.weeks.slice(0, 2))).toBeGreaterThanOrEqual(due - 1e-6);
    expect(gateOf(plan, 'secure')?.set).toBe(false);
  });
  test('a gate passed takes its stages off the work', () => {
    const plan = planOf(
      withPlan({ gates: [{ componentId: 'a', stage: 'learn', movedTo: null, passedOn: day('2027-01-20') }] }),
    );
    expect(plan.items[0]?.stages.filter((stage) => stage.passed).map((stage) => stage.stage)).toEqual([
      'prepare',
      'learn',
    ]);
    const [prepared, learned] = plan.items[0]!.stages;
    expect(plan.items[0]?.toDo).toBe(240 - prepared!.minutes - learned!.minutes);
  });
  test('a week shut has no minutes and no work', () => {
    const { weeks, items } = planOf(withPlan({ shutWeeks: [day('2027-02-03')] }));
    expect(weeks[2]).toMatchObject({ minutes: 0, load: 0, closed: 'week shut', lesson: true });
    expect(items.every((item) => (item.weeks[2] ?? 0) < 1e-9)).toBe(true);
  });
  test('too few minutes: not feasible, the critical stretch says so, and the latest start would have worked', () => {
    const little = { ...input, student: { ...student, minutesByWeekday: [8, 8, 8, 8, 8, 8, 0] } };
    const { critical, peak, feasible } = planOf(little);
    expect(feasible).toBe(false);
    expect((critical?.demand ?? 0) / (critical?.minutes ?? 1)).toBeCloseTo(peak, 9);
    expect(critical?.goals).toEqual(['g']);
    const start = latestStart(little);
    if (start === null) throw new Error('no start');
    const fits = (today: typeof start) =>
      planOf({ ...little, today, ...withPlan({ startedOn: today }) }).feasible;
    expect(fits(start)).toBe(true);
    expect(fits(addDays(start, 7))).toBe(false);
  });
});

test.each([
  ['the session is past', withGoal({ session: { ...session, day: day('2027-01-20') } }), 'session past'],
  [
    'nothing is chosen',
    withGoal({
      level: { ...level, components: level.components.slice(0, 1) },
      goal: { ...goal, programme: {} },
    }),
    'nothing to prepare',
  ],
  ['no minutes at all', { student: { ...student, minutesByWeekday: [0, 0, 0, 0, 0, 0, 0] } }, 'no split'],
])('%s: refused, and says why', (_, change, kind) =>
  expect(answerTo(change).goals.get('g')).toMatchObject({ ok: false, why: { kind } }),
);

test('the lesson weekday decides where weeks begin', () => {
  for (const weekday of [0, 3, 6] as const) {
    const plan = planOf({
      student: { ...student, slot: { kind: 'weekly', weekday, start: '10:00', minutes: 30 } },
    });
    expect(plan.weeks.slice(1).every((week) => dayOfWeek(week.from) === weekday)).toBe(true);
  }
});
