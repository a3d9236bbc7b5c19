import { valueAt } from '../value-at';
import type { Graded } from './requirement-set';
import type { RequirementSet } from './with-rules';

/**
 * The set with the list of one component changed; as it was where the component has no list. A piece stands once.
 * @param fresh - numbers printed in the list, by piece id; the others keep theirs
 */
export const withList = (
  set: RequirementSet,
  levelId: string,
  componentId: string,
  change: (pieceIds: readonly string[]) => readonly string[],
  fresh: ReadonlyMap<string, string> = new Map(),
): RequirementSet => ({
  ...set,
  levels: set.levels.map((level) =>
    level.id !== levelId
      ? level
      : {
          ...level,
          components: level.components.map((component) => {
            const { source } = component;
            if (component.id !== componentId || source.kind !== 'list') return component;
            const pieceIds = [...new Set(change(source.pieceIds))];
            const { numbers: before, ...bare } = source;
            const numbers = Object.fromEntries(
              pieceIds.flatMap((id) => {
                const number = fresh.get(id) ?? (before && valueAt(before, id));
                return number === undefined ? [] : [[id, number] as const];
              }),
            );
            return {
              ...component,
              source: { ...bare, pieceIds, ...(Object.keys(numbers).length > 0 && { numbers }) },
            };
          }),
        },
  ),
});

/** The set with pieces of its catalogue graded anew, taken in at the end, or (rank null) taken out. */
export function withGrades(
  set: RequirementSet,
  grades: readonly { readonly pieceId: string; readonly rank: number | null }[],
): RequirementSet {
  const wanted = new Map(grades.map(({ pieceId, rank }) => [pieceId, rank]));
  const there = new Set(set.catalogue.map(({ pieceId }) => pieceId));
  const graded = (pieceId: string, rank: number | null | undefined): Graded[] =>
    typeof rank === 'number' ? [{ pieceId, rank }] : [];
  return {
    ...set,
    catalogue: [
      ...set.catalogue.flatMap((each) =>
        wanted.has(each.pieceId) ? graded(each.pieceId, wanted.get(each.pieceId)) : [each],
      ),
      ...[...wanted].flatMap(([pieceId, rank]) => (there.has(pieceId) ? [] : graded(pieceId, rank))),
    ],
  };
}

/** The items with one moved to a place; as they were when the place is outside them. */
export function moved<T>(items: readonly T[], from: number, to: number): readonly T[] {
  const item = items[from];
  if (item === undefined || to < 0 || to >= items.length) return items;
  return items.toSpliced(from, 1).toSpliced(to, 0, item);
}
