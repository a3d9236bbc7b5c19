import { expect, test } from 'vitest';
import { calendarDay } from '../time';
import { aimMark, PLAIN_SUM, schemeMax, type MarkScheme } from './scheme';
import { problemsOfScheme } from './scheme-problems';
import { differences, type Assessor, type MarkSheet } from './sheet';
import { standing } from './standing';
import { awardFor } from './total';

const criteria = ['notes', 'tone', 'phrasing', 'pulse'].map((id) => ({
  id,
  name: id,
  maxMark: 6,
  bands: [],
}));
const scheme: MarkScheme = {
  id: 'board',
  version: 1,
  components: ['a', 'b', 'c', 't', 'm'].map((componentId) => ({ componentId, criteria })),
  ...PLAIN_SUM,
  awards: [
    { id: 'pass', name: 'pass', total: 78, eachAtLeast: null, passes: {} },
    { id: 'strong', name: 'strong', total: 93, eachAtLeast: 14, passes: {} },
    { id: 'superb', name: 'superb', total: 106, eachAtLeast: null, passes: {} },
  ],
};

test.each([
  [[15, 15, 16, 16, 16], 'pass'],
  [[15, 15, 15, 16, 16], null],
  [[18, 18, 19, 19, 19], 'strong'],
  [[13, 20, 20, 20, 20], 'pass'],
  [[13, 24, 24, 24, 24], 'pass'],
  [[21, 21, 21, 21, 22], 'superb'],
])('%j reaches %s', (marks, award) => expect(awardFor(scheme, marks)?.id ?? null).toBe(award));

const sheet = (
  id: string,
  componentId: string,
  assessor: Assessor,
  on: string,
  marks: readonly number[],
  rest: Partial<MarkSheet> = {},
): MarkSheet => ({
  id,
  goalId: 'g',
  componentId,
  pieceId: null,
  schemeId: 'board',
  schemeVersion: 1,
  assessor,
  day: calendarDay(on),
  marks: Object.fromEntries(marks.map((mark, at) => [criteria[at]?.id ?? '', mark])),
  notes: [],
  closed: true,
  supersedes: null,
  ...rest,
});

test('the standing total takes the latest whole sheet of teacher or official; a mock stands beside until it is let stand', () => {
  const sheets = [
    sheet('1', 'a', 'teacher', '2027-01-06', [4, 4, 3, 3]),
    sheet('2', 'a', 'teacher', '2027-01-13', [5, 5, 4, 4]),
    sheet('3', 'a', 'student', '2027-01-19', [6, 6, 6, 6]),
    sheet('4', 'a', 'teacher', '2027-01-20', [6, 6]),
    sheet('5', 'b', 'mock', '2027-01-13', [4, 4, 4, 4]),
    sheet('6', 'b', 'teacher', '2027-01-13', [1, 1, 1, 1], { schemeId: 'other' }),
    sheet('7', 'c', 'teacher', '2027-01-13', [3, 3, 3, 3]),
    sheet('8', 'c', 'teacher', '2027-01-13', [2, 3, 3, 3], { supersedes: '7' }),
  ];
  const mock = sheets.find(({ id }) => id === '5')!;
  const beside = standing(scheme, [...sheets, sheet('9', 'a', 'mock', '2027-01-20', [6, 6, 6, 6])]);
  expect(beside.marks.map(({ from, mock: by }) => [from?.sheetId ?? null, by?.sheetId ?? null])).toEqual([
    ['2', '9'],
    [null, '5'],
    ['8', null],
    [null, null],
    [null, null],
  ]);
  expect([beside.total, beside.missing]).toEqual([29, ['b', 't', 'm']]);
  const stands = standing(
    scheme,
    sheets.map((each) => (each === mock ? { ...each, stands: true } : each)),
  );
  expect(
    stands.marks.map((mark) => mark.from && `${mark.from.sheetId} ${mark.from.assessor} ${mark.from.mark}`),
  ).toEqual(['2 teacher 18', '5 mock 16', '8 teacher 11', null, null]);
  expect(stands).toMatchObject({ total: 45, maxMark: 120, missing: ['t', 'm'], award: null });
  expect(differences(scheme.components[0]!, sheets[2]!, sheets[1]!)).toEqual([
    { criterionId: 'phrasing', own: 6, teacher: 4 },
    { criterionId: 'pulse', own: 6, teacher: 4 },
    { criterionId: 'notes', own: 6, teacher: 5 },
    { criterionId: 'tone', own: 6, teacher: 5 },
  ]);
});

test('shares of an award are rounded up and never under the floor', () => {
  expect(scheme.awards.map((award) => aimMark(scheme, award, scheme.components[0]!))).toEqual([16, 19, 22]);
  expect(schemeMax(scheme)).toBe(120);
});

test.each([
  [
    'an award above the maximum',
    { ...scheme, awards: [{ id: 'x', name: 'x', total: 121, eachAtLeast: null, passes: {} }] },
    'awards[0].total',
  ],
  ['awards out of order', { ...scheme, awards: [...scheme.awards].reverse() }, 'awards[1].total'],
  [
    'a floor above a component',
    { ...scheme, awards: [{ id: 'x', name: 'x', total: 1, eachAtLeast: 25, passes: {} }] },
    'awards[0].eachAtLeast',
  ],
  [
    'bands that overlap',
    {
      ...scheme,
      components: [
        {
          componentId: 'a',
          criteria: [
            {
              ...criteria[0]!,
              bands: [
                { from: 1, to: 3, descriptor: '' },
                { from: 3, to: 6, descriptor: '' },
              ],
            },
          ],
        },
      ],
      awards: [],
    },
    'components[0].criteria[0].bands',
  ],
  [
    'a band past the maximum',
    {
      ...scheme,
      components: [
        { componentId: 'a', criteria: [{ ...criteria[0]!, bands: [{ from: 5, to: 7, descriptor: '' }] }] },
      ],
      awards: [],
    },
    'components[0].criteria[0].bands',
  ],
])('%s is named', (_, bad, path) => expect(problemsOfScheme(bad)[0]?.path).toBe(path));
test('a sound scheme has no problems', () => expect(problemsOfScheme(scheme)).toEqual([]));
