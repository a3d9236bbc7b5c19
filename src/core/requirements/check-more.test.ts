import { expect, test } from 'vitest';
import { calendarDay } from '../time';
import { entryWith, pieceWith } from './arbitrary';
import { checkRule } from './check';
import { explainRule } from './explain';
import type { Component } from './requirement-set';
import type { RuleStatus } from './verdict';
import type { Entry } from './with-rules';
import { ruleTitle, type Rule } from './rules';

const day = calendarDay;
const set = (...ids: string[]) => ids.map((pieceId) => ({ kind: 'piece' as const, pieceId }));
const A = [
  pieceWith('a1', {
    key: 'D minor',
    tempo: { unit: 'q.', perMinute: 60 },
    period: 'Old',
    character: 'Grave',
  }),
  pieceWith('a2', { metre: '3/4', tempo: { unit: 'q', perMinute: 132 }, character: 'sprightly' }),
];
const B = [
  pieceWith('b1', {
    metre: '3/8',
    key: 'D  minor',
    tempo: { unit: 'e', perMinute: 60 },
    character: ' grave',
  }),
  pieceWith('b2', { metre: null, key: null, tempo: null }),
];
const lists = [
  { pieces: A, min: 1, max: 2 },
  { pieces: B, min: 1, max: 1 },
];
const catalogue = [
  { pieceId: 'a1', rank: 4 },
  { pieceId: 'a2', rank: 5 },
  { pieceId: 'b1', rank: 3 },
];
const scales: Component = {
  id: 's',
  letter: 'S',
  name: 'Scales',
  source: {
    kind: 'scales',
    rows: ['D major', 'F minor', 'G minor'].map((key, at) => ({
      id: `s${at}`,
      key,
      form: 'scale',
      octaves: 2,
      tempo: null,
      articulation: 'slurred',
      hands: '',
    })),
    drawn: 2,
  },
};
const own: Component = {
  id: 'o',
  letter: 'O',
  name: 'Own choice',
  source: { kind: 'own choice', min: 1, max: 1 },
};

function entry(a: readonly string[], b: readonly string[], rest: Partial<Entry> = {}): Entry {
  const base = entryWith([], lists, { a: set(...a), b: set(...b) }, rest);
  const session = base.session && { ...base.session, recordingDue: day('2027-02-10') };
  return {
    ...base,
    session,
    set: { ...base.set, catalogue },
    level: { ...base.level, components: [...base.level.components, scales] },
  };
}
/** The same with a slot of own choice, filled or not. */
const withOwn = (a: readonly string[], b: readonly string[], o: readonly string[]): Entry => {
  const base = entry(a, b);
  const pieces = new Map([...base.pieces, ['x', pieceWith('x', { metre: '5/8' })] as const]);
  return {
    ...base,
    pieces,
    programme: { ...base.programme, o: set(...o) },
    level: { ...base.level, components: [...base.level.components, own] },
  };
};
const inBands = (slowBelow: number, fastFrom: number, base: Entry): Entry => ({
  ...base,
  set: { ...base.set, tempoBands: { slowBelow, fastFrom } },
});
const year = (group: number, from = '2026-09-01') => ({
  student: { birthDate: day('2012-09-30'), levelsHeld: [], schoolYear: { year: group, from: day(from) } },
});
const used = [
  { pieceId: 'b1', day: day('2026-03-25'), what: 'Tarrin Board Level 4' },
  { pieceId: 'a2', day: day('2023-03-25'), what: 'Tarrin Board Level 2' },
];
const DIVISIONS = [
  { value: 'Skiff', atLeast: 1, from: 3, to: 4, free: 1 },
  { value: 'Schooner', atLeast: 2, from: 4, to: null, free: 0 },
];
const division: Rule = {
  id: 'r',
  kind: 'graded pieces',
  by: 'entry fact',
  fact: 'Division',
  classes: DIVISIONS,
};
const byYear: Rule = {
  ...division,
  by: 'year group',
  fact: '',
  classes: [{ value: '9', atLeast: 2, from: 3, to: null, free: 0 }],
};
const choose: Rule = { id: 'r', kind: 'choose', componentId: 'a', min: 2, max: 2 };
const contrast = (by: Extract<Rule, { kind: 'contrast' }>['in'], between: 'any' | 'all'): Rule => ({
  id: 'r',
  kind: 'contrast',
  in: by,
  between,
});
const where = (
  bound: 'at least' | 'at most',
  count: number,
  is: Extract<Rule, { kind: 'count where' }>['where'],
): Rule => ({ id: 'r', kind: 'count where', bound, count, where: is });
const memory = (allows: readonly string[] | null): Rule => ({
  id: 'r',
  kind: 'condition',
  topic: 'memory',
  allows,
});
const edition: Rule = { id: 'r', kind: 'named edition', componentId: 'a', edition: 'the Quay edition' };
const school: Rule = { id: 'r', kind: 'year group', min: 7, max: 9 };
const due: Rule = { id: 'r', kind: 'recording due' };
const known = (count: number | null): Rule => ({ id: 'r', kind: 'scales known', componentId: 's', count });
const fact = (name: string): Rule => ({ id: name, kind: 'entry fact', fact: name });
const count = (min: number): Rule => ({ id: `count ${min}`, kind: 'count', min, max: 9 });
const both = (need: 'all' | 'any' | number, ...rules: Rule[]): Rule => ({
  id: 'r',
  kind: 'combined',
  need,
  rules,
});

