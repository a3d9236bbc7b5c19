import { effortFigure } from '../effort';
import { prepare, type GoalToPlan, type PlanInput, type Preparation } from '../plan';
import type { Goal } from '../programme';
import { stretchOf } from '../requirements';
import type { Student } from '../students';
import { addDays, type CalendarDay } from '../time';
import { goalsOfStudent, practiceOfStudent, type Studio } from '../files';
import { goalNames, type GoalNames } from './goal-names';

/** What the plan needs of a goal. */
export function goalToPlan(studio: Studio, { goal, student, set, level, session }: GoalNames): GoalToPlan {
  const { effort, commonLevels } = studio.settings;
  const isShort = session.recordingDue !== null || set.kind === 'recital';
  return {
    goal,
    level,
    session,
    stretch: stretchOf(student, set, level, { common: commonLevels, sets: studio.sets.values() }),
    criteriaWeeks:
      goal.plan.criteriaWeeks ?? effortFigure(effort, isShort ? 'shortPerformWeeks' : 'performWeeks'),
  };
}

const known = new WeakMap<Student, { readonly inputs: readonly unknown[]; readonly answer: Preparation }>();

/**
 * The plan of the goal's student over all open goals; worked out once for the same of all it depends on. A closed goal has
 * a plan of its own, a goal that is not in the studio as it stands is planned in the place of the one there.
 */
export function preparationWith(studio: Studio, goal: Goal, today: CalendarDay): Preparation {
  const student = studio.students.get(goal.studentId);
  if (!student) return { whole: null, goals: new Map() };
  const own = goalsOfStudent(studio, student.id);
  const open = own.filter(({ closedOn }) => closedOn === null);
  if (goal.closedOn !== null) return prepare(planInput(studio, student, [goal], today));
  if (!open.includes(goal)) {
    const others = open.filter(({ id }) => id !== goal.id);
    return prepare(planInput(studio, student, [...others, goal], today));
  }
  const { sets, pieces, closures, settings } = studio;
  const inputs = [today, sets, pieces, closures, settings, own, practiceOfStudent(studio, student.id)];
  const before = known.get(student);
  if (before?.inputs.every((each, at) => each === inputs[at])) return before.answer;
  const answer = prepare(planInput(studio, student, open, today));
  known.set(student, { inputs, answer });
  return answer;
}

/** What a student's plan depends on, with these goals. */
export const planInput = (
  studio: Studio,
  student: Student,
  goals: readonly Goal[],
  today: CalendarDay,
): PlanInput => ({
  student,
  goals: goals.flatMap((goal) => {
    const names = goalNames(studio, goal);
    return names ? [goalToPlan(studio, names)] : [];
  }),
  pieces: studio.pieces,
  closures: [...studio.closures.values()],
  effort: studio.settings.effort,
  evidence: { practice: practiceOfStudent(studio, student.id), cards: [] },
  today,
});

/** The day on which it is decided whether to go: the teacher's own, else so many weeks before the recording or the session. */
export function goNoGoOf({ settings }: Studio, { goal, session }: GoalNames): CalendarDay {
  const { recordingDue: due } = session;
  const date = due !== null && due < session.day ? due : session.day;
  return goal.plan.goNoGo ?? addDays(date, -7 * effortFigure(settings.effort, 'goNoGoWeeks'));
}
