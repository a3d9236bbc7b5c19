import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEFAULT_EFFORT, pieceMinutes, stageMinutes } from '../effort';
import { NEW_GOAL_PLAN, type Goal } from '../programme';
import type { Piece } from '../repertoire';
import { BARE_LEVEL, BARE_SESSION, type Level } from '../requirements';
import type { Student } from '../students';
import { addDays, calendarDay, dayOfWeek, type Closure } from '../time';
import { practiceCard } from './card';
import { latestStart } from './latest-start';
import { planPreparation, type Plan, type PlanInput } from './plan';

const day = calendarDay;
const piece = (id: string, bars: number): Piece => ({
  id,
  title: id,
  composer: '',
  kind: 'piece',
  seconds: 100,
  bars,
  barsToLearn: null,
  key: null,
  metre: null,
  tempo: { unit: 'q', perMinute: 96 },
  period: null,
  character: null,
  accompaniment: null,
  demands: [],
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
const input: PlanInput = {
  goal,
  student,
  stretch: 1,
  level,
  session: { id: 'v', name: 'visit', day: day('2027-03-31'), ...BARE_SESSION, entryCloses: null, venue: '' },
  pieces: new Map([
    ['p', piece('p', 48)],
    ['q', piece('q', 40)],
  ]),
  closures: [],
  effort: DEFAULT_EFFORT,
  today: day('2027-01-20'),
};
const planOf = (change: Partial<PlanInput> = {}): Plan => {
  const answer = planPreparation({ ...input, ...change });
  if (!answer.ok) throw new Error(answer.why.kind);
  return answer.plan;
};
const withPlan = (change: Partial<Goal['plan']>) => ({
  goal: { ...goal, plan: { ...goal.plan, ...change } },
});
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
    session: { ...input.session, day: addDays(input.today, sessionIn) },
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
    ...withPlan({ startedOn: addDays(input.today, -startedAgo), memorised: memorised ? ['a'] : [] }),
  }));

test('any plan keeps its stages in order, ends before its gates, and asks what is left to do', () => {
  let planned = 0;
  fc.assert(
    fc.property(anyChange, (change) => {
      const answer = planPreparation({ ...input, ...change });
      if (!answer.ok) {
        expect(answer.why.kind).toBe('no split');
        return;
      }
      const { plan } = answer;
      planned += 1;
      expect(plan.feasible).toBe(plan.weeks.every((week) => week.load <= week.minutes * (1 + 1e-6)));
      for (const item of plan.items) {
        expect(Math.abs(total(item.weeks) - item.toDo)).toBeLessThan(1e-4);
        item.gates.forEach((gate, at) =>
          expect(gate.lastWeek).toBeGreaterThanOrEqual(item.gates[at - 1]?.lastWeek ?? 0),
        );
        let due = 0;
        item.gates.forEach((gate, at) => {
          const stage = item.stages[at];
          if (!stage || stage.toWeek !== gate.lastWeek) return;
          due = total(item.weeks.slice(0, gate.lastWeek - plan.now + 1));
          const weeksAll = stage.toWeek - stage.fromWeek + 1;
          if (at === 0 && gate.lastWeek >= plan.now && weeksAll === gate.lastWeek - plan.now + 1)
            expect(due).toBeGreaterThanOrEqual(stage.minutes - 1e-4);
        });
        item.tempos.forEach((tempo, at) =>
          expect(tempo).toBeGreaterThanOrEqual((item.tempos[at - 1] ?? 0) - 1e-9),
        );
        if (item.tempo) expect(item.tempos.at(-1)).toBeCloseTo(item.tempo.perMinute, 3);
      }
    }),
    { numRuns: 300, seed: 17 },
  );
  expect(planned).toBeGreaterThan(200);
});

test('a practice card keeps the minutes, holds each day to what it has, and spreads the visits', () => {
  fc.assert(
    fc.property(anyChange, fc.nat(20), (change, pick) => {
      const answer = planPreparation({ ...input, ...change });
      fc.pre(answer.ok);
      const { plan } = answer;
      const at = pick % plan.weeks.length;
      const week = plan.weeks[at] as Plan['weeks'][number];
      const card = practiceCard(plan, at);
      if (week.minutes > 0)
        expect(card.minutes).toBe(Math.round(total(plan.items.map((item) => item.weeks[at] ?? 0))));
      for (const { day: on, asked, available } of card.days) {
        expect(asked).toBe(
          total(
            card.rows.flatMap((row) =>
              row.blocks.filter((block) => block.day === on).map((block) => block.minutes),
            ),
          ),
        );
        if (available === 0) expect(asked).toBe(0);
        if (Math.round(week.load) <= week.minutes) expect(asked).toBeLessThanOrEqual(available);
      }
      for (const row of card.rows)
        expect(row.blocks.every((block) => Number.isInteger(block.minutes) && block.minutes > 0)).toBe(true);
    }),
    { numRuns: 300, seed: 23 },
  );
});

