import {
  componentMax,
  isSameAssessor,
  latestSheet,
  schemeComponent,
  sheetMark,
  type Assessor,
  type Criterion,
  type MarkSheet,
  type SchemeComponent,
  type Who,
} from '@/core/marks';
import type { GoalContext } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { ASSESSOR_NAME } from '../shell/MarkLine';

/** Who marks in a lesson. */
export const MARKERS = ['student', 'teacher', 'peer', 'mock'] as const satisfies readonly Assessor[];
export type Marker = (typeof MARKERS)[number];
export interface MarkingAs extends Who {
  readonly assessor: Marker;
}

/** An assessor with the sheet of a component and a day. */
export interface Column extends MarkingAs {
  readonly sheet: MarkSheet | undefined;
}

/** "student", "Tobiah Renn". */
export const whoName = ({ assessor, by }: Who): string => by ?? ASSESSOR_NAME[assessor];

/** Whose sheets stand side by side for a component on a day: student and teacher, and each other who marked; last who marks now. */
export function columnsOf(
  context: GoalContext,
  componentId: string,
  day: CalendarDay,
  now: MarkingAs,
): readonly Column[] {
  const sheets = context.readSheets.flatMap(({ sheet, current }) =>
    current && sheet.componentId === componentId && sheet.day === day ? [sheet] : [],
  );
  const others = sheets.flatMap(({ assessor, by }): MarkingAs[] =>
    assessor === 'peer' || assessor === 'mock' ? [{ assessor, ...(by !== undefined && { by }) }] : [],
  );
  const everyone: MarkingAs[] = [{ assessor: 'student' }, { assessor: 'teacher' }, ...others];
  const all = everyone.filter(
    (who, at, every) =>
      !isSameAssessor(who, now) && every.findIndex((each) => isSameAssessor(each, who)) === at,
  );
  return [...all, now].map((who) => ({
    ...who,
    sheet: latestSheet(sheets.filter((sheet) => isSameAssessor(sheet, who))),
  }));
}

/** Names under which peers or mock examiners have marked, most used first. */
export function namesUsed(sheets: Iterable<MarkSheet>, assessor: Marker): string[] {
  const counts = new Map<string, number>();
  for (const sheet of sheets)
    if (sheet.assessor === assessor && sheet.by !== undefined)
      counts.set(sheet.by, (counts.get(sheet.by) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1]).map(([name]) => name);
}

export const maxOf = (component: SchemeComponent): number => componentMax(component);

/** Marks given in this sheet so far, and whether it is whole. */
export const soFar = (component: SchemeComponent, sheet: MarkSheet | undefined) =>
  sheet ? sheetMark(component, sheet) : null;

/** Columns of the bands, highest first, with zero at the end. */
export const bandsOf = (criterion: Criterion) => [...criterion.bands].sort((a, b) => b.from - a.from);

export const componentOfScheme = (context: GoalContext, componentId: string) =>
  schemeComponent(context.scheme, componentId);

/** Digits typed towards a mark: taken at once when no further digit could follow, else waiting. */
export function typedMark(
  digits: string,
  max: number,
):
  | { readonly kind: 'mark'; readonly mark: number }
  | { readonly kind: 'wait' }
  | { readonly kind: 'no'; readonly value: number } {
  const value = Number(digits);
  if (value > max) return { kind: 'no', value };
  return value > 0 && value * 10 <= max ? { kind: 'wait' } : { kind: 'mark', mark: value };
}
