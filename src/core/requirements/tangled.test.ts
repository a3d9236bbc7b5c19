import { expect, test } from 'vitest';
import { entryWith, pieceWith } from './arbitrary';
import { checkRule } from './check';
import { explainRule } from './explain';
import type { Programme } from './entry';
import type { Rule } from './rules';

const [p, q, r, long] = [
  pieceWith('p', { character: 'dance' }),
  pieceWith('q', { character: 'song' }),
  pieceWith('r', { seconds: null }),
  pieceWith('long', { seconds: 100 }),
];
const list = (pieces: (typeof p)[], min = 1, max = min) => ({ pieces, min, max });
const chosen = (...ids: string[]) => ids.map((pieceId) => ({ kind: 'piece' as const, pieceId }));
const dances = (count: number): Rule => ({
  id: 'r',
  kind: 'count where',
  bound: 'at least',
  count,
  where: { on: 'character', is: 'dance' },
});
const fromA: Rule = { id: 'r1', kind: 'one from each', componentIds: ['a'] };
const exactly = (count: number): Rule => ({ id: 'r2', kind: 'count', min: count, max: count });
const least: Rule = { id: 'r', kind: 'time', min: 50, max: null, gapSeconds: 0 };

test.each<[string, Rule, ReturnType<typeof list>[], Programme, string]>([
  [
    'two lists that share their only piece',
    { id: 'r', kind: 'one from each', componentIds: ['a', 'b'] },
    [list([p]), list([p])],
    {},
    'unmet',
  ],
  [
    'two lists that share one piece of two',
    { id: 'r', kind: 'one from each', componentIds: ['a', 'b'] },
    [list([p]), list([p, q])],
    {},
    'undecided',
  ],
  ['one piece cannot give two dances', dances(2), [list([p, q]), list([p, q])], {}, 'unmet'],
  ['one dance can be had', dances(1), [list([p, q]), list([p, q])], {}, 'undecided'],
  [
    'all of: one from A and exactly two, with A the only list',
    { id: 'r', kind: 'combined', need: 'all', rules: [fromA, exactly(2)] },
    [list([p, q], 1, 2)],
    {},
    'unmet',
  ],
  [
    'any of the same can still be kept',
    { id: 'r', kind: 'combined', need: 'any', rules: [fromA, exactly(2)] },
    [list([p, q], 1, 2)],
    {},
    'undecided',
  ],
  [
    'at least 50 s: 100 s are there, whatever the other lasts',
    least,
    [list([long]), list([r])],
    { a: chosen('long'), b: chosen('r') },
    'met',
  ],
  [
    'at most so long is not certain with a piece nobody timed',
    { ...least, max: 200 },
    [list([long]), list([r])],
    { a: chosen('long'), b: chosen('r') },
    'undecided',
  ],
])('%s', (_, rule, lists, programme, status) => {
  const entry = entryWith([rule], lists, programme);
  const verdict = checkRule(rule, entry);
  expect(verdict.status).toBe(status);
  if (verdict.noFilling)
    expect(explainRule(rule, verdict, entry.level).sentence).toBe(
      'No way of filling the open places keeps this rule.',
    );
});
