/**
 * Mark schemes, mark sheets, totals and awards.
 *
 * A mark is a whole step of its criterion, 0 to the criterion's maximum; totals are exact fractions,
 * rounded only the way the scheme states.
 * Nothing is converted between schemes. Read `standing` first: it says where a student stands
 * from the latest teacher, mock or official sheet of each component.
 */
export {
  aimMark,
  componentMax,
  schemeComponent,
  PLAIN_SUM,
  schemeMax,
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
export { awardFor } from './total';
export { panelResult, seated, type PanelResult } from './panel';
export { nextLine, type CriterionMarks, type Gain, type NextLine } from './next-line';
export {
  ASSESSORS,
  differences,
  sheetMark,
  type Assessor,
  type BarNote,
  type MarkSheet,
  type SheetMark,
} from './sheet';
export { criterionMarks, standing, type GivenMark, type Standing, type StandingMark } from './standing';
export { currentSheets, latestSheet, supersedeProblem, supersedeWords } from './precedence';
export { readSheet, type ReadSheet } from './read-sheet';
export { nextSteps, type NextStep } from './next-steps';
