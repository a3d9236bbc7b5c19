import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { metreKind, parseMetre } from '../music';
import type { Piece } from '../repertoire';
import { calendarDay } from '../time';
import { anyEntry, entryWith, pieceWith } from './arbitrary';
import { checkRule } from './check';
import { piecesOf, type Entry } from './entry';
import { explainRule } from './explain';
import { componentOf } from './requirement-set';
import type { Rule } from './rule';

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
    source: { kind: 'excerpt', pieceId: 'p', bars: { from: 12, to: 40 }, tempo: null },
  } as const;
  return { ...entry, level: { ...entry.level, components: [component] } };
};
const held = [
  { family: 'Tarrin Board flute', levelName: 'Level 4', rank: 4, day: day('2026-03-25'), award: 'merit' },
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
    'P. Ostrey stands twice. Change one of the two.',
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
    entryWith([], lists, {}, { student: { birthDate: day('2012-09-30'), levelsHeld: held } }),
    'met',
    'Level 4, merit, 25 March 2026.',
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

/** Slow and obvious: fill the open slots in every way and look. */
function bruteForce(rule: Rule, entry: Entry): 'met' | 'unmet' | 'undecided' {
  const complete = completions(entry);
  const open = entry.level.components.some(
    (component) =>
      component.source.kind === 'list' && piecesOf(entry, component.id).length < component.source.min,
  );
  const answers = complete.map((each) => keeps(rule, each));
  if (!answers.some((answer) => answer !== false)) return 'unmet';
  if (open) return 'undecided';
  return keeps(rule, entry) === true ? 'met' : 'undecided';
}

/** Every programme that adds pieces to each list up to between its least and its most. */
function completions(entry: Entry): Entry[] {
  return entry.level.components.reduce<Entry[]>(
    (entries, { id, source }) =>
      entries.flatMap((each) => {
        if (source.kind !== 'list') return [each];
        const chosen = each.programme[id] ?? [];
        const free = source.pieceIds.filter(
          (pieceId) => !chosen.some((choice) => choice.kind === 'piece' && choice.pieceId === pieceId),
        );
        const wanted = (count: number) =>
          chosen.length + count <= source.max &&
          chosen.length + count >= Math.min(source.min, chosen.length + free.length);
        return subsets(free)
          .filter((more) => wanted(more.length))
          .map((more) => ({ ...each, programme: { ...each.programme, [id]: [...chosen, ...set(...more)] } }));
      }),
    [entry],
  );
}
const subsets = (ids: readonly string[]): string[][] =>
  ids.reduce<string[][]>((all, id) => [...all, ...all.map((some) => [...some, id])], [[]]);

/** Whether a filled programme keeps the rule; undefined when a fact is unknown. */
function keeps(rule: Rule, entry: Entry): boolean | undefined {
  const pieces = entry.level.components.flatMap(({ id }) => piecesOf(entry, id));
  const count = (test: (piece: Piece) => boolean | undefined) => ({
    sure: pieces.filter((piece) => test(piece) === true).length,
    open: pieces.filter((piece) => test(piece) === undefined).length,
  });
  switch (rule.kind) {
    case 'one from each':
      return rule.componentIds.every((id) => {
        const source = componentOf(entry.level, id)?.source;
        const own = piecesOf(entry, id);
        return (
          own.length === 1 &&
          source?.kind === 'list' &&
          own.every((piece) => source.pieceIds.includes(piece.id))
        );
      });
    case 'count':
      return pieces.length >= rule.min && pieces.length <= rule.max;
    case 'time': {
      const known =
        pieces.reduce((sum, piece) => sum + (piece.seconds ?? 0), 0) +
        rule.gapSeconds * Math.max(0, pieces.length - 1);
      if (known > (rule.max ?? Infinity)) return false;
      if (pieces.some((piece) => piece.seconds === null)) return undefined;
      return known >= (rule.min ?? 0);
    }
    case 'different composers':
      return new Set(pieces.map((piece) => piece.composer)).size === pieces.length;
    case 'count where': {
      const { sure, open } = count((piece) => {
        if (rule.where.on === 'metre') {
          const metre = piece.metre === null ? undefined : parseMetre(piece.metre);
          return piece.metre === null ? undefined : metre !== undefined && metreKind(metre) === rule.where.is;
        }
        return piece.accompaniment === null ? undefined : piece.accompaniment === rule.where.is;
      });
      if (rule.bound === 'at least')
        return sure >= rule.count ? true : sure + open >= rule.count ? undefined : false;
      return sure > rule.count ? false : sure + open <= rule.count ? true : undefined;
    }
    default:
      throw new Error('not a rule on the pieces');
  }
}

describe('on random programmes', () => {
  test('the checker agrees with trying every way of filling the slots', () => {
    const seen: Record<string, number> = {};
    fc.assert(
      fc.property(anyEntry, (entry) => {
        const [rule] = entry.level.rules as [Rule];
        const expected = bruteForce(rule, entry);
        seen[expected] = (seen[expected] ?? 0) + 1;
        expect(checkRule(rule, entry).status).toBe(expected);
      }),
      { numRuns: 5000, seed: 31 },
    );
    expect(Math.min(seen['met'] ?? 0, seen['unmet'] ?? 0, seen['undecided'] ?? 0)).toBeGreaterThan(300);
  }, 60_000);

  test('completing a programme never turns unmet into met', () => {
    fc.assert(
      fc.property(anyEntry, (entry) => {
        const [rule] = entry.level.rules as [Rule];
        fc.pre(checkRule(rule, entry).status === 'unmet');
        for (const each of completions(entry)) expect(checkRule(rule, each).status).toBe('unmet');
      }),
      { numRuns: 1000, seed: 32 },
    );
  });
});
