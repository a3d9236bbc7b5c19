import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { zipSync } from 'fflate';
import { describe, expect, inject, test } from 'vitest';
import { heavyProgrammes } from '../bench/heavy-level';
import { freePort, stopServer } from './server';
import tarrin from '../src/demo/tarrin-flute-2026.json';

const baseUrl = inject('baseUrl');
const post = async (
  path: string,
  body: unknown,
  headers: Record<string, string> = { 'content-type': 'application/json' },
) => {
  const response = await fetch(baseUrl + path, {
    method: 'POST',
    headers,
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: (await response.json()) as Record<string, unknown>,
  };
};
const item = (id: string, rest: object = {}) => ({
  id,
  visitMinutes: 0,
  from: 0,
  until: 2,
  work: [{ minutes: 90, earliest: 0, latest: 2 }],
  ...rest,
});
const periods = [{ minutes: 60 }, { minutes: 0 }, { minutes: 120 }];

describe('levelling', () => {
  test('answers the split', async () => {
    const { status, body } = await post('/api/plan/level', {
      periods,
      items: [item('a'), item('b', { visitMinutes: 5 })],
    });
    expect(status).toBe(200);
    expect(body).toMatchObject({ feasible: true, peak: 1, critical: { from: 0, until: 2 } });
    expect((body['minutes'] as Record<string, number[]>)['b']?.[1]).toBe(0);
  });
  test('more than there is time for: not feasible, with the peak and the reason', async () => {
    const { body } = await post('/api/plan/level', {
      periods,
      items: [item('a', { work: [{ minutes: 90, earliest: 0, latest: 0 }] })],
    });
    expect(body).toMatchObject({ feasible: false, peak: 1.5, critical: { from: 0, until: 1 } });
    expect(body['reason']).toContain('90 minutes of work in 60');
  });
  test('no split: the reason', async () => {
    const { body } = await post('/api/plan/level', {
      periods,
      items: [item('a', { work: [{ minutes: 9, earliest: 1, latest: 1 }] })],
    });
    expect(body).toMatchObject({
      feasible: false,
      reason: 'work falls where there are no minutes',
      from: 1,
      until: 1,
    });
  });
  test.each([
    ['not JSON', '{', 400, '#'],
    ['a field missing', { periods }, 422, '#/items'],
    [
      'a window past the end',
      { periods, items: [item('a', { until: 3, visitMinutes: 1 })] },
      422,
      '#/items/0/until',
    ],
    ['an id twice', { periods, items: [item('a'), item('a')] }, 422, '#/items/1/id'],
    ['a name that reaches for the prototype', '{"periods":[],"items":[],"__proto__":{"x":1}}', 422, '#'],
  ])('%s: problem details with a pointer', async (_, sent, status, pointer) => {
    const answer = await post('/api/plan/level', sent);
    expect(answer.status).toBe(status);
    expect(answer.type).toContain('application/problem+json');
    expect((answer.body['errors'] as { pointer: string }[])[0]?.pointer).toBe(pointer);
  });
  test('a body over the limit, another type, another method', async () => {
    expect((await post('/api/plan/level', 'x'.repeat(2_100_000))).status).toBe(413);
    expect((await post('/api/plan/level', 'a=1', { 'content-type': 'text/plain' })).status).toBe(415);
    const response = await fetch(`${baseUrl}/api/plan/level`);
    expect([response.status, response.headers.get('allow')]).toEqual([405, 'POST']);
  });
});

test('a requirement file is validated, with the place of what is wrong', async () => {
  expect((await post('/api/requirements/validate', tarrin)).body).toMatchObject({
    valid: true,
    levels: 9,
    pieces: 162,
  });
  const broken = structuredClone(tarrin);
  (broken.set.levels[4] as { schemeId: string }).schemeId = 'gone';
  const { status, body } = await post('/api/requirements/validate', broken);
  expect(status).toBe(422);
  expect(body['errors']).toContainEqual({ pointer: '#/set/levels/4/schemeId', detail: 'no scheme "gone"' });
});

test('a programme is checked rule by rule', async () => {
  const level = tarrin.set.levels[3]!;
  const listOf = (at: number) => (level.components[at]!.source as { pieceIds: string[] }).pieceIds;
  const { body } = await post('/api/programme/check', {
    ...tarrin,
    format: undefined,
    version: undefined,
    levelId: level.id,
    sessionId: 'spring-2027',
    today: '2027-01-20',
    student: { birthDate: '2014-06-11', levelsHeld: [], schoolYear: null },
    programme: { s: [{ kind: 'piece', pieceId: listOf(0)[0] }] },
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
  });
  const rules = body['rules'] as { ruleId: string; status: string; sentence: string }[];
  expect(rules.find((rule) => rule.ruleId === 'lists')).toMatchObject({
    status: 'undecided',
    sentence: 'D and Y still open.',
  });
  expect(rules.find((rule) => rule.ruleId === 'edition')).toMatchObject({ status: 'met' });
});

test('programmes: the best three of a level, one piece locked, one banned; rules that conflict are named', async () => {
  const level = tarrin.set.levels[3]!;
  const listOf = (at: number) => (level.components[at]!.source as { pieceIds: string[] }).pieceIds;
  const [locked, banned] = [listOf(0)[1]!, listOf(1)[0]!];
  const asked = {
    set: tarrin.set,
    pieces: tarrin.pieces,
    levelId: level.id,
    count: 3,
    locked: [locked],
    banned: [banned],
    ownChoice: [],
    used: [],
    worth: { [listOf(1)[0]!]: { points: 90, skills: [] }, [listOf(1)[1]!]: { points: 40, skills: ['leap'] } },
    skillCosts: { leap: 15 },
    contrasts: [{ in: 'key', points: 5 }],
  };
  const { status, body } = await post('/api/programmes', asked);
  expect(status).toBe(200);
  const programmes = body['programmes'] as {
    points: number;
    pieces: { pieceId: string }[];
    skills: string[];
  }[];
  expect(programmes).toHaveLength(3);
  expect(programmes[0]?.skills).toEqual(['leap']);
  expect(programmes.map(({ points }) => points)).toEqual(
    [...programmes].map(({ points }) => points).sort((a, b) => b - a),
  );
  for (const { pieces } of programmes) {
    expect(pieces.map(({ pieceId }) => pieceId)).toContain(locked);
    expect(pieces.map(({ pieceId }) => pieceId)).not.toContain(banned);
  }
  const rules = [
    { id: 'few', kind: 'count', min: 0, max: 1 },
    { id: 'many', kind: 'one from each', componentIds: ['s', 'd'] },
  ];
  const levels = tarrin.set.levels.map((each) => (each.id === level.id ? { ...each, rules } : each));
  const { body: none } = await post('/api/programmes', { ...asked, set: { ...tarrin.set, levels } });
  expect(none).toMatchObject({ programmes: [], whole: true });
  expect((none['conflict'] as string[]).length).toBeGreaterThan(0);
  const { body: both } = await post('/api/programmes', { ...asked, locked: [locked, listOf(0)[2]] });
  expect(both).toMatchObject({
    programmes: [],
    conflict: [],
    conflictLocked: [locked, listOf(0)[2]],
    conflictBanned: [],
  });
  expect((await post('/api/programmes', { ...asked, locked: ['nobody'] })).body).toMatchObject({
    errors: [{ pointer: '#/locked/0' }],
  });
});

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

test('taps: the tempo, a drift that is told, and a second passage beside it', async () => {
  const taps = (perMinute: number, faster = 0) => {
    const all = [0];
    for (let at = 0; at < 95; at += 1) all.push((all.at(-1) ?? 0) + 60 / (perMinute * (1 + faster * at)));
    return all;
  };
  const { body } = await post('/api/marks/taps', { taps: [...taps(90), 10.03], beside: taps(90, 0.002) });
  expect(body).toMatchObject({
    beats: 96,
    bounces: 1,
    about: false,
    drift: { told: false },
    beside: { drift: { told: true } },
    difference: { isWithin: false },
  });
  expect((body as { perMinute: number }).perMinute).toBeCloseTo(90, 1);
  expect((await post('/api/marks/taps', { taps: ['a'] })).status).toBe(422);
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

describe('one plan over all goals', () => {
  const stage = (name: string, minutes: number, rest: object = {}) => ({
    stage: name,
    minutes,
    by: null,
    notBefore: null,
    ...rest,
  });
  const asked = (rest: object = {}) => ({
    today: '2027-01-20',
    weekday: 2,
    minutesByWeekday: [20, 20, 20, 20, 20, 0, 0],
    closures: [{ from: '2027-02-03', to: '2027-02-09', stops: 'practice' }],
    visitMinutes: 5,
    goals: [
      {
        id: 'exam',
        session: '2027-03-03',
        due: null,
        criteriaWeeks: 2,
        items: [{ id: 'dance', stages: [stage('learn', 120), stage('secure', 60), stage('perform', 30)] }],
      },
      {
        id: 'audition',
        session: '2027-02-27',
        due: '2027-02-12',
        criteriaWeeks: 1,
        items: [{ id: 'excerpt', stages: [stage('learn', 90, { by: '2027-02-01' }), stage('perform', 20)] }],
      },
    ],
    ...rest,
  });
  test('weeks cut at the eves, loads, gates that follow and one that is set', async () => {
    const { status, body } = await post('/api/plan', asked());
    expect(status).toBe(200);
    const { weeks, items, peak, fits, critical, refused } = body as {
      weeks: { from: string; to: string; minutes: number; load: number }[];
      items: {
        goal: string;
        id: string;
        minutes: number[];
        gates: { stage: string; day: string | null; set: boolean }[];
      }[];
      peak: number;
      fits: boolean;
      critical: { from: number; until: number; goals: string[] };
      refused: null;
    };
    expect(weeks.map(({ from, to, minutes }) => [from, to, minutes])).toEqual([
      ['2027-01-20', '2027-01-26', 100],
      ['2027-01-27', '2027-02-02', 100],
      ['2027-02-03', '2027-02-09', 0],
      ['2027-02-10', '2027-02-11', 40],
      ['2027-02-12', '2027-02-16', 60],
      ['2027-02-17', '2027-02-23', 100],
      ['2027-02-24', '2027-03-02', 100],
    ]);
    // To the week of 16 February: 180 minutes of the dance and 110 of the excerpt in 300.
    expect(weeks.map(({ load }) => Math.round(load))).toEqual([97, 97, 0, 39, 58, 15, 15]);
    expect(peak).toBeCloseTo(29 / 30, 9);
    expect([fits, refused, critical]).toMatchObject([true, null, { from: 0, until: 4, minutes: 300 }]);
    expect(critical.goals).toEqual(['exam', 'audition']);
    expect(items.map(({ goal, id }) => `${goal} ${id}`)).toEqual(['exam dance', 'audition excerpt']);
    expect(items[1]?.gates).toEqual([
      { stage: 'learn', day: '2027-02-01', set: true },
      { stage: 'perform', day: '2027-02-12', set: false },
    ]);
    expect(items[0]?.gates.at(-1)).toEqual({ stage: 'perform', day: null, set: false });
  });
  test('work where there are no minutes, and windows that cross, are refused with their goal, item and weeks', async () => {
    const closed = await post(
      '/api/plan',
      asked({ closures: [{ from: '2027-01-20', to: '2027-02-12', stops: 'both' }] }),
    );
    expect(closed).toMatchObject({
      status: 200,
      body: {
        fits: false,
        peak: null,
        refused: { goal: 'audition', item: 'excerpt', reason: 'work falls where there are no minutes' },
      },
    });
    const late = {
      id: 'late',
      session: '2027-02-03',
      due: null,
      criteriaWeeks: 0,
      items: [{ id: 'a', stages: [stage('learn', 10, { notBefore: '2027-02-20' })] }],
    };
    const crossed = await post('/api/plan', asked({ goals: [late] }));
    expect(crossed).toMatchObject({
      status: 200,
      body: {
        refused: {
          goal: 'late',
          item: 'a',
          reason: 'the dates of the item leave no way to do its work in order',
        },
      },
    });
  });
  test.each([
    ['a session today', { goals: [{ ...asked().goals[0], session: '2027-01-20' }] }, '#/goals/0/session'],
    ['a due day that is past', { goals: [{ ...asked().goals[0], due: '2027-01-02' }] }, '#/goals/0/due'],
    ['a goal twice', { goals: [asked().goals[0], asked().goals[0]] }, '#/goals/1/id'],
    ['six weekdays', { minutesByWeekday: [1, 2, 3, 4, 5, 6] }, '#/minutesByWeekday'],
    [
      'a closure that ends before it begins',
      { closures: [{ from: '2027-02-03', to: '2027-02-01', stops: 'both' }] },
      '#/closures/0/to',
    ],
    [
      'a session a hundred years off',
      { goals: [{ ...asked().goals[0], session: '2127-01-20' }] },
      '#/goals/0/session',
    ],
  ])('%s is a bad request', async (_, rest, pointer) => {
    const { status, body } = await post('/api/plan', asked(rest));
    expect(status).toBe(422);
    expect((body['errors'] as { pointer: string }[]).map((each) => each.pointer)).toContain(pointer);
  });
});

describe('a score', () => {
  const send = async (body: Uint8Array | string, query = '') => {
    const response = await fetch(`${baseUrl}/api/score${query}`, {
      method: 'POST',
      body: typeof body === 'string' ? body : Buffer.from(body),
    });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  const gigue = readFileSync(new URL('../src/demo/scores/ropewalk-gigue.musicxml', import.meta.url));
  test('sent plain and compressed: bars as performed, seconds, what is new', async () => {
    const plain = await send(gigue);
    expect(plain).toMatchObject({
      status: 200,
      body: { measures: 19, printed: 18, performed: 32, toLearn: 15, problems: [], notices: [] },
    });
    expect(plain.body['order']).toHaveLength(33);
    expect(plain.body['seconds']).toBeCloseTo(43.86, 2);
    expect(await send(zipSync({ 'a.musicxml': gigue }))).toEqual(plain);
  });
  test.each([
    ['?from=10&to=18', { printed: 9, performed: 16, toLearn: 9 }],
    ['?from=10&to=18&repeats=false', { printed: 9, performed: 8, toLearn: 8 }],
    ['?from=3&to=3&fromBeat=4', { printed: 1, performed: 1, toLearn: 1 }],
  ])('asked for in part, %s: the bars named, played alone', async (query, asked) => {
    const { status, body } = await send(gigue, query);
    expect([status, body['asked']]).toEqual([200, expect.objectContaining(asked)]);
  });

  test('without its repeats, at another tempo, by a part of its own', async () => {
    const { body } = await send(gigue, '?repeats=false&tempo=120');
    expect(body).toMatchObject({ performed: 16 });
    expect(body['seconds']).toBeCloseTo((16 * 3 + 0.5) / 2, 6);
    expect(await send(gigue, '?part=Oboe')).toMatchObject({
      status: 422,
      body: {
        errors: [{ pointer: '#/part', detail: 'No such part has notes; the score has Flute.' }],
      },
    });
    expect(await send(gigue, '?tempo=fast&repeats=no')).toMatchObject({
      status: 422,
      body: { errors: [{ pointer: '#/repeats' }, { pointer: '#/tempo' }] },
    });
  });
  test('what cannot be read is answered with its line and column', async () => {
    const text = gigue.toString('utf8');
    expect(await send(text.slice(0, text.indexOf('</part>')))).toMatchObject({
      status: 422,
      body: { title: 'The score cannot be read', line: 25, column: 1 },
    });
    expect(await send('')).toMatchObject({ status: 422, body: { detail: 'The file is empty.' } });
  });
});

test('health, schemas, OpenAPI and what is not there', async () => {
  const get = async (path: string) => {
    const response = await fetch(baseUrl + path);
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  expect(await get('/api/health')).toEqual({ status: 200, body: { status: 'ok' } });
  const { body: api } = await get('/api/openapi.json');
  expect(api['openapi']).toBe('3.1.0');
  for (const path of Object.keys(api['paths'] as object).filter((each) => !each.includes('{')))
    expect((await fetch(baseUrl + path)).status, path).not.toBe(404);
  for (const name of Object.keys((api['components'] as { schemas: object }).schemas))
    expect((await get(`/api/schemas/${name}.json`)).status, name).toBe(200);
  expect((await get('/api/schemas/constructor.json')).status).toBe(404);
  expect((await get('/api/nothing')).body).toMatchObject({ status: 404, title: 'No such address' });
});

test.each(['/', '/plan', '/api/health', '/_astro/', '/nowhere', '/api/nothing'])(
  'strict headers on %s',
  async (path) => {
    const response = await fetch(baseUrl + path);
    await response.arrayBuffer();
    const policy = response.headers.get('content-security-policy') ?? '';
    const scripts = /script-src ([^;]*)/.exec(policy)?.[1] ?? '';
    expect(scripts).toContain("'self'");
    expect(scripts).not.toMatch(/unsafe-inline|unsafe-eval(?<!wasm-unsafe-eval)/);
    expect(policy).toContain("default-src 'none'");
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(response.headers.get('referrer-policy')).toBe('no-referrer');
    expect(response.headers.get('x-powered-by')).toBeNull();
  },
);

test.each([
  ['POST', '/', 405, 'GET, HEAD'],
  ['PUT', '/fit', 405, 'GET, HEAD'],
  ['DELETE', '/icons/icon.svg', 405, 'GET, HEAD'],
  ['POST', '/api/health', 405, 'GET, HEAD'],
  ['POST', '/nowhere', 404, null],
  ['HEAD', '/fit', 200, null],
  ['HEAD', '/api/health', 200, null],
  ['HEAD', '/api/openapi.json', 200, null],
  ['HEAD', '/api/schemas/requirement.json', 200, null],
  ['HEAD', '/api/score', 405, 'POST'],
  ['GET', '/_image?href=/icons/icon.svg&f=png&w=10', 404, null],
])('%s %s is answered %i', async (method, path, status, allow) => {
  const response = await fetch(baseUrl + path, { method });
  const text = await response.text();
  expect([response.status, response.headers.get('allow')]).toEqual([status, allow]);
  if (method === 'HEAD') expect(text).toBe('');
});

test.each([
  ['/', 'no-cache'],
  ['/fit', 'no-cache'],
  ['/nowhere', 'no-cache'],
  ['/sw.js', 'no-cache'],
  ['/api/health', 'no-store'],
])('%s is kept by nobody without asking, and framed by nobody', async (path, cache) => {
  const { headers, body } = await fetch(baseUrl + path);
  await body?.cancel();
  expect([headers.get('cache-control'), headers.get('x-frame-options')]).toEqual([cache, 'DENY']);
});

test('an upload that is broken off writes no stack, and the server goes on', async () => {
  const port = await freePort();
  const server = spawn(process.execPath, ['server/start.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port) },
  });
  let written = '';
  for (const stream of [server.stdout, server.stderr]) stream.on('data', (data) => (written += String(data)));
  try {
    const up = () =>
      fetch(`http://127.0.0.1:${port}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
    await expect.poll(up, { timeout: 20_000 }).toBe(true);
    for (const path of ['/api/score', '/api/marks/totals', '/fit']) {
      const socket = connect(port, '127.0.0.1');
      await once(socket, 'connect');
      socket.write(`POST ${path} HTTP/1.1\r\nHost: x\r\nContent-Length: 100000\r\n\r\n<a>`);
      await new Promise((resolve) => setTimeout(resolve, 200));
      socket.destroy();
    }
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(await up()).toBe(true);
    expect(written).toBe('');
  } finally {
    await stopServer(server);
  }
});

test('pages and scripts are compressed', async () => {
  const response = await fetch(`${baseUrl}/`, { headers: { 'accept-encoding': 'gzip' } });
  await response.arrayBuffer();
  expect(response.headers.get('content-encoding')).toBe('gzip');
});

describe('under load', () => {
  interface Pool {
    ask(question: object): Promise<{ status: number; text: string }>;
    close(): Promise<void>;
  }
  const createPool = async (options: object): Promise<Pool> => {
    const file = (await import('../server/pool.mjs')) as { createPool(given: object): Pool };
    return file.createPool(options);
  };
  const heavy = () => ({
    name: 'programmes',
    body: new TextEncoder().encode(JSON.stringify(heavyProgrammes(1))),
    query: '',
  });

  test('what takes longer than the deadline is answered 503 with a document, and the next is worked out', async () => {
    const pool = await createPool({ deadline: 150 });
    try {
      const late = await pool.ask(heavy());
      expect(late.status).toBe(503);
      expect(JSON.parse(late.text)).toMatchObject({ status: 503, title: 'It takes too long' });
    } finally {
      await pool.close();
    }
  });
  test('what finds the queue full is answered 503 at once; those in it are worked out', async () => {
    const pool = await createPool({ waiting: 1, deadline: 60_000 });
    try {
      const answers = await Promise.all(Array.from({ length: 6 }, () => pool.ask(heavy())));
      const statuses = answers.map(({ status }) => status).sort();
      expect(new Set(statuses)).toEqual(new Set([200, 503]));
      const full = answers.find(({ status }) => status === 503);
      expect(JSON.parse(full?.text ?? '')).toMatchObject({ title: 'Too many requests at once' });
    } finally {
      await pool.close();
    }
  }, 120_000);
  test('bodies are let in up to 64 MB at once; the one beyond it is told to come again', async () => {
    const port = Number(new URL(baseUrl).port);
    const upload = (bytes: number) => {
      const socket = connect(port, '127.0.0.1');
      socket.write(`POST /api/score HTTP/1.1\r\nHost: x\r\nContent-Length: ${bytes}\r\n\r\n`);
      return socket;
    };
    const held = [upload(20_000_000), upload(20_000_000), upload(20_000_000)];
    try {
      await new Promise((resolve) => setTimeout(resolve, 300));
      const [answer] = (await once(upload(20_000_000), 'data')) as [Buffer];
      expect(String(answer)).toMatch(/^HTTP\/1.1 503 /);
      expect(String(answer)).toMatch(/retry-after: 2/i);
      expect((await fetch(`${baseUrl}/api/health`)).status).toBe(200);
    } finally {
      for (const socket of held) socket.destroy();
    }
    await expect
      .poll(async () => (await post('/api/plan/level', { periods, items: [] })).status, { timeout: 5_000 })
      .toBe(200);
  });
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

test('listening: notes and taps are heard, what cannot be listened to is refused with its place', async () => {
  const score = readFileSync('src/demo/scores/ropewalk-gigue.musicxml');
  const ask = async (query: string, parts: Readonly<Record<string, string | Blob>>) => {
    const form = new FormData();
    for (const [name, part] of Object.entries(parts)) form.append(name, part);
    const response = await fetch(`${baseUrl}/api/listen?${query}`, { method: 'POST', body: form });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  const written = new Blob([score]);
  // D, G D B D, then an F for a G: a dotted crotchet lasts 0.69 seconds.
  const pitches = [74, 79, 74, 71, 74, 65];
  const onsets = [0, 0.23, 0.69, 0.92, 1.38, 1.61];
  // Not by onset: each answer stands at the place of its question.
  const notes = JSON.stringify(
    pitches.map((pitch, at) => ({ on: onsets[at], off: onsets[at], pitch })).reverse(),
  );
  const { status, body } = await ask('input=midi', { score: written, notes });
  expect(status).toBe(200);
  expect(body).toMatchObject({
    input: 'midi',
    road: 'as written',
    part: 'Flute',
    from: 0,
    to: 2,
    complete: false,
  });
  expect(body['notes']).toMatchObject([
    { kind: 'wrong', pitch: 65, written: 67, number: 2, id: 5 },
    { kind: 'right', id: 4 },
    { kind: 'right', id: 3 },
    { kind: 'right', id: 2 },
    { kind: 'right', number: 1, id: 1 },
    { kind: 'right', number: 0, pass: 1, id: 0 },
  ]);
  const taps = JSON.stringify(Array.from({ length: 90 }, (_, at) => at / 2));
  expect((await ask('input=taps', { taps })).body).toMatchObject({ taps: { perMinute: 120 }, notes: [] });
  // Crotchets, from the pickup into bar 4: the second beat of bar 1 is even, where a crotchet and a quaver stand.
  const crotchets = [0, 0.5, 1.5, 2, 2.75, 3.5, 4, 4.5, 5, 6, 6.5, 7.5, 8, 9, 9.5, 11];
  const tapped = JSON.stringify(crotchets.map((at) => (at * 60) / 132));
  expect((await ask('input=rhythm', { score: written, taps: tapped })).body).toMatchObject({
    input: 'taps',
    part: 'Flute',
    notes: [],
    rhythm: {
      told: [{ number: 1, beat: 2, written: 'a crotchet and a quaver', tapped: 'two dotted quavers' }],
    },
  });
  expect((await ask('input=rhythm', { score: written, taps: '[1]' })).body).toMatchObject({
    refused: [{ what: 'the rhythm' }],
  });
  const silence = new Blob([silentWav(2)]);
  expect((await ask('input=one', { score: written, audio: silence })).body).toMatchObject({
    checks: { heard: false, clippedRuns: 0 },
    bars: [],
    refused: [{ what: 'everything' }],
  });
  const pointerOf = async (query: string, parts: Readonly<Record<string, string | Blob>>) => {
    const answer = await ask(query, parts);
    expect(answer.status).toBe(422);
    return (answer.body['errors'] as { readonly pointer: string }[])[0]?.pointer;
  };
  expect(await pointerOf('input=ear', { score: written, notes })).toBe('#/input');
  expect(await pointerOf('', { notes })).toBe('#/score');
  expect(await pointerOf('', { score: written })).toBe('#/notes');
  expect(await pointerOf('', { score: written, notes: '[{"on":0,"off":1,"pitch":200}]' })).toBe(
    '#/notes/0/pitch',
  );
  expect(await pointerOf('part=Tuba', { score: written, notes })).toBe('#/part');
  expect(await pointerOf('from=40&to=50', { score: written, notes })).toBe('#/from');
  expect(await pointerOf('input=many', { score: written, audio: new Blob(['RIFF']) })).toBe('#/audio');
  expect(await pointerOf('input=midi', { score: written, midi: new Blob(['MThd']) })).toBe('#/midi');
  expect((await post('/api/listen', {})).status).toBe(415);
});

/** So many seconds of nothing, as a WAV file. */
function silentWav(seconds: number): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(44 + seconds * 16_000);
  const view = new DataView(bytes.buffer);
  bytes.set(new TextEncoder().encode('RIFF    WAVEfmt '));
  for (const [at, value] of [
    [16, 16],
    [24, 8_000],
    [28, 16_000],
    [40, seconds * 16_000],
  ] as const)
    view.setUint32(at, value, true);
  for (const [at, value] of [
    [20, 1],
    [22, 1],
    [32, 2],
    [34, 16],
  ] as const)
    view.setUint16(at, value, true);
  bytes.set(new TextEncoder().encode('data'), 36);
  return bytes;
}
