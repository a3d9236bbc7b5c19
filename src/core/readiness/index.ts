/**
 * Where each component of a goal stands today from what was heard, and how far
 * performing itself is prepared. Where a goal is likely to stand on the day is the matter of `forecast`.
 *
 * Marks are in the steps of the goal's scheme. Read `readinessOf` first.
 */
export { readinessOf, type ComponentReadiness, type Readiness } from './readiness';
export {
  daysToShow,
  performingOf,
  type PerformingItem,
  type PieceEvidence,
  type PieceRuns,
} from './performing';
