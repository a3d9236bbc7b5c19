import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { calendarDay } from '../time';
import { nextSteps } from './next-steps';
import { panelResult } from './panel';
import { currentSheets, latestSheet } from './precedence';
import { readSheet } from './read-sheet';
import { PLAIN_SUM, type Criterion, type MarkScheme, type Rounding } from './scheme';
import type { MarkSheet } from './sheet';
import { standing } from './standing';

const criterion = (id: string, maxMark: number): Criterion => ({
  id,
  name: id,
  maxMark,
  bands: [
    { from: 1, to: 2, descriptor: 'begun' },
    { from: 3, to: 4, descriptor: 'safe' },
    { from: 5, to: maxMark, descriptor: 'sure' },
  ],
});
const scheme: MarkScheme = {
  id: 's',
  version: 2,
  components: ['a', 'b'].map((componentId) => ({
    componentId,
    criteria: [criterion('notes', 6), criterion('tone', 6)],
  })),
  ...PLAIN_SUM,
  awards: [{ id: 'pass', name: 'pass', total: 16, eachAtLeast: null, passes: {} }],
};
/** As it was before a maximum was lowered from 12 to 6. */
const before: MarkScheme = {
  ...scheme,
  version: 1,
  components: scheme.components.map((each) => ({
    ...each,
    criteria: each.criteria.map(({ id }) => criterion(id, 12)),
  })),
};
const sheet = (id: string, notes: number, tone: number, rest: Partial<MarkSheet> = {}): MarkSheet => ({
  id,
  goalId: 'g',
  componentId: 'a',
  pieceId: null,
  schemeId: 's',
  schemeVersion: 2,
  assessor: 'teacher',
  day: calendarDay('2027-01-20'),
  marks: { notes, tone },
  notes: [],
  closed: true,
  supersedes: null,
  ...rest,
});
const markOf = (sheets: readonly MarkSheet[]) => standing(scheme, sheets).marks[0]?.from?.mark ?? null;

describe('two sheets of one component on one day', () => {
  test.each<[string, MarkSheet[], number]>([
    ['the one closed last', [sheet('1', 4, 4, { closing: 2 }), sheet('2', 1, 1, { closing: 1 })], 8],
    ['one still open', [sheet('1', 1, 1, { closed: false }), sheet('2', 4, 4, { closing: 9 })], 2],
    [
      'of open ones the official, then the teacher’s',
      [sheet('1', 1, 1, { assessor: 'official', closed: false }), sheet('2', 4, 4, { closed: false })],
      2,
    ],
    [
      'of open ones the teacher’s before the mock',
      [sheet('1', 1, 1, { closed: false }), sheet('2', 4, 4, { assessor: 'mock', closed: false })],
      2,
    ],
    ['one whose order was kept', [sheet('1', 4, 4, { closing: 1 }), sheet('2', 1, 1)], 8],
    ['of two without one, the later in the list', [sheet('2', 1, 1), sheet('1', 4, 4)], 8],
  ])('%s stands, whatever the ids', (_, sheets, mark) => {
    expect(markOf(sheets)).toBe(mark);
    const swapped = sheets.map((each, at) => ({ ...each, id: sheets[1 - at]!.id }));
    expect(markOf(swapped)).toBe(mark);
  });
  test('where the order of closing is known, the order of the list does not matter', () => {
    const order = fc.uniqueArray(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 5 });
    fc.assert(
      fc.property(order, fc.nat(), (closings, turn) => {
        const sheets = closings.map((closing, at) => sheet(`id${at}`, at % 7, 0, { closing }));
        const turned = sheets.map((_, at) => sheets[(at + turn) % sheets.length]!);
        expect(latestSheet(turned)).toBe(latestSheet(sheets));
        expect(latestSheet(sheets)?.closing).toBe(Math.max(...closings));
      }),
    );
  });
});

describe('marks are read under the scheme they were given by', () => {
  const old = sheet('old', 12, 12, { schemeVersion: 1 });
  test('24 of 24, and nothing of it is added to a total out of 24 in all', () => {
    expect(readSheet(scheme, [before], old)).toMatchObject({
      mark: { mark: 24 },
      maxMark: 24,
      current: false,
    });
    const stands = standing(scheme, [old], { earlier: [before] });
    expect(stands).toMatchObject({ total: 0, maxMark: 24, missing: ['a', 'b'] });
    expect(stands.marks[0]).toMatchObject({ from: null, earlier: { mark: 24, maxMark: 24, sheetId: 'old' } });
  });
  test('a version that changed words and lines alone counts on', () => {
    const same = { ...scheme, version: 1, awards: [] };
    expect(standing(scheme, [{ ...old, marks: { notes: 5, tone: 4 } }], { earlier: [same] }).total).toBe(9);
  });
  test('a mark of today counts beside a later one of before', () => {
    const now = sheet('now', 4, 4, { day: calendarDay('2027-01-10') });
    expect(standing(scheme, [now, old], { earlier: [before] }).marks[0]).toMatchObject({
      from: { sheetId: 'now' },
      earlier: { sheetId: 'old' },
    });
  });
  test.each([
    ['marks that today’s criteria hold', { notes: 5, tone: 6 }, 12, true],
    ['marks they cannot hold', { notes: 12, tone: 12 }, null, false],
  ] as const)('of a version that was not kept, %s', (_, marks, maxMark, current) =>
    expect(readSheet(scheme, [], { ...old, marks })).toMatchObject({ maxMark, current }),
  );
});

