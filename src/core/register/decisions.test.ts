import { describe, expect, test } from 'vitest';
import { DEFAULT_EFFORT } from '../effort';
import { PLAIN_SUM, type MarkScheme } from '../marks';
import { NEW_GOAL_PLAN, type Goal } from '../programme';
import { BARE_PIECE, type Piece } from '../repertoire';
import { BARE_LEVEL, BARE_SESSION, BARE_SET, type RequirementSet } from '../requirements';
import type { Student } from '../students';
import { calendarDay as day } from '../time';
import { unsettledGoals, deadlinesOf, deadlineWords, decisionsOf, openGoals } from './decisions';
import { entryFaults } from './entry-check';
import { goalContext } from './goal-context';
import { hearToday } from './hear-today';
import { NO_STUDIO, type Studio } from '../files';

const today = day('2027-01-20');
const scheme: MarkScheme = {
  id: 's',
  version: 1,
  components: [
    { componentId: 'a', criteria: [{ id: 'n', name: 'Notes', maxMark: 20, bands: [] }] },
    { componentId: 't', criteria: [{ id: 'n', name: 'Notes', maxMark: 20, bands: [] }] },
  ],
  ...PLAIN_SUM,
  awards: [{ id: 'pass', name: 'pass', total: 24, eachAtLeast: null, passes: {} }],
};
const set: RequirementSet = {
  id: 'set',
  kind: 'graded exam',
  name: 'Tarrin Board',
  family: 'Tarrin Board flute',
  instrument: 'flute',
  edition: { name: '2026', from: day('2026-01-01'), to: day('2029-12-31'), overlapTo: null },
  ...BARE_SET,
  schemes: [scheme],
  levels: [
    {
      id: 'level-2',
      name: 'Level 2',
      rank: 2,
      schemeId: 's',
      components: [
        { id: 'a', letter: 'A', name: 'Song', source: { kind: 'list', pieceIds: ['air'], min: 1, max: 1 } },
        { id: 't', letter: 'T', name: 'Technique', source: { kind: 'prepared', items: [] } },
      ],
      ...BARE_LEVEL,
      rules: [
        { id: 'closes', kind: 'entry closes' },
        { id: 'age', kind: 'age', on: null, min: 10, max: null },
      ],
    },
  ],
  sessions: [
    {
      id: 'spring',
      name: 'spring',
      day: day('2027-03-31'),
      ...BARE_SESSION,
      entryCloses: day('2027-01-26'),
      venue: '',
    },
    { id: 'past', name: 'winter', day: day('2027-01-10'), ...BARE_SESSION, entryCloses: null, venue: '' },
    {
      id: 'recorded',
      name: 'recorded',
      day: day('2027-03-31'),
      ...BARE_SESSION,
      entryOpens: day('2027-01-23'),
      entryCloses: day('2027-01-30'),
      late: { until: day('2027-02-04'), fee: '6 crowns' },
      fee: '20 crowns',
      recordingDue: day('2027-02-09'),
    },
    { id: 'open', name: 'open day', day: day('2027-03-31'), ...BARE_SESSION, entryCloses: null, venue: '' },
  ],
};
const piece = (bars: number): Piece => ({
  ...BARE_PIECE,
  id: 'air',
  title: 'Slack Tide Air',
  composer: 'P. Ostrey',
  seconds: 100,
  bars,
});
const student = (id: string, rest: Partial<Student> = {}): Student => ({
  id,
  name: `Wren ${id}`,
  instrument: 'flute',
  birthDate: day('2012-01-01'),
  slot: { kind: 'weekly', weekday: 2, start: '16:00', minutes: 30 },
  sharesWith: null,
  minutesByWeekday: [20, 20, 20, 20, 20, 20, 0],
  levelsHeld: [],
  reachSemitones: null,
  schoolYear: null,
  archivedOn: null,
  ...rest,
});
const goal = (id: string, rest: Partial<Goal> = {}): Goal => ({
  id,
  studentId: id,
  setId: 'set',
  levelId: 'level-2',
  sessionId: 'spring',
  aimAwardId: 'pass',
  programme: { a: [{ kind: 'piece', pieceId: 'air' }] },
  facts: {},
  takes: null,
  recordingSentOn: null,
  conditions: {},
  editions: {},
  scalesHeard: [],
  waivers: [],
  enteredOn: today,
  closedOn: null,
  plan: { ...NEW_GOAL_PLAN, startedOn: today },
  ...rest,
});
function studioOf(goals: readonly Goal[], rest: Partial<Student> = {}, bars = 20): Studio {
  return {
    ...NO_STUDIO,
    sets: new Map([['set', set]]),
    pieces: new Map([['air', piece(bars)]]),
    goals: new Map(goals.map((each) => [each.id, each])),
    students: new Map(goals.map((each) => [each.studentId, student(each.studentId, rest)])),
    settings: { ...NO_STUDIO.settings, effort: DEFAULT_EFFORT },
  };
}
const contexts = (studio: Studio) =>
  [...openGoals(studio), ...unsettledGoals(studio)].flatMap((each) => goalContext(studio, each, today) ?? []);
