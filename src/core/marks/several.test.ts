import fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, test } from 'vitest';
import { calendarDay } from '../time';
import { seeded } from '../seeded';
import { anyMarks, anyScheme, withRatings } from './arbitrary';
import {
  ASSESSORS,
  criterionMarks,
  currentSheets,
  gaps,
  gapTrend,
  judged,
  leftOutOfMean,
  markProblem,
  moved,
  nextLine,
  ownWordsOf,
  ownWordsQuestions,
  panelResult,
  placesOf,
  readSheet,
  standing,
  stepsUp,
  timeOf,
  type Assessor,
  type MarkScheme,
  type MarkSheet,
} from '.';

const DAY = calendarDay('2027-01-20');
const sheetOf = (
  scheme: MarkScheme,
  componentId: string,
  assessor: Assessor,
  marks: MarkSheet['marks'],
  rest: Partial<MarkSheet> = {},
): MarkSheet => ({
  id: `${assessor} ${rest.by ?? ''} ${componentId} ${rest.day ?? DAY}`,
  goalId: 'g',
  componentId,
  pieceId: null,
  schemeId: scheme.id,
  schemeVersion: scheme.version,
  assessor,
  day: DAY,
  marks,
  notes: [],
  closed: true,
  supersedes: null,
  ...rest,
});
const read = (scheme: MarkScheme, sheets: readonly MarkSheet[]) =>
  currentSheets(sheets).map((sheet) => readSheet(scheme, [], sheet));
const shuffled = <T>(items: readonly T[], seed: number): T[] => {
  const random = seeded(seed);
  return items
    .map((item) => ({ item, key: random() }))
    .sort((a, b) => a.key - b.key)
    .map(({ item }) => item);
};

describe('sheets of everybody', () => {
  /** A sheet of each assessor for each component on some day, mock ones let stand or not, peers and judges by name. */
  const anySheets = anyScheme.chain((scheme) =>
    fc
      .array(
        fc.record({
          marks: anyMarks(scheme),
          assessor: fc.constantFrom(...ASSESSORS),
          by: fc.constantFrom('Ailsa', 'Corin', undefined),
          day: fc.integer({ min: 1, max: 9 }),
          stands: fc.boolean(),
        }),
        { minLength: 1, maxLength: 8 },
      )
      .map((rounds) => ({
        scheme,
        sheets: rounds.flatMap(({ marks, assessor, by, day, stands }, at) =>
          scheme.components.map(({ componentId }) => {
            const isNamed = assessor === 'peer' || assessor === 'mock' || assessor === 'judge';
            return sheetOf(scheme, componentId, assessor, marks[componentId] ?? {}, {
              id: `${at} ${componentId}`,
              day: calendarDay(`2027-01-0${day}`),
              // The order in which they were closed is kept with them.
              closing: at + 1,
              ...(isNamed && by !== undefined && { by }),
              ...(assessor === 'mock' && stands && { stands }),
            });
          }),
        ),
      })),
  );

  test('standing, award and next line are the same in whatever order they are entered, and no peer or judge moves them', () => {
    fc.assert(
      fc.property(anySheets, fc.integer(), ({ scheme, sheets }, seed) => {
        const stands = standing(scheme, sheets);
        const again = standing(scheme, shuffled(sheets, seed));
        expect(again).toEqual(stands);
        expect(nextLine(scheme, criterionMarks(again))).toEqual(nextLine(scheme, criterionMarks(stands)));
        const counted = sheets.filter(
          ({ assessor }) => assessor !== 'peer' && assessor !== 'judge' && assessor !== 'student',
        );
        expect(standing(scheme, counted)).toEqual(stands);
      }),
    );
  });

  test('a correction never changes the total of an older version, and only the same assessor corrects', () => {
    fc.assert(
      fc.property(
        anyScheme.chain((scheme) => fc.tuple(fc.constant(scheme), anyMarks(scheme), anyMarks(scheme))),
        fc.constantFrom('Corin', 'Ailsa'),
        ([scheme, before, after], by) => {
          const [component] = scheme.components;
          const { componentId } = component!;
          const first = sheetOf(scheme, componentId, 'mock', before[componentId] ?? {}, { by: 'Ailsa' });
          const total = readSheet(scheme, [], first).mark;
          const second = sheetOf(scheme, componentId, 'mock', after[componentId] ?? {}, {
            id: 'second',
            by,
            supersedes: first.id,
          });
          expect(readSheet(scheme, [], first).mark).toEqual(total);
          expect(currentSheets([second, first])).toEqual(by === 'Ailsa' ? [second] : [second, first]);
        },
      ),
    );
  });
});

