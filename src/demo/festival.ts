import type { Studio } from '@/core/files';
import { judged, readSheet, type MarkSheet, type Occasion } from '@/core/marks';
import { pastGoal, type Goal } from '@/core/programme';
import { schemeOf } from '@/core/requirements';
import { calendarDay } from '@/core/time';

const DAY = calendarDay('2026-03-14');
/** What each judge gave each player for playing, line, character and presence. */
const MARKS: Readonly<Record<string, readonly (readonly number[])[]>> = {
  davit: [
    [8, 7, 8, 7],
    [7, 8, 7, 8],
    [8, 8, 7, 7],
  ],
  anouk: [
    [9, 9, 9, 10],
    [10, 9, 9, 9],
    [9, 10, 9, 9],
  ],
  callum: [
    [6, 6, 7, 6],
    [7, 6, 6, 6],
    [6, 7, 7, 7],
  ],
  tam: [
    [8, 7, 8, 7],
    [8, 8, 7, 8],
    [7, 7, 8, 8],
  ],
};
const FESTIVAL: Occasion = {
  id: 'festival-2026',
  name: 'Lantern Coast Festival, class 22',
  day: DAY,
  start: '10:30',
  minutes: 10,
  judges: ['Ailsa Venn', 'Corin Hale', 'Berit Oskan'],
  entrants: Object.keys(MARKS).map(festivalGoal),
};
function festivalGoal(studentId: string): string {
  return `festival-${studentId}`;
}

export interface Festival {
  readonly occasion: Occasion;
  readonly goals: readonly Goal[];
  readonly sheets: readonly MarkSheet[];
}

/** Last year's festival: four players before a panel of three, and what came of it. */
export function lastFestival({ sets }: Studio): Festival {
  const set = sets.get('lantern-coast-2027');
  const level = set?.levels.find(({ id }) => id === 'class-22');
  if (!set || !level) throw new Error('the festival has no class 22');
  const scheme = schemeOf(set, level);
  const [component] = scheme.components;
  const all = Object.entries(MARKS).map(([studentId, given]) => {
    const goalId = festivalGoal(studentId);
    const sheets = FESTIVAL.judges.map((by, at): MarkSheet => ({
      id: `${goalId}-judge-${at + 1}`,
      goalId,
      componentId: component?.componentId ?? '',
      pieceId: null,
      schemeId: scheme.id,
      schemeVersion: scheme.version,
      assessor: 'judge',
      by,
      day: DAY,
      marks: Object.fromEntries(
        (component?.criteria ?? []).map(({ id }, row) => [id, given[at]?.[row] ?? 0]),
      ),
      notes: [],
      closed: true,
      supersedes: null,
    }));
    const reads = sheets.map((sheet) => readSheet(scheme, [], sheet));
    const { result } = judged(scheme, FESTIVAL.judges, reads, DAY);
    const told = {
      on: DAY,
      award: result?.award?.name ?? null,
      total: result?.total?.valueOf() ?? null,
      schemeVersion: scheme.version,
    };
    const goal = { ...pastGoal(goalId, { studentId, set, level, result: told }), result: told };
    return { goal, sheets };
  });
  return {
    occasion: FESTIVAL,
    goals: all.map(({ goal }) => goal),
    sheets: all.flatMap(({ sheets }) => sheets),
  };
}