test.each<[Rule, Entry, RuleStatus, string]>([
  [choose, entry(['a1', 'a2'], []), 'met', 'Two pieces chosen.'],
  [choose, entry(['a1'], ['b1']), 'undecided', 'One piece chosen, one to choose.'],
  [choose, entry(['b1'], []), 'unmet', 'B1 not on the list. Choose a listed piece.'],
  [{ ...choose, min: 3, max: 4 }, entry(['a1'], []), 'unmet', 'One piece chosen; one left to choose from.'],
  [{ ...choose, min: 0, max: 1 }, entry(['a1', 'a2'], []), 'unmet', 'Two pieces chosen. Take one out.'],

  // 60 dotted crotchets and 60 quavers are slow, 132 crotchets fast.
  [
    contrast('tempo', 'all'),
    entry(['a1'], ['b1']),
    'unmet',
    'A1 slow, B1 slow: slow appears twice. Change one of the two.',
  ],
  [contrast('tempo', 'any'), entry(['a1', 'a2'], ['b1']), 'met', 'A1 slow, A2 fast, B1 slow.'],
  [
    contrast('tempo', 'all'),
    inBands(50, 133, entry(['a2'], ['b1'])),
    'unmet',
    'A2 moderate, B1 moderate: moderate appears twice. Change one of the two.',
  ],
  [contrast('tempo', 'all'), inBands(61, 132, entry(['a2'], ['b1'])), 'met', 'A2 fast, B1 slow.'],
  [contrast('tempo', 'all'), entry(['a2'], ['b2']), 'undecided', 'A2 fast. Not known of B2.'],
  [
    contrast('metre', 'any'),
    entry(['a2'], ['b1']),
    'undecided',
    'A2 simple, 3 in the bar, B1 simple, 3 in the bar.',
  ],
  [contrast('key', 'any'), entry(['a1'], []), 'undecided', 'A1 d minor; one to choose.'],
  [
    contrast('character', 'all'),
    entry(['a1'], ['b1']),
    'unmet',
    'A1 grave, B1 grave: grave appears twice. Change one of the two.',
  ],
  [contrast('period', 'all'), entry(['a1'], ['b1']), 'undecided', 'A1 old. Not known of B1.'],

  [where('at least', 1, { on: 'component', is: 'b' }), entry(['a1'], ['b1']), 'met', 'B1.'],
  [
    where('at most', 1, { on: 'grade', from: 3, to: 4 }),
    entry(['a1'], ['b1']),
    'unmet',
    'A1 and B1. Keep one at most.',
  ],
  [where('at least', 2, { on: 'grade', from: 4, to: 5 }), entry(['a1', 'a2'], ['b2']), 'met', 'A1 and A2.'],
  [
    where('at least', 1, { on: 'memory', is: 'from memory' }),
    entry(['a1', 'a2'], ['b1'], { memorised: [] }),
    'unmet',
    'None so far. Choose one piece from memory.',
  ],
  [
    where('at least', 1, { on: 'memory', is: 'from memory' }),
    entry(['a1'], ['b1'], { memorised: ['b'] }),
    'met',
    'B1.',
  ],
  [where('at most', 1, { on: 'own choice', is: 'own choice' }), withOwn(['a1'], ['b1'], ['x']), 'met', 'X.'],
  [
    where('at least', 2, { on: 'own choice', is: 'own choice' }),
    withOwn(['a1'], ['b1'], []),
    'unmet',
    'None so far. Choose two pieces of the student’s own choice.',
  ],
  [
    where('at least', 1, { on: 'metre', is: 'irregular' }),
    withOwn(['a1'], ['b1'], []),
    'undecided',
    'None so far; one to choose.',
  ],

  [
    division,
    entry(['a1'], ['b2'], { facts: { Division: 'skiff' } }),
    'met',
    'One of grade 3 to 4, one free.',
  ],
  [
    division,
    entry(['a1'], ['b1'], { facts: { Division: 'Schooner' } }),
    'unmet',
    'One of grade 4 or above, one free. Division Schooner: two of grade 4 or above.',
  ],
  [division, entry(['a1'], ['b1']), 'undecided', 'Division not known; it decides the grades.'],
  [division, entry(['a1', 'a2'], ['b2']), 'unmet', 'No class can be reached with these pieces.'],
  [
    division,
    entry(['a1'], ['b1'], { facts: { Division: 'Barge' } }),
    'unmet',
    'Division Barge is not in the table.',
  ],
  [byYear, entry(['a1'], ['b1'], year(9)), 'met', 'Two of grade 3 or above.'],
  [byYear, entry(['a1'], [], year(9)), 'undecided', 'One of grade 3 or above; one to choose.'],

  [{ id: 'r', kind: 'not used before', years: null }, entry(['a1'], ['b2'], { used }), 'met', 'None was.'],
  [
    { id: 'r', kind: 'not used before', years: null },
    entry(['a1'], [], { used }),
    'undecided',
    'None so far; one to choose.',
  ],
  [
    { id: 'r', kind: 'not used before', years: 2 },
    entry(['a2'], ['b1'], { used }),
    'unmet',
    'B1 in Tarrin Board Level 4, 25 March 2026. Choose another piece.',
  ],
  [{ id: 'r', kind: 'not used before', years: 2 }, entry(['a2'], ['b2'], { used }), 'met', 'None was.'],

  [edition, entry([], [], { editions: { a: 'The quay Edition' } }), 'met', 'The quay Edition.'],
  [
    edition,
    entry([], [], { editions: { a: 'a photocopy' } }),
    'unmet',
    'a photocopy named. Use the edition asked for.',
  ],
  [edition, entry([], []), 'undecided', 'Edition not named yet.'],

  [
    memory(['from memory', 'with the music']),
    entry([], [], { conditions: { memory: 'From memory' } }),
    'met',
    'From memory.',
  ],
  [
    memory(['from memory']),
    entry([], [], { conditions: { memory: 'with the music' } }),
    'unmet',
    'With the music is not allowed.',
  ],
  [memory(['from memory']), entry([], []), 'undecided', 'Not settled yet.'],
  [
    memory(null),
    entry([], [], { conditions: { memory: 'with the music' } }),
    'undecided',
    'Not stated; with the music intended. Ask before entry.',
  ],

  [school, entry([], [], year(9)), 'met', 'Year group 9 on 31 March 2027.'],
  [school, entry([], [], year(9, '2025-09-01')), 'unmet', 'Year group 10 on 31 March 2027.'],
  [school, entry([], []), 'undecided', 'Year group not recorded. Add it to the student.'],

  [due, entry([], [], { recordingSentOn: day('2027-02-10') }), 'met', 'Sent Wed 10 Feb; due Wed 10 Feb.'],
  [due, entry([], [], { recordingSentOn: day('2027-02-11') }), 'unmet', 'Sent Thu 11 Feb; due Wed 10 Feb.'],
  [due, entry([], [], { today: day('2027-02-11') }), 'unmet', 'Not sent; it was due Wed 10 Feb.'],
  [due, entry([], []), 'undecided', 'Not sent; due Wed 10 Feb, in 21 days.'],

  [known(null), entry([], [], { scalesHeard: ['s0', 's1', 's2'] }), 'met', '3 of 3 heard secure.'],
  [
    known(2),
    entry([], [], { scalesHeard: ['s0'] }),
    'undecided',
    '1 of 3 heard secure; F minor scale not yet.',
  ],
  [known(4), entry([], []), 'unmet', 'The table has three rows only.'],

  [
    both('all', fact('Pianist'), count(2)),
    entry(['a1'], ['b1'], { facts: { Pianist: 'T. Renn' } }),
    'met',
    'Pianist named on the entry, met; Two to nine pieces in all, met.',
  ],
  [
    both('all', fact('Pianist'), count(2)),
    entry(['a1'], ['b1']),
    'undecided',
    'Pianist named on the entry, undecided; Two to nine pieces in all, met.',
  ],
  [
    both('any', fact('Pianist'), count(5)),
    entry(['a1'], ['b1']),
    'undecided',
    'Pianist named on the entry, undecided; Five to nine pieces in all, unmet.',
  ],
  [
    both('any', count(5), count(6)),
    entry(['a1'], ['b1']),
    'unmet',
    'Five to nine pieces in all, unmet; Six to nine pieces in all, unmet.',
  ],
  [
    both(2, fact('Pianist'), count(2), count(5)),
    entry(['a1'], ['b1']),
    'undecided',
    'Pianist named on the entry, undecided; Two to nine pieces in all, met; Five to nine pieces in all, unmet.',
  ],
])('%o', (rule, given, status, sentence) => {
  const verdict = checkRule(rule, given);
  expect(explainRule(rule, verdict, given.level).sentence).toBe(sentence);
  expect(verdict.status).toBe(status);
  const waived = checkRule(rule, { ...given, waivers: [{ ruleId: 'r', by: 'the board', why: 'illness' }] });
  expect(waived).toMatchObject({ status: 'waived', evidence: verdict.evidence });
  expect(explainRule(rule, waived, given.level).sentence).toBe('Waived by the board: illness');
});

