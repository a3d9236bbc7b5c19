import {
  currentSheets,
  readSheet,
  standing,
  type MarkScheme,
  type MarkSheet,
  type ReadSheet,
  type Standing,
} from '../marks';
import { planPreparation, type Plan, type PlanRefusal } from '../plan';
import { entryOf, usedPieces, type Goal } from '../programme';
import {
  allSchemes,
  checkProgramme,
  findLevel,
  findSession,
  schemeOf,
  stretchOf,
  type Entry,
  type Level,
  type RequirementSet,
  type Session,
  type Verdict,
} from '../requirements';
import type { Student } from '../students';
import type { CalendarDay } from '../time';
import { goalsOfStudent, sheetsOfGoal, type Studio } from '../files';

/** A goal with everything it names looked up. */
export interface GoalNames {
  readonly goal: Goal;
  /** Playing the instrument of the goal. */
  readonly student: Student;
  readonly set: RequirementSet;
  readonly level: Level;
  readonly session: Session;
}

/** And what follows from it. */
export interface GoalContext extends GoalNames {
  readonly scheme: MarkScheme;
  /** Levels above what the student holds. */
  readonly stretch: number;
  readonly entry: Entry;
  readonly verdicts: readonly Verdict[];
  readonly sheets: readonly MarkSheet[];
  /** The current ones, each read under the scheme it was given by. */
  readonly readSheets: readonly ReadSheet[];
  readonly standing: Standing;
  readonly plan: Plan | null;
  readonly planRefusal: PlanRefusal | null;
}

/** Undefined when it names a student, set, level or session that is gone. */
export function goalNames(studio: Studio, goal: Goal): GoalNames | undefined {
  const own = studio.students.get(goal.studentId);
  const student = own && goal.instrument !== undefined ? { ...own, instrument: goal.instrument } : own;
  const set = studio.sets.get(goal.setId);
  const level = set && findLevel(set, goal.levelId);
  const session = set && findSession(set, goal.sessionId);
  return student && set && level && session && { goal, student, set, level, session };
}

interface Known {
  readonly inputs: readonly unknown[];
  readonly context: GoalContext | undefined;
}
const known = new WeakMap<Goal, Known>();

/**
 * Undefined when the goal names a student, set, level or session that is gone. Worked out once for the same goal and
 * the same of all it depends on.
 */
export function goalContext(studio: Studio, goal: Goal, today: CalendarDay): GoalContext | undefined {
  const inputs = [
    today,
    studio.students.get(goal.studentId),
    studio.sets,
    studio.pieces,
    studio.closures,
    studio.settings,
    sheetsOfGoal(studio, goal.id),
    goalsOfStudent(studio, goal.studentId),
  ];
  const before = known.get(goal);
  if (before?.inputs.every((each, at) => each === inputs[at])) return before.context;
  const context = contextOf(studio, goal, today);
  known.set(goal, { inputs, context });
  return context;
}

function contextOf(studio: Studio, goal: Goal, today: CalendarDay): GoalContext | undefined {
  const names = goalNames(studio, goal);
  if (!names) return undefined;
  const { student, set, level, session } = names;
  const used = usedPieces(goalsOfStudent(studio, student.id), studio.sets, student.id, goal.id);
  const entry = entryOf(goal, set, student, studio.pieces, today, used);
  if (!entry) return undefined;
  const scheme = schemeOf(set, level);
  const stretch = stretchOf(student, set, level, {
    common: studio.settings.commonLevels,
    sets: studio.sets.values(),
  });
  const sheets = sheetsOfGoal(studio, goal.id);
  const planned = planPreparation({
    goal,
    student,
    stretch,
    level,
    session,
    pieces: studio.pieces,
    closures: [...studio.closures.values()],
    effort: studio.settings.effort,
    today,
  });
  return {
    ...names,
    scheme,
    stretch,
    entry,
    verdicts: checkProgramme(entry),
    sheets,
    standing: standing(scheme, sheets, {
      earlier: allSchemes(set),
      aim: scheme.awards.find(({ id }) => id === goal.aimAwardId) ?? null,
    }),
    readSheets: currentSheets(sheets).map((sheet) => readSheet(scheme, allSchemes(set), sheet)),
    plan: planned.ok ? planned.plan : null,
    planRefusal: planned.ok ? null : planned.why,
  };
}
