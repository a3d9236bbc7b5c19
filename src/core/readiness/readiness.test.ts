import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  currentSheets,
  PLAIN_SUM,
  readSheet,
  standing,
  type Assessor,
  type MarkScheme,
  type MarkSheet,
} from '../marks';
import type { Plan } from '../plan';
import { BARE_LEVEL, type Level } from '../requirements';
import { addDays, calendarDay as day } from '../time';
import { readinessOf } from './readiness';

const today = day('2027-01-20');
const scheme: MarkScheme = {
  id: 's',
  version: 1,
  components: ['a', 'b', 't'].map((componentId) => ({
    componentId,
    criteria: ['notes', 'tone'].map((id) => ({ id, name: id, maxMark: 10, bands: [] })),
  })),
  ...PLAIN_SUM,
  awards: [
    { id: 'pass', name: 'pass', total: 36, eachAtLeast: null, passes: {} },
    { id: 'strong', name: 'strong', total: 45, eachAtLeast: 12, passes: {} },
  ],
};
const level: Level = {
  id: 'l',
  name: 'Level 2',
  rank: 2,
  schemeId: 's',
  rules: [],
  ...BARE_LEVEL,
  components: [
    { id: 'a', letter: 'A', name: 'Song', source: { kind: 'list', pieceIds: [], min: 1, max: 1 } },
    { id: 'b', letter: 'B', name: 'Dance', source: { kind: 'list', pieceIds: [], min: 1, max: 1 } },
    { id: 't', letter: 'T', name: 'Technique', source: { kind: 'prepared', items: [] } },
  ],
};
let made = 0;
const sheet = (
  componentId: string,
  marks: readonly [number, number] | readonly [number],
  rest: Partial<MarkSheet> = {},
): MarkSheet => ({
  id: `sheet-${String((made += 1)).padStart(4, '0')}`,
  goalId: 'g',
  componentId,
  pieceId: null,
  schemeId: 's',
  schemeVersion: 1,
  assessor: 'teacher',
  day: today,
  marks: marks.length === 2 ? { notes: marks[0], tone: marks[1] } : { notes: marks[0] },
  notes: [],
  closed: true,
  supersedes: null,
  ...rest,
});
const read = (sheets: readonly MarkSheet[], plan: Plan | null = null) =>
  readinessOf(
    level,
    scheme,
    standing(scheme, sheets),
    currentSheets(sheets).map((each) => readSheet(scheme, [], each)),
    plan,
    today,
  );
const FULL = [sheet('a', [8, 8]), sheet('b', [7, 7]), sheet('t', [8, 7])];

describe('where a component stands', () => {
  test.each<[string, MarkSheet[], number | null, number | null]>([
    ['nothing heard', [], null, null],
    ['a teacher’s mark', [sheet('a', [8, 7], { day: addDays(today, -7) })], 15, 7],
    ['a sheet half filled is no evidence', [sheet('a', [8])], null, null],
    ['an own mark is no evidence', [sheet('a', [9, 9], { assessor: 'student' })], null, null],
    ['nor is a peer’s', [sheet('a', [9, 9], { assessor: 'peer' })], null, null],
    [
      'the teacher’s, whatever a mock examiner gave later',
      [
        sheet('a', [8, 8], { day: addDays(today, -9) }),
        sheet('a', [6, 6], { assessor: 'mock', day: addDays(today, -2) }),
      ],
      16,
      9,
    ],
    [
      'the mock examiner’s where it is let stand',
      [
        sheet('a', [8, 8], { day: addDays(today, -9) }),
        sheet('a', [6, 6], { assessor: 'mock', day: addDays(today, -2), stands: true }),
      ],
      12,
      2,
    ],
    [
      'a correction takes the place of what it corrects',
      [sheet('a', [8, 8], { id: 'first' }), sheet('a', [2, 2], { supersedes: 'first' })],
      4,
      0,
    ],
    ['a sheet of another scheme does not count', [sheet('a', [8, 8], { schemeId: 'other' })], null, null],
  ])('%s', (_, sheets, mark, age) => {
    const [a] = read(sheets).components;
    expect([a?.mark, a?.age]).toEqual([mark, age]);
  });

  test('each line is the component’s even share of the award, never under its floor', () => {
    const [a] = read(FULL).components;
    expect(a?.lines.map((line) => [line.award.id, line.mark, line.reached])).toEqual([
      ['pass', 12, true],
      ['strong', 15, true],
    ]);
    expect(read([sheet('b', [7, 7])]).components[1]?.lines.map((line) => line.reached)).toEqual([
      true,
      false,
    ]);
  });
  test('one row an assessor, latest first, whatever the order of the sheets', () => {
    const sheets = (['student', 'teacher', 'mock', 'teacher'] as Assessor[]).map((assessor, at) =>
      sheet('a', [at + 1, at + 1], { assessor, day: addDays(today, at - 10) }),
    );
    fc.assert(
      fc.property(fc.shuffledSubarray(sheets, { minLength: sheets.length }), (some) => {
        expect(read(some).components[0]?.marks.map(({ assessor, mark }) => `${assessor} ${mark}`)).toEqual([
          'teacher 8',
          'mock 6',
          'student 2',
        ]);
      }),
    );
  });
});