describe('a panel', () => {
  const names = ['Ailsa', 'Corin', 'Berit', 'Ines', 'Oren'];
  const anyJudged = fc
    .tuple(anyScheme, fc.boolean(), fc.integer({ min: 1, max: 5 }))
    .map(([scheme, ratings, count]) => ({ scheme: ratings ? withRatings(scheme, count) : scheme, count }))
    .chain(({ scheme, count }) =>
      fc.tuple(fc.constant(scheme), fc.array(anyMarks(scheme), { minLength: count, maxLength: count })),
    );

  test('is what its judges’ marks come to, one judge alone included, and nothing while a mark is missing', () => {
    fc.assert(
      fc.property(anyJudged, fc.integer(), ([scheme, given], seed) => {
        const judges = names.slice(0, given.length);
        const sheets = given.flatMap((marks, at) =>
          scheme.components.map(({ componentId }) =>
            sheetOf(scheme, componentId, 'judge', marks[componentId] ?? {}, { by: names[at]! }),
          ),
        );
        const found = judged(scheme, judges, read(scheme, shuffled(sheets, seed)), DAY);
        const sums = given.map((marks) =>
          scheme.components.map(({ componentId }) =>
            Object.values(marks[componentId] ?? {}).reduce((sum, mark) => sum + mark, 0),
          ),
        );
        const expected = panelResult(scheme, sums);
        expect(found.judges.map(({ marks }) => marks)).toEqual(sums);
        expect(found.result?.total?.toFraction()).toBe(expected.total?.toFraction());
        expect(found.result?.award?.id).toBe(expected.award?.id);
        expect(found.isHole).toBe(false);
        expect(judged(scheme, judges, read(scheme, sheets.slice(1)), DAY).result).toBeNull();
        expect(judged(scheme, judges, read(scheme, sheets), calendarDay('2027-01-21')).result).toBeNull();
      }),
    );
  });

  test('a table without the row says so', () => {
    fc.assert(
      fc.property(anyScheme, (scheme) => {
        const rated = withRatings(scheme, 1);
        const holed: MarkScheme = { ...rated, outcome: { kind: 'ratings', table: [] } };
        const sheets = scheme.components.map(({ componentId, criteria }) =>
          sheetOf(holed, componentId, 'judge', Object.fromEntries(criteria.map(({ id }) => [id, 0])), {
            by: 'Ailsa',
          }),
        );
        expect(judged(holed, ['Ailsa'], read(holed, sheets), DAY)).toMatchObject({ isHole: true });
      }),
      { numRuns: 20 },
    );
  });

  test.each([
    [
      [30, 30, 37, 25],
      [2, 2, 1, 4],
    ],
    [
      [5, null, 5, 7],
      [2, null, 2, 1],
    ],
    [[], []],
  ])('totals %j are placed %j', (totals, places) =>
    expect(placesOf(totals.map((total) => (total === null ? null : new Fraction(total))))).toEqual(places),
  );

  test('the mean leaves out so many at each end, and the rest is the trimmed mean', () => {
    const totals = [9, 3, 3, 7, 5].map((total) => new Fraction(total));
    expect(leftOutOfMean(totals, { by: 'trimmed mean', drop: 1 })).toEqual([true, true, false, false, false]);
    expect(leftOutOfMean(totals, { by: 'median', drop: 1 })).not.toContain(true);
    expect(leftOutOfMean(totals.slice(0, 2), { by: 'trimmed mean', drop: 1 })).not.toContain(true);
  });

  test('a running order has its times, and somebody can be moved in it', () => {
    expect([0, 3, 60].map((at) => timeOf({ start: '22:50', minutes: 25 }, at))).toEqual([
      '22:50',
      '24:05',
      '47:50',
    ]);
    expect(timeOf({ start: null, minutes: 5 }, 1)).toBeNull();
    expect([moved(['a', 'b', 'c'], 2, -1), moved(['a', 'b'], 0, -1), moved(['a', 'b'], 5, 1)]).toEqual([
      ['a', 'c', 'b'],
      ['a', 'b'],
      ['a', 'b'],
    ]);
  });
});

