import { expect, test } from 'vitest';
import { calendarDay } from '../time';
import { entryWith, pieceWith } from './arbitrary';
import { checkRule } from './check';
import { explainRule } from './explain';
import type { Entry } from './with-rules';
import type { Rule } from './rules';

const set = (...ids: string[]) => ids.map((pieceId) => ({ kind: 'piece' as const, pieceId }));
const day = calendarDay;
const A = [pieceWith('a1'), pieceWith('a2', { composer: 'A. Hewn', seconds: 200, metre: '3/4' })];
const B = [
  pieceWith('b1', { accompaniment: 'unaccompanied', metre: '3/4' }),
  pieceWith('b2', { composer: 'R. Kestle', seconds: null, metre: null }),
];
const lists = [
  { pieces: A, min: 1, max: 1 },
  { pieces: B, min: 1, max: 1 },
];
const excerpt = (bars: { from: number; to: number } | null): Entry => {
  const entry = entryWith([], [], bars ? { x: [{ kind: 'excerpt', bars }] } : {});
  const component = {
    id: 'x',
    letter: '1',
    name: 'Excerpt 1',
    source: {
      kind: 'excerpt',
      pieceId: 'p',
      bars: { from: 12, to: 40 },
      tempo: null,
      fromBeat: null,
      toBeat: null,
    },
  } as const;
  return { ...entry, level: { ...entry.level, components: [component] } };
};
const held = [
  { family: 'Tarrin Board flute', levelName: 'Level 4', rank: 4, day: day('2026-03-25'), award: 'strong' },
];
type Bare = Rule extends infer R ? (R extends Rule ? Omit<R, 'id'> : never) : never;