test('a rule waived within a combined rule counts as met', () => {
  const rule = both('all', fact('Pianist'), count(2));
  const waivers = [{ ruleId: 'Pianist', by: 'the board', why: 'illness' }];
  expect(checkRule(rule, entry(['a1'], ['b1'], { waivers })).status).toBe('met');
});

test.each<[Rule, string]>([
  [choose, 'Two pieces from List A'],
  [contrast('tempo', 'all'), 'Every piece contrasts with every other in tempo'],
  [contrast('key', 'any'), 'Two pieces contrast in key'],
  [where('at least', 1, { on: 'grade', from: 4, to: 4 }), 'At least one piece graded 4'],
  [
    where('at most', 2, { on: 'own choice', is: 'own choice' }),
    'At most two pieces of the student’s own choice',
  ],
  [where('at least', 1, { on: 'component', is: 'b' }), 'At least one piece from list B'],
  [division, 'By Division: Skiff: one of grade 3 to 4, one free; Schooner: two of grade 4 or above'],
  [{ id: 'r', kind: 'not used before', years: 2 }, 'No piece used in the last two years'],
  [edition, 'List A from the Quay edition'],
  [memory(['from memory', 'with the music']), 'Memory: from memory or with the music'],
  [memory(null), 'Memory: not stated, to be asked'],
  [school, 'Year group 7 to 9 on the day'],
  [known(2), 'Scales: two rows known'],
  [
    both(2, fact('Pianist'), count(2), count(5)),
    'At least two of: Pianist named on the entry; Two to nine pieces in all; Five to nine pieces in all',
  ],
])('%o is printed as %s', (rule, title) => expect(ruleTitle(rule, entry([], []).level)).toBe(title));
