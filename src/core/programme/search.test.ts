import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyEntry } from '../requirements/arbitrary';
import { searchFacts, checkProgramme, checkRule, type Entry, type Programme } from '../requirements';
import { compileLevel, type CompiledLevel, type SearchPiece } from '../requirements';
import { cheapestProgramme, eachProgramme, satisfiable } from './search';

/** One to three generated rules on the pieces of one entry. */
const anyLevel = fc.tuple(anyEntry, fc.array(anyEntry, { maxLength: 2 })).map(([entry, others]): Entry => ({
  ...entry,
  waivers: [],
  memorised: [],
  level: {
    ...entry.level,
    rules: [entry, ...others].flatMap(({ level }, at) =>
      level.rules.map((rule) => ({ ...rule, id: `r${at}` })),
    ),
  },
}));
const compiledOf = (entry: Entry): CompiledLevel => compileLevel(entry.set, entry.level, entry.pieces, []);
/** Every choice of different pieces from every list between its least and its most, whatever the rules say. */
function everyProgramme({ level }: Entry): Programme[] {
  const subsets = (ids: readonly string[]): string[][] =>
    ids.reduce<string[][]>((all, id) => [...all, ...all.map((some) => [...some, id])], [[]]);
  return level.components.reduce<Programme[]>(
    (all, { id, source }) =>
      source.kind !== 'list'
        ? all
        : all.flatMap((programme) =>
            subsets(source.pieceIds)
              .filter((ids) => ids.length >= source.min && ids.length <= source.max)
              .filter((ids) => ids.every((each) => !JSON.stringify(programme).includes(`"${each}"`)))
              .map((ids) => ({
                ...programme,
                [id]: ids.map((pieceId) => ({ kind: 'piece' as const, pieceId })),
              })),
          ),
    [{}],
  );
}
/** The entry with a programme to which nothing can be added. */
const complete = (entry: Entry, programme: Programme): Entry => ({
  ...entry,
  programme,
  level: {
    ...entry.level,
    components: entry.level.components.map((component) => {
      const count = (programme[component.id] ?? []).length;
      return component.source.kind === 'list'
        ? { ...component, source: { ...component.source, min: count, max: count } }
        : component;
    }),
  },
});
/** Broken by a rule on pieces: by the checker, not by what the search compiled. */
const broken = (entry: Entry, compiled: CompiledLevel, programme: Programme) =>
  compiled.rules.some(({ rule }) => checkRule(rule, complete(entry, programme)).status === 'unmet');
const asksMemory = (entry: Entry) => JSON.stringify(entry.level.rules).includes('"memory","is"');
const idsOf = (places: readonly SearchPiece[]) =>
  places
    .map(({ piece }) => piece.id)
    .sort()
    .join(' ');
const idsIn = (programme: Programme) =>
  Object.values(programme)
    .flatMap((choices) => choices.map((choice) => (choice.kind === 'piece' ? choice.pieceId : '')))
    .sort()
    .join(' ');

