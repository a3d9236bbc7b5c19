/**
 * Prices for what pieces of a programme share or use up, so that each slot can be looked at alone: no programme brings
 * more than the best of every slot at these prices.
 */

/** A limit on a sum over the pieces: what goes beyond `bound` is forbidden, or takes `most` points for each unit. */
export interface Limit {
  readonly bound: number;
  /** Infinity where going beyond is forbidden. */
  readonly most: number;
  /** What a choice uses up, by slot and choice. */
  readonly uses: readonly Float64Array[];
}

export interface PricedSlot {
  readonly min: number;
  readonly max: number;
  readonly choices: readonly { readonly points: number; readonly skills: readonly number[] }[];
}

export interface Prices {
  /** What each choice brings when it pays for what it uses up, by slot and choice; its skills are left out. */
  readonly bare: readonly Float64Array[];
  /** The part of each skill's cost that one piece of a slot pays, by slot and skill. */
  readonly shares: readonly Float64Array[];
  /** What the bounds of the limits give back, whatever is chosen. */
  readonly given: number;
}

/** Rounds of finding prices: more than so many hardly lower the sum. Our choice, by the bench. */
const ROUNDS = 30;
/** A first step in prices moves about so many points. Our choice, by the bench. */
const FIRST_STEP = 60;

/**
 * Prices that make the sum of the best of every slot small. A skill's points are shared out among the slots: each piece
 * that asks for it pays its slot's share, and all the shares together are no more than the skill costs.
 * @param slots - choices in any order; the values come in the same
 * @param skillCosts - points a skill takes away once, however many pieces ask for it
 */
export function pricesOf(
  slots: readonly PricedSlot[],
  skillCosts: readonly number[],
  limits: readonly Limit[],
): Prices {
  const room = slots.reduce((sum, { max }) => sum + max, 0);
  /** By slot: the part of each skill's cost that one piece of the slot pays. */
  const shares = slots.map(() => Float64Array.from(skillCosts, (cost) => cost / Math.max(1, room)));
  const prices = new Float64Array(limits.length);
  const values = slots.map(({ choices }) => new Float64Array(choices.length));
  let best = { shares, prices };
  let least = Infinity;
  for (let round = 0; round < ROUNDS; round += 1) {
    let sum = givenBack(limits, prices);
    const taken = slots.map((slot, at) => {
      const own = values[at] as Float64Array;
      bareInto(own, slot, limits, prices, at);
      withSkills(own, slot, shares[at] as Float64Array);
      const indexes = bestOf(own, slot);
      for (const index of indexes) sum += own[index] ?? 0;
      return indexes;
    });
    if (sum < least) {
      least = sum;
      best = { shares: shares.map((own) => own.slice()), prices: prices.slice() };
    }
    const step = 4 / (4 + round);
    shareAnew(slots, skillCosts, shares, taken, step);
    limits.forEach(({ bound, most, uses }, limit) => {
      let over = -bound;
      let scale = 1;
      taken.forEach((indexes, at) => {
        for (const index of indexes) {
          const use = uses[at]?.[index] ?? 0;
          over += use;
          scale += use * use;
        }
      });
      const next = (prices[limit] ?? 0) + (step * FIRST_STEP * over) / scale;
      prices[limit] = Math.min(most, Math.max(0, next));
    });
  }
  const bare = slots.map((slot, at) => {
    const own = new Float64Array(slot.choices.length);
    bareInto(own, slot, limits, best.prices, at);
    return own;
  });
  return { bare, shares: best.shares, given: givenBack(limits, best.prices) };
}

const givenBack = (limits: readonly Limit[], prices: Float64Array): number =>
  limits.reduce((sum, { bound }, limit) => sum + bound * (prices[limit] ?? 0), 0);

/** Writes what each choice of a slot brings at these prices, its skills left out. */
function bareInto(
  own: Float64Array,
  { choices }: PricedSlot,
  limits: readonly Limit[],
  prices: Float64Array,
  at: number,
): void {
  for (let index = 0; index < own.length; index += 1) own[index] = choices[index]?.points ?? 0;
  limits.forEach(({ uses }, limit) => {
    const price = prices[limit] ?? 0;
    const used = uses[at];
    if (price > 0 && used)
      for (let index = 0; index < own.length; index += 1)
        own[index] = (own[index] ?? 0) - price * (used[index] ?? 0);
  });
}

/** Takes the slot's shares of their skills from its choices. */
function withSkills(own: Float64Array, { choices }: PricedSlot, shares: Float64Array): void {
  for (let index = 0; index < own.length; index += 1)
    for (const skill of choices[index]?.skills ?? []) own[index] = (own[index] ?? 0) - (shares[skill] ?? 0);
}

/** The slots that asked for a skill pay more of it, the others less; together still what it costs. */
function shareAnew(
  slots: readonly PricedSlot[],
  skillCosts: readonly number[],
  shares: readonly Float64Array[],
  taken: readonly (readonly number[])[],
  step: number,
): void {
  const asked = new Set<number>();
  taken.forEach((indexes, at) => {
    const own = shares[at] as Float64Array;
    for (const index of indexes)
      for (const skill of slots[at]?.choices[index]?.skills ?? []) {
        // A share that fell to nothing must be able to rise again.
        own[skill] = (own[skill] ?? 0) * Math.exp(step) + (skillCosts[skill] ?? 0) * 1e-3;
        asked.add(skill);
      }
  });
  for (const skill of asked) {
    let sum = 0;
    slots.forEach(({ max }, at) => (sum += (shares[at]?.[skill] ?? 0) * max));
    if (sum > 0) for (const own of shares) own[skill] = ((own[skill] ?? 0) * (skillCosts[skill] ?? 0)) / sum;
  }
}

/** Indexes of the best choices a slot would take: as many as it must, and further ones that bring something. */
function bestOf(values: Float64Array, { min, max }: PricedSlot): number[] {
  if (max === 1) {
    let best = 0;
    for (let index = 1; index < values.length; index += 1)
      if ((values[index] ?? 0) > (values[best] ?? 0)) best = index;
    return values.length === 0 || (min === 0 && (values[best] ?? 0) <= 0) ? [] : [best];
  }
  const order = Array.from(values.keys()).sort((a, b) => (values[b] ?? 0) - (values[a] ?? 0));
  return order.slice(0, max).filter((index, at) => at < min || (values[index] ?? 0) > 0);
}
