import loadHighs from 'highs';
import { expect, test } from 'vitest';
import { seeded } from '../src/core/seeded';
import { bestProgrammes } from '../src/core/programme';
import { largeQuestion } from '../src/core/programme/arbitrary';
import { integerProgram } from '../src/core/programme/solver';

/** Seconds the solver may take for one. */
const ALLOWED = 60;

test('100 levels of 3 to 6 lists of up to 60 pieces: the search beside the integer solver, both finding the best', async () => {
  const highs = await loadHighs();
  const timed = <T>(work: () => T): { took: number; answer: T } => {
    const since = performance.now();
    const answer = work();
    return { took: performance.now() - since, answer };
  };
  const [best, ten, solver]: [number[], number[], number[]] = [[], [], []];
  for (let round = 0; round < 100; round += 1) {
    const { compiled, question, facts } = largeQuestion(seeded(round + 100), {
      slots: 3 + (round % 4),
      candidates: 20 + 10 * (round % 5),
      mixed: round % 2 === 1,
    });
    const one = timed(() => bestProgrammes(compiled, { ...question, count: 1 }, facts));
    const all = timed(() => bestProgrammes(compiled, question, facts));
    const { program } = integerProgram(compiled, question, [], facts);
    const solved = timed(() => highs.solve(program, { time_limit: ALLOWED }));
    if (solved.answer.Status === 'Optimal') {
      const points = Math.round(solved.answer.ObjectiveValue);
      expect([one.answer.programmes[0]?.points, all.answer.programmes[0]?.points]).toEqual([points, points]);
    } else expect(all.answer.programmes).toEqual([]);
    best.push(one.took);
    ten.push(all.took);
    solver.push(solved.took);
  }
  const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
  const ratio = (values: readonly number[]) => values.map((took, at) => (solver[at] ?? 0) / took);
  const words = (values: readonly number[]) =>
    `median ${median(values).toFixed(2)} ms, worst ${Math.max(...values).toFixed(0)} ms`;
  console.log(
    `programmes of 100 levels: the best, ${words(best)}; the ten best, ${words(ten)}; the solver, the best alone, ${words(solver)}. Times faster in the median: the best ${median(ratio(best)).toFixed(0)} (least ${Math.min(...ratio(best)).toFixed(1)}), ten beside the solver's one ${median(ratio(ten)).toFixed(0)}`,
  );
}, 7_000_000);
