import Fraction from 'fraction.js';
import type { CalendarDay } from '../time';
import { panelResult, type PanelResult } from './panel';
import { panelKey } from './panels-of-ratings';
import { latestSheet } from './precedence';
import type { ReadSheet } from './read-sheet';
import type { Award, MarkScheme, Panel } from './scheme';
import type { MarkSheet } from './sheet';
import { awardFor, totalOf } from './total';

/** What one judge has given an entrant. */
export interface JudgeMarks {
  readonly judge: string;
  /** By component in scheme order: the mark, or null where it is not whole yet. */
  readonly marks: readonly (number | null)[];
  /** As announced; null as long as a component is missing. */
  readonly total: Fraction | null;
  /** With ratings: the judge's own. */
  readonly award: Award | null;
}

export interface Judged {
  readonly judges: readonly JudgeMarks[];
  /** Null until every judge has marked everything. */
  readonly result: PanelResult | null;
  /** Every judge has rated, and the scheme's table has no row for these ratings. */
  readonly isHole: boolean;
}

/** The sheet of a judge for a component on a day; undefined where there is none that counts today. */
export const judgeSheet = (
  reads: readonly ReadSheet[],
  judge: string,
  componentId: string,
  day: CalendarDay,
): MarkSheet | undefined =>
  latestSheet(
    reads.flatMap(({ sheet, current }) =>
      current &&
      sheet.assessor === 'judge' &&
      sheet.by === judge &&
      sheet.componentId === componentId &&
      sheet.day === day
        ? [sheet]
        : [],
    ),
  );

/**
 * What the judges of a panel give one entrant on a day, and what it comes to.
 * @param judges - by name, in the order of their columns; at least one
 * @param reads - the entrant's current sheets, read under the schemes they were given by
 */
export function judged(
  scheme: MarkScheme,
  judges: readonly string[],
  reads: readonly ReadSheet[],
  day: CalendarDay,
): Judged {
  const given = judges.map((judge): JudgeMarks => {
    const marks = scheme.components.map(({ componentId }) => {
      const sheet = judgeSheet(reads, judge, componentId, day);
      const read = reads.find((each) => each.sheet === sheet);
      return read?.mark.kind === 'complete' ? read.mark.mark : null;
    });
    const isWhole = marks.every((mark) => mark !== null);
    return {
      judge,
      marks,
      total: isWhole ? totalOf(scheme, marks) : null,
      award: isWhole ? awardFor(scheme, marks) : null,
    };
  });
  const isWhole = given.length > 0 && given.every(({ total }) => total !== null);
  const result = isWhole
    ? panelResult(
        scheme,
        given.map(({ marks }) => marks.map((mark) => mark ?? 0)),
      )
    : null;
  return {
    judges: given,
    result,
    isHole: result !== null && scheme.outcome.kind === 'ratings' && ratingRow(scheme, given) === undefined,
  };
}

/** The row of the table that the judges' ratings are; undefined where the table has none. */
export function ratingRow(scheme: MarkScheme, judges: readonly Pick<JudgeMarks, 'award'>[]) {
  if (scheme.outcome.kind !== 'ratings') return undefined;
  const key = panelKey(
    scheme,
    judges.map(({ award }) => award?.id ?? ''),
  );
  return scheme.outcome.table.find((row) => panelKey(scheme, row.panel) === key);
}

/** Which of the judges' totals a trimmed mean leaves out; of equal ones the first. */
export function leftOutOfMean(
  totals: readonly Fraction[],
  { by, drop }: Pick<Panel, 'by' | 'drop'>,
): boolean[] {
  if (by !== 'trimmed mean' || totals.length <= 2 * drop) return totals.map(() => false);
  const order = totals
    .map((_, at) => at)
    .sort((a, b) => (totals[a] ?? new Fraction(0)).compare(totals[b] ?? 0) || a - b);
  const out = new Set([...order.slice(0, drop), ...order.slice(order.length - drop)]);
  return totals.map((_, at) => out.has(at));
}

/** The place of each by its figure, the highest first; equal figures share the better place, and what has none gets none. */
export const placesOf = (figures: readonly (Fraction | null)[]): (number | null)[] =>
  figures.map((figure) =>
    figure === null
      ? null
      : 1 + figures.filter((other) => other !== null && other.compare(figure) > 0).length,
  );
