import fc from 'fast-check';
import { expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import type { Entry } from '../requirements';
import { anyEntry } from '../requirements/arbitrary';
import { seeded } from '../seeded';
import { adviseProgrammes, conflictOf, whyNot, type Obstacle, type ProgrammeQuestion } from './advise';
import { largeQuestion } from './arbitrary';
import { searchFacts, compileLevel, NO_FACTS, type SearchPiece } from '../requirements';
import { eachProgramme } from './search';

const IDS = ['a1', 'a2', 'a3', 'b1', 'b2'];
const anyQuestion = fc
  .record({
    entries: fc.array(anyEntry, { minLength: 1, maxLength: 3 }),
    points: fc.array(fc.option(fc.integer({ min: -40, max: 40 })), { minLength: 5, maxLength: 5 }),
    skills: fc.array(fc.uniqueArray(fc.nat(3), { maxLength: 2 }), { minLength: 5, maxLength: 5 }),
    skillCosts: fc.array(fc.nat(30), { minLength: 4, maxLength: 4 }),
    locked: fc.uniqueArray(fc.constantFrom(...IDS), { maxLength: 2 }),
    banned: fc.uniqueArray(fc.constantFrom(...IDS), { maxLength: 2 }),
  })
  .map(({ entries, points, skills, skillCosts, locked, banned }): ProgrammeQuestion => {
    const [entry] = entries as [Entry];
    const rules = entries.flatMap(({ level }, at) => level.rules.map((rule) => ({ ...rule, id: `r${at}` })));
    return {
      entry: { ...entry, waivers: [], level: { ...entry.level, rules } },
      own: [],
      worths: new Map(
        IDS.flatMap((id, at) => {
          const own = points[at];
          return typeof own === 'number' ? [[id, { points: own, skills: skills[at] ?? [] }] as const] : [];
        }),
      ),
      skillCosts,
      contrasts: [],
      count: 3,
      locked,
      banned,
      most: Infinity,
    };
  });

/** Every programme that keeps these, by trying all. */
function programmesUnder(
  { entry, worths }: ProgrammeQuestion,
  kept: readonly Obstacle[],
  countedOnly: boolean,
): SearchPiece[][] {
  const compiled = compileLevel(entry.set, entry.level, entry.pieces, []);
  const rules = compiled.rules.filter(({ rule }) =>
    kept.some((each) => each.kind === 'rule' && each.ruleId === rule.id),
  );
  const found: SearchPiece[][] = [];
  eachProgramme(
    compiled,
    (places) => {
      const has = (id: string) => places.some(({ piece }) => piece.id === id);
      const keeps = kept.every(
        (each) => each.kind === 'rule' || has(each.pieceId) === (each.kind === 'stays'),
      );
      if (keeps && (!countedOnly || places.every(({ piece }) => worths.has(piece.id))))
        found.push([...places]);
      return true;
    },
    rules,
    searchFacts(entry),
  );
  return found;
}
const pointsOf = ({ worths, skillCosts }: ProgrammeQuestion, places: readonly SearchPiece[]) =>
  places.reduce((sum, { piece }) => sum + (worths.get(piece.id)?.points ?? 0), 0) -
  [...new Set(places.flatMap(({ piece }) => worths.get(piece.id)?.skills ?? []))].reduce(
    (sum, skill) => sum + (skillCosts[skill] ?? 0),
    0,
  );
const bestOf = (question: ProgrammeQuestion, programmes: readonly SearchPiece[][]) =>
  programmes.length === 0 ? null : Math.max(...programmes.map((places) => pointsOf(question, places)));
const allOf = ({ entry, locked, banned }: ProgrammeQuestion): Obstacle[] => [
  ...entry.level.rules.map(({ id }): Obstacle => ({ kind: 'rule', ruleId: id })),
  ...locked.map((pieceId): Obstacle => ({ kind: 'stays', pieceId })),
  ...banned.map((pieceId): Obstacle => ({ kind: 'left out', pieceId })),
];

/** Everything a conflict may be made of: pieces whose work is not known are left out too. */
const partsOf = (question: ProgrammeQuestion): Obstacle[] => [
  ...allOf(question),
  ...IDS.flatMap((pieceId): Obstacle[] =>
    question.worths.has(pieceId) || question.banned.includes(pieceId) ? [] : [{ kind: 'left out', pieceId }],
  ),
];
const has = (some: readonly Obstacle[], one: Obstacle) =>
  some.some((each) => JSON.stringify(each) === JSON.stringify(one));
/** Every set of so many of the parts. */
const subsetsOf = (parts: readonly Obstacle[], size: number): Obstacle[][] =>
  size === 0
    ? [[]]
    : parts.flatMap((part, at) => subsetsOf(parts.slice(at + 1), size - 1).map((rest) => [part, ...rest]));

test('no programme: what is named conflicts, none of it can be left out, and no conflict is smaller', () => {
  const named = { rule: 0, stays: 0, 'left out': 0 };
  let [conflicts, smallest, another] = [0, 0, 0];
  fc.assert(
    fc.property(anyQuestion, (question) => {
      const { programmes, conflict, nearest, remaining } = adviseProgrammes(question);
      expect(bestOf(question, programmesUnder(question, allOf(question), true))).toBe(
        programmes[0]?.points ?? null,
      );
      if (programmes.length > 0) {
        expect([conflict, nearest]).toEqual([null, []]);
        return;
      }
      expect(conflict?.kind).toBe('conflict');
      if (conflict?.kind !== 'conflict') return;
      const { obstacles } = conflict;
      expect(programmesUnder(question, obstacles, false)).toEqual([]);
      for (const each of obstacles) {
        named[each.kind] += 1;
        expect(
          programmesUnder(
            question,
            obstacles.filter((other) => other !== each),
            false,
          ).length,
        ).toBeGreaterThan(0);
      }
      // No conflict of fewer parts, by trying every smaller set of them.
      if (obstacles.length > 0 && conflict.smallest) {
        for (const fewer of subsetsOf(partsOf(question), obstacles.length - 1))
          expect(programmesUnder(question, fewer, false).length).toBeGreaterThan(0);
        smallest += 1;
      }
      for (const each of obstacles.filter((one) => has(allOf(question), one))) {
        const rest = allOf(question).filter((other) => JSON.stringify(other) !== JSON.stringify(each));
        const none = programmesUnder(question, rest, true).length === 0;
        expect(remaining.some((other) => JSON.stringify(other) === JSON.stringify(each))).toBe(none);
        if (none) another += 1;
      }
      if (obstacles.length > 0) conflicts += 1;
      // The nearest keep everything but what they name, and are the best that do.
      for (const { without, programme } of nearest) {
        const kept = allOf(question).filter((each) => JSON.stringify(each) !== JSON.stringify(without));
        expect(programme.points).toBe(bestOf(question, programmesUnder(question, kept, true)));
      }
    }),
    { numRuns: proofRuns(3_000), seed: 91 },
  );
  expect(conflicts).toBeGreaterThan(proofRuns(300));
  // In some of them taking one away is not enough.
  expect(Math.min(smallest, another)).toBeGreaterThan(proofRuns(60));
  for (const count of Object.values(named)) expect(count).toBeGreaterThan(proofRuns(50));
}, 60_000);

test('why not a piece: it is in, or a smallest conflict stands against it, or the sum it falls behind by', () => {
  const kinds = new Map<string, number>();
  fc.assert(
    fc.property(anyQuestion, fc.constantFrom(...IDS), (question, id) => {
      const why = whyNot(question, id);
      kinds.set(why.kind, (kinds.get(why.kind) ?? 0) + 1);
      const stays: Obstacle = { kind: 'stays', pieceId: id };
      const best = bestOf(question, programmesUnder(question, allOf(question), true));
      const having = bestOf(question, programmesUnder(question, [...allOf(question), stays], true));
      if (question.banned.includes(id))
        expect(why).toEqual({
          kind: 'conflict',
          obstacles: [{ kind: 'left out', pieceId: id }],
          smallest: true,
        });
      else if (!question.worths.has(id)) expect(why.kind).toBe('no worth');
      else if (why.kind === 'conflict') {
        expect(having).toBe(null);
        // What is chosen is no law: where it stands in the way the answer without it is there too.
        const isChosen = why.obstacles.some(({ kind }) => kind === 'stays');
        expect(why.freed).toEqual(isChosen ? whyNot({ ...question, locked: [] }, id) : undefined);
        expect(programmesUnder(question, [...why.obstacles, stays], false)).toEqual([]);
        for (const each of why.obstacles)
          expect(
            programmesUnder(question, [...why.obstacles.filter((other) => other !== each), stays], false)
              .length,
          ).toBeGreaterThan(0);
      } else if (why.kind === 'in') expect([having, why.best.points]).toEqual([best, best]);
      else if (why.kind === 'sum') {
        expect([why.best.points, why.withIt.points]).toEqual([best, having]);
        expect(why.withIt.places.some(({ piece }) => piece.id === id)).toBe(true);
      } else expect(why.kind).toBe('never');
    }),
    { numRuns: proofRuns(2_000), seed: 92 },
  );
  for (const kind of ['in', 'sum', 'conflict', 'no worth'])
    expect(kinds.get(kind)).toBeGreaterThan(proofRuns(100));
}, 60_000);

test('a waived rule stands against nothing; a search that may not end says so', () => {
  const [{ entry, ...rest }] = fc.sample(
    anyQuestion.filter(
      (question) =>
        question.worths.size === 5 &&
        question.locked.length + question.banned.length === 0 &&
        adviseProgrammes(question).conflict?.kind === 'conflict',
    ),
    { numRuns: 1, seed: 7 },
  ) as [ProgrammeQuestion];
  const waivers = entry.level.rules.map(({ id }) => ({ ruleId: id, by: 'the board', why: 'agreed' }));
  expect(adviseProgrammes({ ...rest, entry: { ...entry, waivers } }).programmes.length).toBeGreaterThan(0);
  const { compiled } = largeQuestion(seeded(3), { slots: 6, candidates: 60 });
  const pieces = new Map(
    compiled.slots.flatMap(({ candidates }) => candidates.map(({ piece }) => [piece.id, piece])),
  );
  const problem = {
    set: { ...entry.set, levels: [compiled.level] },
    level: {
      ...compiled.level,
      rules: [
        { id: 'dear', kind: 'time' as const, min: 1_500, max: 1_501, gapSeconds: 7 },
        { id: 'all', kind: 'count' as const, min: 7, max: 9 },
      ],
    },
    pieces,
    own: [],
    facts: NO_FACTS,
    locked: [],
    banned: [],
  };
  expect(conflictOf({ ...problem, most: Infinity })).toEqual({
    kind: 'conflict',
    obstacles: [{ kind: 'rule', ruleId: 'all' }],
    smallest: true,
  });
  const halves = { id: 'half', kind: 'time' as const, min: 1_000.5, max: 1_000.5, gapSeconds: 0 };
  expect(conflictOf({ ...problem, level: { ...compiled.level, rules: [halves] }, most: 1 }).kind).toBe(
    'unknown',
  );
});
