import { goalsOfStudent, practiceRows, type PartName, type PracticeNames, type Studio } from '../files';
import type { PracticeEntry } from '../plan';
import type { Goal } from '../programme';
import { findLevel } from '../requirements';
import type { CalendarDay } from '../time';
import { mapWith } from '../skills';
import { valueAt } from '../value-at';
import { ownWork } from './own-work';

type Part = PartName['part'];

/**
 * Each part of a student's open goals, and each of its pieces where it has several; then the pieces begun and the skills being
 * learned beside them.
 */
export function practiceParts(studio: Studio, studentId: string): Part[] {
  const parts = goalsOfStudent(studio, studentId)
    .filter(({ closedOn }) => closedOn === null)
    .flatMap((goal) => partsOf(studio, goal));
  const student = studio.students.get(studentId);
  const own = student ? ownWork(studio, student) : [];
  const chosen = new Set(parts.map(({ pieceId }) => pieceId));
  const bare = { goalId: null, componentId: null, pieceId: null } as const;
  return [
    ...parts,
    ...own.flatMap((work): Part[] => {
      if (work.kind === 'skill') return [{ ...bare, skillId: work.skill.id }];
      return chosen.has(work.piece.id) ? [] : [{ ...bare, pieceId: work.piece.id }];
    }),
  ];
}

function partsOf(studio: Studio, goal: Goal): Part[] {
  const set = studio.sets.get(goal.setId);
  const level = set && findLevel(set, goal.levelId);
  return (level?.components ?? []).flatMap(({ id }) => {
    const pieces = (valueAt(goal.programme, id) ?? []).flatMap((choice) =>
      choice.kind === 'piece' ? [choice.pieceId] : [],
    );
    return (pieces.length === 0 ? [null] : pieces).map((pieceId) => ({
      goalId: goal.id,
      componentId: id,
      pieceId,
    }));
  });
}

/** "S" and "Ropewalk Gigue", as it was when it was noted, also of a goal that is closed or has another piece by now. */
export function partWords(
  studio: Studio,
  { goalId, componentId, pieceId, skillId }: Part,
): { readonly letter: string; readonly title: string } {
  const goal = goalId === null ? undefined : studio.goals.get(goalId);
  const set = studio.sets.get(goal?.setId ?? '');
  const level = set && goal && findLevel(set, goal.levelId);
  const component = level?.components.find(({ id }) => id === componentId);
  const title =
    skillId !== undefined
      ? (mapWith(studio.settings.ownSkills).get(skillId)?.name ?? 'a skill that is gone')
      : pieceId === null
        ? undefined
        : studio.pieces.get(pieceId)?.title;
  return {
    letter: component?.letter ?? '',
    title: title ?? component?.name ?? (goalId === null ? 'anything' : 'part of a goal that is gone'),
  };
}

/** What rows of a table of practice can name. */
export const practiceNames = (studio: Studio, today: CalendarDay): PracticeNames => ({
  students: [...studio.students.values()]
    .filter(({ archivedOn }) => archivedOn === null || archivedOn > today)
    .map(({ id, name }) => ({
      id,
      name,
      parts: practiceParts(studio, id).map((part) => {
        const { letter, title } = partWords(studio, part);
        return { part, names: [letter, title, `${letter} ${title}`] };
      }),
    })),
});

/** All practice of the studio as a table that can be pasted back. */
export const practiceTable = (studio: Studio) =>
  practiceRows(
    studio.practice.values(),
    (id) => studio.students.get(id)?.name ?? '',
    (entry: PracticeEntry) => {
      const { letter, title } = partWords(studio, entry);
      return entry.goalId === null && entry.pieceId === null && entry.skillId === undefined
        ? ''
        : `${letter} ${title}`.trim();
    },
  );
