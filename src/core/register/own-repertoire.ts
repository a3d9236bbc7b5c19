import { isLearned, type RepertoireEntry } from '../repertoire';
import { heldCommonLevel } from '../requirements';
import { exposureOf } from '../shelf';
import {
  emptyBook,
  familyOf,
  heldIn,
  inPathway,
  mapWith,
  PATHWAYS,
  skillNamed,
  skillStates,
} from '../skills';
import type { Student } from '../students';
import type { Studio } from './studio';

/** The student's entries, the latest begun first. */
export const repertoireOf = (studio: Studio, studentId: string): RepertoireEntry[] =>
  [...studio.repertoire.values()]
    .filter((entry) => entry.studentId === studentId)
    .sort((a, b) => ((a.steps[0]?.day ?? '') < (b.steps[0]?.day ?? '') ? 1 : -1));

/**
 * Demands, in lower case, that the student has, of all that pieces name and of `more`: the skill of that name is held, or it was met in a piece that is learned.
 */
export function demandsHad(studio: Studio, student: Student, more: readonly string[] = []): Set<string> {
  const whole = mapWith(studio.settings.ownSkills);
  const book = studio.skillBooks.get(student.id) ?? emptyBook(student.id);
  const map = PATHWAYS.filter((pathway) => book.pathwayIds.includes(pathway.id)).reduce(inPathway, whole);
  const held = heldIn(
    skillStates(map, book, heldCommonLevel(studio.settings.commonLevels, studio.sets.values(), student)),
  );
  const had = new Set(exposureOf(repertoireOf(studio, student.id).filter(isLearned), studio.pieces).keys());
  const names = new Set([...[...studio.pieces.values()].flatMap((piece) => piece.demands), ...more]);
  for (const name of names) {
    const skill = skillNamed(whole, familyOf(student.instrument), name);
    if (skill && held.has(skill)) had.add(name.toLowerCase());
  }
  return had;
}
