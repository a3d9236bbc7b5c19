import highsLoader from 'highs';
import { expect, test } from 'vitest';
import { planAnswer } from '../src/api/plan';
import { level, STAGES } from '../src/core/effort';
import { linearProgram } from '../src/core/effort/solver';

/** A small seeded generator, so that the instances are the same on every machine. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** A year's preparation: 40 weeks, 12 items of four stages each, visits, some weeks without minutes. */
function instance(seed: number) {
  const random = seeded(seed);
  const periods = Array.from({ length: 40 }, () => ({
    minutes: random() < 0.1 ? 0 : 60 + Math.floor(random() * 200),
  }));
  const items = Array.from({ length: 12 }, (_, at) => {
    const ends = Array.from({ length: 4 }, () => 6 + Math.floor(random() * 34)).sort((a, b) => a - b);
    return {
      id: `i${at}`,
      visitMinutes: 1,
      from: 0,
      until: ends[3] ?? 39,
      work: ends.map((latest, stage) => ({
        minutes: 60 + Math.floor(random() * 120),
        earliest: Math.min(latest, stage * 2),
        latest,
      })),
    };
  });
  return { periods, items };
}

const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
function timed(work: () => unknown): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

test('levelling, 40 periods x 12 items: same peak as the linear program, and how many times faster', async () => {
  const instances = Array.from({ length: 40 }, (_, at) => instance(at + 1));
  // Both are measured warm and alone: the solver's code is compiled before it starts, ours by running it.
  for (let round = 0; round < 60; round += 1) for (const each of instances) level(each.periods, each.items);
  const oursMs = median(instances.map((each) => timed(() => level(each.periods, each.items))));
  const answers = instances.map((each) => level(each.periods, each.items));
  const highs = await highsLoader();
  const programs = instances.map(linearProgram);
  highs.solve(programs[0]!);
  const theirsMs = median(programs.map((each) => timed(() => highs.solve(each))));
  const solved = programs.map((each) => highs.solve(each));
  const split = answers.filter((answer) => answer.kind === 'split').length;
  answers.forEach((answer, at) => {
    const optimum = solved[at]!;
    if (answer.kind === 'no split') expect(optimum.Status).toBe('Infeasible');
    else expect(Math.abs(answer.peak - optimum.ObjectiveValue)).toBeLessThan(1e-6 * Math.max(1, answer.peak));
  });
  console.log(
    `levelling 40 x 12, medians: ${oursMs.toFixed(2)} ms, HiGHS ${theirsMs.toFixed(1)} ms: ${(theirsMs / oursMs).toFixed(0)} times faster (${split} of 40 with a split)`,
  );
  expect(split).toBeGreaterThan(20);
}, 600_000);

test('one plan of 3 goals x 5 items through the answer of /api/plan, and over 60 students', async () => {
  const day = (from: number) => new Date(Date.UTC(2027, 0, 20 + from)).toISOString().slice(0, 10);
  const question = (seed: number) => {
    const random = seeded(seed);
    return {
      today: day(0),
      weekday: 2,
      minutesByWeekday: Array.from({ length: 7 }, () => Math.floor(random() * 60)),
      closures: [{ from: day(28), to: day(34), stops: 'both' }],
      visitMinutes: 5,
      goals: [10, 16, 23].map((weeks, goal) => ({
        id: `g${goal}`,
        session: day(weeks * 7 + Math.floor(random() * 7)),
        due: goal === 1 ? day(weeks * 7 - 14) : null,
        criteriaWeeks: 2,
        items: Array.from({ length: 5 }, (_, at) => ({
          id: `i${at}`,
          stages: STAGES.map((stage) => ({
            stage,
            minutes: 10 + Math.floor(random() * 100),
            by: null,
            notBefore: null,
          })),
        })),
      })),
    };
  };
  const bodies = Array.from({ length: 60 }, (_, at) =>
    new TextEncoder().encode(JSON.stringify(question(at + 1))),
  );
  const ask = (body: Uint8Array) => planAnswer(body, new URLSearchParams(), 'application/json');
  for (let round = 0; round < 3; round += 1) for (const body of bodies) void ask(body);
  const each = bodies.map((body) => timed(() => void ask(body)));
  const plans = await Promise.all(
    bodies.map(
      async (body) => (await ask(body)).json() as Promise<{ peak: number | null; refused: unknown }>,
    ),
  );
  expect(plans.every(({ refused }) => refused === null)).toBe(true);
  const all = each.reduce((sum, ms) => sum + ms, 0);
  console.log(
    `/api/plan, 3 goals x 5 items: median ${median(each).toFixed(1)} ms, longest ${Math.max(...each).toFixed(1)} ms (limit 20); 60 students ${all.toFixed(0)} ms (limit 1000)`,
  );
}, 120_000);
