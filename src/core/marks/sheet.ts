import type { BarRange } from '../music';
import type { CalendarDay } from '../time';
import type { SchemeComponent } from './scheme';
import { valueAt } from '../value-at';

export const ASSESSORS = ['student', 'peer', 'teacher', 'mock', 'judge', 'official'] as const;
export type Assessor = (typeof ASSESSORS)[number];

export interface BarNote {
  readonly id: string;
  readonly bars: BarRange;
  readonly text: string;
}

/** An assessor, and of several peers, mock examiners or judges which one. */
export interface Who {
  readonly assessor: Assessor;
  readonly by?: string;
}

/** One assessor's marks for one component on one day. A correction supersedes; it never overwrites. */
export interface MarkSheet {
  readonly id: string;
  readonly goalId: string;
  readonly componentId: string;
  readonly pieceId: string | null;
  readonly schemeId: string;
  readonly schemeVersion: number;
  readonly assessor: Assessor;
  /** Which peer, mock examiner or judge it is, by name; left out where nobody was named. Each is an assessor apart. */
  readonly by?: string;
  readonly day: CalendarDay;
  /** By criterion id; a criterion not heard yet is absent. */
  readonly marks: Readonly<Record<string, number>>;
  readonly notes: readonly BarNote[];
  /** Closed sheets are not changed; a correction is a new sheet that names the one it replaces. */
  readonly closed: boolean;
  /** Place in the order in which sheets of this goal and component were closed, from 1; left out while it is open. */
  readonly closing?: number;
  readonly supersedes: string | null;
  /** Of a mock examiner's sheet: the teacher lets it stand as if it were her own. */
  readonly stands?: boolean;
}

export type SheetMark =
  | { readonly kind: 'complete'; readonly mark: number }
  | { readonly kind: 'part'; readonly mark: number; readonly missing: readonly string[] };

/** The sheet's mark, or what has been given so far with the criterion ids still open. */
export function sheetMark(component: SchemeComponent, sheet: MarkSheet): SheetMark {
  let mark = 0;
  const missing: string[] = [];
  for (const { id } of component.criteria) {
    const given = valueAt(sheet.marks, id);
    if (given === undefined) missing.push(id);
    else mark += given;
  }
  return missing.length === 0 ? { kind: 'complete', mark } : { kind: 'part', mark, missing };
}

/** Own marks, peers' and single judges' are kept beside and never make the standing total, a mock examiner's only where it is let stand. */
export const countsForStanding = ({ assessor, stands }: Pick<MarkSheet, 'assessor' | 'stands'>): boolean =>
  assessor === 'teacher' || assessor === 'official' || (assessor === 'mock' && stands === true);

/** Own minus teacher by criterion, for the criteria both have marked, widest gap first (ties in scheme order). */
export function differences(
  component: SchemeComponent,
  own: MarkSheet,
  teacher: MarkSheet,
): { readonly criterionId: string; readonly own: number; readonly teacher: number }[] {
  return component.criteria
    .flatMap(({ id }) => {
      const [a, b] = [valueAt(own.marks, id), valueAt(teacher.marks, id)];
      return a === undefined || b === undefined ? [] : [{ criterionId: id, own: a, teacher: b }];
    })
    .sort((x, y) => Math.abs(y.own - y.teacher) - Math.abs(x.own - x.teacher));
}
