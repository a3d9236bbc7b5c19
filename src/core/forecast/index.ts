/**
 * Where a candidacy is likely to stand on the day of its exam, as chances: of each mark, of each total, of each award.
 *
 * Fitted to the studio's own results; until there are any, everything is assumed. Read `forecast` first, then `outcomeOf`.
 */
export { stepOfTotal, totalled, totalledBy, markedOf, type Totalled } from './adding';
export { type Candidacy, type Hearer, type HeardMark, type PastCandidacy } from './candidacy';
export { drawAwards, type DrawnAwards } from './drawn';
export { fitStudio, type StudioFit } from './fit';
export { forecast, weeklyDays, type Ahead, type Evidence, type Forecast, type Question } from './forecast';
export {
  marksAtNodes,
  outcomeOf,
  quantile,
  type Adding,
  type AtNodes,
  type Line,
  type Outcome,
} from './outcome';
export { heldIn80 } from './held';
export { type Marked } from './scale';
