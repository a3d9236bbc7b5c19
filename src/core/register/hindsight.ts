import type { Studio } from '../files';
import {
  fitStudio,
  forecast,
  heldIn80,
  marksAtNodes,
  outcomeOf,
  stepOfTotal,
  totalledBy,
  type PastCandidacy,
  type StudioFit,
} from '../forecast';
import { addDays, type CalendarDay } from '../time';
import { pastGoals, spreadOf, type PastGoal, type Spread } from './forecasts';

/** Days before the exam on which a forecast is looked at again; our choice, because four weeks leave time to act. */
export const LOOKED_BACK = 28;
/** So many of the latest results are looked at. */
const LATEST = 40;

/** What was forecast four weeks before a result, by what was known then. */
export interface Hindsight {
  readonly goalId: string;
  readonly day: CalendarDay;
  /** Of the total; null where a component has no official mark or there is no plain total. */
  readonly total: { readonly spread: Spread; readonly came: number; readonly held: number } | null;
  /** How much of each official mark lay in its range of 8 in 10: 0 to 1, in between where it lies across an end. */
  readonly held: readonly number[];
  /** Chance of each award, and whether it was reached. */
  readonly awards: readonly { readonly name: string; readonly chance: number; readonly reached: boolean }[];
}

/**
 * Looks back at every result with enough others before it, earliest first: each is forecast as it stood four weeks
 * before, with a fit to the results that were known by then.
 * @param enough - results that must have come before
 */
export function* hindsight(studio: Studio, enough: number): Generator<Hindsight> {
  const all = pastGoals(studio).sort(({ candidacy: a }, { candidacy: b }) =>
    a.examDay < b.examDay ? -1 : a.examDay > b.examDay ? 1 : 0,
  );
  const fits = new Map<number, StudioFit>();
  for (const past of all.slice(-LATEST)) {
    const asOf = addDays(past.candidacy.examDay, -LOOKED_BACK);
    const known = all.map(({ candidacy }) => candidacy).filter(({ examDay }) => examDay <= asOf);
    if (known.length < enough) continue;
    const fit = fits.get(known.length) ?? fitStudio(known);
    fits.set(known.length, fit);
    const found = hindsightOf(past, known, fit, asOf);
    if (found) yield found;
  }
}

function hindsightOf(
  { goal, scheme, candidacy }: PastGoal,
  known: readonly PastCandidacy[],
  fit: StudioFit,
  asOf: CalendarDay,
): Hindsight | null {
  const { official, examDay } = candidacy;
  const [ahead] = forecast(fit, known, { ...candidacy, asOf, examDay }).ahead;
  const adding = ahead && totalledBy(scheme, ahead.components);
  if (!ahead || !adding) return null;
  const outcome = outcomeOf(adding, marksAtNodes(ahead.day, ahead.width, ahead.components));
  const came = ahead.components.map(({ id, step }) => {
    const mark = official[id];
    return mark === undefined ? null : Math.round(mark / step);
  });
  const steps = came.reduce<number | null>(
    (sum, each, at) => (sum === null || each === null ? null : sum + each * (adding.worth[at] ?? 0)),
    0,
  );
  const isPlain = scheme.panel === null && scheme.outcome.kind !== 'ratings';
  const unit = stepOfTotal(adding);
  const award = scheme.awards.findIndex(({ name }) => name === goal.result?.award);
  return {
    goalId: goal.id,
    day: examDay,
    total:
      steps !== null && isPlain
        ? { spread: spreadOf(outcome.total, unit), came: steps * unit, held: heldIn80(outcome.total, steps) }
        : null,
    held: came.flatMap((each, at) => (each === null ? [] : [heldIn80(outcome.components[at] ?? [], each)])),
    awards: isPlain
      ? outcome.lines.map(({ chance }, at) => ({
          name: scheme.awards[at]?.name ?? '',
          chance,
          reached: award >= at,
        }))
      : [],
  };
}

/** Shares of what was forecast that came, with how sure so few can make one. */
export interface Held {
  readonly of: number;
  /** 0 to 1. */
  readonly share: number;
  /** Where the share would lie with many more, nine times in ten. */
  readonly from: number;
  readonly to: number;
}

/** Standard normal beyond which 1 in 20 lie. */
const ONE_IN_TWENTY = 1.645;

/**
 * @returns null for none
 * @source Wilson (1927), Probable inference, the law of succession, and statistical inference
 */
export function heldOf(each: readonly number[]): Held | null {
  const of = each.length;
  if (of === 0) return null;
  const share = each.reduce((sum, value) => sum + value, 0) / of;
  const square = ONE_IN_TWENTY ** 2;
  const middle = (share + square / (2 * of)) / (1 + square / of);
  const off =
    (ONE_IN_TWENTY / (1 + square / of)) * Math.sqrt((share * (1 - share)) / of + square / (4 * of * of));
  return { of, share, from: Math.max(0, middle - off), to: Math.min(1, middle + off) };
}