const decisions = (studio: Studio) => decisionsOf(contexts(studio), today);

describe('an entry made today', () => {
  const NOT_ENTERED = { enteredOn: null } as const;
  const faults = (studio: Studio) => contexts(studio).flatMap(entryFaults);
  const at = (id: string, change: object) => ({
    ...studioOf([goal('a', { ...NOT_ENTERED, sessionId: id })]),
    sets: new Map([
      [
        set.id,
        { ...set, sessions: set.sessions.map((each) => (each.id === id ? { ...each, ...change } : each)) },
      ],
    ]),
  });
  test.each<[string, Studio, (string | RegExp)[]]>([
    ['in order', studioOf([goal('a', NOT_ENTERED)]), []],
    [
      'with a waived rule',
      studioOf([goal('a', { ...NOT_ENTERED, waivers: [{ ruleId: 'age', by: 'board', why: 'x' }] })], {
        birthDate: day('2019-06-01'),
      }),
      [],
    ],
    ['before it opens', at('recorded', {}), ['Entry opens on 23 January 2027.']],
    [
      'after it closed',
      at('spring', { entryCloses: day('2027-01-19') }),
      ['Entry closed on 19 January 2027.'],
    ],
    [
      'late, for a fee',
      at('recorded', { entryOpens: null, entryCloses: day('2027-01-15') }),
      ['Entry closed on 15 January 2027; a late entry is taken until 4 February 2027, for 6 crowns more.'],
    ],
    ['after the session', at('past', {}), ['The session was on 10 January 2027.']],
    [
      'without a piece',
      studioOf([goal('a', { ...NOT_ENTERED, programme: {} })]),
      ['Song: no piece is chosen.'],
    ],
    [
      'too young, on another instrument',
      studioOf([goal('a', NOT_ENTERED)], { birthDate: day('2019-06-01'), instrument: 'oboe' }),
      ['Level 2 is for flute, and Wren a plays oboe.', /^Age 10 or more on the day: 7 on/],
    ],
  ])('%s', (_, studio, expected) => {
    const found = faults(studio);
    expect(found).toHaveLength(expected.length);
    for (const [index, each] of expected.entries()) expect(found[index]).toMatch(each);
  });
});

describe('what waits for an answer', () => {
  const NOT_ENTERED = { enteredOn: null } as const;
  test.each<[string, Studio, unknown[]]>([
    ['nothing, where all is settled', studioOf([goal('a')]), []],
    [
      'the entry, before it closes',
      studioOf([goal('a', NOT_ENTERED)]),
      [{ kind: 'enter', level: 'Level 2', open: [], days: 6, due: '2027-01-26' }],
    ],
    [
      'the entry with the slots still open, once',
      studioOf([goal('a', { ...NOT_ENTERED, programme: {} })]),
      [{ kind: 'enter', open: ['Song'] }],
    ],
    [
      'the open slots of an entered goal',
      studioOf([goal('a', { programme: {} })]),
      [{ kind: 'choose', lists: ['Song'], days: 6 }],
    ],
    [
      'the choice alone where entry never closes',
      studioOf([goal('a', { ...NOT_ENTERED, sessionId: 'open', programme: {} })]),
      [{ kind: 'choose', lists: ['Song'], days: 70 }],
    ],
    [
      'a rule that is not met, with its reason',
      studioOf([goal('a')], { birthDate: day('2019-06-01') }),
      [{ kind: 'rule', title: 'Age 10 or more on the day', sentence: '7 on 31 March 2027.' }],
    ],
    [
      'a gate that is overdue',
      studioOf([
        goal('a', {
          plan: {
            ...NEW_GOAL_PLAN,
            startedOn: day('2026-12-02'),
            gates: [{ componentId: 'a', stage: 'learn', movedTo: day('2027-01-13'), passedOn: null }],
          },
        }),
      ]),
      [{ kind: 'gate', letter: 'A', moveTo: '2027-01-27' }],
    ],
    [
      'weeks that hold more work than minutes',
      studioOf([goal('a')], {}, 600),
      [{ kind: 'minutes', days: 0 }],
    ],
    [
      'of a session that is past, what came of it',
      studioOf([goal('a', { programme: {}, sessionId: 'past' })]),
      [{ kind: 'result', level: 'Level 2', session: 'winter', days: -10 }],
    ],
    [
      'the same where it was taken and the result is to come',
      studioOf([goal('a', { sessionId: 'past', closedOn: today, ended: 'taken' })]),
      [{ kind: 'result' }],
    ],
    [
      'nothing more once the result is known',
      studioOf([
        goal('a', {
          sessionId: 'past',
          closedOn: today,
          ended: 'taken',
          result: { on: today, award: 'pass', total: 30 },
        }),
      ]),
      [],
    ],
    [
      'a programme that changed after entry, until the office was told',
      studioOf([
        goal('a', {
          history: [
            { on: today, kind: 'changed after entry', what: 'Song: a instead of b', toldOn: null },
            { on: today, kind: 'changed after entry', what: 'Song: b instead of a', toldOn: today },
          ],
        }),
      ]),
      [{ kind: 'tell', what: ['Song: a instead of b'], days: 0 }],
    ],
    [
      'nothing of a goal that was withdrawn',
      studioOf([goal('a', { closedOn: today, ended: 'withdrawn' })]),
      [],
    ],
    ['nothing of a closed goal', studioOf([goal('a', { ...NOT_ENTERED, closedOn: today })]), []],
    ['nothing of an archived student', studioOf([goal('a', NOT_ENTERED)], { archivedOn: today }), []],
  ])('%s', (_, studio, expected) => {
    const found = decisions(studio);
    expect(found).toHaveLength(expected.length);
    for (const [at, each] of expected.entries()) expect(found[at]).toMatchObject(each as object);
  });

  test('first due first, then by goal', () => {
    const studio = studioOf([
      goal('c', { enteredOn: null, sessionId: 'open', programme: {} }),
      goal('b', { enteredOn: null }),
      goal('a', { enteredOn: null }),
    ]);
    expect(decisions(studio).map((each) => `${each.goalId} ${each.days}`)).toEqual(['a 6', 'b 6', 'c 70']);
  });
  test('an overfull plan says the work and the minutes of its critical weeks', () => {
    const [found] = decisions(studioOf([goal('a')], {}, 600));
    if (found?.kind !== 'minutes') throw new Error('no shortage');
    expect(found.demand).toBeGreaterThan(found.minutes);
    expect(found.from <= found.to).toBe(true);
  });
});

