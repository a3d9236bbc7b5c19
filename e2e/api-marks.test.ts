import { expect, test } from 'vitest';
import { post } from './post';
import tarrin from '../src/demo/tarrin-flute-2026.json';

test('totals', async () => {
  const [scheme] = tarrin.set.schemes;
  const sheet = {
    id: '1',
    goalId: 'g',
    componentId: 's',
    pieceId: null,
    schemeId: 'board',
    schemeVersion: 1,
    assessor: 'teacher',
    day: '2027-01-13',
    marks: { notes: 5, tone: 5, phrasing: 4, pulse: 4 },
    notes: [],
    closed: true,
    supersedes: null,
  };
  expect((await post('/api/marks/totals', { scheme, sheets: [sheet] })).body).toMatchObject({
    total: 18,
    maxMark: 120,
    award: null,
    missing: ['d', 'y', 't', 'e'],
    next: { award: 'pass', totalShort: 60 },
  });
  const over = await post('/api/marks/totals', { scheme, sheets: [{ ...sheet, marks: { notes: 7 } }] });
  expect(over.body['errors']).toEqual([{ pointer: '#/sheets/0/marks/notes', detail: 'above 6' }]);
});

test('own marks against the teacher’s: day by day, by criterion, and what becomes of it', async () => {
  const scheme = tarrin.set.schemes[0]!;
  const component = scheme.components[0]!;
  const sheet = (assessor: string, day: string, mark: number) => ({
    id: `${assessor} ${day}`,
    goalId: 'g',
    componentId: component.componentId,
    pieceId: null,
    schemeId: scheme.id,
    schemeVersion: scheme.version,
    assessor,
    day,
    marks: Object.fromEntries(component.criteria.map(({ id }: { id: string }) => [id, mark])),
    notes: [],
    closed: true,
    supersedes: null,
  });
  const sheets = [
    sheet('student', '2027-01-06', 6),
    sheet('teacher', '2027-01-08', 4),
    sheet('student', '2027-01-13', 5),
    sheet('teacher', '2027-01-13', 5),
  ];
  const { body } = await post('/api/marks/gap', { scheme, sheets });
  expect((body as { components: unknown[] }).components[0]).toMatchObject({
    componentId: component.componentId,
    days: [
      { day: '2027-01-06', teacherDay: '2027-01-08', gap: 8 },
      { day: '2027-01-13', gap: 0 },
    ],
    trend: { earlier: 8, later: 0, course: 'nearer' },
  });
  const half = { ...sheet('teacher', '2027-01-20', 4), marks: { notes: 3.5 } };
  const refused = await post('/api/marks/gap', { scheme, sheets: [half] });
  expect(refused.body['errors']).toEqual([{ pointer: '#/sheets/0/marks/notes', detail: 'not a whole mark' }]);
});

test('run-throughs: steady and clean ones, a row with its odds, starts, memory, recovery', async () => {
  const run = (place: number, rest: object = {}) => ({
    id: `r${place}`,
    studentId: 's',
    pieceId: 'p',
    day: '2027-01-20',
    place,
    start: { kind: 'beginning' },
    seconds: 90,
    slips: [],
    stops: [],
    tempo: 'kept',
    ...rest,
  });
  const stop = { at: 20, seconds: 3.5, then: 'went on', bar: 9 };
  const runs = [
    run(5),
    run(1),
    run(2, { slips: [{ at: 4 }, { at: 6 }, { at: 7 }] }),
    run(3, { memory: 'from memory' }),
    run(4, { start: { kind: 'cold', section: { from: 9, to: 16 } }, stops: [stop] }),
    run(6),
  ];
  const sections = [1, 9, 17].map((from) => ({ from, to: from + 7 }));
  const { body } = await post('/api/marks/runs', { runs, sections });
  expect(body).toMatchObject({
    runs: [{ steady: true }, { steady: false }, { steady: true }, { whole: false }, {}, {}],
    streak: { now: 3, best: 3, runs: 5, clean: 4 },
    starts: { left: [{ from: 1 }, { from: 17 }], neverCold: [{ from: 17, to: 24 }] },
    memory: { whole: '2027-01-20' },
    recovery: { stops: 1, wentOn: 1, startedOver: 0, median: 3.5, keptOn: 3 },
  });
  expect((body as { streak: { odds: number } }).streak.odds).toBeCloseTo(0.512, 10);
  const mixed = await post('/api/marks/runs', { runs: [run(1), run(2, { pieceId: 'q' })] });
  expect(mixed.body['errors']).toEqual([
    { pointer: '#/runs', detail: 'are of more than one student or piece' },
  ]);
});

