import { sameComposer } from '../repertoire';
import type { Slot } from './entry';

/**
 * Seconds the open slots can add, every way of filling each up to its minimum, and optionally to its maximum.
 * @returns distinct sums, unordered; [0] when nothing is open; "any" when a choice is free or untimed
 */
export function reachableTimes(slots: readonly Slot[]): number[] | 'any' {
  let sums = new Set([0]);
  for (const slot of slots) {
    if (slot.room === 0) continue;
    if (slot.candidates === 'any') {
      if (slot.open === 0) continue;
      return 'any';
    }
    const times = slot.candidates.map((piece) => piece.seconds);
    if (slot.open > 0 && times.includes(null)) return 'any';
    const added = sumsOfSome(
      times.filter((seconds) => seconds !== null),
      slot.open,
      slot.room,
    );
    sums = new Set([...sums].flatMap((before) => [...added].map((more) => before + more)));
  }
  return [...sums];
}

/** Sums of between `min` and `max` different entries of `values` (as many as there are, if fewer than `min`). */
function sumsOfSome(values: readonly number[], min: number, max: number): Set<number> {
  const most = Math.min(max, values.length);
  const byCount: Set<number>[] = Array.from({ length: most + 1 }, () => new Set<number>());
  byCount[0]?.add(0);
  for (const value of values)
    for (let count = most; count > 0; count -= 1)
      for (const before of byCount[count - 1] ?? []) byCount[count]?.add(before + value);
  return new Set(byCount.slice(Math.min(min, most)).flatMap((sums) => [...sums]));
}

/**
 * Whether the open slots can be filled so that no composer stands twice: a matching of slots to composers.
 * @param names - composers chosen already
 */
export function canAllDiffer(
  names: readonly string[],
  slots: readonly Slot[],
): { readonly possible: boolean; readonly repeated: string | null } {
  const repeated =
    names.find((name, at) => names.some((other, index) => index < at && sameComposer(name, other))) ?? null;
  if (repeated !== null) return { possible: false, repeated };
  const places = slots.flatMap((slot) =>
    slot.candidates === 'any'
      ? []
      : Array.from({ length: slot.open }, () =>
          distinct(
            (slot.candidates as readonly { composer: string }[])
              .map((piece) => piece.composer)
              .filter((composer) => !names.some((name) => sameComposer(name, composer))),
          ),
        ),
  );
  const holder = new Map<string, number>();
  const place = (at: number, tried: Set<string>): boolean =>
    (places[at] ?? []).some((composer) => {
      if (tried.has(composer)) return false;
      tried.add(composer);
      const other = holder.get(composer);
      if (other !== undefined && !place(other, tried)) return false;
      holder.set(composer, at);
      return true;
    });
  return { possible: places.every((_, at) => place(at, new Set())), repeated: null };
}

const distinct = (names: readonly string[]) => [
  ...new Set(names.map((name) => name.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en'))),
];
