import { startTransition, useEffect, useMemo, useState } from 'react';
import type { Studio } from '@/core/files';
import { fitSettings, fitStudentReader } from '@/core/register';
import type { Student } from '@/core/students';
import type { CalendarDay } from '@/core/time';
import { askFit, type FitProgress } from '@/workers/fit-client';
import { withCells, type FitGrid, type RowStates } from './fit-model';

export interface FitAnswer {
  /** By student id; a student or cell not computed yet is absent. */
  readonly states: ReadonlyMap<string, RowStates>;
  readonly progress: FitProgress | null;
  readonly cancel: () => void;
}

interface Heard {
  readonly progress: FitProgress | null;
  readonly rows: ReadonlyMap<number, RowStates>;
}
const NOTHING: Heard = { progress: null, rows: new Map() };

function* readEach<T, U>(items: readonly T[], read: (item: T) => U): Generator<U> {
  for (const item of items) yield read(item);
}

/** Asks the worker about every student and column; asks anew when the studio or the window changes. */
export function useFit(
  studio: Studio,
  students: readonly Student[],
  grid: FitGrid,
  today: CalendarDay,
): FitAnswer {
  const [{ progress, rows }, hear] = useState(NOTHING);
  const [stop, setStop] = useState<{ readonly cancel: () => void }>({ cancel: () => undefined });
  useEffect(() => {
    let over = false;
    const cancel = askFit(
      {
        settings: fitSettings(studio, today),
        students: { count: students.length, each: readEach(students, fitStudentReader(studio, today)) },
        columns: grid.columns,
      },
      (next) => {
        if (over) return;
        const hearIt = () =>
          hear((before) => ({
            progress: next,
            rows:
              next.kind === 'cells' || next.kind === 'kept'
                ? withCells(next.kind === 'kept' ? NOTHING.rows : before.rows, next.cells)
                : before.rows,
          }));
        // Cells are drawn in slices of time: a press of the teacher's goes first, and shows at once that it stopped.
        if (next.kind === 'cancelled') hearIt();
        else startTransition(hearIt);
      },
    );
    setStop({ cancel });
    return () => {
      over = true;
      cancel();
      hear(NOTHING);
    };
  }, [studio, students, grid, today]);
  const states = useMemo(
    () =>
      new Map(
        students.flatMap((student, row) => {
          const found = rows.get(row);
          return found ? [[student.id, found] as const] : [];
        }),
      ),
    [rows, students],
  );
  return { states, progress, cancel: stop.cancel };
}
