import type { Studio } from '../files';
import { KeptFit, type FitColumn, type FitState } from '../fit';
import { fitStudio, forecast, marksAtNodes, outcomeOf, stepOfTotal, totalledBy } from '../forecast';
import { addDays, type CalendarDay } from '../time';
import { fitGroups, fitSettings, fitStudentReader } from './fit-question';
import { pastGoals, spreadOf, type Spread } from './forecasts';

/** What was forecast on the eve of a result, by what was known then. */
export interface EveForecast {
  /** Null where the scheme makes no plain total. */
  readonly total: Spread | null;
  readonly components: readonly { readonly componentId: string; readonly spread: Spread }[];
  /** Results of the studio that it rested on. */
  readonly results: number;
}

/** A level the student could go on to. */
export interface NextLevel {
  readonly column: FitColumn;
  readonly state: Extract<FitState, { kind: 'ready now' | 'reachable' }>;
}

/** Null for a goal without official marks by component. */
export function eveForecast(studio: Studio, goalId: string): EveForecast | null {
  const all = pastGoals(studio);
  const own = all.find(({ goal }) => goal.id === goalId);
  if (!own) return null;
  const { scheme, candidacy } = own;
  const { examDay } = candidacy;
  const known = all.map((each) => each.candidacy).filter((each) => each.examDay < examDay);
  const question = { ...candidacy, asOf: addDays(examDay, -1), examDay };
  const [ahead] = forecast(fitStudio(known), known, question).ahead;
  const adding = ahead && totalledBy(scheme, ahead.components);
  if (!ahead || !adding) return null;
  const { components, total } = outcomeOf(adding, marksAtNodes(ahead.day, ahead.width, ahead.components));
  const isPlain = scheme.panel === null && scheme.outcome.kind !== 'ratings';
  return {
    total: isPlain ? spreadOf(total, stepOfTotal(adding)) : null,
    components: ahead.components.map(({ id, step }, at) => ({
      componentId: id,
      spread: spreadOf(components[at] ?? [], step),
    })),
    results: known.length,
  };
}

/** Levels that are told; our choice, because one is chosen from a few. */
const MOST_LEVELS = 4;
const A_YEAR = 365;

/** Levels in reach within a year, from the fit: those that are ready first, of each the higher level first. */
export function levelsInReach(studio: Studio, studentId: string, today: CalendarDay): NextLevel[] {
  const student = studio.students.get(studentId);
  if (!student) return [];
  const columns = fitGroups(studio, { from: today, to: addDays(today, A_YEAR) }).flatMap((group) =>
    group.columns.flatMap(({ members }): readonly FitColumn[] => members),
  );
  const fit = new KeptFit();
  fit.ask(fitSettings(studio, today), columns, [fitStudentReader(studio, today)(student)]);
  const found: NextLevel[] = [];
  for (const { column, state } of fit.work()) {
    const at = columns[column];
    if (at && (state.kind === 'ready now' || state.kind === 'reachable')) found.push({ column: at, state });
  }
  const kind = ({ state }: NextLevel) => Number(state.kind !== 'ready now');
  return found
    .sort(
      (a, b) =>
        kind(a) - kind(b) ||
        b.column.level.rank - a.column.level.rank ||
        (a.column.session.day < b.column.session.day ? -1 : 1),
    )
    .slice(0, MOST_LEVELS);
}
