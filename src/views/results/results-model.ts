import type { Studio } from '@/core/files';
import { componentMax, type ReadSheet } from '@/core/marks';
import type { GoalResult } from '@/core/programme';
import { goalNames, type GoalNames, type ResultBeside, type Spread } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { valueAt } from '@/core/value-at';

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

/** The official mark of a component; null where it was not told. */
export const officialOf = ({ marks }: GoalResult, componentId: string): number | null =>
  valueAt(marks ?? {}, componentId) ?? null;

/** Where a mark came out against a range of 8 in 10. */
export function againstRange([from, , , , to]: Spread, came: number): string {
  const by = came > to ? came - to : came < from ? from - came : 0;
  return by === 0 ? 'within' : `${Math.round(10 * by) / 10} ${came > to ? 'above' : 'below'}`;
}

/** A component with its official mark, and the last own and teacher's marks before it. */
interface Came {
  readonly name: string;
  readonly came: number;
  readonly max: number;
  readonly own: number | null;
  readonly teacher: number | null;
}

/** What came by component, in the order of the level. */
export function cameOf({ goal, components }: ResultBeside): Came[] {
  const { result } = goal;
  return components.flatMap(({ component, scheme, last }): Came[] => {
    const came = result ? officialOf(result, component.id) : null;
    const markOf = (read: ReadSheet | undefined) => (read?.mark.kind === 'complete' ? read.mark.mark : null);
    return came === null
      ? []
      : [
          {
            name: component.name,
            came,
            max: componentMax(scheme),
            own: markOf(last.student),
            teacher: markOf(last.teacher),
          },
        ];
  });
}

/** So many that came out lowest alike are named; more say nothing. */
const FEW = 2;

/** What went best, and what is worth another look, by the share of the marks: nothing where all came out alike. */
export function bestAndNext(rows: readonly Came[]): {
  readonly best: readonly Came[];
  readonly next: readonly Came[];
} {
  const share = ({ came, max }: Came) => came / max;
  const falling = [...rows].sort((a, b) => share(b) - share(a));
  const [first, last] = [falling[0], falling.at(-1)];
  if (!first || !last || share(first) === share(last)) return { best: falling, next: [] };
  const lowest = falling.filter((row) => share(row) === share(last));
  return {
    best: falling.filter((row) => share(row) === share(first)),
    next: lowest.length > FEW ? [] : lowest,
  };
}
