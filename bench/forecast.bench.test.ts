import { expect, test } from 'vitest';
import {
  fitStudio,
  forecast,
  marksAtNodes,
  outcomeOf,
  type Adding,
  type Ahead,
  type Outcome,
} from '../src/core/forecast';
import { studio } from '../src/core/forecast/simulated';
import { seeded } from '../src/core/seeded';

const STUDENTS = 60;
const DRAWS = 100_000;
const ms = (since: number) => performance.now() - since;

/** The same chances by drawing plain days: marks of each component from what the model believes of it. */
function drawn(adding: Adding, { day, width }: Ahead, random: () => number): number[] {
  const nodes = marksAtNodes(day, width, adding.components);
  const pick = (shares: readonly number[]) => {
    let left = random();
    const at = shares.findIndex((share) => (left -= share) < 0);
    return at < 0 ? shares.length - 1 : at;
  };
  const weights = Array.from({ length: nodes.length }, (_, at) => Math.exp(-0.5 * (0.6 * (at - 7)) ** 2));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const shares = weights.map((weight) => weight / all);
  const reached = adding.lines.map(() => 0);
  const more = adding.lines.map(() => adding.components.map(() => 0));
  for (let draw = 0; draw < DRAWS; draw += 1) {
    const marks = (nodes[pick(shares)] ?? []).map(pick);
    const total = marks.reduce((sum, mark, at) => sum + mark * (adding.worth[at] ?? 0), 0);
    for (const [at, line] of adding.lines.entries()) {
      if (total >= line.total && marks.every((mark, part) => mark >= (line.floors[part] ?? 0)))
        reached[at] = (reached[at] ?? 0) + 1;
      for (const part of marks.keys())
        if (
          total + (adding.worth[part] ?? 0) >= line.total &&
          marks.every((mark, other) => mark + (other === part ? 1 : 0) >= (line.floors[other] ?? 0))
        ) {
          const row = more[at];
          if (row) row[part] = (row[part] ?? 0) + 1;
        }
    }
  }
  return reached.map((count) => count / DRAWS);
}

test(`forecasts of ${STUDENTS} students with a kept fit, against drawing days`, { timeout: 600_000 }, () => {
  const { past, questions } = studio('gentle', 77, STUDENTS);
  const fitting = performance.now();
  const fit = fitStudio(past);
  const fitted = ms(fitting);
  const ahead = (at: number): Ahead => {
    const asked = questions[at];
    const [one] = asked ? forecast(fit, past, asked.question).ahead : [];
    if (!one) throw new Error('no question');
    return one;
  };
  const addingOf = ({ components }: Ahead): Adding => {
    const max = components.reduce((sum, each) => sum + each.max, 0);
    return {
      components,
      worth: components.map(() => 1),
      lines: [0.65, 0.78, 0.88].map((share, at) => ({
        id: String(at),
        total: Math.round(share * max),
        floors: components.map((each) => Math.round(0.5 * each.max * (at > 0 ? 1 : 0))),
      })),
    };
  };
  const rounds = Array.from({ length: 5 }, () => {
    const start = performance.now();
    const found: Outcome[] = [];
    for (let at = 0; at < STUDENTS; at += 1) {
      const one = ahead(at);
      found.push(outcomeOf(addingOf(one), marksAtNodes(one.day, one.width, one.components)));
    }
    return { took: ms(start), found };
  }).sort((a, b) => a.took - b.took);
  const { took = NaN, found = [] } = rounds[2] ?? {};
  const some = [0, 20, 40];
  const random = seeded(3);
  const plain = performance.now();
  const drawnChances = some.map((at) => {
    const one = ahead(at);
    return drawn(addingOf(one), one, random);
  });
  const draws = (ms(plain) / some.length) * STUDENTS;
  const apart = Math.max(
    ...some.flatMap((at, index) =>
      (found[at]?.lines ?? []).map(({ chance }, line) =>
        Math.abs(chance - (drawnChances[index]?.[line] ?? NaN)),
      ),
    ),
  );
  console.log(
    `forecasts: fit to ${past.length} results ${fitted.toFixed(0)} ms; ${STUDENTS} students with a kept fit ${took.toFixed(0)} ms (limit 1,000); ${DRAWS} draws each ${draws.toFixed(0)} ms, ${(draws / took).toFixed(1)} times as long (at least 10), chances at most ${(100 * apart).toFixed(2)} points apart (limit 0.5)`,
  );
  expect(apart).toBeLessThan(0.005);
  expect(draws / took).toBeGreaterThan(10);
});