describe('own marks and the teacher’s', () => {
  const scheme: MarkScheme = {
    id: 's',
    version: 1,
    components: [
      {
        componentId: 'c',
        criteria: [
          {
            id: 'notes',
            name: 'Notes',
            maxMark: 6,
            bands: [
              { from: 1, to: 3, descriptor: 'some' },
              { from: 5, to: 6, descriptor: 'all' },
            ],
          },
          { id: 'tone', name: 'Tone', maxMark: 6, bands: [{ from: 4, to: 6, descriptor: 'full' }] },
        ],
      },
    ],
    totalling: { kind: 'sum' },
    panel: null,
    outcome: { kind: 'awards' },
    awards: [],
  };
  const [component] = scheme.components;
  const on = (day: number) => ({ day: calendarDay(`2027-01-0${day}`) });
  const both = (day: number, own: readonly number[], teacher: readonly number[]) => [
    sheetOf(scheme, 'c', 'student', { notes: own[0]!, tone: own[1]! }, on(day)),
    sheetOf(scheme, 'c', 'teacher', { notes: teacher[0]!, tone: teacher[1]! }, on(day)),
  ];

  test('are set against each other day by day, criterion by criterion', () => {
    const found = gaps(
      component!,
      read(scheme, [
        ...both(8, [5, 4], [4, 4]),
        ...both(1, [6, 6], [3, 4]),
        sheetOf(scheme, 'c', 'student', { notes: 6 }, on(3)),
        sheetOf(scheme, 'c', 'teacher', { tone: 2 }, on(3)),
        sheetOf(scheme, 'c', 'peer', { notes: 1, tone: 1 }, { ...on(8), by: 'Nell' }),
      ]),
    );
    expect(found.map(({ day, gap }) => [day, gap])).toEqual([
      ['2027-01-01', 5],
      ['2027-01-08', 1],
    ]);
    // Own marks are answered by the teacher's of the week after, each once.
    const answered = gaps(
      component!,
      read(scheme, [
        ...[1, 2].map((day) => sheetOf(scheme, 'c', 'student', { notes: day + 2, tone: 4 }, on(day))),
        sheetOf(scheme, 'c', 'teacher', { notes: 3, tone: 4 }, on(9)),
      ]),
    );
    expect(answered.map(({ day, teacherDay, gap }) => [day, teacherDay, gap])).toEqual([
      ['2027-01-02', '2027-01-09', 1],
    ]);
    expect(found[0]?.criteria).toEqual([
      { criterionId: 'notes', own: 6, teacher: 3 },
      { criterionId: 'tone', own: 6, teacher: 4 },
    ]);
    expect(gapTrend(found)).toEqual({ earlier: 5, later: 1, course: 'nearer' });
    expect(gapTrend(found.slice(1))).toBeNull();
  });

  test.each([
    [[1, 1, 3, 3], 'further'],
    [[2, 0, -2], 'as before'],
    [[-3, -3, -2, -1], 'nearer'],
  ] as const)('gaps of %j go %s', (all, course) =>
    expect(
      gapTrend(all.map((gap, at) => ({ ...on(at + 1), teacherDay: on(at + 1).day, gap, criteria: [] })))
        ?.course,
    ).toBe(course),
  );

  test('the step up is the next band, nearest first', () =>
    expect(
      stepsUp(component!, { notes: 2, tone: 3 }).map(({ criterion, band }) => [criterion.id, band.from]),
    ).toEqual([
      ['tone', 4],
      ['notes', 5],
    ]));

  test('words for marks of ten: holes and doubles are asked about', () => {
    const words = [
      { from: 0, to: 3, words: 'not yet' },
      { from: 6, to: 8, words: 'safe' },
      { from: 8, to: 9, words: 'free' },
    ];
    expect(ownWordsQuestions(words)).toEqual({
      holes: [
        { from: 4, to: 5 },
        { from: 10, to: 10 },
      ],
      twice: [8],
    });
    expect([ownWordsOf(words, 7), ownWordsOf(words, 5), ownWordsQuestions([])]).toEqual([
      'safe',
      null,
      { holes: [], twice: [] },
    ]);
  });

  test.each([
    [6, true, null],
    [5.5, true, null],
    [5.5, false, 'not a whole mark'],
    [5.25, true, 'not a half step'],
    [6.5, true, 'above 6'],
    [-1, false, 'below 0'],
  ] as const)('%d, in halves %s: %s', (mark, halves, problem) =>
    expect(markProblem({ halves }, { maxMark: 6 }, mark)).toBe(problem),
  );
});
