import type { Identified } from './kinds';

/** The name of the group a record belongs to. */
type Index<T> = (data: T) => string;

type Groups<T> = ReadonlyMap<string, readonly T[]>;

/** Groups that were asked for, by the map they are of. A map that is gone takes its groups along. */
const known = new WeakMap<ReadonlyMap<string, unknown>, Map<Index<never>, Groups<unknown>>>();
const NOTHING: readonly never[] = [];

/**
 * The values of a map that belong together, in the order of the map; counted once for each map.
 * @param of - the same function each time
 */
export function groupsOf<T>(map: ReadonlyMap<string, T>, of: Index<T>): Groups<T> {
  const all = known.get(map) ?? new Map<Index<never>, Groups<unknown>>();
  known.set(map, all);
  const before = all.get(of) as Groups<T> | undefined;
  if (before) return before;
  const groups = new Map<string, T[]>();
  for (const value of map.values()) {
    const name = of(value);
    const group = groups.get(name);
    if (group) group.push(value);
    else groups.set(name, [value]);
  }
  all.set(of, groups);
  return groups;
}

export const groupOf = <T>(map: ReadonlyMap<string, T>, of: Index<T>, name: string): readonly T[] =>
  groupsOf(map, of).get(name) ?? NOTHING;

/** Takes groups over to a map that differs from the one before in some ids: groups without any of them stay the same. */
export function carryGroups<T extends Identified>(
  before: ReadonlyMap<string, T>,
  after: ReadonlyMap<string, T>,
  changed: readonly string[],
): void {
  const all = known.get(before) as Map<Index<T>, Groups<T>> | undefined;
  if (!all || changed.length > before.size / 4) return;
  const carried = new Map<Index<T>, Groups<T>>();
  for (const [of, groups] of all) {
    const next = carriedGroups(of, groups, before, after, changed);
    if (next) carried.set(of, next);
  }
  known.set(after, carried);
}

/** Null where a record went from one group to another: its place in the new one is found by counting anew. */
function carriedGroups<T extends Identified>(
  of: Index<T>,
  groups: Groups<T>,
  before: ReadonlyMap<string, T>,
  after: ReadonlyMap<string, T>,
  changed: readonly string[],
): Groups<T> | null {
  const next = new Map(groups);
  for (const id of new Set(changed)) {
    const [was, is] = [before.get(id), after.get(id)];
    const name = was ? of(was) : is ? of(is) : null;
    if (name === null) continue;
    if (is && of(is) !== name) return null;
    const group = next.get(name) ?? [];
    const now = was
      ? group.flatMap((each) => (each.id !== id ? [each] : is ? [is] : []))
      : is
        ? [...group, is]
        : group;
    if (now.length > 0) next.set(name, now);
    else next.delete(name);
  }
  return next;
}
