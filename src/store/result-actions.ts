import type { Studio } from '@/core/files';
import {
  levelsAfterResult,
  pastGoal,
  withdrawn,
  withResult,
  type Ending,
  type Goal,
  type GoalResult,
  type PastResult,
  type WhyNewResult,
} from '@/core/programme';
import { findLevel } from '@/core/requirements';
import type { Student } from '@/core/students';
import type { Edit } from './changes';
import { newId } from './seed';
import { act, today } from './studio-store';

/** The student with the levels held as they are once a goal has another result, or none. */
function studentAfterResult(
  { students, sets }: Pick<Studio, 'students' | 'sets'>,
  goal: Goal,
  result: GoalResult | null,
): Student | undefined {
  const student = students.get(goal.studentId);
  const set = sets.get(goal.setId);
  const level = set && findLevel(set, goal.levelId);
  if (!student || !set || !level) return student;
  const levelsHeld = levelsAfterResult(student.levelsHeld, set, level, goal.result, result);
  return levelsHeld === student.levelsHeld ? student : { ...student, levelsHeld };
}

/** The edits of a result: the goal, closed with it, and the level held, recorded once. */
function resultEdits(
  studio: Pick<Studio, 'students' | 'sets'>,
  goal: Goal,
  result: GoalResult,
  why: WhyNewResult,
): Edit[] {
  const before = studio.students.get(goal.studentId);
  const student = studentAfterResult(studio, goal, result);
  return [
    { kind: 'goal', data: withResult(goal, result, why, today()) },
    ...(student && student !== before ? [{ kind: 'student', data: student } as const] : []),
  ];
}

/** @param why - where a result stands already: what the new one takes its place for */
export const recordResult = (
  goalId: string,
  result: GoalResult,
  why: WhyNewResult = 'correction',
): Promise<boolean> =>
  act('record the result', (studio) => {
    const goal = studio.goals.get(goalId);
    return goal ? resultEdits(studio, goal, result, why) : [];
  });

/** Results of many students, as one action: of goals there are, or of ones from before the studio kept any. */
export const takeResults = (
  rows: readonly (PastResult & { readonly goalId: string | null })[],
): Promise<boolean> =>
  act(`take ${rows.length} results`, (studio) => {
    const students = new Map(studio.students);
    return rows.flatMap((row): Edit[] => {
      const goal = studio.goals.get(row.goalId ?? '') ?? pastGoal(newId(), row);
      const edits = resultEdits({ ...studio, students }, goal, row.result, 'correction');
      // The next result of the same student finds what this one gave.
      const student = studentAfterResult({ ...studio, students }, goal, row.result);
      if (student) students.set(student.id, student);
      return edits;
    });
  });

/** How it ended, and with what result where it is known; an award of a graded exam is a level held from then on. */
export const endGoal = (id: string, ended: Ending, result: GoalResult | null): Promise<boolean> =>
  act('close the goal', (studio) => {
    const goal = studio.goals.get(id);
    if (!goal) return [];
    if (ended === 'withdrawn') return [{ kind: 'goal', data: withdrawn(goal, today()) }];
    if (result) return resultEdits(studio, goal, result, 'correction');
    return [{ kind: 'goal', data: { ...goal, closedOn: goal.closedOn ?? today(), ended } }];
  });
export const reopenGoal = (id: string): Promise<boolean> =>
  act('reopen the goal', (studio) => {
    const goal = studio.goals.get(id);
    if (!goal) return [];
    const student = studentAfterResult(studio, goal, null);
    const open = Object.entries(goal).filter(([name]) => name !== 'ended' && name !== 'result');
    return [
      { kind: 'goal', data: { ...(Object.fromEntries(open) as unknown as Goal), closedOn: null } },
      ...(student && student !== studio.students.get(student.id)
        ? [{ kind: 'student', data: student } as const]
        : []),
    ];
  });