test('deadlines: one line a session, with who is entered and who is not; nothing past', () => {
  const studio = studioOf([
    goal('a'),
    goal('b', { enteredOn: null }),
    goal('c', { sessionId: 'past' }),
    goal('d', { sessionId: 'open' }),
  ]);
  expect(
    deadlinesOf(contexts(studio), today).map(({ kind, sessionName, days, entered, undecided }) => [
      kind,
      sessionName,
      days,
      entered,
      undecided,
    ]),
  ).toEqual([
    ['entry closes', 'spring', 6, ['Wren a'], ['Wren b']],
    ['session', 'spring', 70, ['Wren a'], ['Wren b']],
    ['session', 'open day', 70, ['Wren d'], []],
  ]);
});

test('deadlines: opening, late entry with both fees, recording; none of them once everybody is entered', () => {
  const lines = (entered: boolean) => {
    const studio = studioOf([goal('a', { sessionId: 'recorded', enteredOn: entered ? today : null })]);
    return deadlinesOf(contexts(studio), today).map(
      (each) => `${each.days} ${deadlineWords(each)}${each.fee === '' ? '' : `: ${each.fee}`}`,
    );
  };
  expect(lines(false)).toEqual([
    '3 Tarrin Board entry opens',
    '10 Tarrin Board entry closes: 20 crowns',
    '15 Tarrin Board late entry closes: 20 crowns and 6 crowns',
    '20 Tarrin Board recording due',
    '70 Tarrin Board recorded',
  ]);
  expect(lines(true)).toEqual([
    '10 Tarrin Board entry closes: 20 crowns',
    '20 Tarrin Board recording due',
    '70 Tarrin Board recorded',
  ]);
});

test.each([
  ['student', { students: new Map() }],
  ['set', { sets: new Map() }],
])('a goal whose %s is gone has no context, and stays in the studio', (_, gone) => {
  const studio = { ...studioOf([goal('a')]), ...gone };
  expect(goalContext(studio, goal('a'), today)).toBeUndefined();
  expect(studio.goals.size).toBe(1);
});
test.each(['levelId', 'sessionId'] as const)('nor one whose %s is gone', (field) =>
  expect(goalContext(studioOf([goal('a')]), goal('a', { [field]: 'gone' }), today)).toBeUndefined(),
);

test('open goals come by their day, then by name, without those that are closed or of archived students', () => {
  const studio = studioOf([
    goal('d', { sessionId: 'gone' }),
    goal('c'),
    goal('b'),
    goal('a', { sessionId: 'past' }),
    goal('closed', { closedOn: today }),
    goal('left'),
  ]);
  const students = new Map(studio.students).set('left', student('left', { archivedOn: today }));
  expect(openGoals({ ...studio, students }).map(({ id }) => id)).toEqual(['a', 'b', 'c', 'd']);
});

test.each([20, 30, 45, 60])('what to hear shares all %i minutes of the lesson', (minutes) => {
  const [context] = contexts(studioOf([goal('a')]));
  const lines = hearToday(context!.plan!, minutes);
  expect(lines.reduce((sum, line) => sum + line.minutes, 0)).toBe(minutes);
  expect(lines.every((line) => line.minutes > 0)).toBe(true);
});
