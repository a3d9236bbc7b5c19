/**
 * Minutes of work, and the smoothest way to spread them over the weeks there are.
 *
 * Work is in minutes; periods count from 0 and are inclusive; a load is minutes asked over minutes
 * available. Read `level` first: it is the exact levelling the preparation plan stands on.
 */
export {
  level,
  levelLoads,
  type LevelItem,
  type Levelling,
  type LevelPeriod,
  type Loads,
  type NoSplit,
} from './level';
export {
  ASSUMED_EFFORT,
  DEFAULT_EFFORT,
  effortFigure,
  minutesForBars,
  pieceMinutes,
  stageMinutes,
  stageParts,
  STAGES,
  type EffortSettings,
  type Stage,
} from './piece-minutes';
export { serving, type Serve } from './serve';
export type { Corridor } from './share-out';
export { largestVisit } from './largest-visit';
export type { LevelWork } from './work-bounds';
export { isInTime, leastWork, peakOf, type LeastWork } from './least-work';
