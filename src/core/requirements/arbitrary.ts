import fc from 'fast-check';
import type { Piece } from '../repertoire';
import { calendarDay } from '../time';
import type { Programme } from './entry';
import { BARE_LEVEL, BARE_SESSION, BARE_SET, type Session } from './requirement-set';
import type { Entry, Level, RequirementSet } from './with-rules';
import type { ChoicePredicate } from './answers-to';
import type { Rule } from './rules';

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
      key: fc.constantFrom('G major', 'D minor', null),
      accompaniment: fc.constantFrom('accompanied' as const, 'unaccompanied' as const, null),
    })
    .map((facts) => pieceWith(id, facts));

const anyWhere: fc.Arbitrary<ChoicePredicate> = fc.oneof(
  fc.constantFrom<ChoicePredicate>(
    { on: 'metre', is: 'compound' },
    { on: 'accompaniment', is: 'unaccompanied' },
    { on: 'component', is: 'a' },
    { on: 'memory', is: 'from memory' },
    { on: 'memory', is: 'with the music' },
    { on: 'own choice', is: 'listed' },
  ),
  fc
    .record({ from: fc.integer({ min: 1, max: 3 }), more: fc.nat(1) })
    .map(({ from, more }): ChoicePredicate => ({ on: 'grade', from, to: from + more })),
);

const span = (max: number) =>
  fc.record({ min: fc.nat(max), more: fc.nat(2) }).map(({ min, more }) => ({ min, max: min + more }));

/** Rules on pieces, every kind, as often as each other. */
const anyPieceRule: fc.Arbitrary<Rule> = fc.oneof(
  fc.constant<Rule>({ id: 'r', kind: 'one from each', componentIds: ['a', 'b'] }),
  span(3).map((each): Rule => ({ id: 'r', kind: 'count', ...each })),
  span(2).map((each): Rule => ({ id: 'r', kind: 'choose', componentId: 'a', ...each })),
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
      in: fc.constantFrom('metre' as const, 'key' as const),
      between: fc.constantFrom('any' as const, 'all' as const),
    })
    .map((rest): Rule => ({ id: 'r', kind: 'contrast', ...rest })),
  fc
    .record({
      bound: fc.constantFrom('at least' as const, 'at most' as const),
      count: fc.nat(3),
      where: anyWhere,
    })
    .map((rest): Rule => ({ id: 'r', kind: 'count where', ...rest })),
  fc
    .record({
      by: fc.constantFrom('year group' as const, 'entry fact' as const),
      free: fc.nat(1),
      from: fc.integer({ min: 1, max: 3 }),
    })
    .map(({ by, free, from }): Rule => ({
      id: 'r',
      kind: 'graded pieces',
      by,
      fact: 'Division',
      classes: [
        { value: '9', atLeast: 1, from, to: null, free },
        { value: '10', atLeast: 2, from: 2, to: 3, free: 0 },
      ],
    })),
  fc
    .record({ years: fc.constantFrom(null, 1, 3) })
    .map(({ years }): Rule => ({ id: 'r', kind: 'not used before', years })),
);

const anyFactRule: fc.Arbitrary<Rule> = fc.oneof(
  fc.constantFrom<Rule>(
    { id: 'r', kind: 'edition valid' },
    { id: 'r', kind: 'entry closes' },
    { id: 'r', kind: 'recording due' },
    { id: 'r', kind: 'entry fact', fact: 'Division' },
    { id: 'r', kind: 'named edition', componentId: 'a', edition: 'Quay' },
    { id: 'r', kind: 'condition', topic: 'memory', allows: null },
    { id: 'r', kind: 'condition', topic: 'memory', allows: ['from memory'] },
    { id: 'r', kind: 'takes', max: 2, continuous: true },
  ),
  fc.integer({ min: 1, max: 6 }).map((rank): Rule => ({ id: 'r', kind: 'level held', family: 'f', rank })),
  span(16).map((each): Rule => ({ id: 'r', kind: 'age', on: null, ...each })),
  span(12).map((each): Rule => ({ id: 'r', kind: 'year group', ...each })),
);

