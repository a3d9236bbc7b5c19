import {
  currentSheets,
  isSameAssessor,
  latestSheet,
  readSheet,
  type BarNote,
  type MarkSheet,
  type Who,
} from '@/core/marks';
import { sheetsOfGoal, type Studio } from '@/core/files';
import { type Goal } from '@/core/programme';
import { allSchemes, componentOf, findLevel, schemeOf } from '@/core/requirements';
import { inTerms } from '@/core/terms';
import type { CalendarDay } from '@/core/time';
import { valueAt } from '@/core/value-at';
import { newId } from './seed';
import { act, today } from './studio-store';

const TEACHER: Who = { assessor: 'teacher' };

/** The open sheet of an assessor for a component on a day, or a new one; closed sheets are superseded. */
function openSheet(studio: Studio, goal: Goal, componentId: string, who: Who, day: CalendarDay): MarkSheet {
  const sheets = currentSheets(sheetsOfGoal(studio, goal.id));
  const own = sheets.filter(
    (sheet) => sheet.componentId === componentId && isSameAssessor(sheet, who) && sheet.day === day,
  );
  const set = studio.sets.get(goal.setId);
  const level = set && findLevel(set, goal.levelId);
  if (!set || !level) throw new Error('the goal names a deleted level');
  const scheme = schemeOf(set, level);
  // Marks that mean something else today are not gone on with: a new sheet takes their place.
  const goesOn = (sheet: MarkSheet | undefined) =>
    sheet !== undefined && readSheet(scheme, allSchemes(set), sheet).current;
  const open = own.find((sheet) => !sheet.closed && goesOn(sheet));
  if (open) return open;
  const before = latestSheet(own);
  const choice = valueAt(goal.programme, componentId)?.[0];
  const source = componentOf(level, componentId)?.source;
  return {
    id: newId(),
    goalId: goal.id,
    componentId,
    pieceId:
      before?.pieceId ??
      (choice?.kind === 'piece' ? choice.pieceId : source?.kind === 'excerpt' ? source.pieceId : null),
    schemeId: scheme.id,
    schemeVersion: scheme.version,
    ...who,
    day,
    marks: goesOn(before) ? (before?.marks ?? {}) : {},
    notes: before?.notes ?? [],
    closed: false,
    supersedes: before?.id ?? null,
    ...(before?.stands && { stands: true }),
  };
}

const changeSheet = (
  action: string,
  goalId: string,
  componentId: string,
  who: Who,
  day: CalendarDay,
  change: (sheet: MarkSheet) => Partial<MarkSheet>,
) =>
  act(action, (studio) => {
    const goal = studio.goals.get(goalId);
    if (!goal) return [];
    const sheet = openSheet(studio, goal, componentId, who, day);
    return [{ kind: 'sheet', data: { ...sheet, ...change(sheet) } }];
  });

/**
 * Gives a criterion its mark; null takes it away.
 * @param day - of the lesson it is given for: on a later day a sheet is gone on with, or corrected by one of its own day
 */
export const giveMark = (
  goalId: string,
  componentId: string,
  who: Who,
  criterionId: string,
  mark: number | null,
  day: CalendarDay = today(),
): Promise<boolean> =>
  changeSheet(mark === null ? 'remove a mark' : 'give a mark', goalId, componentId, who, day, (sheet) => ({
    marks: Object.fromEntries([
      ...Object.entries(sheet.marks).filter(([criterion]) => criterion !== criterionId),
      ...(mark === null ? [] : [[criterionId, mark] as const]),
    ]),
  }));

export const noteBars = (
  goalId: string,
  componentId: string,
  note: BarNote,
  day: CalendarDay = today(),
): Promise<boolean> =>
  changeSheet(inTerms('note bars'), goalId, componentId, TEACHER, day, (sheet) => ({
    notes: [...sheet.notes.filter((each) => each.id !== note.id), note].sort(
      (a, b) => a.bars.from - b.bars.from,
    ),
  }));

export const dropNote = (
  goalId: string,
  componentId: string,
  noteId: string,
  day: CalendarDay = today(),
): Promise<boolean> =>
  changeSheet('remove a note', goalId, componentId, TEACHER, day, (sheet) => ({
    notes: sheet.notes.filter((each) => each.id !== noteId),
  }));

/** Whether a mock examiner's sheet counts as the teacher's own would. */
export const letStand = (sheetId: string, stands: boolean): Promise<boolean> =>
  act(stands ? 'count the mock mark' : 'do not count the mock mark', (studio) => {
    const sheet = studio.sheets.get(sheetId);
    return sheet?.assessor === 'mock' ? [{ kind: 'sheet', data: { ...sheet, stands } }] : [];
  });

/** Closed sheets stay as they are; the next mark makes a correction that supersedes. */
export const closeSheet = (sheetId: string): Promise<boolean> =>
  act('close the mark sheet', (studio) => {
    const sheet = studio.sheets.get(sheetId);
    if (!sheet || sheet.closed) return [];
    const closed = sheetsOfGoal(studio, sheet.goalId).filter(
      ({ componentId }) => componentId === sheet.componentId,
    );
    const closing = 1 + Math.max(0, ...closed.map((each) => each.closing ?? 0));
    return [{ kind: 'sheet', data: { ...sheet, closed: true, closing } }];
  });
