import {
  fitState,
  openFit,
  readyColumn,
  readyStudent,
  type FitColumn,
  type FitSettings,
  type FitStudent,
} from './fit';
import type { FitState } from './fit-state';

export interface FitCell {
  /** Indexes into the students and the columns given. */
  readonly row: number;
  readonly column: number;
  readonly state: FitState;
}

/** Every cell, row by row, one at a time: a worker can stop between any two. */
export function* fitCells(
  settings: FitSettings,
  students: readonly FitStudent[],
  columns: readonly FitColumn[],
): Generator<FitCell, void> {
  const fit = openFit(settings);
  const ready = columns.map(() => undefined as ReturnType<typeof readyColumn> | undefined);
  for (const [row, given] of students.entries()) {
    const student = readyStudent(fit, given);
    for (const [column, each] of columns.entries())
      yield { row, column, state: fitState(fit, student, (ready[column] ??= readyColumn(fit, each))) };
  }
}
