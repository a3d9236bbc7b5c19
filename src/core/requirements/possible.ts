import type { Piece } from '../repertoire';
import type { Slot } from './entry';

/** What some way of filling the open slots adds: pieces, their seconds, and whether one of them is not timed. */
export interface Filling {
  readonly count: number;
  readonly seconds: number;
  readonly untimed: boolean;
}

/**
 * Every way of filling the open slots, each between its least and its most, as far as times can tell them apart.
 * A slot of own choice takes its least, not timed.
 * @returns at least one, distinct, unordered
 */
export function fillings(slots: readonly Slot[]): Filling[] {
  let all: Filling[] = [{ count: 0, seconds: 0, untimed: false }];
  for (const slot of slots) {
    const added =
      slot.candidates === 'any'
        ? [{ count: slot.open, seconds: 0, untimed: slot.open > 0 }]
        : choicesOf(
            slot.candidates.map((piece) => piece.seconds),
            slot.open,
            slot.room,
          );
    all = distinctFillings(all.flatMap((before) => added.map((more) => joined(before, more))));
  }
  return all;
}

/** Between `min` and `max` different entries of `times` (as many as there are, if fewer than `min`). */
function choicesOf(times: readonly (number | null)[], min: number, max: number): Filling[] {
  let all: Filling[] = [{ count: 0, seconds: 0, untimed: false }];
  for (const seconds of times) {
    const one = { count: 1, seconds: seconds ?? 0, untimed: seconds === null };
    all = distinctFillings([
      ...all,
      ...all.filter((each) => each.count < max).map((each) => joined(each, one)),
    ]);
  }
  return all.filter((each) => each.count >= Math.min(min, times.length));
}

const joined = (a: Filling, b: Filling): Filling => ({
  count: a.count + b.count,
  seconds: a.seconds + b.seconds,
  untimed: a.untimed || b.untimed,
});
const distinctFillings = (all: readonly Filling[]): Filling[] => [
  ...new Map(all.map((each) => [`${each.count}/${each.seconds}/${each.untimed ? 1 : 0}`, each])).values(),
];

/**
 * Whether the open slots can be filled so that no value appears twice: a matching of open places to values.
 * A piece whose value is unknown (null) is taken to differ from all others.
 * @param chosen - pieces chosen already
 * @param valueOf - what must differ, in plain letters
 */
export function canAllDiffer(
  chosen: readonly Piece[],
  slots: readonly Slot[],
  valueOf: (piece: Piece) => string | null,
): { readonly possible: boolean; readonly repeated: string | null } {
  const values = chosen.flatMap((piece) => valueOf(piece) ?? []);
  const repeated = values.find((value, at) => values.indexOf(value) < at) ?? null;
  if (repeated !== null) return { possible: false, repeated };
  const taken = new Set(values);
  const places = slots.flatMap(({ candidates, open }) => {
    if (candidates === 'any') return [];
    const free = new Set(
      candidates.map((piece) => valueOf(piece) ?? `?${piece.id}`).filter((value) => !taken.has(value)),
    );
    return Array.from({ length: open }, () => [...free]);
  });
  const holder = new Map<string, number>();
  const place = (at: number, tried: Set<string>): boolean =>
    (places[at] ?? []).some((value) => {
      if (tried.has(value)) return false;
      tried.add(value);
      const other = holder.get(value);
      if (other !== undefined && !place(other, tried)) return false;
      holder.set(value, at);
      return true;
    });
  return { possible: places.every((_, at) => place(at, new Set())), repeated: null };
}

/** Whether some filling gives at least two pieces whose values differ or may differ. */
export function canSomeDiffer(
  chosen: readonly Piece[],
  slots: readonly Slot[],
  valueOf: (piece: Piece) => string | null,
): boolean {
  /** One value each piece that is or may be there; what cannot be told apart from others counts as its own. */
  const own = (piece: Piece) => valueOf(piece) ?? `?${piece.id}`;
  const here = new Set(chosen.map(own));
  if (here.size > 1) return true;
  const fillable = slots.filter(
    (slot) => slot.room > 0 && (slot.candidates === 'any' || slot.candidates.length > 0),
  );
  const brings = fillable.map(({ candidates, componentId }) =>
    candidates === 'any' ? new Set([`?${componentId}`, `??${componentId}`]) : new Set(candidates.map(own)),
  );
  if (here.size === 1)
    return brings.some((values) => values.size > 1 || [...values].some((value) => !here.has(value)));
  return brings.some(
    (values, at) =>
      ((fillable[at]?.room ?? 0) > 1 && values.size > 1) ||
      brings.some(
        (others, index) =>
          index > at &&
          (values.size > 1 || others.size > 1 || [...values].some((value) => !others.has(value))),
      ),
  );
}
