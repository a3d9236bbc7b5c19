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

/**
 * Rows of the fit, one student after the other, each cell by cell: a worker can answer between any two. What students
 * share is made ready when the first of them needs it.
 */
export function fitRows(
  settings: FitSettings,
  columns: readonly FitColumn[],
): (row: number, student: FitStudent) => Generator<FitCell, void> {
  const fit = openFit(settings);
  const ready = columns.map(() => undefined as ReturnType<typeof readyColumn> | undefined);
  return function* (row, given) {
    const student = readyStudent(fit, given);
    for (const [column, each] of columns.entries())
      yield { row, column, state: fitState(fit, student, (ready[column] ??= readyColumn(fit, each))) };
  };
}

/** Every cell, row by row, one at a time. */
export function* fitCells(
  settings: FitSettings,
  students: readonly FitStudent[],
  columns: readonly FitColumn[],
): Generator<FitCell, void> {
  const rowOf = fitRows(settings, columns);
  for (const [row, student] of students.entries()) yield* rowOf(row, student);
}
