/**
 * Requirement sets as data: levels, components, lists, rules and sessions, and the check of a
 * programme against every rule of its level.
 *
 * Each rule answers met, unmet, undecided or waived, with the evidence it rests on; `explainRule`
 * says it in words. Read `checkProgramme` first.
 */
export {
  BARE_LEVEL,
  BARE_SESSION,
  BARE_SET,
  choiceCount,
  choosesPieces,
  componentOf,
  findLevel,
  findSession,
  isPrepared,
  listedPieces,
  namedPieces,
  opensTo,
  schemeOf,
  setLabel,
  type Component,
  type ComponentSource,
  type Edition,
  type Graded,
  type ScaleRow,
  type Session,
  type TempoBands,
} from './requirement-set';
export {
  asksTheStudent,
  isOpenByPieces,
  RULES,
  ruleShape,
  ruleTitle,
  withInner,
  wrongOf,
  type Evidence,
  type Rule,
  type RuleKind,
  type RuleOf,
} from './rules';
export { type Blank, type IdOf, type LetterOf, type Typed } from './rules/fields';
export { checkProgramme, checkRule, searchFacts } from './check';
export {
  ANY_AMOUNT,
  holds,
  NEVER_LOST,
  type AnyRule,
  type SearchFacts,
  type SearchPiece,
  type SumLimit,
} from './search-parts';
export {
  openSlots,
  type Candidate,
  type Choice,
  type Programme,
  type Slot,
  type Takes,
  type UsedPiece,
  type Waiver,
} from './entry';
export { type ChoicePlace, type ChoicePredicate } from './answers-to';
export { compileLevel, isLost, NO_FACTS, type CompiledLevel } from './compile';
export { laterSession, noLaterSession, type LaterSession } from './later-session';
export { allSchemes, withEarlierSchemes } from './scheme-versions';
export {
  commonLevel,
  heldCommonLevel,
  levelsUp,
  stretchOf,
  type LevelTable,
  withCommonLevel,
  type CommonLevels,
} from './common-level';
export { crosswalk, familyLevels, type CrosswalkPlace, type CrosswalkRow } from './crosswalk';
export { ASSUMED_BANDS, contrastValue, CONTRASTS, type Contrast } from './contrast';
export { forInstrument, type ForInstrument } from './for-instrument';
export { copySet, familyFor, ofInstrument, type CopyWish } from './copy';
export { levelNamed, levelsToHold, type NamedLevel } from './held-level';
export { type GradedClass } from './graded-class';
export { editionBefore, editionDifferences, placesOf, type EditionDifference, type Place } from './edition';
export { explainRule, type RuleWords } from './explain';
export { type RuleStatus } from './verdict';
export { problemsOfSet } from './problems';
export { moved, withGrades, withList } from './change-list';
export type { Entry, Level, RequirementSet, Verdict } from './with-rules';
