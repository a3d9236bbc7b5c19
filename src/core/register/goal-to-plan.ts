import { effortFigure } from '../effort';
import {
  criteriaWeeksOf,
  isKnown,
  skillMinutes,
  skillsForDemand,
  skillsToLearn,
  type GoalToPlan,
  type SkillsHad,
  type SkillToLearn,
} from '../plan';
import { usedPieces, type Goal } from '../programme';
import { isLearned, type Piece } from '../repertoire';
import { heldCommonLevel, stretchOf, type Level } from '../requirements';
import { emptyBook, familyOf, mapWith, studentSkills } from '../skills';
import type { Student } from '../students';
import { addDays, type CalendarDay } from '../time';
import { entriesOfStudent, goalsOfStudent, type Studio } from '../files';
import type { GoalNames } from './goal-names';

/** What the plan needs of a goal. */
export function goalToPlan(studio: Studio, names: GoalNames): GoalToPlan {
  const { goal, student, set, level, session } = names;
  const { effort, commonLevels } = studio.settings;
  const skills = goalSkills(studio, names, goal.programme);
  return {
    goal,
    level,
    session,
    stretch: stretchOf(student, set, level, { common: commonLevels, sets: studio.sets.values() }),
    criteriaWeeks: goal.plan.criteriaWeeks ?? criteriaWeeksOf(effort, set, session),
    ...(skills.length > 0 && { skills }),
  };
}

/** What a goal with a programme asks a student to learn first; nothing where nobody has said how far the student is. */
export function goalSkills(
  studio: Studio,
  { student, level }: Pick<GoalNames, 'student' | 'level'>,
  programme: Goal['programme'],
): SkillToLearn[] {
  const had = skillsHad(studio, student);
  if (!had) return [];
  const { pieces, settings } = studio;
  const excerpts = level.components.flatMap(({ source }) =>
    source.kind === 'excerpt' ? (pieces.get(source.pieceId) ?? []) : [],
  );
  return skillsToLearn(had, level, excerpts, chosenSkills(had, level, programme, pieces)).map((skill) => ({
    id: skill.id,
    name: skill.name,
    minutes: skillMinutes(skill, settings.effort),
  }));
}

function chosenSkills(
  had: SkillsHad,
  { components }: Level,
  programme: Goal['programme'],
  pieces: ReadonlyMap<string, Piece>,
): string[] {
  const chosen = components.flatMap(({ id }) =>
    (programme[id] ?? []).flatMap((choice) =>
      choice.kind === 'piece' ? (pieces.get(choice.pieceId) ?? []) : [],
    ),
  );
  return chosen.flatMap(({ demands }) => demands.flatMap((demand) => skillsForDemand(had, demand)));
}

interface Known {
  readonly inputs: readonly unknown[];
  readonly had: SkillsHad | null;
}
const known = new WeakMap<Student, Known>();

/** A student's skills, worked out once for the same of all they depend on; null where nothing says how far the student is. */
export function skillsHad(studio: Studio, student: Student): SkillsHad | null {
  const { sets, settings } = studio;
  const book = studio.skillBooks.get(student.id);
  const goals = goalsOfStudent(studio, student.id);
  const entries = entriesOfStudent(studio, student.id);
  const inputs = [sets, settings, book, goals, entries];
  const before = known.get(student);
  if (before?.inputs.every((each, at) => each === inputs[at])) return before.had;
  const used = usedPieces(goals, sets, student.id, null);
  const own = book ?? emptyBook(student.id);
  const words = mapWith(settings.ownSkills);
  const { map, held } = studentSkills(
    words,
    own,
    heldCommonLevel(settings.commonLevels, sets.values(), student),
  );
  const had = isKnown(student, own, used, entries.some(isLearned))
    ? { map, held, words, family: familyOf(student.instrument, settings.instrumentFamilies) }
    : null;
  known.set(student, { inputs, had });
  return had;
}

/** The day on which it is decided whether to go: the teacher's own, else so many weeks before the recording or the session. */
export function goNoGoOf({ settings }: Studio, { goal, session }: GoalNames): CalendarDay {
  const { recordingDue: due } = session;
  const date = due !== null && due < session.day ? due : session.day;
  return goal.plan.goNoGo ?? addDays(date, -7 * effortFigure(settings.effort, 'goNoGoWeeks'));
}
