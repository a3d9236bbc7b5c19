import type { CalendarDay } from '../time';
import { componentMax, schemeMax, type Award, type MarkScheme } from './scheme';
import type { CriterionMarks } from './next-line';
import { awardFor, totalOf } from './total';
import { countsForStanding, sheetMark, type Assessor, type MarkSheet } from './sheet';

export interface StandingMark {
  readonly componentId: string;
  readonly maxMark: number;
  /** The latest complete teacher, mock or official sheet; null when there is none yet. */
  readonly from: {
    readonly mark: number;
    /** By criterion id. */
    readonly criteria: Readonly<Record<string, number>>;
    readonly sheetId: string;
    readonly assessor: Assessor;
    readonly day: CalendarDay;
  } | null;
}

export interface Standing {
  readonly marks: readonly StandingMark[];
  /** The scheme's total of the marks there are, as announced. */
  readonly total: number;
  readonly maxMark: number;
  /** Component ids without evidence. */
  readonly missing: readonly string[];
  /** The award of a full set of marks; null when none is reached or a component is missing. */
  readonly award: Award | null;
}

/** Sheets that no later sheet supersedes. */
export function currentSheets(sheets: readonly MarkSheet[]): MarkSheet[] {
  const replaced = new Set(sheets.map((sheet) => sheet.supersedes));
  return sheets.filter((sheet) => !replaced.has(sheet.id));
}

/** The latest of the sheets by day, then by id; undefined when there is none. */
export const latestSheet = (sheets: readonly MarkSheet[]): MarkSheet | undefined =>
  sheets.reduce<MarkSheet | undefined>(
    (best, sheet) =>
      !best || sheet.day > best.day || (sheet.day === best.day && sheet.id > best.id) ? sheet : best,
    undefined,
  );

/** Where a goal stands. Only complete sheets under this scheme's id count. */
export function standing(scheme: MarkScheme, sheets: readonly MarkSheet[]): Standing {
  const usable = currentSheets(sheets).filter(
    (sheet) => sheet.schemeId === scheme.id && countsForStanding(sheet.assessor),
  );
  const marks = scheme.components.map((component): StandingMark => {
    const latest = latestSheet(
      usable.filter(
        (sheet) =>
          sheet.componentId === component.componentId && sheetMark(component, sheet).kind === 'complete',
      ),
    );
    return {
      componentId: component.componentId,
      maxMark: componentMax(component),
      from: latest
        ? {
            mark: sheetMark(component, latest).mark,
            criteria: latest.marks,
            sheetId: latest.id,
            assessor: latest.assessor,
            day: latest.day,
          }
        : null,
    };
  });
  const given = marks.map((mark) => mark.from?.mark ?? null);
  return {
    marks,
    total: totalOf(scheme, given).valueOf(),
    maxMark: schemeMax(scheme),
    missing: marks.filter((mark) => mark.from === null).map((mark) => mark.componentId),
    award: awardFor(scheme, given),
  };
}

/** The marks a standing rests on, by component and criterion: what the next line is counted from. */
export const criterionMarks = (stands: Standing): CriterionMarks =>
  Object.fromEntries(
    stands.marks.flatMap(({ componentId, from }) => (from ? [[componentId, from.criteria]] : [])),
  );
