/** Share of the maximum at which one step of the scale is worth one step of marks. */
const PIVOT = 0.7;
const logit = (share: number) => {
  const inside = (share + 0.1) / 1.2;
  return Math.log(inside / (1 - inside));
};
/** Slope of that logit at the pivot: there 1/1.2 / (2/3 · 1/3). */
const SLOPE = 3.75;

/**
 * A share of the maximum on the scale that the forecast reckons in: equal steps are equally hard to gain.
 * @param share - from -0.1 to 1.1, both left out; 0.7 stays 0.7
 */
export const onScale = (share: number): number => PIVOT + (logit(share) - logit(PIVOT)) / SLOPE;

/** A component as far as the forecast needs it: marks go from 0 to `max` by `step`. */
export interface Marked {
  readonly id: string;
  readonly max: number;
  /** 1, or 0.5 where marks are given in halves. */
  readonly step: number;
}

/** How many steps the highest mark has. */
export const stepsOf = ({ max, step }: Pick<Marked, 'max' | 'step'>): number => Math.round(max / step);

/** The edges between a component's marks on the scale, from between 0 and the first step upwards. */
export function edgesOf(component: Pick<Marked, 'max' | 'step'>): Float64Array {
  const steps = stepsOf(component);
  return Float64Array.from({ length: steps }, (_, at) => onScale((at + 0.5) / steps));
}
