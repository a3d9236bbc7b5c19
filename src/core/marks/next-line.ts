import Fraction from 'fraction.js';
import { floorOf, stepOf, type Award, type MarkScheme } from './scheme';
import { valueAt } from '../value-at';
import { markValue, reaches, totalOf } from './total';

/** Marks to gain in one criterion; in halves where the component is marked so. */
export interface Gain {
  readonly componentId: string;
  readonly criterionId: string;
  readonly marks: number;
}

export interface NextLine {
  readonly award: Award;
  /** What the announced total is short, in its own unit; 0 when only floors are missing. */
  readonly totalShort: number;
  /** Components below the award's floor, with the marks each lacks. */
  readonly below: readonly { readonly componentId: string; readonly short: number; readonly floor: number }[];
  /** Marks that reach the line, the cheapest there are; none of them can be left out. */
  readonly gains: readonly Gain[];
  /** How many marks that is. */
  readonly gain: number;
}

/** Marks of each criterion, by component id and criterion id; what is absent counts as 0 so far. */
export type CriterionMarks = Readonly<Record<string, Readonly<Record<string, number>>>>;

const markAt = (marks: CriterionMarks, componentId: string, criterionId: string): number =>
  valueAt(valueAt(marks, componentId) ?? {}, criterionId) ?? 0;

/** One mark each counts the same. */
const evenCost = () => 1;

/**
 * The lowest award not reached yet, and the cheapest marks that reach it; null when all are reached.
 * A mark in a component costs what its cheapest criterion with room costs; components are combined by the
 * value one mark adds to the total (a bounded knapsack over the exact value still short).
 * @param minutesOf - minutes of work one more mark in a criterion takes, whole and above 0; one each when left out
 * Cost: value steps short x marks there are; a weighted scheme counts in the common fraction of its weights.
 */
export function nextLine(
  scheme: MarkScheme,
  marks: CriterionMarks,
  minutesOf: (componentId: string, criterionId: string) => number = evenCost,
): NextLine | null {
  const given = scheme.components.map(({ componentId, criteria }) =>
    criteria.reduce((sum, { id }) => sum + markAt(marks, componentId, id), 0),
  );
  const total = totalOf(scheme, given);
  const award = scheme.awards.find((each) => !reaches(scheme, each, given, total));
  if (!award) return null;
  const rows = scheme.components.map((component, at) => {
    const { componentId, criteria } = component;
    const step = stepOf(component);
    return {
      componentId,
      step,
      value: markValue(scheme, componentId).mul(step),
      mark: given[at] ?? 0,
      floor: floorOf(award, componentId),
      // Cheapest first, so that the first so many steps are the cheapest so many marks; ties in scheme order.
      steps: criteria
        .flatMap(({ id, maxMark }) =>
          Array.from({ length: Math.max(0, (maxMark - markAt(marks, componentId, id)) / step) }, () => ({
            criterionId: id,
            minutes: minutesOf(componentId, id) * step,
          })),
        )
        .sort((a, b) => a.minutes - b.minutes),
    };
  });
  const least = rows.map(({ floor, mark, step }) => Math.max(0, (floor - mark) / step));
  const counts = cheapest(scheme, award, rows, least);
  const gains = rows.flatMap(({ componentId, steps, step }, at) => {
    const taken = steps.slice(0, counts[at]);
    return [...new Set(taken.map((each) => each.criterionId))].map((criterionId) => ({
      componentId,
      criterionId,
      marks: step * taken.filter((each) => each.criterionId === criterionId).length,
    }));
  });
  return {
    award,
    totalShort: Math.max(0, new Fraction(award.total).sub(total).valueOf()),
    below: rows.flatMap(({ componentId, floor, step: rowStep }, at) => {
      const short = (least[at] ?? 0) * rowStep;
      return short > 0 ? [{ componentId, short, floor }] : [];
    }),
    gains,
    gain: gains.reduce((sum, { marks: more }) => sum + more, 0),
  };
}

interface Row {
  /** What one step adds to the total. */
  readonly value: Fraction;
  readonly step: number;
  readonly mark: number;
  readonly steps: readonly { readonly minutes: number }[];
}

/** How many steps of each row are taken at the least cost: at least its own least, and the total reaching the award. */
function cheapest(
  scheme: MarkScheme,
  award: Award,
  rows: readonly Row[],
  least: readonly number[],
): number[] {
  const unit = rows.reduce((all, { value }) => all.gcd(value), new Fraction(0));
  const stepsOf = (value: Fraction) => value.div(unit).valueOf();
  const from = rows.reduce(
    (sum, { value, mark, step }, at) => sum + stepsOf(value) * (mark / step + (least[at] ?? 0)),
    0,
  );
  const short = Math.max(0, leastValue(scheme, award, unit) - from);
  // best[v]: least cost that adds v steps of value, v cut at `short`; how many each row then takes.
  let best: ({ readonly cost: number; readonly counts: readonly number[] } | undefined)[] = [];
  best[0] = { cost: 0, counts: [] };
  for (const [at, { value, steps }] of rows.entries()) {
    const floor = least[at] ?? 0;
    const worth = stepsOf(value);
    const next: typeof best = [];
    for (let v = 0; v <= short; v += 1) {
      const before = best[v];
      if (!before) continue;
      let cost = before.cost;
      for (let count = floor; count <= steps.length; count += 1) {
        if (count > floor) cost += steps[count - 1]?.minutes ?? 0;
        const reached = Math.min(short, v + worth * (count - floor));
        const there = next[reached];
        if (!there || cost < there.cost) next[reached] = { cost, counts: [...before.counts, count] };
        if (v + worth * (count - floor) >= short) break;
      }
    }
    best = next;
  }
  return [...(best[short]?.counts ?? [])];
}

/**
 * The least exact value whose announced total reaches the award.
 * @param unit - what is counted in, above 0
 * @returns whole units
 */
export function leastValue(scheme: MarkScheme, award: Award, unit: Fraction): number {
  const { totalling } = scheme;
  const goal = new Fraction(award.total);
  if (totalling.kind === 'sum') return goal.div(unit).ceil().valueOf();
  const { way, places } = totalling.rounding;
  const figure = new Fraction(1, 10 ** places);
  // The figure is reached from half a figure below it, from just above one figure below it, or from itself.
  const steps = goal.div(figure).ceil();
  const edge = way === 'down' ? steps : way === 'up' ? steps.sub(1) : steps.sub(new Fraction(1, 2));
  const inUnits = edge.mul(figure).div(unit);
  const included = way === 'down' || way === 'half up' || (way === 'half even' && steps.mod(2).n === 0n);
  const whole = inUnits.ceil();
  return Math.max(0, (!included && whole.equals(inUnits) ? whole.add(1) : whole).valueOf());
}