describe('superseding', () => {
  const ids = (sheets: readonly MarkSheet[]) => currentSheets(sheets).map(({ id }) => id);
  const first = sheet('first', 4, 4);
  test.each<[string, Partial<MarkSheet>, string[]]>([
    ['a correction by the teacher takes its place', {}, ['next']],
    ['a student’s sheet takes nobody’s', { assessor: 'student' }, ['first', 'next']],
    ['nor does an official one a teacher’s', { assessor: 'official' }, ['first', 'next']],
    ['nor one of another component', { componentId: 'b' }, ['first', 'next']],
    ['nor one of another goal', { goalId: 'h' }, ['first', 'next']],
  ])('%s', (_, rest, left) =>
    expect(ids([first, sheet('next', 1, 1, { supersedes: 'first', ...rest })])).toEqual(left),
  );
  test('a circle leaves all that are in it', () => {
    const circle = ['x', 'y', 'z'].map((id, at, all) => sheet(id, 1, 1, { supersedes: all[(at + 1) % 3]! }));
    expect(ids(circle)).toEqual(['x', 'y', 'z']);
  });
  test('a chain of corrections leaves the last', () => {
    expect(
      ids([first, sheet('2', 1, 1, { supersedes: 'first' }), sheet('3', 1, 1, { supersedes: '2' })]),
    ).toEqual(['3']);
  });
});

describe('a standing’s parts', () => {
  const weighted: MarkScheme = {
    ...scheme,
    totalling: {
      kind: 'weighted',
      weights: { a: 70, b: 30 },
      outOf: 100,
      rounding: { way: 'half up', places: 0 },
    },
    awards: [{ id: 'pass', name: 'pass', total: 60, eachAtLeast: null, passes: { b: 9 } }],
  };
  test('are in the unit of the total and add up to it', () => {
    const stands = standing(weighted, [sheet('1', 6, 3), sheet('2', 6, 6, { componentId: 'b' })], {
      aim: weighted.awards[0]!,
    });
    expect(stands.marks.map(({ value, maxValue, aim }) => [value, maxValue, aim])).toEqual([
      [52.5, 70, 8],
      [30, 30, 9],
    ]);
    expect(stands.total).toBe(83);
  });
  test('add up to the total before it is rounded, whatever the marks', () => {
    const mark = fc.nat(6);
    fc.assert(
      fc.property(mark, mark, mark, mark, (a, b, c, d) => {
        const stands = standing(weighted, [sheet('1', a, b), sheet('2', c, d, { componentId: 'b' })]);
        const sum = stands.marks.reduce((all, { value }) => all + value, 0);
        expect(Math.abs(sum - stands.total)).toBeLessThanOrEqual(0.5 + 1e-9);
        expect(stands.marks.reduce((all, { maxValue }) => all + maxValue, 0)).toBeCloseTo(100, 9);
      }),
    );
  });
});

test.each<[Rounding['way'], number, number, string | null]>([
  ['up', 1, 64, 'pass'],
  ['up', 3, 64, 'pass'],
  ['down', 1, 63, null],
  ['half up', 1, 63, null],
])('a panel that rounds %s, %i judging: %f', (way, judges, total, award) => {
  const panel: MarkScheme = {
    ...scheme,
    components: [{ componentId: 'a', criteria: [criterion('notes', 60), criterion('tone', 60)] }],
    totalling: { kind: 'weighted', weights: { a: 1 }, outOf: 100, rounding: { way: 'half up', places: 2 } },
    panel: { judges, by: 'mean', drop: 0, rounding: { way, places: 0 } },
    awards: [{ id: 'pass', name: 'pass', total: 64, eachAtLeast: null, passes: {} }],
  };
  // 76 of 120 is 63.33 of 100.
  const result = panelResult(
    panel,
    Array.from({ length: judges }, () => [76]),
  );
  expect([result.total?.valueOf(), result.award?.id ?? null]).toEqual([total, award]);
});

test('next steps: the fewest marks first, each with the band above the mark there is', () => {
  const passes = { a: 12, b: 4 };
  const floors = { ...scheme, awards: [{ id: 'pass', name: 'pass', total: 16, eachAtLeast: null, passes }] };
  const found = nextSteps(
    floors,
    standing(floors, [sheet('1', 6, 4), sheet('2', 1, 2, { componentId: 'b' })]),
  );
  expect(found?.next).toMatchObject({ award: { id: 'pass' }, gain: 3 });
  expect(
    found?.steps.map(({ componentId, criterionId, from, to, band }) => [
      componentId,
      criterionId,
      from,
      to,
      band?.descriptor,
    ]),
  ).toEqual([
    ['b', 'notes', 1, 2, 'safe'],
    ['a', 'tone', 4, 6, 'sure'],
  ]);
  const whole = [sheet('1', 6, 6), sheet('2', 6, 6, { componentId: 'b' })];
  expect(nextSteps(floors, standing(floors, whole))).toBeNull();
});
