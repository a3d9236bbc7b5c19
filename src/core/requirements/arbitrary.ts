import fc from 'fast-check';
import type { Piece } from '../repertoire';
import { calendarDay } from '../time';
import type { Entry, Programme } from './entry';
import type { Level, RequirementSet } from './requirement-set';
import type { Rule } from './rule';

const COMPOSERS = ['P. Ostrey', 'A. Hewn', 'R. Kestle'];
const day = calendarDay;

export const pieceWith = (id: string, facts: Partial<Piece> = {}): Piece => ({
  id,
  title: id.toUpperCase(),
  composer: 'P. Ostrey',
  kind: 'piece',
  seconds: 120,
  bars: 40,
  barsToLearn: null,
  key: 'G major',
  metre: '6/8',
  tempo: null,
  period: null,
  character: null,
  accompaniment: 'accompanied',
  demands: [],
  ...facts,
});

const anyPiece = (id: string): fc.Arbitrary<Piece> =>
  fc
    .record({
      composer: fc.constantFrom(...COMPOSERS),
      seconds: fc.oneof(
        { weight: 9, arbitrary: fc.constantFrom(60, 90, 150) },
        { weight: 1, arbitrary: fc.constant(null) },
      ),
      metre: fc.constantFrom('6/8', '3/4', '5/8', null),
      accompaniment: fc.constantFrom('accompanied' as const, 'unaccompanied' as const, null),
    })
    .map((facts) => pieceWith(id, facts));

const anyRule: fc.Arbitrary<Rule> = fc.oneof(
  fc.constant<Rule>({ id: 'r', kind: 'one from each', componentIds: ['a', 'b'] }),
  fc
    .record({ min: fc.integer({ min: 0, max: 3 }), more: fc.integer({ min: 0, max: 2 }) })
    .map(({ min, more }): Rule => ({ id: 'r', kind: 'count', min, max: min + more })),
  fc
    .record({
      min: fc.option(fc.constantFrom(120, 210, 300)),
      more: fc.option(fc.constantFrom(0, 30, 120)),
      gapSeconds: fc.constantFrom(0, 20),
    })
    .map(({ min, more, gapSeconds }): Rule => ({
      id: 'r',
      kind: 'time',
      min,
      max: more === null ? null : (min ?? 150) + more,
      gapSeconds,
    })),
  fc.constant<Rule>({ id: 'r', kind: 'different composers' }),
  fc
    .record({
      bound: fc.constantFrom('at least' as const, 'at most' as const),
      count: fc.integer({ min: 0, max: 3 }),
      where: fc.constantFrom(
        { on: 'metre' as const, is: 'compound' as const },
        { on: 'accompaniment' as const, is: 'unaccompanied' as const },
      ),
    })
    .map((rest): Rule => ({ id: 'r', kind: 'count where', ...rest })),
);

/** A level of two lists, of two to four pieces each, one to two chosen from each, with one rule. */
export function entryWith(
  rules: readonly Rule[],
  lists: readonly { readonly pieces: readonly Piece[]; readonly min: number; readonly max: number }[],
  programme: Programme,
  rest: Partial<Entry> = {},
): Entry {
  const ids = ['a', 'b', 'c'];
  const level: Level = {
    id: 'level',
    name: 'Level 5',
    rank: 5,
    schemeId: 's',
    components: lists.map(({ pieces, min, max }, at) => ({
      id: ids[at] ?? '',
      letter: (ids[at] ?? '').toUpperCase(),
      name: `List ${(ids[at] ?? '').toUpperCase()}`,
      source: { kind: 'list', pieceIds: pieces.map((piece) => piece.id), min, max },
    })),
    rules,
  };
  const session = {
    id: 'spring',
    name: 'spring visit',
    day: day('2027-03-31'),
    entryCloses: day('2027-01-26'),
    venue: '',
  };
  const set: RequirementSet = {
    id: 'set',
    kind: 'graded exam',
    name: 'Tarrin Board',
    family: 'Tarrin Board flute',
    instrument: 'flute',
    edition: { name: '2026', from: day('2026-01-01'), to: day('2026-12-31'), overlapTo: day('2027-04-30') },
    schemes: [],
    levels: [level],
    sessions: [session],
  };
  return {
    today: day('2027-01-20'),
    set,
    level,
    session,
    student: { birthDate: day('2012-09-30'), levelsHeld: [] },
    pieces: new Map(lists.flatMap(({ pieces }) => pieces.map((piece) => [piece.id, piece] as const))),
    programme,
    facts: {},
    enteredOn: null,
    takes: null,
    waivers: [],
    ...rest,
  };
}

export const anyEntry: fc.Arbitrary<Entry> = fc
  .record({
    rule: anyRule,
    a: fc.tuple(anyPiece('a1'), anyPiece('a2'), anyPiece('a3')),
    b: fc.tuple(anyPiece('b1'), anyPiece('b2')),
    more: fc.boolean(),
    chosenA: fc.subarray(['a1', 'a2', 'a3'], { maxLength: 2 }),
    chosenB: fc.subarray(['b1', 'b2'], { maxLength: 1 }),
  })
  .map(({ rule, a, b, more, chosenA, chosenB }) => {
    const max = more ? 2 : 1;
    const choices = (ids: readonly string[]) =>
      ids.slice(0, max).map((pieceId) => ({ kind: 'piece' as const, pieceId }));
    return entryWith(
      [rule],
      [
        { pieces: a, min: 1, max },
        { pieces: b, min: 1, max: 1 },
      ],
      { a: choices(chosenA), b: choices(chosenB) },
    );
  });
