import { describe, expect, test } from 'vitest';
import tarrin from '../../demo/tarrin-flute-2026.json';
import { calendarDay } from '../time';
import { problemsOfSet } from './problems';
import type { Component } from './requirement-set';
import type { Level, RequirementSet } from './with-rules';

const set = tarrin.set as unknown as RequirementSet;
const ids = new Set(tarrin.pieces.map((piece) => piece.id));
const withLevel = (change: (level: Level) => Partial<Level>): RequirementSet => ({
  ...set,
  levels: set.levels.map((level, at) => (at === 0 ? { ...level, ...change(level) } : level)),
});
const withComponent = (change: Partial<Component>): RequirementSet =>
  withLevel((level) => ({
    components: level.components.map((component, at) => (at === 0 ? { ...component, ...change } : component)),
  }));

test('the shipped set is sound', () => {
  expect(problemsOfSet(set, ids)).toEqual([]);
});

describe('what a well-formed set can still have wrong is named with its place', () => {
  test.each<[string, RequirementSet, string, string]>([
    [
      'an edition that ends before it begins',
      { ...set, edition: { ...set.edition, from: calendarDay('2030-01-01') } },
      'edition.to',
      'ends before it begins',
    ],
    [
      'an overlap that ends early',
      { ...set, edition: { ...set.edition, overlapTo: calendarDay('2028-01-01') } },
      'edition.overlapTo',
      'before the edition does',
    ],
    [
      'two sessions of one id',
      { ...set, sessions: [...set.sessions, set.sessions[0]!] },
      'sessions',
      'appears twice',
    ],
    [
      'entry that closes after the session',
      { ...set, sessions: [{ ...set.sessions[0]!, entryCloses: calendarDay('2027-04-01') }] },
      'sessions[0].entryCloses',
      'after the session',
    ],
    [
      'a scheme that is not there',
      withLevel(() => ({ schemeId: 'gone' })),
      'levels[0].schemeId',
      'no scheme',
    ],
    [
      'a component without criteria',
      withComponent({ id: 'z' }),
      'levels[0].components[0]',
      'no criteria in the mark scheme',
    ],
    [
      'a piece that is not there',
      withComponent({ source: { kind: 'list', pieceIds: ['gone'], min: 1, max: 1 } }),
      'levels[0].components[0].source',
      'no piece "gone"',
    ],
    [
      'a piece listed twice',
      withComponent({
        source: { kind: 'list', pieceIds: [tarrin.pieces[0]!.id, tarrin.pieces[0]!.id], min: 1, max: 1 },
      }),
      'levels[0].components[0].source',
      'listed twice',
    ],
    [
      'more asked than allowed',
      withComponent({ source: { kind: 'own choice', min: 3, max: 2 } }),
      'levels[0].components[0].source.max',
      'the most is below the least',
    ],
    [
      'bars that run backwards',
      withComponent({
        source: {
          kind: 'excerpt',
          pieceId: tarrin.pieces[0]!.id,
          bars: { from: 9, to: 8 },
          tempo: null,
          fromBeat: null,
          toBeat: null,
        },
      }),
      'levels[0].components[0].source.bars',
      'backwards',
    ],
    [
      'a rule about a component there is not',
      withLevel((level) => ({
        rules: [...level.rules, { id: 'x', kind: 'one from each', componentIds: ['q'] }],
      })),
      'levels[0].rules[6]',
      'no component "q"',
    ],
    [
      'a rule with its ends crossed',
      withLevel(() => ({ rules: [{ id: 'x', kind: 'time', min: 300, max: 200, gapSeconds: 0 }] })),
      'levels[0].rules[0].max',
      'the most is below the least',
    ],
    [
      'an award out of reach',
      {
        ...set,
        schemes: [
          { ...set.schemes[0]!, awards: [{ id: 'x', name: 'x', total: 500, eachAtLeast: null, passes: {} }] },
        ],
      },
      'schemes[0].awards[0].total',
      'asks 500 of 120',
    ],
  ])('%s', (_, broken, path, message) => {
    const problem = problemsOfSet(broken, ids).find((each) => each.path === path);
    expect(problem?.message).toContain(message);
  });
});
