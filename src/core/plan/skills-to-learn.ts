import { effortFigure, type EffortSettings } from '../effort';
import type { Piece } from '../repertoire';
import type { Level, UsedPiece } from '../requirements';
import {
  meaningOf,
  minutesForSkill,
  missingSkills,
  type InstrumentFamily,
  type Skill,
  type SkillBook,
  type SkillMap,
} from '../skills';
import type { Student } from '../students';

/** A student's skills, and how the words of a piece are read. */
export interface SkillsHad {
  /** Along the student's pathways. */
  readonly map: SkillMap;
  readonly held: ReadonlySet<string>;
  /** As the studio has it: what a demand means does not depend on pathways. */
  readonly words: SkillMap;
  readonly family: InstrumentFamily | null;
}

/** Minutes a new skill takes in this studio. */
export const skillMinutes = (skill: Skill, effort: EffortSettings): number =>
  minutesForSkill(skill, effortFigure(effort, 'skillMinutes'), effortFigure(effort, 'skillStageMinutes'));

/** Ids of the skills that demands name. */
export const skillsNamed = ({ words, family }: SkillsHad, demands: readonly string[]): string[] =>
  demands.flatMap((demand) => {
    const meaning = meaningOf(words, family, demand);
    return meaning.kind === 'skill' ? [meaning.id] : [];
  });

/** What is still to be learned for one demand, with what comes before it. */
export const skillsForDemand = (had: SkillsHad, demand: string): string[] =>
  missingSkills(had.map, had.held, skillsNamed(had, [demand])).map(({ id }) => id);

/**
 * What a student has to learn for a level with these pieces, in learning order.
 * @param excerpts - pieces of which the level names bars
 * @param forChosen - ids of what the chosen pieces ask for (`skillsForDemand`), in any order
 */
export const skillsToLearn = (
  had: SkillsHad,
  level: Pick<Level, 'skills'>,
  excerpts: readonly Piece[],
  forChosen: Iterable<string>,
): Skill[] =>
  missingSkills(had.map, had.held, [
    ...level.skills,
    ...excerpts.flatMap(({ demands }) => skillsNamed(had, demands)),
    ...[...new Set(forChosen)].sort(),
  ]);

/**
 * Whether anything says how far a student is: a level, a skill heard, a piece played before, or the word that the student is
 * a beginner. Else nothing can be counted as missing.
 * @param hasPlayed - whether a piece of the own repertoire was learned
 */
export const isKnown = (
  student: Pick<Student, 'isBeginner' | 'levelsHeld'>,
  book: Pick<SkillBook, 'evidence' | 'exceptions'>,
  used: readonly UsedPiece[],
  hasPlayed: boolean,
): boolean =>
  student.isBeginner === true ||
  hasPlayed ||
  student.levelsHeld.length + book.evidence.length + book.exceptions.length + used.length > 0;
