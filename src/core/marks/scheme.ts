import { valueAt } from '../value-at';

/** Marks from `from` to `to`, both included, with the teacher's own words for them. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly descriptor: string;
}
export interface Criterion {
  readonly id: string;
  readonly name: string;
  readonly maxMark: number;
  /** In any order, without overlap. Marks in no band are allowed and have no words. */
  readonly bands: readonly Band[];
}
export interface SchemeComponent {
  readonly componentId: string;
  readonly criteria: readonly Criterion[];
  /** Marks are given in half steps; in whole ones where it is left out. */
  readonly halves?: boolean;
}
/** An outcome line: reached with `total` in all, `eachAtLeast` in every component, and each component's own pass mark. */
export interface Award {
  readonly id: string;
  readonly name: string;
  readonly total: number;
  readonly eachAtLeast: number | null;
  /** Pass marks of single components, by component id. */
  readonly passes: Readonly<Record<string, number>>;
}

/** How a fraction becomes the figure that is announced; the scheme states it. */
export interface Rounding {
  readonly way: 'half up' | 'half even' | 'down' | 'up';
  /** Decimals kept, 0 to 2. */
  readonly places: number;
}

/** How the marks of one judge add up. */
export type Totalling =
  | { readonly kind: 'sum' }
  /** Each component's share of its maximum, by weight, out of `outOf`. Weights are whole and need not add up to it. */
  | {
      readonly kind: 'weighted';
      readonly weights: Readonly<Record<string, number>>;
      readonly outOf: number;
      readonly rounding: Rounding;
    };

/** How several judges make one total: `drop` is left out at each end by the trimmed mean. */
export interface Panel {
  readonly judges: number;
  readonly by: 'mean' | 'median' | 'trimmed mean';
  readonly drop: number;
  readonly rounding: Rounding;
}

/** What the totals lead to. */
export type Outcome =
  | { readonly kind: 'awards' }
  /** Each judge's award is a rating; the table has a row for every panel of ratings, in any order. */
  | {
      readonly kind: 'ratings';
      readonly table: readonly { readonly panel: readonly string[]; readonly final: string }[];
    }
  /** The highest totals get the seats; awards are lines that must be reached besides. */
  | { readonly kind: 'seats'; readonly seats: number; readonly ties: 'all in' | 'none in' };

export interface MarkScheme {
  readonly id: string;
  /** Rises by one with every change; mark sheets keep the version they were given under. */
  readonly version: number;
  readonly components: readonly SchemeComponent[];
  readonly totalling: Totalling;
  /** Null: one assessor's marks stand. */
  readonly panel: Panel | null;
  readonly outcome: Outcome;
  /** Lowest first; each award also asks for everything the ones below it ask for. */
  readonly awards: readonly Award[];
}

/** What a scheme of one assessor's plain sums says of totalling, panel and outcome. */
export const PLAIN_SUM = {
  totalling: { kind: 'sum' },
  panel: null,
  outcome: { kind: 'awards' },
} as const satisfies Pick<MarkScheme, 'totalling' | 'panel' | 'outcome'>;

/** What one step of a mark is. */
export const stepOf = ({ halves }: Pick<SchemeComponent, 'halves'>): number => (halves ? 0.5 : 1);

/** What is wrong with a mark of a criterion, as in "above 6"; null where nothing is. */
export function markProblem(
  component: Pick<SchemeComponent, 'halves'>,
  { maxMark }: Pick<Criterion, 'maxMark'>,
  mark: number,
): string | null {
  if (mark > maxMark) return `above ${maxMark}`;
  if (mark < 0) return 'below 0';
  return Number.isInteger(mark / stepOf(component))
    ? null
    : component.halves
      ? 'not a half step'
      : 'not a whole mark';
}

export const componentMax = (component: SchemeComponent): number =>
  component.criteria.reduce((sum, criterion) => sum + criterion.maxMark, 0);

/** The highest total: the sum of all marks, or what a weighted scheme is out of. */
export const schemeMax = ({ totalling, components }: MarkScheme): number =>
  totalling.kind === 'weighted'
    ? totalling.outOf
    : components.reduce((sum, component) => sum + componentMax(component), 0);

export const schemeComponent = (scheme: MarkScheme, componentId: string): SchemeComponent | undefined =>
  scheme.components.find((component) => component.componentId === componentId);

/** The least a component must have for an award: its floor and its own pass mark. */
export const floorOf = (award: Award, componentId: string): number =>
  Math.max(award.eachAtLeast ?? 0, valueAt(award.passes, componentId) ?? 0);

/**
 * The mark a component shows as its aim: its even share of the award's total, rounded up, and never under the floor.
 * @example strong 93 of 120, component of 24 // => 19
 */
export const aimMark = (scheme: MarkScheme, award: Award, component: SchemeComponent): number =>
  Math.max(
    floorOf(award, component.componentId),
    Math.ceil((award.total * componentMax(component)) / schemeMax(scheme)),
  );
