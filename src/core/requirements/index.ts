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
  type Level,
  type RequirementSet,
  type ScaleRow,
  type Session,
} from './requirement-set';
export {
  CONDITION_TOPICS,
  CONTRASTS,
  RULE_KINDS,
  withInner,
  type ChoicePredicate,
  type Contrast,
  type GradedClass,
  type PieceRule,
  type Rule,
  type RuleKind,
  type RuleOf,
} from './rule';
export { checkProgramme, checkRule } from './check';
export {
  openSlots,
  type Candidate,
  type Choice,
  type Entry,
  type Programme,
  type Slot,
  type Takes,
  type UsedPiece,
  type Waiver,
} from './entry';
export { type ChoicePlace } from './answers-to';
export {
  compileLevel,
  holds,
  isLost,
  NEVER_LOST,
  NO_FACTS,
  type CompiledLevel,
  type SearchFacts,
  type SearchPiece,
} from './compile';
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
export { combine } from './combine';
export { crosswalk, familyLevels, type CrosswalkPlace, type CrosswalkRow } from './crosswalk';
export { contrastValue } from './contrast';
export { forInstrument, type ForInstrument } from './for-instrument';
export { copySet, familyFor, ofInstrument, type CopyWish } from './copy';
export { levelNamed, levelsToHold, type NamedLevel } from './held-level';
export { gradedClassOf } from './graded-class';
export { usedWithin } from './used-within';
export { editionBefore, editionDifferences, placesOf, type EditionDifference, type Place } from './edition';
export { explainRule, ruleTitle, type RuleWords } from './explain';
export { type Evidence, type RuleStatus, type Verdict } from './verdict';
export { problemsOfSet } from './problems';
export { moved, withGrades, withList } from './change-list';