const simple = fc.oneof({ weight: 3, arbitrary: anyPieceRule }, { weight: 1, arbitrary: anyFactRule });
const anyRule: fc.Arbitrary<Rule> = fc.oneof(
  { weight: 6, arbitrary: simple },
  {
    weight: 1,
    arbitrary: fc
      .record({
        need: fc.constantFrom<'all' | 'any' | number>('all', 'any', 2),
        rules: fc.array(simple, { minLength: 2, maxLength: 3 }),
      })
      .map(({ need, rules }): Rule => ({
        id: 'r',
        kind: 'combined',
        need,
        rules: rules.map((rule, at) => ({ ...rule, id: `r${at}` })),
      })),
  },
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
    ...BARE_LEVEL,
  };
  const session: Session = {
    ...BARE_SESSION,
    id: 'spring',
    name: 'spring visit',
    day: day('2027-03-31'),
    entryCloses: day('2027-01-26'),
  };
  const set: RequirementSet = {
    id: 'set',
    kind: 'graded exam',
    name: 'Tarrin Board',
    family: 'Tarrin Board flute',
    instrument: 'flute',
    edition: { name: '2026', from: day('2026-01-01'), to: day('2026-12-31'), overlapTo: day('2027-04-30') },
    schemes: [],
    ...BARE_SET,
    levels: [level],
    sessions: [session],
  };
  return {
    today: day('2027-01-20'),
    set,
    level,
    session,
    student: { birthDate: day('2012-09-30'), levelsHeld: [], schoolYear: null },
    pieces: new Map(lists.flatMap(({ pieces }) => pieces.map((piece) => [piece.id, piece] as const))),
    programme,
    facts: {},
    enteredOn: null,
    takes: null,
    recordingSentOn: null,
    conditions: {},
    editions: {},
    memorised: [],
    scalesHeard: [],
    used: [],
    waivers: [],
    ...rest,
  };
}

const dayOrNone = fc.constantFrom(null, day('2027-01-20'), day('2027-01-30'));
/** What is known of the entry besides its pieces. */
const anyFacts: fc.Arbitrary<Partial<Entry>> = fc
  .record({
    division: fc.constantFrom('', '9', '10', '11'),
    year: fc.option(fc.integer({ min: 7, max: 10 })),
    held: fc.array(fc.integer({ min: 1, max: 6 }), { maxLength: 2 }),
    entered: dayOrNone,
    sent: dayOrNone,
    session: fc.boolean(),
    memory: fc.constantFrom('', 'from memory', 'with the music'),
    edition: fc.constantFrom('', 'quay ', 'Other'),
    takes: fc.option(fc.record({ count: fc.nat(3), continuous: fc.boolean() })),
    memorised: fc.subarray(['a', 'b']),
    used: fc.array(
      fc.record({
        pieceId: fc.constantFrom('a1', 'b1'),
        day: fc.constantFrom(day('2024-11-01'), day('2026-05-01')),
        what: fc.constant('x'),
      }),
      { maxLength: 2 },
    ),
    today: fc.constantFrom(day('2027-01-20'), day('2027-01-28')),
  })
  .map(({ division, year, held, entered, sent, session, memory, edition, ...rest }): Partial<Entry> => ({
    ...rest,
    facts: { Division: division },
    conditions: { memory },
    editions: { a: edition },
    enteredOn: entered,
    recordingSentOn: sent,
    ...(session ? {} : { session: null }),
    student: {
      birthDate: day('2012-09-30'),
      levelsHeld: held.map((rank) => ({
        family: 'f',
        levelName: '',
        rank,
        day: day('2026-01-01'),
        award: '',
      })),
      schoolYear: year === null ? null : { year, from: day('2026-09-01') },
    },
  }));

export const anyEntry: fc.Arbitrary<Entry> = fc
  .record({
    rule: anyRule,
    a: fc.tuple(anyPiece('a1'), anyPiece('a2'), anyPiece('a3')),
    b: fc.tuple(anyPiece('b1'), anyPiece('b2')),
    more: fc.boolean(),
    shared: fc.oneof(
      { weight: 2, arbitrary: fc.constant<string[]>([]) },
      { weight: 1, arbitrary: fc.subarray(['a1', 'a2'], { minLength: 1 }) },
    ),
    few: fc.boolean(),
    chosenA: fc.subarray(['a1', 'a2', 'a3'], { maxLength: 2 }),
    chosenB: fc.subarray(['b1', 'b2'], { maxLength: 1 }),
    ranks: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 4, maxLength: 4 }),
    facts: anyFacts,
  })
  .map(({ rule, a, b, more, shared, few, chosenA, chosenB, ranks, facts }) => {
    const max = more ? 2 : 1;
    const choices = (ids: readonly string[]) =>
      ids.slice(0, max).map((pieceId) => ({ kind: 'piece' as const, pieceId }));
    const entry = entryWith(
      [rule],
      [
        { pieces: a, min: 1, max },
        // Lists may share pieces, and then the second may have no others and ask for two.
        {
          pieces: [...a.filter(({ id }) => shared.includes(id)), ...(few && shared.length > 0 ? [] : b)],
          min: few && more && shared.length > 0 ? 2 : 1,
          max: few && more && shared.length > 0 ? 2 : 1,
        },
      ],
      { a: choices(chosenA), b: choices(few && shared.length > 0 ? [] : chosenB) },
      facts,
    );
    const catalogue = ['a1', 'a2', 'b1', 'b2'].map((pieceId, at) => ({ pieceId, rank: ranks[at] ?? 1 }));
    const session = entry.session && { ...entry.session, recordingDue: day('2027-01-26') };
    return { ...entry, session, set: { ...entry.set, catalogue } };
  });
