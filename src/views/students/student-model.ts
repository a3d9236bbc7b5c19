import type { Assessor } from '@/core/marks';
import { goalsOfStudent, type Studio } from '@/core/files';
import type { Plan } from '@/core/plan';
import { readinessOf } from '@/core/readiness';
import type { Piece } from '@/core/repertoire';
import {
  goalContext,
  goalNames,
  hearToday,
  nextLesson,
  openGoalsOf,
  preparationOf,
  type GoalContext,
  type HearLine,
} from '@/core/register';
import type { Student } from '@/core/students';
import type { CalendarDay } from '@/core/time';
import type { Now } from '@/store';

/** Who marks, in the order of the columns. */
export const COLUMNS = ['student', 'teacher', 'mock', 'official'] as const satisfies readonly Assessor[];

export interface ResultLine {
  readonly what: string;
  readonly award: string;
  readonly day: CalendarDay;
}

export interface StudentModel {
  readonly goals: readonly GoalContext[];
  /** The plan over all goals and own work; null where there is neither. */
  readonly whole: Plan | null;
  /** Pieces that are worked on. */
  readonly pieces: readonly Piece[];
  readonly next: ReturnType<typeof nextLesson>;
  /** To hear in the next lesson, by goal; last what is worked on beside any. */
  readonly hear: readonly { readonly goal: GoalContext | null; readonly lines: readonly HearLine[] }[];
}

/** The lesson and the goals of a student. */
export function studentModel(studio: Studio, student: Student, now: Now): StudentModel {
  const today = now.day;
  const goals = openGoalsOf(studio, student.id).flatMap((goal) => goalContext(studio, goal, today) ?? []);
  const next = nextLesson(studio, student, now);
  const { whole } = preparationOf(studio, student, today);
  const lines = whole && next ? hearToday(whole, next.lesson.minutes / next.lesson.students.length) : [];
  return {
    goals,
    whole,
    pieces: [...new Set((whole?.items ?? []).flatMap(({ piece }) => piece ?? []))],
    next,
    hear: [...goals, null].flatMap((goal) => {
      const own = lines.filter(({ goalId }) => goalId === (goal?.goal.id ?? null));
      return own.length > 0 ? [{ goal, lines: own }] : [];
    }),
  };
}

/** Levels held and results, latest first. */
export function resultsOf(studio: Studio, student: Student): ResultLine[] {
  const held = student.levelsHeld.map(({ family, levelName, award, day }) => ({
    what: `${family} ${levelName}`,
    award,
    day,
  }));
  // What gave a level is there already.
  const others = goalsOfStudent(studio, student.id).flatMap((goal) => {
    const names = goalNames(studio, goal);
    if (!goal.result || !names) return [];
    const { award, on } = goal.result;
    const isHeld = student.levelsHeld.some(
      ({ family, levelName, day }) =>
        family === names.set.family && levelName === names.level.name && day === on,
    );
    if (isHeld) return [];
    return [{ what: `${names.set.name} ${names.level.name}`, award: award ?? 'no award', day: on }];
  });
  return [...held, ...others].sort((a, b) => (a.day < b.day ? 1 : -1));
}

export const readinessOfGoal = (context: GoalContext, today: CalendarDay) =>
  readinessOf(context.level, context.scheme, context.standing, context.readSheets, context.plan, today);
