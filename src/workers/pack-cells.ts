import type { FitCell, FitState } from '@/core/fit';

/** Cells in few words: states not sent before, then for each cell its row, its column and the place of its state. */
export interface PackedCells {
  readonly states: readonly FitState[];
  readonly cells: readonly number[];
}

/** Packs cells batch by batch: many cells share a state, and each state is told of once. */
export function cellPacker(): (cells: readonly FitCell[]) => PackedCells {
  const known = new Map<string, number>();
  return (cells) => {
    const states: FitState[] = [];
    const packed: number[] = [];
    for (const { row, column, state } of cells) {
      const words = JSON.stringify(state);
      let at = known.get(words);
      if (at === undefined) {
        at = known.size;
        known.set(words, at);
        states.push(state);
      }
      packed.push(row, column, at);
    }
    return { states, cells: packed };
  };
}

/** @param states - every state told of so far, those of this batch among them */
export function unpackCells(states: readonly FitState[], cells: readonly number[]): FitCell[] {
  const found: FitCell[] = [];
  for (let at = 0; at + 2 < cells.length; at += 3) {
    const state = states[cells[at + 2] ?? -1];
    if (state) found.push({ row: cells[at] ?? 0, column: cells[at + 1] ?? 0, state });
  }
  return found;
}
