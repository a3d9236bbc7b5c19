import { aimMark, componentMax, schemeComponent, type Assessor } from '@/core/marks';
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
import { addDays, daysBetween, formatDay, type CalendarDay } from '@/core/time';
import type { Now } from '@/store';
import type { ChartData, GlyphName } from '@/ui';
import { ASSESSOR_GLYPH, ASSESSOR_NAME } from '../shell/MarkLine';

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
  /** Latest first. */
  readonly results: readonly ResultLine[];
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
    results: resultsOf(studio, student),
  };
}

function resultsOf(studio: Studio, student: Student): ResultLine[] {
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

/** The marks of a component from the first to the day of the event, by who gave them, against the awards. */
export function marksOverTime(context: GoalContext, componentId: string): ChartData | null {
  const component = schemeComponent(context.scheme, componentId);
  if (!component) return null;
  const marks = context.readSheets
    .flatMap(({ sheet, mark, current }) =>
      sheet.componentId === componentId && mark.kind === 'complete' && current
        ? [{ ...sheet, mark: mark.mark }]
        : [],
    )
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  const [first] = marks;
  const last = marks.at(-1);
  if (!first || !last) return null;
  const max = componentMax(component);
  const start = addDays(first.day, -3);
  const end = context.session.day > last.day ? context.session.day : addDays(last.day, 7);
  const { goal, scheme } = context;
  const least = Math.min(...marks.map(({ mark }) => mark));
  return {
    x: {
      from: 0,
      to: daysBetween(start, end),
      say: (days) => formatDay(addDays(start, Math.round(days)), 'short'),
    },
    y: { from: least < max / 2 ? 0 : Math.floor(max / 2), to: max, say: String },
    series: COLUMNS.flatMap((assessor) => {
      const own = marks.filter((each) => each.assessor === assessor);
      const glyph: GlyphName = ASSESSOR_GLYPH[assessor];
      return own.length === 0
        ? []
        : [
            {
              name: ASSESSOR_NAME[assessor],
              glyph,
              dashed: assessor !== 'teacher',
              points: own.map(({ day, mark }) => ({
                x: daysBetween(start, day),
                y: mark,
                say: `${mark} of ${max}, ${ASSESSOR_NAME[assessor]}, ${formatDay(day, 'written')}`,
              })),
            },
          ];
    }),
    lines: scheme.awards.flatMap((award) => {
      const at = aimMark(scheme, award, component);
      return at > 0 ? [{ at, label: `${award.name} ${at}`, heavy: award.id === goal.aimAwardId }] : [];
    }),
    table: {
      head: ['Day', 'Marked by', `Mark of ${max}`],
      rows: marks.map(({ day, assessor, mark }) => [
        formatDay(day, 'written'),
        ASSESSOR_NAME[assessor],
        String(mark),
      ]),
    },
  };
}
