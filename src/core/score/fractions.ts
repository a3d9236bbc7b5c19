/** Greatest common divisor of whole numbers above 0. */
export const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
/** Least common multiple of whole numbers above 0. */
export const lcm = (a: number, b: number): number => (a / gcd(a, b)) * b;
