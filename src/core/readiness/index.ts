/**
 * Where each component of a goal stands today from what was heard, how far performing itself is prepared, and, in
 * `forecast`, where it is likely to stand on the day.
 *
 * Marks are in the steps of the goal's scheme. Read `readinessOf` first.
 */
export { readinessOf, type ComponentReadiness, type Readiness } from './readiness';
export {
  MOCKS,
  performingOf,
  type PerformingItem,
  type PerformingName,
  type PieceEvidence,
  type PieceRuns,
} from './performing';
