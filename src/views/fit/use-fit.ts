import { useEffect, useMemo, useState } from 'react';
import type { FitState } from '@/core/fit';
import { fitSettings, fitStudent, type Studio } from '@/core/register';
import type { Student } from '@/core/students';
import type { CalendarDay } from '@/core/time';
import { askFit, type FitProgress } from '@/workers/fit-client';
import { statesOf, type FitGrid } from './fit-model';

export interface FitAnswer {
  /** States by student id and column; a student or cell not computed yet is absent. */
  readonly states: ReadonlyMap<string, ReadonlyMap<number, FitState>>;
  readonly progress: FitProgress | null;
  readonly cancel: () => void;
}

/** Asks the worker about every student and column; asks anew when the studio or the window changes. */
export function useFit(
  studio: Studio,
  students: readonly Student[],
  grid: FitGrid,
  today: CalendarDay,
): FitAnswer {
  const [progress, setProgress] = useState<FitProgress | null>(null);
  const [stop, setStop] = useState<{ readonly cancel: () => void }>({ cancel: () => undefined });
  useEffect(() => {
    const question = {
      settings: fitSettings(studio, today),
      students: students.map((student) => fitStudent(studio, student, today)),
      columns: grid.columns,
    };
    let over = false;
    const cancel = askFit(question, (next) => {
      if (!over) setProgress(next);
    });
    setStop({ cancel });
    return () => {
      over = true;
      cancel();
    };
  }, [studio, students, grid, today]);
  const states = useMemo(() => {
    const rows =
      progress && progress.kind !== 'crashed'
        ? statesOf(progress.cells)
        : new Map<number, Map<number, FitState>>();
    return new Map(
      students.map((student, row) => [student.id, rows.get(row) ?? new Map<number, FitState>()]),
    );
  }, [progress, students]);
  return { states, progress, cancel: stop.cancel };
}
