import fc from 'fast-check';
import { expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import { DEFAULT_EFFORT } from '../effort';
import { fitDetail, openFit, readyColumn, prepareStudent } from '../fit';
import { generatedStudio } from '../fit/arbitrary';
import { PLAIN_SUM } from '../marks';
import { prepare } from '../plan';
import { NEW_ENTRY, NEW_GOAL_PLAN, type Goal } from '../programme';
import type { RequirementSet } from '../requirements';
import { fitSettings, fitStudentReader } from './fit-question';
import { goalContext } from './goal-context';
import { learnedRateOf } from './learned-effort';
import { planInput } from './preparation';
import { programmeQuestion } from './programme-question';
import { NO_STUDIO, type Studio } from '../files';
import { emptyBook } from '../skills';
import type { Student } from '../students';
import { addDays } from '../time';

const made = generatedStudio(5, { students: 24, levels: 40, pieces: 960 });
const { today } = made.settings;
const scheme = {
  id: 's',
  version: 1,
  components: ['A', 'B', 'C', 'T'].map((componentId) => ({
    componentId,
    criteria: [{ id: 'c', name: 'c', maxMark: 20, bands: [] }],
  })),
  ...PLAIN_SUM,
  awards: [{ id: 'pass', name: 'pass', total: 50, eachAtLeast: null, passes: {} }],
};
/** A second syllabus for the instrument of each: the same lists under another family. */
const sets: RequirementSet[] = made.settings.sets.flatMap((set) => [
  { ...set, schemes: [scheme] },
  {
    ...set,
    schemes: [scheme],
    id: `other-${set.id}`,
    family: `other ${set.family}`,
    name: `other ${set.name}`,
  },
]);
const studioWith = (commonLevels: Studio['settings']['commonLevels'], levelStep: number): Studio => ({
  ...NO_STUDIO,
  students: new Map(made.students.map(({ student }) => [student.id, student])),
  sets: new Map(sets.map((set) => [set.id, set])),
  pieces: made.settings.pieces,
  settings: { ...NO_STUDIO.settings, commonLevels, effort: { ...DEFAULT_EFFORT, levelStep } },
});

test('a piece has the same minutes in the fit, in the programmes and in the plan, whatever syllabus is held', () => {
  let [compared, stretched, crossed] = [0, 0, 0];
  const table = fc.dictionary(
    fc.constantFrom(...sets.map(({ family }) => family)),
    fc.dictionary(fc.constantFrom('1', '2', '3', '5'), fc.integer({ min: 1, max: 12 })),
  );
  fc.assert(
    fc.property(
      fc.nat(23),
      fc.nat(sets.length - 1),
      fc.nat(9),
      table,
      fc.constantFrom(1.25, 1.6),
      (who, at, rank, common, step) => {
        const studio = studioWith(common, step);
        const student = made.students[who]!.student;
        const own = sets.filter(({ instrument }) => instrument === student.instrument);
        const set = own[at % own.length]!;
        const level = set.levels[rank]!;
        const session = set.sessions[0]!;
        const fit = openFit(fitSettings(studio, today));
        const detail = fitDetail(
          fit,
          prepareStudent(fit, fitStudentReader(studio, today)(student)),
          readyColumn(fit, { set, level, session }),
        );
        fc.pre(detail.programme.length > 0);
        const goal: Goal = {
          id: 'g',
          studentId: student.id,
          setId: set.id,
          levelId: level.id,
          sessionId: session.id,
          aimAwardId: 'pass',
          programme: Object.fromEntries(
            detail.programme.map(({ componentId, pieceId }) => [componentId, [{ kind: 'piece', pieceId }]]),
          ),
          plan: { ...NEW_GOAL_PLAN, startedOn: today },
          ...NEW_ENTRY,
        };
        const context = goalContext(studio, goal, today)!;
        const question = programmeQuestion(studio, context);
        for (const { componentId, pieceId, minutes } of detail.programme) {
          expect(question.minutes.get(pieceId)).toBe(minutes);
          const item = context.plan?.items.find((each) => each.componentId === componentId);
          if (item) expect(item.minutes).toBe(minutes);
          compared += item ? 1 : 0;
        }
        if (context.stretch > 0) stretched += 1;
        if (student.levelsHeld.some(({ family }) => family !== set.family)) crossed += 1;
      },
    ),
    { numRuns: proofRuns(300), seed: 18 },
  );
  expect(Math.min(compared, stretched * 3, crossed * 3)).toBeGreaterThan(proofRuns(100));
});

test('a cell is reachable with a programme exactly when the plan with it, beside the other goals, fits', () => {
  const seen = { fits: 0, not: 0, alone: 0, beside: 0 };
  const anyGoal = fc.record({
    at: fc.nat(sets.length - 1),
    rank: fc.nat(9),
    weeks: fc.integer({ min: 3, max: 40 }),
    extra: fc.integer({ min: 0, max: 6 }),
    picks: fc.array(fc.nat(7), { minLength: 3, maxLength: 3 }),
  });
  const arbitrary = fc.record({
    who: fc.nat(23),
    others: fc.array(anyGoal, { maxLength: 2 }),
    next: anyGoal,
    recording: fc.option(fc.integer({ min: 1, max: 20 })),
    minutes: fc.integer({ min: 5, max: 70 }),
    shut: fc.array(fc.nat(30), { maxLength: 3 }),
    isRhythmFirst: fc.boolean(),
  });
  fc.assert(
    fc.property(arbitrary, ({ who, others, next, recording, minutes, shut, isRhythmFirst }) => {
      const { student: own } = made.students[who]!;
      const student = { ...own, minutesByWeekday: [minutes, minutes, 0, minutes, minutes, minutes, 0] };
      const mine = sets.filter(({ instrument }) => instrument === student.instrument);
      // Each goal has a session of its own.
      const sessions = [...others, next].map(({ weeks, extra }, at) => ({
        ...sets[0]!.sessions[0]!,
        id: `s${at}`,
        day: addDays(today, 7 * weeks + extra),
        entryCloses: addDays(today, 1),
        recordingDue:
          at === others.length && recording !== null ? addDays(today, 7 * weeks - recording) : null,
      }));
      const plain = studioWith({}, 1.25);
      const goalOf = ({ at, rank, picks }: typeof next, index: number): Goal => {
        const set = mine[at % mine.length]!;
        const level = set.levels[rank]!;
        return {
          id: `g${index}`,
          studentId: student.id,
          setId: set.id,
          levelId: level.id,
          sessionId: `s${index}`,
          aimAwardId: 'pass',
          programme: Object.fromEntries(
            level.components.flatMap(({ id, source }, slot) =>
              source.kind === 'list'
                ? [
                    [
                      id,
                      [{ kind: 'piece', pieceId: source.pieceIds[picks[slot]! % source.pieceIds.length]! }],
                    ],
                  ]
                : [],
            ),
          ),
          plan: {
            ...NEW_GOAL_PLAN,
            startedOn: addDays(today, -7 * index),
            shutWeeks: index === 0 ? shut.map((week) => addDays(today, 7 * week)) : [],
          },
          ...NEW_ENTRY,
        };
      };
      const open = others.map(goalOf);
      const studio: Studio = {
        ...plain,
        students: new Map([...plain.students, [student.id, student]]),
        sets: new Map(sets.map((set) => [set.id, { ...set, sessions }])),
        goals: new Map(open.map((goal) => [goal.id, goal])),
        skillBooks: new Map([
          [student.id, { ...emptyBook(student.id), pathwayIds: isRhythmFirst ? ['rhythm-first'] : [] }],
        ]),
      };
      const set = studio.sets.get(mine[next.at % mine.length]!.id)!;
      const level = set.levels[next.rank]!;
      const column = { set, level, session: sessions.at(-1)! };
      const fit = openFit(fitSettings(studio, today));
      const ready = prepareStudent(fit, fitStudentReader(studio, today)(student));
      const { state, programme } = fitDetail(fit, ready, readyColumn(fit, column));
      fc.pre(state.kind === 'reachable' || state.kind === 'ready now' || state.kind === 'beyond');
      const chosen: Goal = {
        ...goalOf(next, others.length),
        plan: { ...NEW_GOAL_PLAN, startedOn: today },
        programme: Object.fromEntries(
          programme.map(({ componentId, pieceId }) => [componentId, [{ kind: 'piece', pieceId }]]),
        ),
      };
      // A goal of the same level is the one that is asked about.
      const beside = open.filter((goal) => goal.setId !== set.id || goal.levelId !== level.id);
      const stands = beside.length === 0 || verdict(studio, beside, student);
      expect(state.alone === true).toBe(!stands);
      const fits = verdict(studio, stands ? [...beside, chosen] : [chosen], student);
      expect(state.kind !== 'beyond').toBe(fits);
      seen[fits ? 'fits' : 'not'] += 1;
      if (!stands) seen.alone += 1;
      else if (beside.length > 0) seen.beside += 1;
    }),
    { numRuns: proofRuns(300), seed: 61 },
  );
  expect(Math.min(seen.fits, seen.not, seen.alone, seen.beside)).toBeGreaterThan(proofRuns(15));
  /** As the plan says: every goal has one, and none is too full. */
  function verdict(studio: Studio, goals: readonly Goal[], student: Student) {
    const { whole, goals: answers } = prepare(planInput(studio, student, goals, today));
    return goals.every(({ id }) => answers.get(id)?.ok === true) && whole?.feasible === true;
  }
});

test('the learned rate, once agreed to, holds in the fit, in the programmes and in the plan alike', () => {
  const plain = studioWith({}, 1.25);
  const [first] = made.students;
  if (!first) throw new Error('nobody');
  const set = sets.find(({ instrument }) => instrument === first.student.instrument)!;
  const level = set.levels[0]!;
  const component = level.components.find(({ source }) => source.kind === 'list')!;
  const pieceId = component.source.kind === 'list' ? component.source.pieceIds[0]! : '';
  const began = addDays(today, -42);
  const goal: Goal = {
    id: 'g',
    studentId: first.student.id,
    setId: set.id,
    levelId: level.id,
    sessionId: set.sessions[0]!.id,
    aimAwardId: 'pass',
    programme: { [component.id]: [{ kind: 'piece', pieceId }] },
    ...NEW_ENTRY,
    plan: {
      ...NEW_GOAL_PLAN,
      startedOn: began,
      gates: [{ componentId: component.id, stage: 'learn', movedTo: null, passedOn: addDays(today, -1) }],
    },
  };
  const practice = Array.from({ length: 6 }, (_, week) => ({
    id: `p${week}`,
    studentId: first.student.id,
    goalId: 'g',
    componentId: component.id,
    pieceId,
    day: addDays(began, 7 * week),
    minutes: 100,
    source: 'card' as const,
  }));
  const studio = {
    ...plain,
    goals: new Map([[goal.id, goal]]),
    practice: new Map(practice.map((entry) => [entry.id, entry])),
  };
  const rate = learnedRateOf(studio, first.student, today)!;
  expect(rate.gates).toBe(1);
  expect(rate.rate).toBeGreaterThan(1.1);
  const agreed = { ...first.student, usesRate: true };
  const minutesIn = (of: Studio) => {
    const context = goalContext(of, goal, today)!;
    const fit = openFit(fitSettings(of, today));
    const student = of.students.get(first.student.id)!;
    return {
      plan: context.plan?.items.find(({ piece }) => piece?.id === pieceId)?.minutes ?? 0,
      programme: programmeQuestion(of, context).minutes.get(pieceId) ?? 0,
      fit: prepareStudent(fit, fitStudentReader(of, today)(student)).effort.minutesPerBar,
    };
  };
  const before = minutesIn(studio);
  const after = minutesIn({ ...studio, students: new Map([...studio.students, [agreed.id, agreed]]) });
  expect(before.plan).toBe(before.programme);
  expect(after.plan).toBe(after.programme);
  expect(after.plan / before.plan).toBeCloseTo(rate.rate, 1);
  expect(after.fit / before.fit).toBeCloseTo(rate.rate, 9);
});
