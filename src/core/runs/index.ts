/**
 * Run-throughs: a piece played through, as a teacher hears it.
 *
 * Seconds count from the first note; bars are as printed. Nothing here becomes a mark. Read `RunThrough` first.
 */
export { drawSection, drawnIn, isSameSection, leftInRound, neverStartedCold, sectionsFrom } from './deck';
export { PERFORMING, type PerformingName } from './performing-names';
export { memoryOf, recoveryOf, type Memory, type Recovery } from './evidence';
export {
  inOrder,
  isClean,
  isSteady,
  isWhole,
  LISTENERS,
  nextPlace,
  PLAYED_ON,
  ROOMS,
  STEADY_SLIPS,
  type RunConditions,
  type RunStart,
  type RunThrough,
  type Slip,
  type Stop,
} from './run';
export { oddsInARow, STREAK, streakOf, type Streak } from './streak';
export { pressed, timed, type Press, type Timed } from './timed';
