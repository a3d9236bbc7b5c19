import { describe, expect, inject, test } from 'vitest';
import { post } from './post';

const baseUrl = inject('baseUrl');

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
