import Fraction from 'fraction.js';
import { componentMax, floorOf, leastValue, markValue, stepOf, type MarkScheme } from '../marks';
import type { Adding, Line } from './outcome';
import { stepsOf, type Marked } from './scale';

/** More steps of a total than this are not reckoned with. */
export const MOST_STEPS = 20_000;

/** How marks add up, with what one step of the total is worth. */
export interface Totalled extends Adding {
  readonly unit: Fraction;
}

/**
 * Brings what each step is worth to whole steps of the total.
 * @param worth - what one step of each component adds to the total; 0 or more
 * @param lines - awards, each as steps of a unit
 * @returns null where the worths are all 0, or so fine that there would be over 20,000 steps
 */
export function totalled(
  components: readonly Marked[],
  worth: readonly Fraction[],
  lines: (unit: Fraction) => readonly Line[],
): Totalled | null {
  const unit = worth.reduce((all, each) => all.gcd(each), new Fraction(0));
  if (unit.compare(0) <= 0) return null;
  const steps = worth.map((each) => each.div(unit).valueOf());
  const highest = components.reduce((sum, each, at) => sum + stepsOf(each) * (steps[at] ?? 0), 0);
  return highest > MOST_STEPS ? null : { components, worth: steps, lines: lines(unit), unit };
}

/** What one step of the total is worth, in its own unit. */
export const stepOfTotal = ({ unit }: Totalled): number => unit.valueOf();

/** Components of a scheme as the forecast needs them, in its order. */
export const markedOf = (scheme: MarkScheme): Marked[] =>
  scheme.components.map((component) => ({
    id: component.componentId,
    max: componentMax(component),
    step: stepOf(component),
  }));

/**
 * How a scheme's marks make a total and its awards; each award asks for what those below it ask for besides.
 * @param components - in the order wanted
 */
export function totalledBy(scheme: MarkScheme, components: readonly Marked[]): Totalled | null {
  const worth = components.map(({ id, step }) => markValue(scheme, id).mul(step));
  return totalled(components, worth, (unit) => {
    let [least, floors]: [number, readonly number[]] = [0, components.map(() => 0)];
    return scheme.awards.map((award): Line => {
      least = Math.max(least, leastValue(scheme, award, unit));
      floors = components.map(({ id, step }, at) =>
        Math.max(floors[at] ?? 0, Math.ceil(floorOf(award, id) / step)),
      );
      return { id: award.id, total: least, floors };
    });
  });
}