test('a panel: the median of three judges, seats for the highest', async () => {
  const [board] = tarrin.set.schemes;
  const rounding = { way: 'half up', places: 1 };
  const scheme = {
    ...board,
    panel: { judges: 3, by: 'median', drop: 0, rounding },
    outcome: { kind: 'seats', seats: 1, ties: 'all in' },
  };
  const judges = (...totals: number[]) => totals.map((each) => [each, 16, 16, 16, 16]);
  const entries = [
    { id: 'a', judges: judges(14, 24, 15) },
    { id: 'b', judges: judges(16, 17, 2) },
  ];
  expect((await post('/api/marks/panel', { scheme, entries })).body).toEqual({
    entries: [
      { id: 'a', totals: [78, 88, 79], total: 79, award: 'pass' },
      { id: 'b', totals: [80, 81, 66], total: 80, award: 'pass' },
    ],
    seated: ['b'],
  });
  const short = await post('/api/marks/panel', { scheme, entries: [{ id: 'a', judges: [[1]] }] });
  expect(short.body['errors']).toEqual([
    { pointer: '#/entries/0/judges/0', detail: 'needs 5 marks, one a component' },
  ]);
});

test('forecasts: chances add up, a kept fit answers the same, what cannot be is refused with its place', async () => {
  const scheme = {
    components: [
      { id: 'a', max: 24 },
      { id: 'b', max: 24, weight: 1.5 },
    ],
    awards: [
      { id: 'pass', total: 36 },
      { id: 'strong', total: 48, floor: 14 },
    ],
  };
  const mark = (component: string, given: number, day: string, assessor = 'teacher') => ({
    day,
    assessor,
    component,
    mark: given,
  });
  const past = Array.from({ length: 8 }, (_, at) => ({
    student: `p${at}`,
    scheme,
    placement: -1,
    start: '2026-01-10',
    marks: [
      mark('a', 12 + at, '2026-02-10'),
      mark('b', 13 + at, '2026-03-10'),
      mark('a', 14 + at, '2026-03-10', 'self'),
    ],
    official: { a: 12 + at, b: 14 + (at % 4) },
    examDay: '2026-04-01',
  }));
  const question = {
    id: 'q',
    student: 'x',
    scheme,
    placement: -1,
    marks: [mark('a', 17, '2027-01-10'), mark('b', 16, '2027-01-17'), mark('b', 20, '2027-02-17')],
    asOf: '2027-01-20',
    examDay: '2027-03-31',
    aim: 'strong',
  };
  const ask = (rest: object) =>
    post('/api/forecast', { studio: { past }, questions: [question], fit: null, ...rest });
  interface Found {
    readonly components: readonly { readonly id: string; readonly p: readonly number[] }[];
    readonly total: { readonly step: number; readonly p: readonly number[] };
    readonly awards: readonly { readonly chance: number; readonly oneMoreMark: object }[];
    readonly evidence: object;
  }
  const { body } = await ask({});
  const [found] = body['forecasts'] as [Found];
  const sum = (shares: readonly number[]) => shares.reduce((all, share) => all + share, 0);
  expect(found.components.map(({ id, p }) => [id, p.length])).toEqual([
    ['a', 25],
    ['b', 25],
  ]);
  expect(sum(found.components[1]?.p ?? [])).toBeCloseTo(1, 9);
  expect([found.total.step, found.total.p.length, sum(found.total.p)]).toEqual([
    0.5,
    121,
    expect.closeTo(1, 9),
  ]);
  // 36 of a total in half marks is its 72nd step.
  expect(found.awards[0]?.chance).toBeCloseTo(sum(found.total.p.slice(72)), 9);
  expect(Object.keys(found.awards[1]?.oneMoreMark ?? {})).toEqual(['a', 'b']);
  // The mark of February is after the day it is asked on.
  expect(found.evidence).toMatchObject({ marks: 2, kinds: ['teacher'], studioResults: 8, case: 'some' });
  expect((await ask({ fit: body['fit'] })).body['forecasts']).toEqual(body['forecasts']);

  const refused = await ask({
    questions: [
      {
        ...question,
        aim: 'gold',
        marks: [mark('a', 25, '2027-01-10'), mark('z', 3, '2027-01-10'), mark('b', 16.5, '2027-01-10')],
      },
    ],
  });
  expect(refused.status).toBe(422);
  expect(
    (refused.body['errors'] as { pointer: string; detail: string }[]).map(
      ({ pointer, detail }) => `${pointer} ${detail}`,
    ),
  ).toEqual([
    '#/questions/0/marks/0/mark above 24',
    '#/questions/0/marks/1/component is no component of the scheme',
    '#/questions/0/marks/2/mark not a whole mark',
    '#/questions/0/aim is no award of the scheme',
  ]);
});
