import { expect, test } from 'vitest';
import { fitCells, fitDetail, fitWith, openFit, readyColumn, prepareStudent } from '../src/core/fit';
import { generatedStudio } from '../src/core/fit/arbitrary';
import { seeded } from '../src/core/seeded';
import { cheapestProgramme, eachProgramme, type CheapestProgramme } from '../src/core/programme';

/** A full search: every programme of the level, each costed whole. */
const fullSearch: typeof cheapestProgramme = (compiled, cost, skillMinutes, facts) => {
  let best: CheapestProgramme | null = null;
  eachProgramme(
    compiled,
    (places) => {
      const costs = places.map(cost);
      const skills = new Set(costs.flatMap((each) => each.skills));
      let minutes = costs.reduce((sum, each) => sum + each.minutes, 0);
      for (const skill of skills) minutes += skillMinutes[skill] ?? 0;
      if (minutes < (best?.minutes ?? Infinity)) best = { places: [...places], minutes, skills: [...skills] };
      return true;
    },
    compiled.rules,
    facts,
  );
  return best;
};

const ms = (since: number) => performance.now() - since;

test('fit of 200 students x 120 levels x 5,000 pieces: first cells, all cells, and how many times faster than a full search', () => {
  const { settings, students, columns } = generatedStudio(11, { students: 200, levels: 120, pieces: 5_000 });
  const start = performance.now();
  let first = 0;
  let cells = 0;
  const kinds: Record<string, number> = {};
  for (const { state } of fitCells(settings, students, columns)) {
    cells += 1;
    kinds[state.kind] = (kinds[state.kind] ?? 0) + 1;
    if (cells === columns.length) first = ms(start);
  }
  const all = ms(start);
  // A sample of cells that need a programme, each by both ways on its own, nothing shared between cells.
  const fit = openFit(settings);
  const random = seeded(5);
  const sample: { row: number; column: number }[] = [];
  while (sample.length < 500) {
    const row = Math.floor(random() * students.length);
    const column = Math.floor(random() * columns.length);
    if (
      fitDetail(fit, prepareStudent(fit, students[row]!), readyColumn(fit, columns[column]!)).programme
        .length > 0
    )
      sample.push({ row, column });
  }
  // In the map, students and levels are made ready once; a search of its own makes them ready for its cell.
  const readyColumns = columns.map((column) => readyColumn(fit, column));
  const prepareStudents = students.map((student) => prepareStudent(fit, student));
  const ready = sample.map(({ row, column }) => ({
    student: prepareStudents[row]!,
    column: readyColumns[column]!,
  }));
  const median = (figures: readonly number[]) =>
    [...figures].sort((a, b) => a - b)[figures.length >> 1] ?? NaN;
  const timed = (state: (at: number) => unknown) => {
    const since = performance.now();
    const states = sample.map((_, at) => state(at));
    return { states, took: ms(since) };
  };
  const inMap = (at: number) => fitWith(fit, ready[at]!.student, ready[at]!.column, cheapestProgramme).state;
  const alone = (at: number) =>
    fitWith(
      fit,
      prepareStudent(fit, students[sample[at]!.row]!),
      readyColumn(fit, columns[sample[at]!.column]!),
      fullSearch,
    ).state;
  const rounds = <T>(count: number, run: () => T): T[] => Array.from({ length: count }, run);
  rounds(10, () => timed(inMap));
  timed(alone);
  // Both ways in turn, so that what else the machine does meets both.
  const turns = rounds(5, () => ({ ours: rounds(5, () => timed(inMap)), full: timed(alone) }));
  const each = turns.map(({ ours, full }) => ({
    ours: median(ours.map(({ took }) => took)) / 500,
    full: full.took / 500,
  }));
  const ourMs = median(each.map(({ ours }) => ours));
  const fullMs = median(each.map(({ full }) => full));
  const times = median(each.map(({ ours, full }) => full / ours));
  const turn = turns[0]!;
  expect(turn.ours[0]!.states).toEqual(turn.full.states);
  console.log(
    `fit 200 x 120 x ${settings.pieces.size}: first row ${first.toFixed(0)} ms, all ${cells} cells ${all.toFixed(0)} ms; ` +
      `500 cells that need a programme: ${ourMs.toFixed(3)} ms each in the map, a full search each on its own ${fullMs.toFixed(2)} ms: ` +
      `${times.toFixed(0)} times faster (medians of five turns, warm), all 500 states the same; ${JSON.stringify(kinds)}`,
  );
  expect(cells).toBe(students.length * columns.length);
}, 900_000);
