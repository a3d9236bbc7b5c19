import { beforeAll, beforeEach, vi } from 'vitest';
import type { Studio } from '@/core/files';
import type { Student } from '@/core/students';
import { calendarDay as day } from '@/core/time';
import { demoFile } from '@/demo';
import { openStudio } from '.';
import type { ReadyState } from './store-state';
import { getState, wipeStudio } from './studio-store';
import { standInLocks } from './test-locks';

/** Each test begins with the demo studio as it comes from its file. */
export function useDemoStudio(): void {
  beforeAll(() => {
    standInLocks();
    vi.stubGlobal('fetch', () => Promise.resolve(Response.json(demoFile())));
  });
  beforeEach(async () => {
    await openStudio('demo');
    await wipeStudio();
    await openStudio('demo');
  });
}

export function ready(): ReadyState {
  const state = getState();
  if (state.kind !== 'ready') throw new Error(`the studio is ${state.kind}`);
  return state;
}
export const studio = () => ready().studio;
export const facts = (of: Studio) =>
  JSON.stringify(
    Object.entries(of).map(([name, value]: [string, unknown]) => [
      name,
      value instanceof Map
        ? [...(value as Map<string, unknown>)].sort(([a], [b]) => (a < b ? -1 : 1))
        : value,
    ]),
  );

export const today = day('2027-01-20');
/** The record of that id; one that is missing is a bug of the test. */
function existing<T>(records: ReadonlyMap<string, T>, id: string): T {
  const found = records.get(id);
  if (!found) throw new Error(`the demo has no ${id}`);
  return found;
}
export const orla = (of: Studio) => existing(of.goals, 'orla-5');
export const plain = (id: string): Student => ({
  ...existing(studio().students, 'orla'),
  id,
  name: 'Wren Halloran',
  sharesWith: null,
});
