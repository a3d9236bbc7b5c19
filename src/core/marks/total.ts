import Fraction from 'fraction.js';
import { componentMax, floorOf, type Award, type MarkScheme, type Panel, type Rounding } from './scheme';
import { valueAt } from '../value-at';

const sum = (values: readonly Fraction[]) => values.reduce((all, value) => all.add(value), new Fraction(0));

/** A fraction, 0 or more, as the figure announced. At a tie 'half even' takes the even last figure. */
export function rounded(value: Fraction, { way, places }: Rounding): Fraction {
  const unit = new Fraction(1, 10 ** places);
  const steps = value.div(unit);
  const below = steps.floor();
  const over = steps.sub(below).compare(new Fraction(1, 2));
  const up =
    way === 'up'
      ? !steps.equals(below)
      : way === 'half up'
        ? over >= 0
        : way === 'half even' && (over > 0 || (over === 0 && below.mod(2).n === 1n));
  return (up ? below.add(1) : below).mul(unit);
}

/** What one mark in a component adds to the total before rounding. */
export function markValue({ totalling, components }: MarkScheme, componentId: string): Fraction {
  const component = components.find((each) => each.componentId === componentId);
  if (totalling.kind === 'sum' || !component) return new Fraction(1);
  const all = components.reduce(
    (total, each) => total + (valueAt(totalling.weights, each.componentId) ?? 0),
    0,
  );
  return new Fraction(
    (valueAt(totalling.weights, componentId) ?? 0) * totalling.outOf,
    all * componentMax(component),
  );
}

/**
 * One judge's total as announced; components without a mark add nothing.
 * @param marks - one per component in scheme order
 */
export function totalOf(scheme: MarkScheme, marks: readonly (number | null)[]): Fraction {
  const exact = sum(
    scheme.components.map(({ componentId }, at) => markValue(scheme, componentId).mul(marks[at] ?? 0)),
  );
  return scheme.totalling.kind === 'sum' ? exact : rounded(exact, scheme.totalling.rounding);
}

/** Whether marks and their total reach an award's own line. */
export const reaches = (
  scheme: MarkScheme,
  award: Award,
  marks: readonly (Fraction | number | null)[],
  total: Fraction,
): boolean =>
  scheme.components.every(({ componentId }, at) => {
    const mark = marks[at] ?? null;
    return mark !== null && new Fraction(mark).compare(floorOf(award, componentId)) >= 0;
  }) && total.compare(award.total) >= 0;

/**
 * The highest award whose conditions, and those of every award below it, all hold.
 * @param marks - one per component in scheme order; null where there is none, which gives no award
 */
export function awardFor(
  scheme: MarkScheme,
  marks: readonly (Fraction | number | null)[],
  total: Fraction = totalOf(scheme, marks as readonly (number | null)[]),
): Award | null {
  let reached: Award | null = null;
  for (const award of scheme.awards) {
    if (!reaches(scheme, award, marks, total)) break;
    reached = award;
  }
  return reached;
}

/** Several judges' figures as one, exact: nothing is rounded here. At least one more judge than is dropped. */
export function combined(values: readonly Fraction[], { by, drop }: Pick<Panel, 'by' | 'drop'>): Fraction {
  const sorted = [...values].sort((a, b) => a.compare(b));
  const middle =
    by === 'median'
      ? sorted.slice(Math.ceil(sorted.length / 2) - 1, Math.floor(sorted.length / 2) + 1)
      : by === 'trimmed mean' && sorted.length > 2 * drop
        ? sorted.slice(drop, sorted.length - drop)
        : sorted;
  if (middle.length === 0) throw new RangeError('no judges');
  return sum(middle).div(middle.length);
}
