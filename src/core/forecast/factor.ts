/** What components share: loads on one common thing, and what is each one's own. */
export interface Factor {
  readonly loads: readonly number[];
  /** Variances. */
  readonly own: readonly number[];
}

const ROUNDS = 60;
const TURNS = 40;
/** Own variance is never taken below this share of the whole. */
const LEAST = 0.02;

/**
 * The one common factor that comes nearest to how marks vary together.
 * @param covariance - a row for each component
 * @source principal factor analysis: Harman (1976), Modern Factor Analysis
 */
export function factorOf(covariance: readonly (readonly number[])[]): Factor {
  const whole = covariance.map((row, at) => row[at] ?? 0);
  if (whole.length === 1) return { loads: [0], own: whole };
  let loads = whole.map(() => 0);
  let own = whole.map((variance) => variance / 2);
  for (let round = 0; round < ROUNDS; round += 1) {
    loads = largest(covariance, own, loads);
    const next = whole.map((variance, at) => Math.max(LEAST * variance, variance - (loads[at] ?? 0) ** 2));
    const moved = next.reduce((most, value, at) => Math.max(most, Math.abs(value - (own[at] ?? 0))), 0);
    own = next;
    if (moved < 1e-9) break;
  }
  return {
    loads: loads.map((load, at) => Math.sign(load) * Math.sqrt((whole[at] ?? 0) - (own[at] ?? 0))),
    own,
  };
}

/** The longest direction of what is shared, as loads. */
function largest(
  covariance: readonly (readonly number[])[],
  own: readonly number[],
  before: readonly number[],
): number[] {
  let direction = before.some((load) => load !== 0) ? [...before] : own.map(() => 1);
  let length = 0;
  for (let turn = 0; turn < TURNS; turn += 1) {
    const next = covariance.map((row, at) =>
      row.reduce(
        (sum, value, other) => sum + (value - (at === other ? (own[at] ?? 0) : 0)) * (direction[other] ?? 0),
        0,
      ),
    );
    length = Math.hypot(...next);
    if (length === 0) return direction.map(() => 0);
    direction = next.map((value) => value / length);
  }
  return direction.map((value) => value * Math.sqrt(length));
}

/** Places along the common factor with their weights, which add up to 1. */
export const NODES: readonly { readonly at: number; readonly weight: number }[] = (() => {
  const [count, step] = [15, 0.6];
  const raw = Array.from({ length: count }, (_, index) => {
    const at = (index - (count - 1) / 2) * step;
    return { at, weight: Math.exp(-0.5 * at * at) };
  });
  const all = raw.reduce((sum, { weight }) => sum + weight, 0);
  return raw.map(({ at, weight }) => ({ at, weight: weight / all }));
})();
