/**
 * A goal, its chosen programme, and how long it plays.
 *
 * A goal is one student aiming at one level at one session. Read `entryOf` first: it gathers what
 * the rules of `requirements` look at.
 */
export {
  entryOf,
  newGoal,
  NEW_ENTRY,
  lastRowResults,
  NEW_GOAL_PLAN,
  pieceOfGoal,
  usedPieces,
  withChoice,
  withoutChoice,
  withSwap,
  type Goal,
  type GoalPlan,
  type GateState,
  type RowResult,
  withRowResult,
} from './goal';
export {
  CERTIFICATES,
  ENDINGS,
  NEW_RESULT,
  type Ending,
  type GoalEvent,
  type GoalResult,
  type PlainResult,
  type WhyNewResult,
} from './goal-event';
export {
  isSameResult,
  levelsAfterResult,
  pastGoal,
  resultProblems,
  resultQuestions,
  withResult,
  type PastResult,
} from './result';
export { earlierSession } from './earlier-session';
export {
  goDecisionOf,
  inSession,
  told,
  toTell,
  withdrawn,
  withEvent,
  withOfficeToTell,
  withProgramme,
} from './goal-history';
export { NO_OWN_CHOICE, ownChoices, piecesFor, type OwnChoices } from './own-choice';
export {
  cheapestProgramme,
  eachProgramme,
  satisfiable,
  type CheapestProgramme,
  type PieceCost,
  type Satisfiable,
} from './search';
export { bestProgrammes } from './best';
export type { BestAnswer, BestQuestion, PieceWorth, RankedProgramme } from './best-question';
export {
  adviseProgrammes,
  conflictOf,
  whyNot,
  type Conflict,
  type Obstacle,
  type ProgrammeAdvice,
  type ProgrammeProblem,
  type ProgrammeQuestion,
  type WhyNot,
} from './advise';
export { playingTime, timeLimits, type PlayingTime } from './playing-time';
