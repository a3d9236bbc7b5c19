import fc from 'fast-check';
import loadHighs, { type Highs } from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import { isProof, proofRuns } from '@/proof-runs';
import { seeded } from '../seeded';
import { CONTRASTS, contrastValue, type Entry } from '../requirements';
import { anyEntry } from '../requirements/arbitrary';
import { bestProgrammes } from './best';
import type { BestQuestion, RankedProgramme } from './best-question';
import { compileLevel, NO_FACTS, type SearchPiece } from '../requirements';
import { largeQuestion } from './arbitrary';
import { eachProgramme } from './search';
import { integerProgram } from './solver';

const anyLevel = fc.tuple(anyEntry, fc.array(anyEntry, { maxLength: 2 })).map(([entry, others]): Entry => ({
  ...entry,
  level: {
    ...entry.level,
    rules: [entry, ...others].flatMap(({ level }, at) =>
      level.rules.map((rule) => ({ ...rule, id: `r${at}` })),
    ),
  },
}));
const IDS = ['a1', 'a2', 'a3', 'b1', 'b2'];
const anyQuestion = fc.record({
  points: fc.array(fc.integer({ min: -40, max: 40 }), { minLength: 5, maxLength: 5 }),
  skills: fc.array(fc.array(fc.nat(3), { maxLength: 3 }), { minLength: 5, maxLength: 5 }),
  skillCosts: fc.array(fc.nat(30), { minLength: 4, maxLength: 4 }),
  contrasts: fc.array(fc.record({ in: fc.constantFrom(...CONTRASTS), points: fc.nat(15) }), { maxLength: 2 }),
  minutes: fc.array(fc.nat(60), { minLength: 5, maxLength: 5 }),
  time: fc.record({ minutes: fc.nat(150), points: fc.nat(4) }),
  count: fc.integer({ min: 1, max: 4 }),
  locked: fc.oneof(
    { weight: 3, arbitrary: fc.constant<string[]>([]) },
    { weight: 1, arbitrary: fc.constantFrom(...IDS).map((id) => [id]) },
  ),
});

const idsOf = (places: readonly SearchPiece[]) =>
  places
    .map(({ slot, piece }) => `${slot}:${piece.id}`)
    .sort()
    .join(' ');
/** Points of a programme from their meaning. */
function pointsOf(places: readonly SearchPiece[], question: BestQuestion): number {
  const skills = new Set(places.flatMap((place) => question.worth(place)?.skills ?? []));
  return (
    places.reduce((sum, place) => sum + (question.worth(place)?.points ?? 0), 0) -
    [...skills].reduce((sum, skill) => sum + (question.skillCosts[skill] ?? 0), 0) -
    (question.time?.points ?? 0) *
      Math.max(
        0,
        places.reduce((sum, place) => sum + (question.worth(place)?.minutes ?? 0), 0) -
          (question.time?.minutes ?? 0),
      ) +
    question.contrasts.reduce((sum, { in: aspect, points }) => {
      const values = new Set(places.flatMap(({ piece }) => contrastValue(piece, aspect) ?? []));
      return sum + points * Math.max(0, values.size - 1);
    }, 0)
  );
}
const shown = (programmes: readonly Pick<RankedProgramme, 'places' | 'points'>[]) =>
  programmes.map(({ places, points }) => `${points} ${idsOf(places)}`);

test('the best of small levels are those that trying everything finds, in order, ties by ids', () => {
  let some = 0;
  fc.assert(
    fc.property(anyLevel, anyQuestion, (entry, drawn) => {
      const compiled = compileLevel(entry.set, entry.level, entry.pieces, []);
      const question: BestQuestion = {
        ...drawn,
        worth: ({ piece }) => {
          const at = IDS.indexOf(piece.id);
          return {
            points: drawn.points[at] ?? 0,
            skills: drawn.skills[at] ?? [],
            minutes: drawn.minutes[at] ?? 0,
          };
        },
      };
      const all: { places: SearchPiece[]; points: number }[] = [];
      eachProgramme(compiled, (places) => {
        if (drawn.locked.every((id) => places.some(({ piece }) => piece.id === id)))
          all.push({ places: [...places], points: pointsOf(places, question) });
        return true;
      });
      all.sort((a, b) => b.points - a.points || (idsOf(a.places) < idsOf(b.places) ? -1 : 1));
      const found = bestProgrammes(compiled, question);
      expect(shown(found.programmes)).toEqual(shown(all.slice(0, drawn.count)));
      expect(found.whole).toBe(true);
      if (all.length > 1) some += 1;
    }),
    { numRuns: proofRuns(2_000), seed: 71 },
  );
  expect(some).toBeGreaterThan(proofRuns(500));
}, 60_000);

describe('large levels', () => {
  let highs: Highs;
  beforeAll(async () => {
    highs = await loadHighs();
  }, 60_000);
  test.each(
    Array.from(
      { length: 12 },
      (_, seed) => [seed, 3 + (seed % 4), 20 + 10 * (seed % 5), seed >= 7] as const,
    ).filter(([seed]) => isProof || (seed % 4 < 2 && seed !== 8)),
  )(
    'question %i, %i lists of %i pieces, rules of every kind on pieces: %s; the best three are the integer solver’s',
    (seed, slots, candidates, mixed) => {
      const { compiled, question, facts } = largeQuestion(seeded(seed + 1), { slots, candidates, mixed });
      const found = bestProgrammes(compiled, { ...question, count: 3 }, facts);
      const cut: number[][] = [];
      for (const { points } of found.programmes) {
        const { program } = integerProgram(compiled, question, cut, facts);
        const solved = highs.solve(program);
        expect(solved.Status).toBe('Optimal');
        expect(points).toBe(Math.round(solved.ObjectiveValue));
        cut.push(
          Object.entries(solved.Columns).flatMap(([name, column]) =>
            name.startsWith('x') && (column as { Primal: number }).Primal > 0.5
              ? [Number(name.slice(1))]
              : [],
          ),
        );
      }
      expect(found.programmes).toHaveLength(3);
      for (const { places, points } of found.programmes) {
        expect(points).toBe(pointsOf(places, question));
        expect(compiled.rules.every((rule) => rule.status(places, facts) !== 'unmet')).toBe(true);
      }
    },
    60_000,
  );

  test('a search that is stopped says so, and keeps what it found', () => {
    const { compiled, question } = largeQuestion(seeded(9), { slots: 6, candidates: 60 });
    const found = bestProgrammes(compiled, { ...question, count: 400 }, NO_FACTS, () => false);
    expect(found.whole).toBe(false);
    expect(found.programmes.every(({ places }) => places.length === 6)).toBe(true);
  });
});
