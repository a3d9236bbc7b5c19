import Fraction from 'fraction.js';
import type { Studio } from '@/core/files';
import { leftOutOfMean, type Occasion } from '@/core/marks';
import { goalNames, type Entrant } from '@/core/register';
import type { CalendarDay } from '@/core/time';

/** Days there are, the next one first, then those that are past, the latest first. */
export function occasionsInOrder({ occasions }: Pick<Studio, 'occasions'>, today: CalendarDay): Occasion[] {
  const all = [...occasions.values()];
  const [coming, past] = [true, false].map((is) => all.filter(({ day }) => day >= today === is));
  const by = (a: Occasion, b: Occasion) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0);
  return [...(coming ?? []).sort(by), ...(past ?? []).sort(by).reverse()];
}

/** A total as it is announced: at most two places. */
export const totalWords = (total: Fraction | null): string =>
  total === null ? '–' : String(Math.round(total.valueOf() * 100) / 100);

/** What it comes to, in words; empty as long as marks are missing. */
export function outcomeWords({ judged, scheme, seat }: Entrant): string {
  const { result, isHole, judges } = judged;
  if (!result) return '';
  if (isHole)
    return `no row in the table for ${judges.map(({ award }) => award?.name ?? 'no rating').join(', ')}`;
  const award = result.award?.name ?? (scheme.awards.length > 0 ? 'no award' : '');
  return [award, seat === null ? '' : seat ? 'a seat' : 'no seat'].filter(Boolean).join(', ');
}

/** How the judges' figures are made one, in words. */
export function panelWords({ scheme }: Pick<Entrant, 'scheme'>): string {
  if (scheme.outcome.kind === 'ratings') return 'ratings combined by the table';
  const by = scheme.panel?.by ?? 'mean';
  if (by === 'trimmed mean') return `mean without the ${scheme.panel?.drop ?? 0} highest and lowest`;
  return by === 'median' ? 'median of the judges' : 'mean of the judges';
}

/** Judges whose totals a trimmed mean leaves out, by their place. */
export function leftOut({ scheme, judged: { judges, result } }: Entrant): boolean[] {
  const totals = judges.flatMap(({ total }) => total ?? []);
  return result && scheme.panel ? leftOutOfMean(totals, scheme.panel) : judges.map(() => false);
}

/** Open goals that play at one session, as one class of a day. */
export function classesOf(studio: Studio) {
  const classes = new Map<
    string,
    { readonly label: string; readonly goalIds: string[]; readonly day: CalendarDay }
  >();
  for (const goal of studio.goals.values()) {
    const names = goal.closedOn === null ? goalNames(studio, goal) : undefined;
    if (!names) continue;
    const { set, level, session } = names;
    const key = `${set.id} ${level.id} ${session.id}`;
    const label = `${set.name} ${level.name}, ${session.name}`;
    const there = classes.get(key) ?? { label, goalIds: [], day: session.day };
    there.goalIds.push(goal.id);
    classes.set(key, there);
  }
  return [...classes].map(([key, each]) => ({ key, ...each })).sort((a, b) => (a.day < b.day ? -1 : 1));
}
