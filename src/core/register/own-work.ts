import { skillMinutes, type OwnWork } from '../plan';
import { stateOf } from '../repertoire';
import { commonLevel, heldCommonLevel, levelsUp, placesOf, type CommonLevels } from '../requirements';
import { currentEvidence, emptyBook } from '../skills';
import type { Student } from '../students';
import { entriesOfStudent, type Studio } from '../files';
import { skillsHad } from './goal-to-plan';

/**
 * What a student works on beside any goal: pieces of the own repertoire that are begun, and skills that were heard and are not
 * there yet.
 */
export function ownWork(studio: Studio, student: Student): OwnWork[] {
  const { pieces, settings } = studio;
  const begun = entriesOfStudent(studio, student.id).flatMap((entry): OwnWork[] => {
    const piece = pieces.get(entry.pieceId);
    const startedOn = entry.steps.at(-1)?.day;
    return piece && startedOn && stateOf(entry) === 'begun'
      ? [
          {
            kind: 'piece',
            piece,
            startedOn,
            isLong: entry.stretch,
            first: entry.first,
            stretch: stretchOfPiece(studio, student, piece.id),
          },
        ]
      : [];
  });
  const had = skillsHad(studio, student);
  const learning = currentEvidence(studio.skillBooks.get(student.id) ?? emptyBook(student.id)).flatMap(
    ({ skillId, how, day }): OwnWork[] => {
      const skill = how === 'alone' || had?.held.has(skillId) ? undefined : had?.map.get(skillId);
      return skill
        ? [
            {
              kind: 'skill',
              startedOn: day,
              skill: { id: skill.id, name: skill.name, minutes: skillMinutes(skill, settings.effort) },
            },
          ]
        : [];
    },
  );
  return [...begun, ...learning];
}

/** Levels a piece stands above what is held, by the lowest level that lists it; 0 where none does. */
function stretchOfPiece(studio: Studio, student: Student, pieceId: string): number {
  const lowest = lowestLevels(studio).get(pieceId);
  const held = heldCommonLevel(studio.settings.commonLevels, studio.sets.values(), student);
  return lowest === undefined ? 0 : levelsUp(held, lowest);
}

const known = new WeakMap<
  Studio['sets'],
  { readonly table: CommonLevels; readonly levels: ReadonlyMap<string, number> }
>();

/** The lowest level of the common scale that lists each piece. */
function lowestLevels({ sets, settings: { commonLevels: table } }: Studio): ReadonlyMap<string, number> {
  const before = known.get(sets);
  if (before?.table === table) return before.levels;
  const levels = new Map<string, number>();
  for (const set of sets.values())
    for (const [pieceId, places] of placesOf(set))
      for (const { rank } of places) {
        const level = commonLevel(table, set.family, rank);
        levels.set(pieceId, Math.min(level, levels.get(pieceId) ?? level));
      }
  known.set(sets, { table, levels });
  return levels;
}