test.each<[string, Bare, Entry, string, string]>([
  [
    'one from each, all chosen',
    { kind: 'one from each', componentIds: ['a', 'b'] },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'met',
    'A and B chosen.',
  ],
  [
    'one from each, B open',
    { kind: 'one from each', componentIds: ['a', 'b'] },
    entryWith([], lists, { a: set('a1') }),
    'undecided',
    'B still open.',
  ],
  [
    'one from each, not listed',
    { kind: 'one from each', componentIds: ['a', 'b'] },
    entryWith([], lists, { a: set('b1'), b: set('b2') }),
    'unmet',
    'B1 not on the list. Choose a listed piece.',
  ],
  [
    'one from each, list run dry',
    { kind: 'one from each', componentIds: ['a', 'b'] },
    entryWith([], [lists[0]!, { pieces: [], min: 1, max: 1 }], { a: set('a1') }),
    'unmet',
    'List B has no piece left to choose.',
  ],
  [
    'count, right',
    { kind: 'count', min: 2, max: 2 },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'met',
    'Two pieces chosen.',
  ],
  [
    'count, to fill',
    { kind: 'count', min: 2, max: 2 },
    entryWith([], lists, { a: set('a1') }),
    'undecided',
    'One piece chosen, one to choose.',
  ],
  [
    'count, never enough',
    { kind: 'count', min: 3, max: 4 },
    entryWith([], lists, { a: set('a1') }),
    'unmet',
    'One piece chosen, one to choose.',
  ],
  [
    'time, inside',
    { kind: 'time', min: 200, max: 240, gapSeconds: 0 },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'met',
    '4:00; 0:00 to spare.',
  ],
  [
    'time, gaps count',
    { kind: 'time', min: null, max: 240, gapSeconds: 10 },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'unmet',
    '4:10, 0:10 over. Choose a shorter piece.',
  ],
  [
    'time, short',
    { kind: 'time', min: 300, max: null, gapSeconds: 0 },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'unmet',
    '4:00, 1:00 short. Choose a longer piece.',
  ],
  [
    'time, not timed',
    { kind: 'time', min: 200, max: 500, gapSeconds: 0 },
    entryWith([], lists, { a: set('a1'), b: set('b2') }),
    'undecided',
    '2:00 so far; B2 not timed.',
  ],
  [
    'composers, two',
    { kind: 'different composers' },
    entryWith([], lists, { a: set('a2'), b: set('b1') }),
    'met',
    'A. Hewn and P. Ostrey.',
  ],
  [
    'composers, twice',
    { kind: 'different composers' },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'unmet',
    'P. Ostrey appears twice. Change one of the two.',
  ],
  [
    'composers, none left',
    { kind: 'different composers' },
    entryWith([], [lists[0]!, { pieces: [B[0]!], min: 1, max: 1 }], { a: set('a1') }),
    'unmet',
    'No composer is left for an open list.',
  ],
  [
    'at least one in compound time',
    { kind: 'count where', bound: 'at least', count: 1, where: { on: 'metre', is: 'compound' } },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'met',
    'A1.',
  ],
  [
    'at least one, not any more',
    { kind: 'count where', bound: 'at least', count: 1, where: { on: 'metre', is: 'compound' } },
    entryWith([], lists, { a: set('a2'), b: set('b1') }),
    'unmet',
    'None so far. Choose one piece in compound time.',
  ],
  [
    'at least one, unknown',
    { kind: 'count where', bound: 'at least', count: 1, where: { on: 'metre', is: 'compound' } },
    entryWith([], lists, { a: set('a2'), b: set('b2') }),
    'undecided',
    'None so far. Not known of B2.',
  ],
  [
    'at most none alone',
    { kind: 'count where', bound: 'at most', count: 0, where: { on: 'accompaniment', is: 'unaccompanied' } },
    entryWith([], lists, { a: set('a1'), b: set('b1') }),
    'unmet',
    'B1. Keep no at most.',
  ],
  [
    'edition, in the overlap',
    { kind: 'edition valid' },
    entryWith([], lists, {}),
    'met',
    'Valid to 30 April 2027.',
  ],
  [
    'edition, no session',
    { kind: 'edition valid' },
    entryWith([], lists, {}, { session: null }),
    'undecided',
    'No session picked.',
  ],
  [
    'level held',
    { kind: 'level held', family: 'Tarrin Board flute', rank: 3 },
    entryWith(
      [],
      lists,
      {},
      { student: { birthDate: day('2012-09-30'), levelsHeld: held, schoolYear: null } },
    ),
    'met',
    'Level 4, strong, 25 March 2026.',
  ],
  [
    'level not held',
    { kind: 'level held', family: 'Tarrin Board theory', rank: 4 },
    entryWith([], lists, {}),
    'unmet',
    'Tarrin Board theory 4 is not recorded. Add the result to the student, if there is one.',
  ],
  [
    'age on the birthday itself',
    { kind: 'age', on: day('2027-09-30'), min: 15, max: 19 },
    entryWith([], lists, {}),
    'met',
    '15 on 30 September 2027.',
  ],
  [
    'age, the day before',
    { kind: 'age', on: day('2027-09-29'), min: 15, max: 19 },
    entryWith([], lists, {}),
    'unmet',
    '14 on 29 September 2027.',
  ],
  [
    'entered in time',
    { kind: 'entry closes' },
    entryWith([], lists, {}, { enteredOn: day('2027-01-26') }),
    'met',
    'Entered Tue 26 Jan; entry closes Tue 26 Jan.',
  ],
  [
    'not entered yet',
    { kind: 'entry closes' },
    entryWith([], lists, {}),
    'undecided',
    'Not entered; closes Tue 26 Jan, in 6 days.',
  ],
  [
    'closed',
    { kind: 'entry closes' },
    entryWith([], lists, {}, { today: day('2027-01-27') }),
    'unmet',
    'Not entered; entry closed Tue 26 Jan.',
  ],
  [
    'pianist named',
    { kind: 'entry fact', fact: 'Pianist' },
    entryWith([], lists, {}, { facts: { Pianist: 'Tobiah Renn' } }),
    'met',
    'Tobiah Renn.',
  ],
  [
    'pianist not known',
    { kind: 'entry fact', fact: 'Pianist' },
    entryWith([], lists, {}, { facts: { Pianist: '  ' } }),
    'undecided',
    'None named; due with the entry, Tue 26 Jan.',
  ],
  [
    'takes in number',
    { kind: 'takes', max: 3, continuous: true },
    entryWith([], lists, {}, { takes: { count: 2, continuous: true } }),
    'met',
    'Two takes, one continuous recording.',
  ],
  [
    'takes cut',
    { kind: 'takes', max: 3, continuous: true },
    entryWith([], lists, {}, { takes: { count: 2, continuous: false } }),
    'unmet',
    'Two takes, not continuous: record it again whole.',
  ],
  [
    'takes not known',
    { kind: 'takes', max: 3, continuous: true },
    entryWith([], lists, {}),
    'undecided',
    'Not known how many takes were made.',
  ],
  [
    'excerpt whole',
    { kind: 'excerpt bars', componentId: 'x' },
    excerpt({ from: 10, to: 40 }),
    'met',
    'Bars 10–40.',
  ],
  [
    'excerpt short',
    { kind: 'excerpt bars', componentId: 'x' },
    excerpt({ from: 12, to: 39 }),
    'unmet',
    'Bars 12–39 set; bars 12–40 asked.',
  ],
  [
    'excerpt not set',
    { kind: 'excerpt bars', componentId: 'x' },
    excerpt(null),
    'undecided',
    'Bars 12–40 asked; none set.',
  ],
])('%s', (_, bare, entry, status, sentence) => {
  const rule = { id: 'r', ...bare } as Rule;
  const verdict = checkRule(rule, entry);
  expect(verdict.status).toBe(status);
  expect(explainRule(rule, verdict, entry.level).sentence).toBe(sentence);
  const waived = checkRule(rule, { ...entry, waivers: [{ ruleId: 'r', by: 'the board', why: 'illness' }] });
  expect(waived).toMatchObject({ status: 'waived', evidence: verdict.evidence });
  expect(explainRule(rule, waived, entry.level).sentence).toBe('Waived by the board: illness');
});
