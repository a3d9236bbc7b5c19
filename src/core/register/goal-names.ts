import { findLevel, findSession, type Level, type RequirementSet, type Session } from '../requirements';
import { earlierSession, type Goal } from '../programme';
import type { Student } from '../students';
import type { Studio } from '../files';

/** A goal with everything it names looked up. */
export interface GoalNames {
  readonly goal: Goal;
  /** Playing the instrument of the goal. */
  readonly student: Student;
  readonly set: RequirementSet;
  readonly level: Level;
  readonly session: Session;
}

/** A result of earlier years stands for its session. Undefined when it names a student, set, level or session that is gone. */
export function goalNames(studio: Studio, goal: Goal): GoalNames | undefined {
  const own = studio.students.get(goal.studentId);
  const student = own && goal.instrument !== undefined ? { ...own, instrument: goal.instrument } : own;
  const set = studio.sets.get(goal.setId);
  const level = set && findLevel(set, goal.levelId);
  const session = set && (findSession(set, goal.sessionId) ?? (goal.result && earlierSession(goal.result)));
  return student && set && level && session && { goal, student, set, level, session };
}
