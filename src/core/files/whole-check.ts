import { explainMapProblem, mapWith, problemsOfMap } from '../skills';
import { readRecord, type StoredRecord } from './records';
import type { StudioSettings } from './settings';
import type { Problem } from './validate';

/**
 * What a record holds wrong, with what only the whole skill map can tell of own skills. Opening a studio does without it,
 * so that no page loads the map for that: own skills are checked when they are changed, when a file is read, and after.
 */
export function problemsOfRecord(record: StoredRecord): readonly Problem[] {
  const read = readRecord(record);
  return read.ok ? problemsOfOwnSkills(read.value) : read.why;
}

/** Needs that lead nowhere or in a circle; none for any record but the settings. */
export function problemsOfOwnSkills({ kind, data }: StoredRecord): readonly Problem[] {
  if (kind !== 'settings') return [];
  const map = mapWith((data as unknown as StudioSettings).ownSkills);
  return problemsOfMap(map)
    .filter((problem) => problem.kind !== 'orphan')
    .map((problem) => ({ pointer: '/data/ownSkills', message: explainMapProblem(problem, map) }));
}
