import Fraction from 'fraction.js';
import type { Award, MarkScheme } from './scheme';
import { panelKey } from './panels-of-ratings';
import { awardFor, combined, rounded, totalOf } from './total';

export interface PanelResult {
  /** Each judge's total as announced, in the order given. */
  readonly totals: readonly Fraction[];
  /** The panel's total; null where ratings are combined by a table and no total is announced. */
  readonly total: Fraction | null;
  readonly award: Award | null;
}

/**
 * What a panel's marks come to: every judge's marks for every component, in scheme order.
 * Judges' totals, and component by component their marks, are combined the way the scheme states; the
 * award's floors look at the combined marks. With ratings, each judge's own award is looked up in the table. The total
 * is rounded the panel's way however many judges sat, one alone included.
 * @throws RangeError without a judge (a bug in the caller)
 */
export function panelResult(scheme: MarkScheme, judges: readonly (readonly number[])[]): PanelResult {
  if (judges.length === 0) throw new RangeError('a panel without judges');
  const totals = judges.map((marks) => totalOf(scheme, marks));
  const { outcome } = scheme;
  if (outcome.kind === 'ratings') {
    const ratings = judges.map((marks) => awardFor(scheme, marks)?.id ?? '');
    const key = panelKey(scheme, ratings);
    const row = outcome.table.find((each) => panelKey(scheme, each.panel) === key);
    return { totals, total: null, award: scheme.awards.find((award) => award.id === row?.final) ?? null };
  }
  const panel = scheme.panel ?? { by: 'mean', drop: 0, rounding: { way: 'half up', places: 2 }, judges: 1 };
  const total = rounded(combined(totals, panel), panel.rounding);
  const marks = scheme.components.map((_, at) =>
    combined(
      judges.map((each) => new Fraction(each[at] ?? 0)),
      panel,
    ),
  );
  return { totals, total, award: awardFor(scheme, marks, total) };
}

/**
 * Who gets a seat: the highest totals, `seats` of them. Those tied at the last seat all get one, or none does.
 * @returns ids in falling order of total (ties by id)
 */
export function seated(
  entries: readonly { readonly id: string; readonly total: Fraction }[],
  { seats, ties }: { readonly seats: number; readonly ties: 'all in' | 'none in' },
): string[] {
  const sorted = [...entries].sort((a, b) => b.total.compare(a.total) || (a.id < b.id ? -1 : 1));
  const [last, next] = [sorted[seats - 1], sorted[seats]];
  if (seats === 0 || !last || !next || !last.total.equals(next.total))
    return sorted.slice(0, seats).map(({ id }) => id);
  return sorted
    .filter(({ total }) => total.compare(last.total) > (ties === 'all in' ? -1 : 0))
    .map(({ id }) => id);
}
