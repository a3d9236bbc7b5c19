import type { Problem } from '@/core/files';
import { problemsOfSet, type RequirementSet } from '@/core/requirements';

/** What is wrong with the set of a body, each with its JSON pointer. */
export const setProblems = (set: RequirementSet, pieces: ReadonlyMap<string, unknown>): Problem[] =>
  problemsOfSet(set, new Set(pieces.keys())).map(({ path, message }) => ({
    pointer: `/set/${path.replace(/\[(\d+)\]/g, '/$1').replaceAll('.', '/')}`,
    message,
  }));
