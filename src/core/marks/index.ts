/**
 * Mark schemes, mark sheets, totals and awards.
 *
 * A mark is a whole step of its criterion, 0 to the criterion's maximum; totals are whole numbers.
 * Nothing is converted between schemes. Read `standing` first: it says where a student stands
 * from the latest teacher, mock or official sheet of each component.
 */
export {
  aimMark,
  componentMax,
  problemsOfScheme,
  schemeComponent,
  schemeMax,
  type Award,
  type Band,
  type Criterion,
  type MarkScheme,
  type SchemeComponent,
} from './scheme';
export {
  ASSESSORS,
  differences,
  sheetMark,
  type Assessor,
  type BarNote,
  type MarkSheet,
  type SheetMark,
} from './sheet';
export {
  awardFor,
  currentSheets,
  latestSheet,
  nextLine,
  standing,
  type NextLine,
  type Standing,
  type StandingMark,
} from './standing';
