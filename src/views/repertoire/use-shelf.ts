import { useMemo } from 'react';
import type { Studio } from '@/core/files';
import { crosswalk } from '@/core/requirements';
import {
  countsOf,
  inOrder,
  metreKindOf,
  openShelf,
  openTextIndex,
  type Shelf,
  type ShelfItem,
  type TextIndex,
} from '@/core/shelf';
import type { Option } from '@/ui';

export interface Shelved {
  readonly shelf: Shelf;
  readonly order: readonly ShelfItem[];
  readonly index: TextIndex;
  /** The instrument of each set by its id. */
  readonly instruments: ReadonlyMap<string, string>;
  readonly demands: readonly Option[];
  readonly keys: readonly Option[];
  readonly metres: readonly Option[];
  readonly periods: readonly Option[];
  readonly characters: readonly Option[];
}

const counted = (found: ReturnType<typeof countsOf>): Option[] =>
  found.map(({ value, count }) => ({ value, label: `${value} (${count})` }));

/** The studio's pieces as a shelf to look things up on; rebuilt only where pieces or sets change. */
export function useShelf({ pieces, sets, settings }: Studio): Shelved {
  const rows = useMemo(() => crosswalk(sets.values(), settings.commonLevels), [sets, settings.commonLevels]);
  const instruments = useMemo(
    () => new Map([...sets.values()].map((set) => [set.id, set.instrument])),
    [sets],
  );
  return useMemo(() => {
    const shelf = openShelf(pieces, rows);
    const order = inOrder(shelf);
    const metres = countsOf(order, ({ piece }) => [piece.metre]);
    const kinds = new Map<string, number>();
    for (const { value, count } of metres) {
      const kind = metreKindOf(value);
      if (kind !== null) kinds.set(kind, (kinds.get(kind) ?? 0) + count);
    }
    return {
      shelf,
      order,
      index: openTextIndex(order.map(({ piece }) => piece)),
      instruments,
      demands: counted(countsOf(order, ({ piece }) => piece.demands)),
      keys: counted(countsOf(order, ({ piece }) => [piece.key])),
      periods: counted(countsOf(order, ({ piece }) => [piece.period])),
      characters: counted(countsOf(order, ({ piece }) => [piece.character])),
      metres: counted([...[...kinds].map(([value, count]) => ({ value, count })), ...metres]),
    };
  }, [pieces, rows, instruments]);
}
