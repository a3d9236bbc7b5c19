import type { SearchPiece, SumLimit } from '../requirements';

interface Slot {
  readonly min: number;
  readonly max: number;
  readonly choices: readonly { readonly place: SearchPiece }[];
}

/** Sums of the pieces chosen so far, and whether the open places can still keep each within its bound. */
export interface LookAhead {
  /** What each choice adds to each sum, by limit, slot and choice. */
  readonly uses: readonly (readonly Float64Array[])[];
  add(slot: number, choice: number): void;
  remove(slot: number, choice: number): void;
  /** @param taken - choices made in slot `at`; those before it are closed */
  canHold(at: number, taken: number): boolean;
}

export function lookAhead(limits: readonly SumLimit[], slots: readonly Slot[]): LookAhead {
  const uses = limits.map(({ use }) =>
    slots.map(({ choices }) => Float64Array.from(choices, ({ place }) => use(place))),
  );
  /** By limit: the least that a slot still adds when so many are taken, and all slots after it. */
  const least = uses.map((own) => {
    const after = new Float64Array(slots.length + 1);
    const within = slots.map(({ min, max }, at) => {
      const sorted = Float64Array.from(own[at] ?? []).sort();
      return Float64Array.from({ length: max + 1 }, (_, taken) => leastOf(sorted, min - taken, max - taken));
    });
    for (let at = slots.length - 1; at >= 0; at -= 1)
      after[at] = (after[at + 1] ?? 0) + (within[at]?.[0] ?? 0);
    return { within, after };
  });
  const sums = new Float64Array(limits.length);
  const change = (slot: number, choice: number, by: number) => {
    for (let limit = 0; limit < sums.length; limit += 1)
      sums[limit] = (sums[limit] ?? 0) + by * (uses[limit]?.[slot]?.[choice] ?? 0);
  };
  return {
    uses,
    add: (slot, choice) => change(slot, choice, 1),
    remove: (slot, choice) => change(slot, choice, -1),
    canHold: (at, taken) => {
      for (let limit = 0; limit < sums.length; limit += 1) {
        const rest = least[limit];
        const more = (rest?.within[at]?.[taken] ?? 0) + (rest?.after[at + 1] ?? 0);
        if ((sums[limit] ?? 0) + more > (limits[limit]?.bound ?? Infinity)) return false;
      }
      return true;
    },
  };
}

/** The least sum of `min` to `max` of the values, which are sorted. */
function leastOf(sorted: Float64Array, min: number, max: number): number {
  let sum = 0;
  for (let index = 0; index < Math.min(max, sorted.length); index += 1) {
    const value = sorted[index] ?? 0;
    if (index >= min && value >= 0) break;
    sum += value;
  }
  return sum;
}
