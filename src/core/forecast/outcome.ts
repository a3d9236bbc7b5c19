import type { DayMarks } from './candidacy';
import { factorOf, NODES } from './factor';
import { between } from './normal';
import { edgesOf, type Marked } from './scale';

/** An award as whole steps: of the total, and of each component in the scheme's order. */
export interface Line {
  readonly id: string;
  /** Steps of the total, of `worth`. */
  readonly total: number;
  /** Steps of each component; 0 where there is no floor. */
  readonly floors: readonly number[];
}

/** How marks make a total: `worth` is what one step of each component adds, in steps of the total. */
export interface Adding {
  readonly components: readonly Marked[];
  readonly worth: readonly number[];
  readonly lines: readonly Line[];
}

export interface Outcome {
  /** For each component how likely each mark is, from 0 up by its step. */
  readonly components: readonly (readonly number[])[];
  /** How likely each total is, from 0 up by its step. */
  readonly total: readonly number[];
  readonly lines: readonly {
    readonly id: string;
    readonly chance: number;
    /** For each component, how much the chance changes if its mark is one step higher. */
    readonly oneMore: readonly number[];
  }[];
}

/** How likely each mark of each component is at each node of what they share. */
export type AtNodes = readonly (readonly (readonly number[])[])[];

/**
 * Whole marks at each node of the factor, independent of one another there.
 * @param width - factor on all spreads
 */
export function marksAtNodes(day: DayMarks, width: number, components: readonly Marked[]): AtNodes {
  const { loads, own } = factorOf(day.covariance);
  const edges = components.map(edgesOf);
  return NODES.map(({ at }) =>
    components.map((_, index) => {
      const mean = (day.mean[index] ?? 0) + width * (loads[index] ?? 0) * at;
      const spread = width * Math.sqrt(own[index] ?? 0);
      const cuts = [...(edges[index] ?? [])].map((edge) => (edge - mean) / spread);
      const shares = [...cuts, Infinity].map((to, mark) =>
        between(mark === 0 ? -Infinity : (cuts[mark - 1] ?? 0), to),
      );
      const all = shares.reduce((sum, share) => sum + share, 0);
      return shares.map((share) => share / all);
    }),
  );
}

/** One thing over all nodes. */
export const overNodes = (at: (node: number) => number): number =>
  NODES.reduce((sum, { weight }, node) => sum + weight * at(node), 0);

/** Marks less likely than this are left out of sums. */
const NOTHING = 1e-13;

/** Adds one more component to the distribution of a sum. */
function withComponent(sum: Float64Array, marks: readonly number[], worth: number): Float64Array {
  const next = new Float64Array(sum.length + worth * (marks.length - 1));
  for (const [mark, share] of marks.entries())
    if (share > NOTHING)
      for (let at = 0; at < sum.length; at += 1)
        next[at + worth * mark] = (next[at + worth * mark] ?? 0) + share * (sum[at] ?? 0);
  return next;
}

/** For each component the distribution of the sum of all others, by halving. */
function sumsOfOthers(marks: readonly (readonly number[])[], worth: readonly number[]): Float64Array[] {
  const sums: Float64Array[] = [];
  const split = (from: number, to: number, sum: Float64Array) => {
    if (to - from <= 1) {
      sums[from] = sum;
      return;
    }
    const middle = Math.floor((from + to) / 2);
    const adding = (start: number, end: number) => {
      let more = sum;
      for (let at = start; at < end; at += 1) more = withComponent(more, marks[at] ?? [], worth[at] ?? 0);
      return more;
    };
    split(from, middle, adding(middle, to));
    split(middle, to, adding(from, middle));
  };
  split(0, marks.length, Float64Array.of(1));
  return sums;
}

/** What is at least `index`, for every index; 0 beyond the last. */
function tails(distribution: Float64Array): Float64Array {
  const from = new Float64Array(distribution.length + 1);
  for (let at = distribution.length - 1; at >= 0; at -= 1)
    from[at] = (from[at + 1] ?? 0) + (distribution[at] ?? 0);
  return from;
}

/** Marks each one step higher, at most the highest. */
const oneHigher = (marks: readonly number[]): number[] =>
  marks.map((share, at) => (at === 0 ? 0 : (marks[at - 1] ?? 0)) + (at === marks.length - 1 ? share : 0));

/** Every mark, total and award of a day. Cost: steps of the total x marks x nodes, for every different set of floors. */
export function outcomeOf(adding: Adding, nodes: AtNodes): Outcome {
  const { components, worth, lines } = adding;
  const marks = components.map((_, index) =>
    (nodes[0]?.[index] ?? []).map((_, mark) => overNodes((node) => nodes[node]?.[index]?.[mark] ?? 0)),
  );
  const highest = marks.reduce((sum, each, at) => sum + (each.length - 1) * (worth[at] ?? 0), 0);
  const total = new Float64Array(highest + 1);
  const results = lines.map(({ id }) => ({ id, chance: 0, oneMore: components.map(() => 0) }));
  for (const [node, { weight }] of NODES.entries()) {
    const here = nodes[node] ?? [];
    const free = sumsOfOthers(here, worth);
    const whole = withComponent(free[0] ?? Float64Array.of(1), here[0] ?? [1], worth[0] ?? 0);
    for (const [at, share] of whole.entries()) total[at] = (total[at] ?? 0) + weight * share;
    const tailsOf = new Map<string, Float64Array[]>();
    for (const [at, line] of lines.entries()) {
      const result = results[at];
      if (!result) continue;
      const key = line.floors.join();
      const above = (share: number, mark: number, index: number) =>
        mark < (line.floors[index] ?? 0) ? 0 : share;
      const floored = here.map((each, index) => each.map((share, mark) => above(share, mark, index)));
      const others =
        tailsOf.get(key) ??
        (line.floors.every((floor) => floor === 0) ? free : sumsOfOthers(floored, worth)).map(tails);
      tailsOf.set(key, others);
      const reaching = (some: readonly number[], index: number) =>
        some.reduce((sum, share, mark) => {
          const short = Math.max(0, line.total - mark * (worth[index] ?? 0));
          return sum + share * (others[index]?.[short] ?? 0);
        }, 0);
      const chance = reaching(floored[0] ?? [], 0);
      result.chance += weight * chance;
      for (const [index, each] of here.entries()) {
        const higher = oneHigher(each).map((share, mark) => above(share, mark, index));
        result.oneMore[index] = (result.oneMore[index] ?? 0) + weight * (reaching(higher, index) - chance);
      }
    }
  }
  return {
    components: marks,
    total: [...total],
    lines: results.map((each) => ({ ...each, chance: Math.min(1, each.chance) })),
  };
}

/**
 * Where so much of a distribution lies below, between whole steps: a step covers from half below it to half above.
 * @param share - 0 to 1
 * @returns steps, within 0 and the highest
 */
export function quantile(chances: readonly number[], share: number): number {
  let below = 0;
  for (const [step, chance] of chances.entries()) {
    if (below + chance >= share && chance > 0)
      return Math.max(0, Math.min(chances.length - 1, step - 0.5 + (share - below) / chance));
    below += chance;
  }
  return chances.length - 1;
}
