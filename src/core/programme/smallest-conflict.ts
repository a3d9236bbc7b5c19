/** What was found of parts that cannot all be kept. */
export interface FoundConflict<T> {
  readonly parts: readonly T[];
  /** No other set of fewer parts conflicts; false where that was not certain, and then none of these can be left out. */
  readonly smallest: boolean;
}

/** Tries after which the set found so far, of which no part can be left out, is given. */
const TRIES = 300;

/**
 * A smallest set of parts that cannot be kept together.
 *
 * First parts are given up in their order, as many at a time as can go, until none can. Then every smaller set is ruled
 * out: a set that conflicts shares a part with what is missing from each set that can be kept, so the smallest that
 * shares one with all of these either conflicts or, grown as far as it can be kept, leaves one more of them.
 * @param groups - all the parts, those to be given up first in front; parts of a group go together where they can
 * @param can - whether a set of parts can be kept together; undefined where that is not certain
 * @returns null when all can be kept or nothing is certain
 */
export function smallestConflict<T>(
  groups: readonly (readonly T[])[],
  can: (parts: readonly T[]) => boolean | undefined,
): FoundConflict<T> | null {
  const all = groups.flat();
  if (can(all) !== false) return null;
  let left: readonly T[] = all;
  const giveUp = (some: readonly T[]): void => {
    if (some.length === 0) return;
    const without = left.filter((each) => !some.includes(each));
    if (can(without) === false) left = without;
    else if (some.length > 1) {
      const half = Math.ceil(some.length / 2);
      giveUp(some.slice(0, half));
      giveUp(some.slice(half));
    }
  };
  for (const group of groups) giveUp(left.filter((each) => group.includes(each)));
  let tries = 0;
  const unsure = new Error('the answer is not certain');
  const asked = (parts: readonly T[]): boolean => {
    tries += 1;
    const answer = tries > TRIES ? undefined : can(parts);
    if (answer === undefined) throw unsure;
    return answer;
  };
  /** All parts that can be kept beside these, as many at a time as can. */
  const grown = (parts: readonly T[]): readonly T[] => {
    let kept = parts;
    const take = (some: readonly T[]): void => {
      if (some.length === 0) return;
      if (asked([...kept, ...some])) kept = [...kept, ...some];
      else if (some.length > 1) {
        const half = Math.ceil(some.length / 2);
        take(some.slice(0, half));
        take(some.slice(half));
      }
    };
    take(all.filter((each) => !parts.includes(each)));
    return kept;
  };
  try {
    const toMeet: (readonly T[])[] = [];
    for (;;) {
      const parts = smallestMeeting(toMeet, left.length - 1);
      if (parts === null) return { parts: left, smallest: true };
      if (!asked(parts)) return { parts: all.filter((each) => parts.includes(each)), smallest: true };
      const kept = grown(parts);
      toMeet.push(all.filter((each) => !kept.includes(each)));
    }
  } catch (error) {
    if (error !== unsure) throw error;
    return { parts: left, smallest: false };
  }
}

/** A smallest set, of `most` at the most, that shares a part with each of the sets; null where there is none. */
function smallestMeeting<T>(sets: readonly (readonly T[])[], most: number): readonly T[] | null {
  const meeting = (left: number, parts: readonly T[]): readonly T[] | null => {
    const open = sets.find((set) => !set.some((each) => parts.includes(each)));
    if (!open) return parts;
    if (left === 0) return null;
    for (const each of open) {
      const found = meeting(left - 1, [...parts, each]);
      if (found) return found;
    }
    return null;
  };
  for (let size = 0; size <= most; size += 1) {
    const found = meeting(size, []);
    if (found) return found;
  }
  return null;
}
