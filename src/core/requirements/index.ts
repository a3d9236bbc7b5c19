/**
 * Requirement sets as data: levels, components, lists, rules and sessions, and the check of a
 * programme against every rule of its level.
 *
 * Each rule answers met, unmet, undecided or waived, with the evidence it rests on; `explainRule`
 * says it in words. Read `checkProgramme` first.
 */
export {
  choiceCount,
  choosesPieces,
  componentOf,
  findLevel,
  findSession,
  schemeOf,
  setLabel,
  type Component,
  type ComponentSource,
  type Edition,
  type Level,
  type RequirementSet,
  type Session,
} from './requirement-set';
export { RULE_KINDS, type Rule, type RuleKind } from './rule';
export { checkProgramme, checkRule } from './check';
export {
  openSlots,
  type Choice,
  type Entry,
  type Programme,
  type Slot,
  type Takes,
  type Waiver,
} from './entry';
export { explainRule, ruleTitle, type RuleWords } from './explain';
export { type Evidence, type RuleStatus, type Verdict } from './verdict';
export { problemsOfSet } from './problems';
