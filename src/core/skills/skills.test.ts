import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { calendarDay } from '../time';
import { emptyBook, heldIn, skillStates, toAskAbout, type SkillBook } from './evidence';
import { PATHWAYS, SKILL_MAP } from './map';
import { problemsOfMap } from './map-problems';
import { missingSkills, readyToLearn } from './missing';
import { inPathway } from './pathway';
import { FAMILIES } from './families';
import { skillOf, type SkillMap } from './skill';

const day = calendarDay;
const mapOf = (rows: readonly (readonly [string, readonly string[], number?])[]): SkillMap =>
  new Map(rows.map(([id, needs, stage]) => [id, skillOf([id, id, needs, stage ?? 1])]));
const maps = [null, ...PATHWAYS].map(
  (pathway) => [pathway?.name ?? 'the map itself', inPathway(SKILL_MAP, pathway)] as const,
);

describe('the shipped map', () => {
  test('has about 250 skills, every family a score of them, no name twice in a family', () => {
    expect(SKILL_MAP.size).toBeGreaterThanOrEqual(250);
    for (const family of FAMILIES) {
      const own = [...SKILL_MAP.values()].filter((skill) => skill.family === family);
      expect(own.length, family).toBeGreaterThanOrEqual(20);
      expect(new Set(own.map((skill) => skill.name)).size).toBe(own.length);
    }
  });
  test.each(maps)('%s has no cycle, no orphan, no need that leads nowhere, no need met later', (_, map) =>
    expect(problemsOfMap(map)).toEqual([]),
  );
});

test.each<[string, SkillMap, string, readonly string[]]>([
  [
    'a circle',
    mapOf([
      ['a', ['c']],
      ['b', ['a']],
      ['c', ['b']],
    ]),
    'cycle',
    ['a', 'c', 'b'],
  ],
  [
    'a circle by one of two ways',
    mapOf([
      ['a', []],
      ['b', ['a/c']],
      ['c', ['b']],
    ]),
    'cycle',
    ['b', 'c'],
  ],
  ['a skill that needs itself', mapOf([['a', ['a']]]), 'cycle', ['a']],
  ['a need that leads nowhere', mapOf([['a', ['x']]]), 'unknown need', ['x']],
  [
    'a skill nothing leads to or from',
    mapOf([
      ['a', []],
      ['b', ['c']],
      ['c', []],
    ]),
    'orphan',
    [],
  ],
  [
    'a need met later',
    mapOf([
      ['a', [], 5],
      ['b', ['a'], 2],
    ]),
    'stage',
    ['a'],
  ],
])('%s is found', (_, map, kind, through) =>
  expect(problemsOfMap(map).map((each) => [each.kind, each.through])).toEqual([[kind, through]]),
);

const anyHeld = fc.subarray([...SKILL_MAP.keys()]).map((ids) => new Set(ids));
const anyMap = fc.constantFrom(...maps.map(([, map]) => map));

describe('what is missing', () => {
  test('comes in learning order, is enough, and holds nothing held already', () => {
    fc.assert(
      fc.property(anyMap, anyHeld, fc.constantFrom(...SKILL_MAP.keys()), (map, held, wanted) => {
        const have = new Set(held);
        for (const skill of missingSkills(map, held, [wanted])) {
          expect(have.has(skill.id)).toBe(false);
          expect(skill.needs.every((ways) => ways.some((way) => have.has(way)))).toBe(true);
          have.add(skill.id);
        }
        expect(have.has(wanted)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
  test('is empty when all is held; a way that is held saves the others', () => {
    const map = mapOf([
      ['a', []],
      ['b', []],
      ['c', ['b']],
      ['d', ['a/c']],
    ]);
    expect(missingSkills(map, new Set(['c']), ['d']).map((each) => each.id)).toEqual(['d']);
    expect(missingSkills(map, new Set(), ['d']).map((each) => each.id)).toEqual(['a', 'd']);
    expect(missingSkills(map, new Set(['d']), ['d', 'no such'])).toEqual([]);
  });
  test('the next to learn are exactly those whose learning takes one step', () => {
    fc.assert(
      fc.property(anyMap, anyHeld, (map, held) => {
        const next = new Set(readyToLearn(map, held).map((skill) => skill.id));
        for (const id of map.keys()) expect(next.has(id)).toBe(missingSkills(map, held, [id]).length === 1);
      }),
      { numRuns: 15 },
    );
  });
});

describe('evidence', () => {
  const heard = (skillId: string, on: string, how: 'alone' | 'with teacher' | 'not yet') => ({
    skillId,
    day: day(on),
    how,
  });
  const book: SkillBook = {
    ...emptyBook('jonah'),
    evidence: [
      heard('flute.vibrato', '2026-10-01', 'alone'),
      heard('flute.high-register', '2026-09-01', 'alone'),
      heard('flute.high-register', '2026-12-01', 'not yet'),
      heard('flute.staccato', '2025-03-01', 'alone'),
      heard('flute.turns', '2026-12-01', 'with teacher'),
    ],
    exceptions: [{ skillId: 'flute.double-tonguing', why: 'a brace; agreed with the board' }],
  };
  test.each([
    ['flute.vibrato', 'held'],
    ['flute.high-register', 'not held'],
    ['flute.turns', 'with teacher'],
    ['flute.double-tonguing', 'excepted'],
    ['flute.grace-notes', 'presumed'],
    ['flute.top-notes', 'not held'],
  ])('%s is %s', (id, state) => expect(skillStates(SKILL_MAP, book, 4).get(id)).toBe(state));
  test('a long gap is asked about, and changes nothing', () => {
    expect(toAskAbout(book, day('2027-01-20')).map((each) => each.skillId)).toEqual(['flute.staccato']);
    expect(skillStates(SKILL_MAP, book, 0).get('flute.staccato')).toBe('held');
  });
  test('a student moved between pathways keeps all evidence', () => {
    for (const pathway of PATHWAYS) {
      const map = inPathway(SKILL_MAP, pathway);
      const moved = { ...book, pathwayIds: [pathway.id] };
      expect([...map.keys()]).toEqual([...SKILL_MAP.keys()]);
      expect(heldIn(skillStates(map, moved, 4))).toEqual(heldIn(skillStates(SKILL_MAP, book, 4)));
    }
  });
});
