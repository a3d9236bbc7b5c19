/**
 * The teacher's day: lessons, next events, deadlines, decisions waiting. All of it computed.
 *
 * Read `lessonsOfDay` for the day's lessons and `decisionsOf` for what asks for an answer.
 */
export { askedOfScore, type AskedOfScore } from './asked-of-score';
export { askedOfTake, recordingAsked, type AskedBars, type AskedOfTake } from './asked-of-take';
export { afterChange, clashesWith, lessonsOfDay, lessonsOn, makeUpsOwed, type DayLesson } from './lessons';
export { findIn, type Findable } from './find';
export { nextLesson } from './next-lesson';
export { lessonNames, slotClashes, withTimetable, type Timetable } from './timetable';
export { entryFaults } from './entry-check';
export {
  byDue,
  deadlinesOf,
  deadlineWords,
  decisionsOf,
  openGoals,
  openGoalsOf,
  unsettledGoals,
  weeksLeft,
  type Deadline,
  type Decision,
} from './decisions';
export { afterInstrument, instrumentChange, type GoalAnswer } from './instrument-change';
export { goalContext, type GoalContext } from './goal-context';
export { goalNames, type GoalNames } from './goal-names';
export {
  cautionsOf,
  ENOUGH_RESULTS,
  goalForecast,
  OLD_MARK_WEEKS,
  pastCandidacies,
  type Caution,
  type ForecastWeek,
  type GoalForecast,
  type NextHour,
  type Spread,
} from './forecasts';
export { eveForecast, levelsInReach, type EveForecast, type NextLevel } from './afterwards';
export { heldOf, hindsight, LOOKED_BACK, type Held, type Hindsight } from './hindsight';
export {
  rescuedTogether,
  rescueOf,
  withOption,
  type Allowed,
  type Allows,
  type Rescue,
  type RescueEffect,
  type RescueOption,
  type RescueQuestion,
  type Together,
} from './rescue';
export { rescued, type RescueChange } from './rescue-change';
export { performingOfGoal } from './performing';
export { panelDay, type Entrant } from './panel-day';
export { BESIDE, resultBeside, type ComponentBeside, type ResultBeside } from './result-beside';
export { FIRST_STEPS, firstSteps, type FirstStep, type FirstStepName } from './first-steps';
export { AIM_OF_A_YEAR, demandsHad, playersOf, levelsToLookAt, repertoireOf } from './own-repertoire';
export {
  programmeQuestion,
  reasonsOf,
  weightOf,
  WEIGHTS,
  type ProgrammeSums,
  type Reason,
  type WeightName,
} from './programme-question';
export { markRows, resultRows, studentRows, type TableRows } from './studio-tables';
export { learnedRateOf } from './learned-effort';
export { waysToMend, type WaysToMend } from './ways-to-mend';
export { planInput, preparationOf } from './preparation';
export { leastChange, type CardChange } from './least-change';
export { cardStillServes, sinceLastWeek, type SinceLastWeek } from './since-last-week';
export { hearToday, type HearLine } from './hear-today';
export { partWords, practiceNames, practiceParts, practiceTable } from './practice-names';
export { cardsToReport, weekCard, type WeekCard } from './week-card';
export {
  fitGroups,
  fitSettings,
  fitStudentReader,
  fitWindows,
  type FitGroup,
  type FitWindow,
} from './fit-question';
