import { expect, test } from 'vitest';
import tarrin from '../demo/tarrin-flute-2026.json';
import { readRequirementFile } from './files';
import { readSheet, standing } from './marks';
import { practiceCard } from './card';
import { prepare } from './plan';
import { entryOf, NEW_GOAL_PLAN, withChoice, type Goal } from './programme';
import { readinessOf } from './readiness';
import { fitStudio, forecast, marksAtNodes, markedOf, outcomeOf, totalledBy } from './forecast';
import { checkProgramme, explainRule, findLevel, findSession, schemeOf, stretchOf } from './requirements';
import type { Student } from './students';
import { DEFAULT_EFFORT } from './effort';
import { calendarDay as day } from './time';

/** The way through the core: one student from requirement to forecast. */
test('a tour: requirement, student, programme, rules, plan, practice card, marks, readiness, forecast', () => {
  // A requirement file is checked on its way in; from here on it cannot be wrong.
  const file = readRequirementFile(tarrin);
  if (!file.ok) throw new Error(file.why[0]?.message);
  const { set } = file.value;
  const pieces = new Map(file.value.pieces.map((piece) => [piece.id, piece]));
  const [level, session] = [findLevel(set, 'level-4'), findSession(set, 'spring-2027')];
  if (!level || !session) throw new Error('the set has changed');

  // A student with a lesson on Wednesdays and minutes for every weekday, aiming at a level.
  const student: Student = {
    id: 'jonah',
    name: 'Jonah Thwaite',
    instrument: 'flute',
    birthDate: day('2014-06-11'),
    slot: { kind: 'weekly', weekday: 2, start: '16:10', minutes: 30 },
    sharesWith: null,
    minutesByWeekday: [30, 25, 25, 30, 25, 45, 0],
    levelsHeld: [
      { family: set.family, levelName: 'Level 3', rank: 3, day: day('2026-03-25'), award: 'pass' },
    ],
    reachSemitones: null,
    schoolYear: null,
    archivedOn: null,
  };
  const today = day('2027-01-20');
  let goal: Goal = {
    id: 'g',
    studentId: 'jonah',
    setId: set.id,
    levelId: level.id,
    sessionId: session.id,
    aimAwardId: 'pass',
    programme: {},
    facts: {},
    takes: null,
    recordingSentOn: null,
    conditions: {},
    editions: {},
    scalesHeard: [],
    waivers: [],
    enteredOn: null,
    closedOn: null,
    plan: { ...NEW_GOAL_PLAN, startedOn: today },
  };

  // Three pieces chosen; every rule answers, with its reason.
  for (const [list, id] of [
    ['s', 'tarrin-tally-bells'],
    ['d', 'tarrin-lantern-row'],
    ['y', 'tarrin-gull-stairs'],
  ] as const)
    goal = { ...goal, programme: withChoice(goal.programme, list, { kind: 'piece', pieceId: id }, 1) };
  const entry = entryOf(goal, set, student, pieces, today, []);
  if (!entry) throw new Error('no such level');
  const time = checkProgramme(entry).find((verdict) => verdict.ruleId === 'time')!;
  expect(
    explainRule(
      level.rules.find((rule) => rule.id === 'time')!,
      time,
      level,
    ).sentence,
  ).toBe('6:52; 1:08 to spare.');

  // The preparation back from the session, levelled exactly; the first week as a card of whole blocks.
  const prepared = prepare({
    student,
    goals: [
      {
        goal,
        stretch: stretchOf(student, set, level, { common: {}, sets: [set] }),
        level,
        session,
        criteriaWeeks: 2,
      },
    ],
    pieces,
    closures: [],
    effort: DEFAULT_EFFORT,
    evidence: { practice: [], cards: [] },
    noted: [],
    family: 'flute',
    metronomeFrom: 'learn',
    today,
  });
  const plan = prepared.whole;
  if (!plan) throw new Error('no plan');
  const card = practiceCard(plan, 0);
  expect([plan.weeks.length, plan.feasible, card.minutes <= card.available]).toEqual([10, true, true]);

  // One component heard: readiness says where it stands, and what has no evidence yet.
  const sheet = {
    id: 's',
    goalId: 'g',
    componentId: 's',
    pieceId: null,
    schemeId: 'board',
    schemeVersion: 1,
    assessor: 'teacher' as const,
    day: today,
    marks: { notes: 5, tone: 4, phrasing: 4, pulse: 4 },
    notes: [],
    closed: true,
    supersedes: null,
  };
  const scheme = schemeOf(set, level);
  const readiness = readinessOf(
    level,
    scheme,
    standing(scheme, [sheet]),
    [readSheet(scheme, [], sheet)],
    plan,
    today,
  );
  expect(readiness.components[0]).toMatchObject({ mark: 17, maxMark: 24, age: 0 });
  expect(readiness.award).toBeNull();
  expect(readiness.missing.filter((each) => each.what === 'mark').map((each) => each.letter)).toEqual([
    'D',
    'Y',
    'T',
    'E',
  ]);

  // Without a result of the studio everything is assumed: one lesson's mark gives a wide forecast, and says so.
  const { evidence, ahead } = forecast(fitStudio([]), [], {
    student: student.id,
    components: markedOf(scheme),
    placement: -1,
    marks: [{ day: today, assessor: 'teacher', component: 's', mark: 17 }],
    asOf: today,
    examDay: session.day,
  });
  expect(evidence.case).toBe('one');
  const [then] = ahead;
  const adding = then && totalledBy(scheme, then.components);
  const chances = adding
    ? outcomeOf(adding, marksAtNodes(then.day, then.width, then.components)).lines.map(({ chance }) => chance)
    : [];
  expect(chances.every((chance, at) => chance > 0 && chance < (chances[at - 1] ?? 1))).toBe(true);
});
