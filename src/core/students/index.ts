/**
 * A student: who, when the lessons are, how many minutes there are to practise, what is held.
 *
 * Minutes by weekday are seven whole numbers, Monday first. Read `Student` first.
 */
export type { LessonRecord, LessonStep } from './lesson-record';
export {
  heldRank,
  initials,
  instrumentOn,
  schoolYearStart,
  shortName,
  whoPlays,
  withInstrumentFrom,
  yearGroupOn,
  type LevelHeld,
  type RecordingAgreed,
  type Student,
} from './student';
