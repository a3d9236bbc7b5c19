import equal from 'fast-deep-equal';

/** A place that was changed in a form and, since the form was opened, elsewhere too. */
export interface Clash {
  /** Names of fields, and ids of entries in lists: ["levels", "level-3", "name"]. */
  readonly path: readonly string[];
  /** Undefined where that side has taken the field or the entry out. */
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface MergedEdit<T> {
  /** What was changed in the form, on what stands now; at a clash what stands now. */
  readonly merged: T;
  readonly clashes: readonly Clash[];
}

/**
 * A form's changes on the newest data: fields that were not changed in the form stand as they are now.
 *
 * Objects are joined field by field and lists of things with ids entry by entry; values that are one of several kinds
 * (a weekly lesson, a rule) and plain lists are taken whole. The order of a list is the form's, with what was added
 * elsewhere at its end.
 * @param opened - as the form was opened
 * @param current - as it stands now
 * @param typed - as the form leaves it
 */
export function mergeEdit<T>(opened: T, current: T, typed: T): MergedEdit<T> {
  const clashes: Clash[] = [];
  const merged = joined(opened, current, typed, [], clashes);
  return { merged: merged as T, clashes };
}

function joined(
  opened: unknown,
  current: unknown,
  typed: unknown,
  path: readonly string[],
  clashes: Clash[],
): unknown {
  if (equal(opened, typed) || equal(current, typed)) return current;
  if (equal(opened, current)) return typed;
  if (isFields(opened) && isFields(current) && isFields(typed))
    return joinedFields(opened, current, typed, path, clashes);
  if (isKeyed(opened) && isKeyed(current) && isKeyed(typed)) {
    const fields = (list: readonly Keyed[]) => Object.fromEntries(list.map((each) => [each.id, each]));
    const all = joinedFields(fields(opened), fields(current), fields(typed), path, clashes);
    const ids = new Set([...typed, ...current].map(({ id }) => id));
    return [...ids].flatMap((id) => (Object.hasOwn(all, id) ? [all[id]] : []));
  }
  clashes.push({ path, mine: typed, theirs: current });
  return current;
}

type Fields = Readonly<Record<string, unknown>>;
interface Keyed {
  readonly id: string;
}

function joinedFields(
  opened: Fields,
  current: Fields,
  typed: Fields,
  path: readonly string[],
  clashes: Clash[],
): Fields {
  const names = new Set([...Object.keys(current), ...Object.keys(typed)]);
  const at = (fields: Fields, name: string) => (Object.hasOwn(fields, name) ? fields[name] : undefined);
  return Object.fromEntries(
    [...names].flatMap((name) => {
      const value = joined(at(opened, name), at(current, name), at(typed, name), [...path, name], clashes);
      return value === undefined ? [] : [[name, value]];
    }),
  );
}

/** An object whose fields are independent of one another; one of several kinds is not. */
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  !('kind' in value && !('id' in value));

const isKeyed = (value: unknown): value is readonly Keyed[] =>
  Array.isArray(value) &&
  value.every((each) => typeof each === 'object' && each !== null && typeof (each as Keyed).id === 'string');

/** The form again once a choice is made at each clash: what is chosen is neither a change nor a clash any more. */
export function settleClashes<T>(
  opened: T,
  typed: T,
  choices: readonly { readonly clash: Clash; readonly take: 'mine' | 'theirs' }[],
): { readonly opened: T; readonly typed: T } {
  let [before, after] = [opened, typed];
  for (const { clash, take } of choices) {
    before = withAt(before, clash.path, clash.theirs) as T;
    after = withAt(after, clash.path, take === 'mine' ? clash.mine : clash.theirs) as T;
  }
  return { opened: before, typed: after };
}

function withAt(value: unknown, [name, ...rest]: readonly string[], leaf: unknown): unknown {
  if (name === undefined) return leaf;
  if (isKeyed(value)) {
    const at = value.findIndex(({ id }) => id === name);
    const next = withAt(value[at], rest, leaf);
    if (at < 0) return next === undefined ? value : [...value, next];
    return next === undefined ? value.filter((_, index) => index !== at) : value.with(at, next as Keyed);
  }
  const fields = isFields(value) ? value : {};
  const next = withAt(Object.hasOwn(fields, name) ? fields[name] : undefined, rest, leaf);
  return Object.fromEntries([
    ...Object.entries(fields).filter(([each]) => each !== name),
    ...(next === undefined ? [] : [[name, next]]),
  ]);
}
