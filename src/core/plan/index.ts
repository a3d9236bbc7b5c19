/**
 * The preparation of one goal: stages and gates back from the session, the smoothest spread of minutes
 * over the weeks, tempo targets, and the week's practice card.
 *
 * Minutes are minutes of practice; weeks are periods from one lesson weekday to the day before the next.
 * Read `planPreparation` first.
 */
export type { Gate } from './gates';
export {
  planPreparation,
  type Plan,
  type PlanInput,
  type PlanItem,
  type PlanRefusal,
  type PlanWeek,
} from './plan';
export { practiceCard, type CardBlock, type CardDay, type CardRow, type PracticeCard } from './card';
export type { StageTask } from './stage-task';
export { latestStart } from './latest-start';
export { practiceFacts, practiceWeeks, type PracticeFacts, type PracticeWeek } from './practice';
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
