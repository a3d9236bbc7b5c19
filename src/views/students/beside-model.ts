import { faultsOfStudent, lessonsOfStudent, type Studio } from '@/core/files';
import { faultState, type Fault } from '@/core/plan';
import { repertoireOf, type GoalContext } from '@/core/register';
import { REPERTOIRE_STATES, stateOf, type Piece, type RepertoireState } from '@/core/repertoire';
import { heldCommonLevel } from '@/core/requirements';
import { emptyBook, familyOf, mapWith, studentSkills } from '@/core/skills';
import type { LessonRecord, Student } from '@/core/students';
import type { CalendarDay } from '@/core/time';
import { piecesOf } from '../shell/pieces-of';
import { stagesOf, type SkillLine } from '../skills/skills-model';

/** A note at bars, with the component and the day it was made. */
export interface BarNoteLine {
  readonly goalId: string;
  readonly componentId: string;
  readonly letter: string;
  readonly day: CalendarDay;
  readonly bars: { readonly from: number; readonly to: number };
  readonly text: string;
}
/** What stands beside the lesson and the goals. */
export interface StudentBeside {
  /** Lessons that have a note, latest first. */
  readonly lessons: readonly LessonRecord[];
  /** Of the goals and of the own repertoire, those begun. */
  readonly pieces: readonly Piece[];
  readonly faults: readonly Fault[];
  /** Faults that are not mended. */
  readonly toMend: number;
  /** Latest first. */
  readonly notes: readonly BarNoteLine[];
  readonly skills: readonly SkillLine[];
  readonly repertoire: readonly { readonly state: RepertoireState; readonly titles: readonly string[] }[];
}

/** @param goals - the open ones of the student */
export const studentBeside = (
  studio: Studio,
  student: Student,
  goals: readonly GoalContext[],
): StudentBeside => ({
  pieces: piecesToNote(studio, student.id, goals),
  faults: faultsOfStudent(studio, student.id),
  toMend: faultsOfStudent(studio, student.id).filter((fault) => faultState(fault) !== 'mended').length,
  lessons: lessonsOfStudent(studio, student.id)
    .filter(({ note }) => note !== '')
    .sort((a, b) => (a.day < b.day ? 1 : -1)),
  notes: goals.flatMap(notesOf).sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : 0)),
  skills: nextSkills(studio, student),
  repertoire: repertoireByState(studio, student.id),
});

function piecesToNote(studio: Studio, studentId: string, goals: readonly GoalContext[]): Piece[] {
  const own = repertoireOf(studio, studentId)
    .filter((entry) => stateOf(entry) === 'begun')
    .flatMap(({ pieceId }) => studio.pieces.get(pieceId) ?? []);
  const noted = faultsOfStudent(studio, studentId).flatMap(({ pieceId }) => studio.pieces.get(pieceId) ?? []);
  return [...new Set([...goals.flatMap((goal) => piecesOf(studio, goal)), ...own, ...noted])];
}

const notesOf = ({ goal, level, readSheets }: GoalContext): BarNoteLine[] =>
  readSheets.flatMap(({ sheet }) =>
    sheet.notes.map(({ bars, text }) => ({
      goalId: goal.id,
      componentId: sheet.componentId,
      letter: level.components.find(({ id }) => id === sheet.componentId)?.letter ?? '',
      day: sheet.day,
      bars,
      text,
    })),
  );

/** Skills that can be learned next, those begun with the teacher first. */
function nextSkills(studio: Studio, student: Student): SkillLine[] {
  const { commonLevels, ownSkills, instrumentFamilies } = studio.settings;
  const book = studio.skillBooks.get(student.id) ?? emptyBook(student.id);
  const presumed = heldCommonLevel(commonLevels, studio.sets.values(), student);
  const { map, states, held } = studentSkills(mapWith(ownSkills), book, presumed);
  const lines = stagesOf(map, states, held, familyOf(student.instrument, instrumentFamilies)).flatMap(
    (stage) => stage.lines,
  );
  const begun = ({ state }: SkillLine) => (state === 'with teacher' ? 0 : 1);
  return lines.filter(({ place }) => place === 'next').sort((a, b) => begun(a) - begun(b));
}

function repertoireByState(studio: Studio, studentId: string): StudentBeside['repertoire'] {
  const entries = repertoireOf(studio, studentId);
  return REPERTOIRE_STATES.flatMap((state) => {
    const titles = entries
      .filter((entry) => stateOf(entry) === state)
      .map(({ pieceId }) => studio.pieces.get(pieceId)?.title ?? 'deleted piece');
    return titles.length > 0 ? [{ state, titles }] : [];
  });
}