describe('the whole', () => {
  test('an award needs every component; the next line says what it is short of', () => {
    expect(read(FULL)).toMatchObject({ award: { id: 'strong' }, next: null });
    expect(read(FULL.slice(0, 2))).toMatchObject({
      award: null,
      next: { next: { award: { id: 'pass' }, gain: 6 } },
    });
    const weak = [sheet('a', [9, 9]), sheet('b', [10, 10]), sheet('t', [5, 5])];
    expect(read(weak)).toMatchObject({
      award: { id: 'pass' },
      next: {
        next: { award: { id: 'strong' }, totalShort: 0, below: [{ componentId: 't', short: 2 }], gain: 2 },
      },
    });
  });
  test('what is owed, in the order of the level', () => {
    expect(read([sheet('b', [5, 5])]).missing.map(({ letter, what }) => `${letter} ${what}`)).toEqual([
      'A choice',
      'A mark',
      'B choice',
      'T mark',
    ]);
  });
  test('gates: passed, due from today on, overdue before it', () => {
    const gates = [
      { stage: 'prepare' as const, day: addDays(today, -14), passedOn: addDays(today, -13) },
      { stage: 'learn' as const, day: addDays(today, -7), passedOn: null },
      { stage: 'secure' as const, day: today, passedOn: null },
    ];
    const plan = { items: [{ componentId: 'a', title: 'Slack Tide', gates }] } as unknown as Plan;
    const result = read(FULL, plan);
    expect(result.components[0]?.gates.map((gate) => gate.state)).toEqual(['passed', 'overdue', 'due']);
    expect(result.missing).toContainEqual({ componentId: 'a', letter: 'A', what: 'gate' });
    expect(result.missing).not.toContainEqual({ componentId: 'a', letter: 'A', what: 'choice' });
  });
  test('a higher mark never makes a line less reached', () => {
    const mark = fc.integer({ min: 0, max: 10 });
    fc.assert(
      fc.property(fc.tuple(mark, mark, mark), fc.nat({ max: 2 }), (marks, at) => {
        const sheets = marks.map((each, index) => sheet(['a', 'b', 't'][index]!, [each, each]));
        const higher = marks.map((each, index) =>
          sheet(['a', 'b', 't'][index]!, [index === at ? Math.min(10, each + 1) : each, each]),
        );
        const reached = (some: readonly MarkSheet[]) =>
          read(some)
            .components.flatMap((each) => each.lines)
            .filter((line) => line.reached).length;
        expect(reached(higher)).toBeGreaterThanOrEqual(reached(sheets));
        expect(
          (read(higher).next?.next.gain ?? 0) <= (read(sheets).next?.next.gain ?? 0) ||
            read(higher).award?.id !== read(sheets).award?.id,
        ).toBe(true);
      }),
    );
  });
});
