/** Height of the standard normal curve. */
export const density = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);

/** Coefficients of the Chebyshev fit below, from the constant up. */
const FIT = [
  -1.26551223, 1.00002368, 0.37409196, 0.09678418, -0.18628806, 0.27886807, -1.13520398, 1.48851587,
  -0.82215223, 0.17087277,
];

/**
 * Share of a standard normal above `z`, within 1.2e-7 of itself however small it is.
 * @source complementary error function as a Chebyshev fit: Press et al., Numerical Recipes, 2nd ed., section 6.2
 */
export function above(z: number): number {
  if (z === Infinity) return 0;
  if (z === -Infinity) return 1;
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.5 * x);
  let exponent = 0;
  for (let at = FIT.length - 1; at >= 0; at -= 1) exponent = exponent * t + (FIT[at] ?? 0);
  const tail = 0.5 * t * Math.exp(exponent - x * x);
  return z >= 0 ? tail : 1 - tail;
}

/** Share of a standard normal from `from` to `to`; either may be infinite. */
export const between = (from: number, to: number): number =>
  from >= 0 ? above(from) - above(to) : above(-to) - above(-from);

/** Gauss and Legendre's five places in -1..1 with their weights. */
const PLACES = [
  [0, 0.5688888888888889],
  [-0.5384693101056831, 0.47862867049936647],
  [0.5384693101056831, 0.47862867049936647],
  [-0.906179845938664, 0.23692688505618908],
  [0.906179845938664, 0.23692688505618908],
] as const;
/** Narrower cuts are summed at places, since differences of tails would lose their figures. */
const NARROW = 1;

/** A standard normal cut to `from`..`to`: its share, and mean and variance of what is left. */
export interface Cut {
  readonly share: number;
  readonly mean: number;
  readonly variance: number;
}

/** @param from - under `to`; either may be infinite */
export function cut(from: number, to: number): Cut {
  if (to - from <= NARROW) {
    const [middle, half] = [(from + to) / 2, (to - from) / 2];
    let [share, first, second] = [0, 0, 0];
    for (const [place, weight] of PLACES) {
      const off = half * place;
      const mass = weight * half * density(middle + off);
      share += mass;
      first += mass * off;
      second += mass * off * off;
    }
    if (share > 0) {
      const off = first / share;
      return { share, mean: middle + off, variance: second / share - off * off };
    }
    return { share: 0, mean: Math.abs(from) < Math.abs(to) ? from : to, variance: 0 };
  }
  const share = between(from, to);
  const [low, high] = [Number.isFinite(from) ? density(from) : 0, Number.isFinite(to) ? density(to) : 0];
  if (share <= 0) return { share: 0, mean: from > 0 ? from : to, variance: 0 };
  const mean = (low - high) / share;
  const variance =
    1 +
    ((Number.isFinite(from) ? from * low : 0) - (Number.isFinite(to) ? to * high : 0)) / share -
    mean * mean;
  return { share, mean, variance: Math.max(0, variance) };
}