describe('on random levels', () => {
  test('the search lists exactly the programmes the checker lets pass, and they keep every sum of their rules', () => {
    let [some, summed] = [0, 0];
    fc.assert(
      fc.property(anyLevel, (entry) => {
        fc.pre(!asksMemory(entry));
        const compiled = compiledOf(entry);
        const found: string[] = [];
        const facts = searchFacts(entry);
        const limits = compiled.rules.flatMap((rule) => rule.limits?.(facts) ?? []);
        eachProgramme(
          compiled,
          (places) => {
            found.push(idsOf(places));
            for (const { bound, use } of limits) {
              expect(places.reduce((sum, place) => sum + use(place), 0)).toBeLessThanOrEqual(bound);
              summed += 1;
            }
            return true;
          },
          compiled.rules,
          facts,
        );
        const expected = everyProgramme(entry).filter((programme) => !broken(entry, compiled, programme));
        expect(found.sort()).toEqual(expected.map(idsIn).sort());
        some += found.length > 0 ? 1 : 0;
      }),
      { numRuns: 2000, seed: 41 },
    );
    expect(some).toBeGreaterThan(500);
    expect(summed).toBeGreaterThan(500);
  }, 60_000);

  test('the cheapest programme costs what trying them all finds, a shared skill counted once', () => {
    const anySkills = fc.array(fc.array(fc.nat(3), { maxLength: 2 }), { minLength: 5, maxLength: 5 });
    const anyMinutes = fc.array(fc.integer({ min: 10, max: 60 }), { minLength: 5, maxLength: 5 });
    fc.assert(
      fc.property(anyLevel, anySkills, anyMinutes, (entry, skills, minutes) => {
        const compiled = compiledOf(entry);
        const ids = ['a1', 'a2', 'a3', 'b1', 'b2'];
        const cost = ({ piece }: SearchPiece) => {
          const at = ids.indexOf(piece.id);
          return { minutes: minutes[at] ?? 0, skills: [...new Set(skills[at])] };
        };
        const skillMinutes = [30, 20, 10, 40];
        let least = Infinity;
        eachProgramme(compiled, (places) => {
          const all = new Set(places.flatMap((place) => cost(place).skills));
          const own = places.reduce((sum, place) => sum + cost(place).minutes, 0);
          least = Math.min(
            least,
            [...all].reduce((sum, skill) => sum + (skillMinutes[skill] ?? 0), own),
          );
          return true;
        });
        const found = cheapestProgramme(compiled, cost, skillMinutes);
        expect(found?.minutes ?? Infinity).toBe(least);
        // Any programmes as hints change nothing of the answer.
        const hints: (readonly SearchPiece[])[] = [[]];
        eachProgramme(compiled, (hint) => hints.push([...hint]) < 4, []);
        for (const some of [...hints.map((hint) => [hint]), hints])
          expect(cheapestProgramme(compiled, cost, skillMinutes, undefined, some)).toEqual(found);
      }),
      { numRuns: 2000, seed: 42 },
    );
  }, 60_000);

  test('a conflict is one, and with any of its rules taken away the others can be kept', () => {
    let conflicts = 0;
    fc.assert(
      fc.property(anyLevel, (entry) => {
        const compiled = compiledOf(entry);
        const answer = satisfiable(compiled);
        if (answer.kind !== 'conflict') return;
        conflicts += 1;
        const inside = compiled.rules.filter(({ rule }) => answer.ruleIds.includes(rule.id));
        const can = (rules: CompiledLevel['rules']) => {
          let found = false;
          eachProgramme(compiled, () => !(found = true), rules);
          return found;
        };
        expect(can(inside)).toBe(false);
        for (const rule of inside) expect(can(inside.filter((each) => each !== rule))).toBe(true);
      }),
      { numRuns: 4000, seed: 43 },
    );
    expect(conflicts).toBeGreaterThan(300);
  }, 60_000);
});

const programmeOf = ({ slots }: CompiledLevel, places: readonly SearchPiece[]): Programme =>
  Object.fromEntries(
    slots.map(({ at, componentId }) => [
      componentId,
      places
        .filter((place) => place.slot === at)
        .map(({ piece }) => ({ kind: 'piece' as const, pieceId: piece.id })),
    ]),
  );

test('a programme is sure when no rule on its pieces is open in the checker', () => {
  let unsure = 0;
  fc.assert(
    fc.property(anyLevel, (entry) => {
      fc.pre(!asksMemory(entry));
      const compiled = compiledOf(entry);
      const answer = satisfiable(compiled);
      if (answer.kind !== 'programmes' || answer.more) return;
      const kinds = new Set(['time', 'different composers', 'contrast', 'count where']);
      const onPieces = entry.level.rules.filter(({ kind }) => kinds.has(kind)).map(({ id }) => id);
      let sure = 0;
      eachProgramme(compiled, (places) => {
        const verdicts = checkProgramme(complete(entry, programmeOf(compiled, places)));
        if (verdicts.every(({ ruleId, status }) => status !== 'undecided' || !onPieces.includes(ruleId)))
          sure += 1;
        return true;
      });
      expect(answer.sure).toBe(sure);
      if (sure < answer.count) unsure += 1;
    }),
    { numRuns: 500, seed: 45 },
  );
  expect(unsure).toBeGreaterThan(20);
});

test('what the search finds, the checker keeps rule by rule', () => {
  fc.assert(
    fc.property(anyLevel, (entry) => {
      fc.pre(!asksMemory(entry));
      const compiled = compiledOf(entry);
      const found = cheapestProgramme(compiled, () => ({ minutes: 1, skills: [] }), [], searchFacts(entry));
      if (!found) return;
      const programme = programmeOf(compiled, found.places);
      const rules = new Set(compiled.rules.map(({ rule }) => rule.id));
      for (const verdict of checkProgramme(complete(entry, programme)))
        if (rules.has(verdict.ruleId)) expect(verdict.status).not.toBe('unmet');
    }),
    { numRuns: 500, seed: 44 },
  );
});
