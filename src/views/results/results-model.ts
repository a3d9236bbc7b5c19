import type { Studio } from '@/core/files';
import { goalNames, type GoalNames } from '@/core/register';
import type { CalendarDay } from '@/core/time';

/** A goal of which there is a result, or of which one is to come. */
export interface ResultLine extends GoalNames {
  readonly stand: 'result' | 'to come' | 'open';
  readonly day: CalendarDay;
}

/** Results, the latest first; before them goals whose day has come and that have none. @param studentId - null for everybody */
export function resultLines(studio: Studio, studentId: string | null, today: CalendarDay): ResultLine[] {
  const lines = [...studio.goals.values()].flatMap((goal): ResultLine[] => {
    if ((studentId !== null && goal.studentId !== studentId) || goal.ended === 'withdrawn') return [];
    const names = goalNames(studio, goal);
    if (!names) return [];
    const day = goal.result?.on ?? names.session.day;
    const stand = goal.result ? 'result' : day <= today ? 'to come' : 'open';
    return [{ ...names, stand, day }];
  });
  const rank = { 'to come': 0, result: 1, open: 2 };
  return lines.sort(
    (a, b) =>
      rank[a.stand] - rank[b.stand] ||
      (a.day < b.day ? 1 : a.day > b.day ? -1 : a.student.name.localeCompare(b.student.name, 'en')),
  );
}
