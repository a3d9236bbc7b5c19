/**
 * Mark schemes, mark sheets, totals and awards.
 *
 * A mark is a whole or, where its component has them, a half step of its criterion, 0 to the criterion's maximum; totals are exact fractions,
 * rounded only the way the scheme states.
 * Nothing is converted between schemes. Read `standing` first: it says where a student stands
 * from the latest teacher, mock or official sheet of each component.
 */
export {
  aimMark,
  componentMax,
  floorOf,
  markProblem,
  schemeComponent,
  PLAIN_SUM,
  schemeMax,
  stepOf,
  type Award,
  type Band,
  type Criterion,
  type MarkScheme,
  type Outcome,
  type Panel,
  type Rounding,
  type SchemeComponent,
  type Totalling,
} from './scheme';
export { problemsOfScheme } from './scheme-problems';
export { awardFor, markValue, totalOf } from './total';
export {
  judged,
  judgeSheet,
  leftOutOfMean,
  placesOf,
  ratingRow,
  type Judged,
  type JudgeMarks,
} from './judged';
export { moved, timeOf, type Occasion } from './occasion';
export { panelResult, seated, type PanelResult } from './panel';
export { panelsOf } from './panels-of-ratings';
export { leastValue, nextLine, type CriterionMarks, type Gain, type NextLine } from './next-line';
export {
  ASSESSORS,
  differences,
  sheetMark,
  type Assessor,
  type Who,
  type BarNote,
  type MarkSheet,
  type SheetMark,
} from './sheet';
export { criterionMarks, standing, type GivenMark, type Standing, type StandingMark } from './standing';
export { currentSheets, isSameAssessor, latestSheet, supersedeProblem, supersedeWords } from './precedence';
export { gaps, gapTrend, stepsUp, type CriterionGap, type Gap, type GapTrend, type StepUp } from './gap';
export { OWN_POINTS, ownWordsOf, ownWordsQuestions, type OwnWords } from './own-words';
export { readSheet, type ReadSheet } from './read-sheet';
export { nextSteps, type NextStep } from './next-steps';
