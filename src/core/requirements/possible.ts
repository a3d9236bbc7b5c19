import { sameComposer } from '../repertoire';
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
