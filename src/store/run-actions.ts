import type { Occasion } from '@/core/marks';
import { runsOfStudent } from '@/core/files';
import { nextPlace, type RunThrough } from '@/core/runs';
import { act } from './studio-store';

/** Keeps a run that was played; it stands last on its day. */
export const keepRun = (run: Omit<RunThrough, 'place'>): Promise<boolean> =>
  act('keep the run-through', (studio) => {
    const others = runsOfStudent(studio, run.studentId).filter(({ pieceId }) => pieceId === run.pieceId);
    return [{ kind: 'run', data: { ...run, place: nextPlace(others, run.day) } }];
  });

/** @param change - a field that is undefined is taken out */
export const changeRun = (
  id: string,
  change: { readonly [K in keyof RunThrough]?: RunThrough[K] | undefined },
): Promise<boolean> =>
  act('change the run-through', ({ runs }) => {
    const run = runs.get(id);
    if (!run) return [];
    const data = Object.fromEntries(
      Object.entries({ ...run, ...change }).filter(([, value]) => value !== undefined),
    ) as unknown as RunThrough;
    return [{ kind: 'run', data }];
  });

export const removeRun = (id: string): Promise<boolean> =>
  act('remove the run-through', () => [{ kind: 'run', remove: id }]);

// Mock days and panels ----------------------------------------------------------------------------

export const saveOccasion = (data: Occasion): Promise<boolean> =>
  act(`save ${data.name}`, () => [{ kind: 'occasion', data }]);

export const removeOccasion = (id: string): Promise<boolean> =>
  act('remove the day', () => [{ kind: 'occasion', remove: id }]);
