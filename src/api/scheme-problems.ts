import { pointerOf, type Problem } from '@/core/files';
import { problemsOfScheme, type MarkScheme } from '@/core/marks';

/** What is wrong with a scheme in a body's field `scheme`, with its place. */
export const schemeProblems = (scheme: MarkScheme): Problem[] =>
  problemsOfScheme(scheme).map(({ path, message }) => ({ pointer: `/scheme${pointerOf(path)}`, message }));
