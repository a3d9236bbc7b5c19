/**
 * The preparation of a student: one plan over all goals, stages and gates back from each date, the smoothest spread of
 * minutes over the weeks, and tempo targets.
 *
 * Minutes are minutes of practice; weeks are periods from one lesson weekday to the day before the next.
 * Read `prepare` first: it puts the question of a studio to `planStudent`, which answers it exactly.
 */
export { prepare, verdictOf } from './prepare';
export { warningsOf, type PlanWarning } from './warnings';
export type {
  Gate,
  Habits,
  Noted,
  Plan,
  PlanInput,
  PlanItem,
  PlanRefusal,
  PlanWeek,
  Preparation,
} from './plan';
export {
  changed,
  latestStart,
  mendings,
  type Change,
  type Choices,
  type Exchange,
  type Mending,
} from './mend';
export {
  criteriaWeeksOf,
  itemsOf as wholeWork,
  type GoalToPlan,
  type OwnWork,
  type Reading,
  type SkillToLearn,
} from './item-work';
export { besideOf, type Beside, type Candidate, type OneMore } from './beside';
export { isKnown, skillMinutes, skillsForDemand, skillsToLearn, type SkillsHad } from './skills-to-learn';
export { learnedRate, rateObservations, type LearnedRate } from './learned-rate';
export {
  entriesOfCard,
  entryOfLine,
  type DoneAtAll,
  type HandedCard,
  type HandedLine,
  type LineReport,
} from './handed-card';
export { factWords, practiceFacts, practiceWeeks, talkQuestions, type PracticeWeek } from './practice';
export {
  barsInQuestion,
  FAULT_KINDS,
  faultHeat,
  faultPlaceWords,
  faultState,
  faultWords,
  heardFault,
  mendedFault,
  type Fault,
} from './fault';
export {
  cellOf,
  foundFault,
  isRhythmPassed,
  nextShown,
  rhythmDone,
  RHYTHM_STEPS,
  SHOWN_HOW,
  shownIn,
  type RhythmExtract,
  type RhythmGate,
  type ShownHow,
} from './rhythm-gate';
export { isReported } from './is-reported';
export { PRACTICE_SOURCES, SUPPORTS, type PracticeEntry } from './practice-entry';
export {
  eveOf,
  FARTHEST_DAYS,
  HEARD_IN_LESSON,
  isTooFar,
  planStudent,
  weeksOf,
  type PlannedGoal,
} from './student-plan';
