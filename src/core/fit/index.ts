/**
 * Students against levels: who is ready now, who can be ready by the session, who cannot enter and why.
 *
 * Weeks are the student's own periods, lesson to lesson; minutes are those of the cheapest programme that keeps the
 * rules, with the skills still to be learned. Read `fitDetail` first: it says everything behind one cell.
 */
export { entryKey } from './asked';
export { fitDetail, fitWith } from './fit';
export {
  openFit,
  readyColumn,
  prepareStudent,
  type Fit,
  type FitColumn,
  type FitSettings,
  type FitStudent,
} from './ready';
export {
  FIT_KINDS,
  type FitDetail,
  type FitKind,
  type FitState,
  type NotEligible,
  type Unknown,
} from './fit-state';
export { entryWords, explainState, stateWords } from './explain';
export { fitCells, KeptFit, type FitCell } from './kept-fit';
