import {
  currentSheets,
  readSheet,
  standing,
  type MarkScheme,
  type MarkSheet,
  type ReadSheet,
  type Standing,
} from '../marks';
import type { EffortSettings } from '../effort';
import type { Plan, PlanRefusal } from '../plan';
import { entryOf, usedPieces, type Goal } from '../programme';
import { allSchemes, checkProgramme, schemeOf, type Entry, type Verdict } from '../requirements';
import type { CalendarDay } from '../time';
import {
  cardsOfStudent,
  entriesOfStudent,
  faultsOfStudent,
  goalsOfStudent,
  practiceOfStudent,
  rhythmGatesOfStudent,
  sheetsOfGoal,
  type Studio,
} from '../files';
import { goalNames, type GoalNames } from './goal-names';
import { effortOf } from './learned-effort';
import { goalToPlan, goNoGoOf } from './goal-to-plan';
import { preparationWith } from './preparation';

/** And what follows from it. */
export interface GoalContext extends GoalNames {
  readonly scheme: MarkScheme;
  /** Levels above what the student holds. */
  readonly stretch: number;
  /** Figures of the work as they hold for the student. */
  readonly effort: EffortSettings;
  readonly entry: Entry;
  readonly verdicts: readonly Verdict[];
  readonly sheets: readonly MarkSheet[];
  /** The current ones, each read under the scheme it was given by. */
  readonly readSheets: readonly ReadSheet[];
  readonly standing: Standing;
  /** Within the plan of the student: its loads are those of all open goals. */
  readonly plan: Plan | null;
  readonly planRefusal: PlanRefusal | null;
  /** Weeks before the eve in which the whole is only performed. */
  readonly criteriaWeeks: number;
  /** The day on which it is decided whether to go. */
  readonly goNoGo: CalendarDay;
  /** The plan of the student over all open goals; null where there is none. */
  readonly whole: Plan | null;
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
    practiceOfStudent(studio, goal.studentId),
    cardsOfStudent(studio, goal.studentId),
    entriesOfStudent(studio, goal.studentId),
    studio.skillBooks.get(goal.studentId),
    faultsOfStudent(studio, goal.studentId),
    rhythmGatesOfStudent(studio, goal.studentId),
    ...goalsOfStudent(studio, goal.studentId).map(({ id }) => sheetsOfGoal(studio, id)),
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
  const { student, set, level } = names;
  const used = usedPieces(goalsOfStudent(studio, student.id), studio.sets, student.id, goal.id);
  const entry = entryOf(goal, set, student, studio.pieces, today, used);
  if (!entry) return undefined;
  const scheme = schemeOf(set, level);
  const { stretch, criteriaWeeks } = goalToPlan(studio, names);
  const sheets = sheetsOfGoal(studio, goal.id);
  const { whole, goals } = preparationWith(studio, goal, today);
  const planned = goals.get(goal.id);
  return {
    ...names,
    scheme,
    stretch,
    criteriaWeeks,
    effort: effortOf(studio, student, today),
    entry,
    verdicts: checkProgramme(entry),
    sheets,
    standing: standing(scheme, sheets, {
      earlier: allSchemes(set),
      aim: scheme.awards.find(({ id }) => id === goal.aimAwardId) ?? null,
    }),
    readSheets: currentSheets(sheets).map((sheet) => readSheet(scheme, allSchemes(set), sheet)),
    plan: planned?.ok ? planned.plan : null,
    planRefusal: planned === undefined || planned.ok ? null : planned.why,
    goNoGo: goNoGoOf(studio, names),
    whole,
  };
}
