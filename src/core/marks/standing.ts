import Fraction from 'fraction.js';
import type { CalendarDay } from '../time';
import { aimMark, componentMax, schemeMax, type Award, type MarkScheme } from './scheme';
import type { CriterionMarks } from './next-line';
import { currentSheets, latestSheet } from './precedence';
import { readSheet, type ReadSheet } from './read-sheet';
import { awardFor, markValue, totalOf } from './total';
import { countsForStanding, type Assessor, type MarkSheet } from './sheet';

/** A mark with the sheet it was given on. */
export interface GivenMark {
  readonly mark: number;
  /** Of the scheme it was given under; null where that was not kept. */
  readonly maxMark: number | null;
  readonly sheetId: string;
  readonly assessor: Assessor;
  readonly day: CalendarDay;
}

export interface StandingMark {
  readonly componentId: string;
  readonly maxMark: number;
  /** What the component can add to the total and what it adds, in the total's own unit before rounding; 0 without a mark. */
  readonly maxValue: number;
  readonly value: number;
  /** The mark that is this component's share of the award aimed at; null without one. */
  readonly aim: number | null;
  /** The latest complete sheet of teacher or official, or of a mock examiner that is let stand; null when there is none. */
  readonly from:
    (GivenMark & { /** By criterion id. */ readonly criteria: Readonly<Record<string, number>> }) | null;
  /** The latest complete mark of a mock examiner that is not let stand; it stands beside and adds nothing. */
  readonly mock: GivenMark | null;
  /** A later or the only mark, given under an earlier scheme whose marks mean something else: shown, never counted. */
  readonly earlier: GivenMark | null;
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

const givenMark = ({ sheet, maxMark, mark }: ReadSheet): GivenMark => ({
  mark: mark.mark,
  maxMark,
  sheetId: sheet.id,
  assessor: sheet.assessor,
  day: sheet.day,
});

/**
 * Where a goal stands. Only complete sheets count, each read under the scheme it was given by; marks that mean something
 * else today are not added.
 * @param earlier - versions of the set's schemes that were in force before
 * @param aim - the award aimed at
 */
export function standing(
  scheme: MarkScheme,
  sheets: readonly MarkSheet[],
  {
    earlier = [],
    aim = null,
  }: { readonly earlier?: readonly MarkScheme[]; readonly aim?: Award | null } = {},
): Standing {
  const heard = currentSheets(sheets).flatMap((sheet) => {
    const counts = countsForStanding(sheet);
    if (!counts && sheet.assessor !== 'mock') return [];
    const read = readSheet(scheme, earlier, sheet);
    return read.mark.kind === 'complete' ? [{ read, counts }] : [];
  });
  const [usable, beside] = [true, false].map((which) =>
    heard.filter(({ counts }) => counts === which).map(({ read }) => read),
  ) as [ReadSheet[], ReadSheet[]];
  const latest = (reads: readonly ReadSheet[]) => {
    const sheet = latestSheet(reads.map((read) => read.sheet));
    return reads.find((read) => read.sheet === sheet);
  };
  const marks = scheme.components.map((component): StandingMark => {
    const own = usable.filter((read) => read.sheet.componentId === component.componentId);
    const [now, any] = [latest(own.filter((read) => read.current)), latest(own)];
    const mock = latest(
      beside.filter((read) => read.current && read.sheet.componentId === component.componentId),
    );
    const value = markValue(scheme, component.componentId);
    return {
      componentId: component.componentId,
      maxMark: componentMax(component),
      maxValue: value.mul(componentMax(component)).valueOf(),
      value: value.mul(now?.mark.mark ?? 0).valueOf(),
      aim: aim && aimMark(scheme, aim, component),
      from: now ? { ...givenMark(now), criteria: now.sheet.marks } : null,
      mock: mock ? givenMark(mock) : null,
      earlier: any && !any.current ? givenMark(any) : null,
    };
  });
  const given = marks.map((mark) => mark.from?.mark ?? null);
  return {
    marks,
    total: totalOf(scheme, given).valueOf(),
    maxMark: schemeMax(scheme),
    missing: marks.filter((mark) => mark.from === null).map((mark) => mark.componentId),
    award: awardFor(
      scheme,
      given.map((mark) => (mark === null ? null : new Fraction(mark))),
      totalOf(scheme, given),
    ),
  };
}

/** The marks a standing rests on, by component and criterion: what the next line is counted from. */
export const criterionMarks = (stands: Standing): CriterionMarks =>
  Object.fromEntries(
    stands.marks.flatMap(({ componentId, from }) => (from ? [[componentId, from.criteria]] : [])),
  );
