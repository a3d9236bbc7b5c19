import { latestSheet } from '@/core/marks';
import { lessonsOfStudent, type Studio } from '@/core/files';
import {
  decisionsOf,
  goalContext,
  goalNames,
  openGoals,
  preparationOf,
  unsettledGoals,
  deadlinesOf,
  clashesWith,
  hearToday,
  makeUpsOwed,
  lessonsOfDay,
  type DayLesson,
  type Deadline,
  type Decision,
  type GoalContext,
  type GoalNames,
  type HearLine,
} from '@/core/register';
import type { CalendarDay } from '@/core/time';
import type { MiniLine } from '@/ui';

export interface LessonRow {
  readonly lesson: DayLesson;
  /** The goal with the soonest session of each student of the lesson. */
  readonly goals: readonly GoalContext[];
  readonly decisions: readonly Decision[];
  readonly hear: readonly HearLine[];
  /** Names of the lessons that stand in the same minutes. */
  readonly clashes: readonly string[];
  /** Lessons the teacher cancelled and has not made up, of all who share it. */
  readonly owed: number;
  readonly state: 'done' | 'now' | 'to come';
}

export interface RegisterModel {
  readonly rows: readonly LessonRow[];
  readonly deadlines: readonly Deadline[];
  /** Of the goals of the day. */
  readonly decisions: readonly Decision[];
}

/** The open goals of the students who have a lesson on a day, with all that follows from them. */
export function contextsOfDay(studio: Studio, day: CalendarDay, today: CalendarDay): GoalContext[] {
  const students = new Set(
    lessonsOfDay(studio, day).flatMap((lesson) => lesson.students.map(({ id }) => id)),
  );
  return [...openGoals(studio), ...unsettledGoals(studio)].flatMap((goal) =>
    students.has(goal.studentId) ? (goalContext(studio, goal, today) ?? []) : [],
  );
}

/**
 * The day as the register shows it; `time` "15:46" tells what is over and what is on.
 * @param contexts - of the goals of the day
 */
export function registerModel(
  studio: Studio,
  day: CalendarDay,
  today: CalendarDay,
  time: string,
  contexts: readonly GoalContext[],
): RegisterModel {
  const isComing = ({ goal, session }: GoalNames) => goal.closedOn === null && session.day >= today;
  const coming = contexts.filter(isComing);
  const decisions = decisionsOf(contexts, today);
  const lessons = lessonsOfDay(studio, day);
  const seen = new Set(lessons.flatMap(({ students }) => students.map(({ id }) => id)));
  const owed = makeUpsOwed([...seen].flatMap((id) => lessonsOfStudent(studio, id)));
  const rows = lessons.map((lesson): LessonRow => {
    const goals = lesson.students.flatMap(
      (student) => coming.find((each) => each.student.id === student.id) ?? [],
    );
    const settled =
      lesson.state === 'held' ||
      lesson.state === 'absent' ||
      lesson.state === 'cancelled' ||
      lesson.state === 'moved';
    const begun = day < today || (day === today && lesson.start <= time);
    const over = day < today || (day === today && lesson.end <= time);
    return {
      lesson,
      goals,
      decisions: decisions.filter((each) => lesson.students.some((student) => student.id === each.studentId)),
      hear: lesson.students.flatMap((student) => {
        const { whole } = preparationOf(studio, student, today);
        return whole ? hearToday(whole, lesson.minutes / lesson.students.length) : [];
      }),
      clashes:
        lesson.state === 'cancelled' || lesson.state === 'moved'
          ? []
          : clashesWith(lessons, lesson, lesson.start).map(({ start, students }) =>
              [start, students.map(({ name }) => name).join(' and ')].join(' '),
            ),
      owed: lesson.students.reduce((sum, { id }) => sum + (owed.get(id) ?? 0), 0),
      state: settled || over ? 'done' : begun ? 'now' : 'to come',
    };
  });
  const named = openGoals(studio).flatMap((goal) => goalNames(studio, goal) ?? []);
  return { rows, deadlines: deadlinesOf(named.filter(isComing), today), decisions };
}

/** The last mark of each component as the mini-stave draws it: standing marks, else the student's own. */
export function miniLines(context: GoalContext): { readonly lines: readonly MiniLine[] } {
  const lines = context.level.components.flatMap((component): MiniLine[] => {
    const stand = context.standing.marks.find((mark) => mark.componentId === component.id);
    if (!stand) return [];
    const line = { letter: component.letter, max: stand.maxMark, aim: stand.aim };
    if (stand.from)
      return [
        {
          ...line,
          mark: stand.from.mark,
          by: stand.from.assessor === 'teacher' ? 'teacher' : 'mock',
        },
      ];
    const reads = context.readSheets.filter(
      ({ sheet, current, mark }) =>
        current &&
        sheet.componentId === component.id &&
        sheet.assessor === 'student' &&
        mark.kind === 'complete',
    );
    const own = latestSheet(reads.map(({ sheet }) => sheet));
    const mark = reads.find(({ sheet }) => sheet === own)?.mark.mark ?? null;
    return [{ ...line, mark, by: 'own' }];
  });
  return { lines };
}
