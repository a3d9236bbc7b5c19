import type { CalendarDay } from '../time';
import { componentMax, schemeMax, type Award, type MarkScheme } from './scheme';
import { countsForStanding, sheetMark, type Assessor, type MarkSheet } from './sheet';

export interface StandingMark {
  readonly componentId: string;
  readonly maxMark: number;
  /** The latest complete teacher, mock or official sheet; null when there is none yet. */
  readonly from: {
    readonly mark: number;
    readonly sheetId: string;
    readonly assessor: Assessor;
    readonly day: CalendarDay;
  } | null;
}

export interface Standing {
  readonly marks: readonly StandingMark[];
  /** Sum of the marks there are. */
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
    total: given.reduce<number>((sum, mark) => sum + (mark ?? 0), 0),
    maxMark: schemeMax(scheme),
    missing: marks.filter((mark) => mark.from === null).map((mark) => mark.componentId),
    award: awardFor(scheme, given),
  };
}

const totalOf = (marks: readonly number[]): number => marks.reduce((sum, mark) => sum + mark, 0);

/**
 * The highest award whose conditions, and those of every award below it, all hold.
 * @param marks - one per component in scheme order; null where there is none, which gives no award
 */
export function awardFor(scheme: MarkScheme, marks: readonly (number | null)[]): Award | null {
  let reached: Award | null = null;
  for (const award of scheme.awards) {
    if (!reaches(award, marks)) break;
    reached = award;
  }
  return reached;
}

const reaches = (award: Award, marks: readonly (number | null)[]) =>
  marks.every((mark) => mark !== null && mark >= (award.eachAtLeast ?? 0)) &&
  marks.reduce<number>((sum, mark) => sum + (mark ?? 0), 0) >= award.total;

export interface NextLine {
  readonly award: Award;
  /** Marks the total is short, 0 when only floors are missing. */
  readonly totalShort: number;
  /** Components below the award's floor, with the marks each lacks. */
  readonly below: readonly { readonly componentId: string; readonly short: number }[];
  /** The fewest marks that reach the line: the floors' gaps, and the total's where it is more. */
  readonly gain: number;
}

/** The lowest award not reached yet; null when all are. A missing mark counts as 0 marks so far. */
export function nextLine(scheme: MarkScheme, marks: readonly (number | null)[]): NextLine | null {
  const award = scheme.awards.find((each) => !reaches(each, marks));
  if (!award) return null;
  const total = marks.reduce<number>((sum, mark) => sum + (mark ?? 0), 0);
  const below = scheme.components.flatMap((component, index) => {
    const short = (award.eachAtLeast ?? 0) - (marks[index] ?? 0);
    return short > 0 ? [{ componentId: component.componentId, short }] : [];
  });
  const totalShort = Math.max(0, award.total - total);
  return { award, totalShort, below, gain: Math.max(totalShort, totalOf(below.map((each) => each.short))) };
}
