import { currentSheets } from '../marks';
import {
  faultState,
  faultWords,
  prepare,
  type Noted,
  type PlanInput,
  type Preparation,
  type Reading,
} from '../plan';
import type { Goal } from '../programme';
import type { Student } from '../students';
import type { CalendarDay } from '../time';
import { valueAt } from '../value-at';
import { familyOf, followed } from '../skills';
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
import { effortOf } from './learned-effort';
import { goalNames } from './goal-names';
import { goalToPlan } from './goal-to-plan';
import { ownWork } from './own-work';

/** What the pathways of first reading say of a new piece. */
const READING: Readonly<Record<string, Reading>> = { 'rhythm-first': 'rhythm', 'score-first': 'questions' };
function readingOf(pathwayIds: readonly string[]): Pick<PlanInput, 'reading'> {
  const [reading] = followed(pathwayIds).flatMap(({ id }) => valueAt(READING, id) ?? []);
  return reading ? { reading } : {};
}

const known = new WeakMap<Student, { readonly inputs: readonly unknown[]; readonly answer: Preparation }>();

/**
 * The plan of the goal's student over all open goals. A closed goal has a plan of its own, a goal that is not in the studio as
 * it stands is planned in the place of the one there.
 */
export function preparationWith(studio: Studio, goal: Goal, today: CalendarDay): Preparation {
  const student = studio.students.get(goal.studentId);
  if (!student) return { whole: null, goals: new Map() };
  if (goal.closedOn !== null) return prepare(planInput(studio, student, [goal], today));
  const open = goalsOfStudent(studio, student.id).filter(({ closedOn }) => closedOn === null);
  if (!open.includes(goal)) {
    const others = open.filter(({ id }) => id !== goal.id);
    return prepare(planInput(studio, student, [...others, goal], today));
  }
  return preparationOf(studio, student, today);
}

/** The plan of a student over all open goals and own work; worked out once for the same of all it depends on. */
export function preparationOf(studio: Studio, student: Student, today: CalendarDay): Preparation {
  const own = goalsOfStudent(studio, student.id);
  const open = own.filter(({ closedOn }) => closedOn === null);
  const { sets, pieces, closures, settings } = studio;
  const inputs = [
    today,
    sets,
    pieces,
    closures,
    settings,
    own,
    practiceOfStudent(studio, student.id),
    cardsOfStudent(studio, student.id),
    entriesOfStudent(studio, student.id),
    studio.skillBooks.get(student.id),
    faultsOfStudent(studio, student.id),
    rhythmGatesOfStudent(studio, student.id),
    ...open.map(({ id }) => sheetsOfGoal(studio, id)),
  ];
  const before = known.get(student);
  if (before?.inputs.length === inputs.length && before.inputs.every((each, at) => each === inputs[at]))
    return before.answer;
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
  own: ownWork(studio, student),
  pieces: studio.pieces,
  closures: [...studio.closures.values()],
  effort: effortOf(studio, student, today),
  evidence: {
    practice: practiceOfStudent(studio, student.id),
    cards: cardsOfStudent(studio, student.id),
  },
  rhythm: rhythmGatesOfStudent(studio, student.id),
  ...readingOf(studio.skillBooks.get(student.id)?.pathwayIds ?? []),
  noted: [...goals.flatMap((goal) => notedIn(studio, goal)), ...faultsIn(studio, student)],
  family: familyOf(student.instrument, studio.settings.instrumentFamilies),
  metronomeFrom: studio.settings.metronomeFrom ?? 'learn',
  today,
});

/** Faults that are not mended, the one that is back first. */
const faultsIn = (studio: Studio, { id }: Student): Noted[] =>
  faultsOfStudent(studio, id)
    .filter((fault) => faultState(fault) !== 'mended')
    .sort((a, b) => Number(faultState(b) === 'back again') - Number(faultState(a) === 'back again'))
    .map((fault) => ({
      goalId: null,
      componentId: null,
      pieceId: fault.pieceId,
      bars: fault.bars,
      text: faultWords(fault),
    }));

/** What the teacher noted at bars when each part was heard last. */
function notedIn(studio: Studio, { id: goalId }: Goal): Noted[] {
  const heard = currentSheets(sheetsOfGoal(studio, goalId)).filter(({ assessor }) => assessor === 'teacher');
  const last = new Map<string, (typeof heard)[number]>();
  for (const sheet of heard) {
    const key = `${sheet.componentId} ${sheet.pieceId ?? ''}`;
    const before = last.get(key);
    if (!before || before.day <= sheet.day) last.set(key, sheet);
  }
  return [...last.values()].flatMap(({ componentId, pieceId, notes }) =>
    notes.map(({ bars, text }) => ({ goalId, componentId, pieceId, bars, text })),
  );
}