describe('what the teacher does answers at once', () => {
  const gateOf = (plan: Plan, stage: string) => plan.items[0]?.gates.find((gate) => gate.stage === stage);
  test('a gate moved stands where it was put and remembers where it stood; later gates wait for it', () => {
    const before = gateOf(planOf(), 'learn');
    const moved = planOf(
      withPlan({ gates: [{ componentId: 'a', stage: 'learn', movedTo: day('2027-03-10'), passedOn: null }] }),
    );
    expect(gateOf(moved, 'learn')).toMatchObject({ day: '2027-03-10', movedFrom: before?.day });
    expect((gateOf(moved, 'secure')?.lastWeek ?? 0) >= (gateOf(moved, 'learn')?.lastWeek ?? 99)).toBe(true);
  });
  test('a gate passed takes its stages off the work', () => {
    const plan = planOf(
      withPlan({ gates: [{ componentId: 'a', stage: 'learn', movedTo: null, passedOn: day('2027-01-20') }] }),
    );
    expect(plan.items[0]?.stages.filter((stage) => stage.passed).map((stage) => stage.stage)).toEqual([
      'prepare',
      'learn',
    ]);
    expect(plan.items[0]?.toDo).toBeLessThan(planOf().items[0]?.toDo ?? 0);
  });
  test('a week shut has no minutes and no work', () => {
    const { weeks, items } = planOf(withPlan({ shutWeeks: [day('2027-02-03')] }));
    expect(weeks[2]).toMatchObject({ minutes: 0, load: 0, closed: 'week shut', lesson: true });
    expect(items.every((item) => item.weeks[2] === 0)).toBe(true);
  });
  test('this week shut: its stages wait for the next week', () => {
    const { weeks, items } = planOf(withPlan({ shutWeeks: [day('2027-01-20')] }));
    expect(weeks[0]?.load).toBe(0);
    expect(items[0]?.stages[0]).toMatchObject({ stage: 'prepare', fromWeek: 0, toWeek: 1 });
    expect(items[0]?.gates[0]?.day).toBe('2027-02-03');
  });
  test('too few minutes: not feasible, the critical stretch says so, and the latest start would have worked', () => {
    const little = { ...input, student: { ...student, minutesByWeekday: [8, 8, 8, 8, 8, 8, 0] } };
    const answer = planPreparation(little);
    if (!answer.ok) throw new Error('no plan');
    const { critical, peak } = answer.plan;
    expect(answer.plan.feasible).toBe(false);
    expect((critical?.demand ?? 0) / (critical?.minutes ?? 1)).toBeCloseTo(peak, 9);
    const start = latestStart(little);
    if (start === null) throw new Error('no start');
    const fits = (today: typeof start) => {
      const again = planPreparation({
        ...little,
        today,
        goal: { ...goal, plan: { ...goal.plan, startedOn: today } },
      });
      return again.ok && again.plan.feasible;
    };
    expect(fits(start)).toBe(true);
    expect(fits(addDays(start, 7))).toBe(false);
  });
});

test.each([
  ['the session is past', { session: { ...input.session, day: day('2027-01-20') } }, 'session past'],
  [
    'nothing is chosen',
    { level: { ...level, components: level.components.slice(0, 1) }, goal: { ...goal, programme: {} } },
    'nothing to prepare',
  ],
  ['no minutes at all', { student: { ...student, minutesByWeekday: [0, 0, 0, 0, 0, 0, 0] } }, 'no split'],
])('%s: refused, and says why', (_, change, kind) => {
  const answer = planPreparation({ ...input, ...change });
  expect(!answer.ok && answer.why.kind).toBe(kind);
});

test('the lesson weekday decides where weeks begin', () => {
  for (const weekday of [0, 3, 6] as const) {
    const plan = planOf({
      student: { ...student, slot: { kind: 'weekly', weekday, start: '10:00', minutes: 30 } },
    });
    expect(plan.weeks.slice(1).every((week) => dayOfWeek(week.from) === weekday)).toBe(true);
  }
});
