import { isLearned, type Piece, type RepertoireEntry } from '../repertoire';
import {
  commonLevel,
  heldCommonLevel,
  opensTo,
  placesOf,
  type Level,
  type RequirementSet,
} from '../requirements';
import { exposureOf, type Exposure } from '../shelf';
import { emptyBook, familyOf, mapWith, meaningOf, readyToLearn, studentSkills } from '../skills';
import type { Student } from '../students';
import type { CalendarDay } from '../time';
import { openGoalsOf } from './decisions';
import { entriesOfStudent, type Studio } from '../files';

/** The student's entries, the latest begun first. */
export const repertoireOf = (studio: Studio, studentId: string): RepertoireEntry[] =>
  [...entriesOfStudent(studio, studentId)].sort((a, b) =>
    (a.steps[0]?.day ?? '') < (b.steps[0]?.day ?? '') ? 1 : -1,
  );

/** A level a student may look at, in its set. */
export interface LevelInSet {
  readonly set: RequirementSet;
  readonly level: Level;
}

/**
 * Levels that are open to the student's instrument and whose edition still counts, in the order of their sets, and the
 * one to look at first: that of the soonest open goal, else the first above what is held on the common scale.
 */
export function levelsToLookAt(
  studio: Studio,
  student: Student,
  today: CalendarDay,
): { readonly levels: readonly LevelInSet[]; readonly first: LevelInSet | undefined } {
  const { commonLevels } = studio.settings;
  const levels = [...studio.sets.values()]
    .filter(({ edition }) => (edition.overlapTo ?? edition.to) >= today)
    .flatMap((set) =>
      set.levels.flatMap((level) => (opensTo(set, level, student.instrument) ? [{ set, level }] : [])),
    );
  const [goal] = openGoalsOf(studio, student.id);
  const held = heldCommonLevel(commonLevels, studio.sets.values(), student);
  return {
    levels,
    first:
      levels.find(({ set, level }) => set.id === goal?.setId && level.id === goal.levelId) ??
      levels.find(({ set, level }) => commonLevel(commonLevels, set.family, level.rank) > held) ??
      levels[0],
  };
}

/** Demands, in lower case, as they stand to a student. */
export interface DemandsFor {
  /** Met in a piece that is learned, or the skill of that name is held. */
  readonly had: ReadonlySet<string>;
  /** Not had, but all that the skill of that name needs is held. */
  readonly next: ReadonlySet<string>;
}

/** Pieces a student comes to a first target with in a year, where the teacher set nothing else. Our choice. */
export const AIM_OF_A_YEAR = 20;

/** @param names - demands looked up in the skill map */
export function demandsFor(studio: Studio, student: Student, names: Iterable<string>): DemandsFor {
  const whole = mapWith(studio.settings.ownSkills);
  const book = studio.skillBooks.get(student.id) ?? emptyBook(student.id);
  const { map, held } = studentSkills(
    whole,
    book,
    heldCommonLevel(studio.settings.commonLevels, studio.sets.values(), student),
  );
  const ready = new Set(readyToLearn(map, held).map(({ id }) => id));
  const had = new Set(exposureOf(repertoireOf(studio, student.id).filter(isLearned), studio.pieces).keys());
  const next = new Set<string>();
  const family = familyOf(student.instrument, studio.settings.instrumentFamilies);
  for (const name of new Set(names)) {
    const meaning = meaningOf(whole, family, name);
    // What asks for no skill is nobody's to lack.
    if (meaning.kind === 'no skill' || (meaning.kind === 'skill' && held.has(meaning.id)))
      had.add(name.toLowerCase());
    else if (meaning.kind === 'skill' && ready.has(meaning.id) && !had.has(name.toLowerCase()))
      next.add(name.toLowerCase());
  }
  return { had, next };
}

export const demandsHad = (studio: Studio, student: Student, names: Iterable<string>): ReadonlySet<string> =>
  demandsFor(studio, student, names).had;

/** A student who may take a part of a piece. */
export interface Player {
  readonly id: string;
  readonly name: string;
  /** Held, on the common scale; 0 for none. */
  readonly level: number;
  /** The student's entry of this piece. */
  readonly entry: RepertoireEntry | undefined;
  /** What was met in the parts played so far, this piece left out. */
  readonly exposure: Exposure;
  /** Demands of the parts that the student has, in lower case. */
  readonly had: ReadonlySet<string>;
}

/** Students of the instruments whose requirements place the piece, those of its ensembles too; the furthest on first. */
export function playersOf(studio: Studio, piece: Piece): Player[] {
  const { sets, students, pieces, settings } = studio;
  const instruments = new Set(
    [...sets.values()].flatMap((set) =>
      placesOf(set).has(piece.id) ? [set.instrument.replace(/ ensemble$/, '')] : [],
    ),
  );
  const names = (piece.parts ?? []).flatMap(({ demands }) => demands);
  return [...students.values()]
    .filter(({ archivedOn, instrument }) => archivedOn === null && instruments.has(instrument))
    .map((student) => {
      const entries = repertoireOf(studio, student.id);
      return {
        id: student.id,
        name: student.name,
        level: heldCommonLevel(settings.commonLevels, sets.values(), student),
        entry: entries.find(({ pieceId }) => pieceId === piece.id),
        exposure: exposureOf(
          entries.filter(({ pieceId }) => pieceId !== piece.id),
          pieces,
        ),
        had: demandsHad(studio, student, names),
      };
    })
    .sort((a, b) => b.level - a.level);
}
