/**
 * What can be taught, what comes before what, and what a student has shown.
 *
 * A skill needs all of several lists, any of each; a pathway is a school's own order of the same skills, so a
 * student who changes pathway keeps every piece of evidence. Read `missingSkills` first: it answers what is to
 * be learned for a level, in learning order.
 */
export { minutesForSkill, type Skill, type SkillMap } from './skill';
export {
  familyOf,
  instrumentKey,
  INSTRUMENT_FAMILIES,
  type InstrumentFamily,
  type NamedFamilies,
  type SkillFamily,
} from './families';
export {
  CHORD_DEMANDS,
  CHORD_DRILLS,
  type ChordDemand,
  type KeyDemand,
  type ScoreDemand,
} from './demand-names';
export { meaningOf, type DemandMeaning } from './vocabulary';
export { explainMapProblem, mapWith, withoutSkill, withSkill } from './own-skills';
export { problemsOfMap } from './map-problems';
export { demandWords, followed, PATHWAYS, SKILL_MAP, withPathway } from './map';
export { inPathway, mustComeBefore, type Pathway } from './pathway';
export {
  ASK_AFTER_DAYS,
  countsAsHeld,
  currentEvidence,
  emptyBook,
  HEARD_HOW,
  toAskAbout,
  type Evidence,
  type SkillBook,
  type SkillState,
} from './evidence';
export { studentSkills, type StudentSkills } from './along-pathway';
export { missingSkills, readyToLearn } from './missing';
