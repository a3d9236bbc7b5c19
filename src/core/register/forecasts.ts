import {
  currentSheets,
  readSheet,
  schemeMax,
  type MarkScheme,
  type MarkSheet,
  type ReadSheet,
} from '../marks';
import { goalsOfStudent, sheetsOfGoal, type Studio } from '../files';
import { effortFigure } from '../effort';
import {
  drawAwards,
  forecast,
  markedOf,
  marksAtNodes,
  outcomeOf,
  quantile,
  stepOfTotal,
  totalledBy,
  weeklyDays,
  type Candidacy,
  type Evidence,
  type HeardMark,
  type Hearer,
  type PastCandidacy,
  type StudioFit,
} from '../forecast';
import type { Goal } from '../programme';
import { allSchemes, commonLevel, findLevel, heldCommonLevel, schemeOf } from '../requirements';
import { daysBetween, type CalendarDay } from '../time';
import { valueAt } from '../value-at';
import type { GoalContext } from './goal-context';
import { goalNames, type GoalNames } from './goal-names';

/** Whose sheets the forecast learns from; peers and single judges are left out. */
const HEARER_OF: Readonly<Partial<Record<MarkSheet['assessor'], Hearer>>> = {
  student: 'self',
  teacher: 'teacher',
  mock: 'mock',
};

/** Levels further apart say no more of a start. */
const FURTHEST_PLACEMENT = 4;
/** Of a student without any level it is assumed that the one below was held. */
const NONE_HELD = -1;

/** Level held before a day minus level entered, on the common scale. */
function placementOf(studio: Studio, { student, set, level }: GoalNames, day: CalendarDay): number {
  const { commonLevels } = studio.settings;
  const before = { ...student, levelsHeld: student.levelsHeld.filter((held) => held.day < day) };
  const held = heldCommonLevel(commonLevels, studio.sets.values(), before);
  if (held === 0) return NONE_HELD;
  const off = Math.round(held - commonLevel(commonLevels, set.family, level.rank));
  return Math.max(-FURTHEST_PLACEMENT, Math.min(FURTHEST_PLACEMENT, off));
}

/** Marks of complete sheets that mean today what they meant, of pieces that are still chosen. */
function heardMarks(reads: readonly ReadSheet[], scheme: MarkScheme, { programme }: Goal): HeardMark[] {
  const components = new Map(markedOf(scheme).map((component) => [component.id, component]));
  return reads.flatMap(({ sheet, mark, maxMark, current }): HeardMark[] => {
    const assessor = HEARER_OF[sheet.assessor];
    const component = components.get(sheet.componentId);
    return current &&
      assessor &&
      component &&
      mark.kind === 'complete' &&
      maxMark === component.max &&
      isOfProgramme(sheet, programme)
      ? [{ day: sheet.day, assessor, component: component.id, mark: mark.mark }]
      : [];
  });
}

/** A sheet that names a piece says nothing of another one that has taken its place. */
function isOfProgramme({ componentId, pieceId }: MarkSheet, programme: Goal['programme']): boolean {
  const choices = (valueAt(programme, componentId) ?? []).filter(({ kind }) => kind === 'piece');
  return (
    pieceId === null ||
    choices.length === 0 ||
    choices.some((choice) => choice.kind === 'piece' && choice.pieceId === pieceId)
  );
}

/** Sheets of the student's earlier goals that were marked by the same scheme for a piece chosen now: it was played before. */
function earlierReads(studio: Studio, { goal, set, level, student }: GoalNames): ReadSheet[] {
  const scheme = schemeOf(set, level);
  const chosen = (componentId: string) =>
    (valueAt(goal.programme, componentId) ?? []).flatMap((choice) =>
      choice.kind === 'piece' ? [choice.pieceId] : [],
    );
  return goalsOfStudent(studio, student.id)
    .filter((other) => other.id !== goal.id && other.setId === set.id)
    .flatMap((other) => {
      const own = findLevel(set, other.levelId);
      return own?.schemeId === scheme.id ? currentSheets(sheetsOfGoal(studio, other.id)) : [];
    })
    .filter(({ componentId, pieceId }) => pieceId !== null && chosen(componentId).includes(pieceId))
    .map((sheet) => readSheet(scheme, allSchemes(set), sheet));
}

function candidacyOf(
  studio: Studio,
  names: GoalNames,
  scheme: MarkScheme,
  reads: readonly ReadSheet[],
  examDay: CalendarDay,
): Candidacy {
  const { goal, student } = names;
  const marks = heardMarks(reads, scheme, goal);
  const days = [goal.plan.startedOn, examDay, ...marks.map(({ day }) => day)].sort();
  return {
    student: student.id,
    components: markedOf(scheme),
    start: days[0] ?? examDay,
    placement: placementOf(studio, names, examDay),
    marks,
  };
}

/** A goal with its official marks, as the forecasts learn from it. */
export interface PastGoal {
  readonly goal: Goal;
  /** As it was when the result was given. */
  readonly scheme: MarkScheme;
  readonly candidacy: PastCandidacy;
}

/** Every goal of the studio that was marked officially by component. */
export function pastGoals(studio: Studio): PastGoal[] {
  return [...studio.goals.values()].flatMap((goal): PastGoal[] => {
    const { result } = goal;
    const names = goalNames(studio, goal);
    const marks = result?.marks;
    if (!names || !result || !marks) return [];
    const { set, level } = names;
    const now = schemeOf(set, level);
    const scheme =
      result.schemeVersion === undefined || result.schemeVersion === now.version
        ? now
        : allSchemes(set).find(({ id, version }) => id === now.id && version === result.schemeVersion);
    if (!scheme) return [];
    const reads = currentSheets(sheetsOfGoal(studio, goal.id)).map((sheet) =>
      readSheet(scheme, allSchemes(set), sheet),
    );
    const official = Object.fromEntries(
      markedOf(scheme).flatMap((component): [string, number][] => {
        const mark = valueAt(marks, component.id);
        return mark === undefined || mark < 0 || mark > component.max
          ? []
          : [[component.id, component.step * Math.round(mark / component.step)]];
      }),
    );
    if (Object.keys(official).length === 0) return [];
    const candidacy = candidacyOf(studio, names, scheme, reads, result.on);
    return [{ goal, scheme, candidacy: { ...candidacy, examDay: result.on, official } }];
  });
}

/** What the forecasts of a studio learn from. */
export const pastCandidacies = (studio: Studio): PastCandidacy[] =>
  pastGoals(studio).map(({ candidacy }) => candidacy);

/** 10th, 25th, 50th, 75th and 90th of a hundred. */
export type Spread = readonly [number, number, number, number, number];
const SHARES = [0.1, 0.25, 0.5, 0.75, 0.9] as const;

export interface ForecastWeek {
  readonly day: CalendarDay;
  /** In the scheme's total; null where it has none. */
  readonly total: Spread | null;
  /** In marks, in the scheme's order. */
  readonly components: readonly Spread[];
}

/** What an hour of work on a component is likely to move. */
export interface NextHour {
  readonly componentId: string;
  /** How much the chance of the aim changes by one mark more. */
  readonly oneMore: number;
  /** Minutes that one mark more is likely to take. */
  readonly minutes: number;
  /** Chance of the aim after an hour on it. */
  readonly then: number;
}

export interface GoalForecast {
  readonly goalId: string;
  readonly evidence: Evidence;
  /** By how many marks of the total own marks run high here; null as long as no result says so. */
  readonly ownHigh: number | null;
  /** Of the total on the day, as the scheme makes it: of several judges the panel's. Null where it makes none. */
  readonly total: Spread | null;
  /** From today, week by week, to the day of the session; of several judges what one of them gives. */
  readonly weeks: readonly ForecastWeek[];
  /** Chance of each award, lowest first; right to about a point where they are drawn. */
  readonly awards: readonly { readonly id: string; readonly chance: number }[];
  readonly isDrawn: boolean;
  /** Where it goes by rank: how many seats there are, whose chance cannot be known. */
  readonly seats: number | null;
  readonly components: readonly {
    readonly componentId: string;
    /** The least it must have for the aim, and the chance of that; null where there is none. */
    readonly floor: { readonly mark: number; readonly chance: number } | null;
  }[];
  /** Most worth first; empty where no award is aimed at. */
  readonly nextHour: readonly NextHour[];
}

const HOUR = 60;

/**
 * Where a goal is likely to stand on its day.
 * @param past - of the whole studio
 * @param today - before the day of the session; on it or later there is nothing to forecast and null
 */
export function goalForecast(
  studio: Studio,
  context: GoalContext,
  fit: StudioFit,
  past: readonly PastCandidacy[],
  today: CalendarDay,
): GoalForecast | null {
  const { goal, scheme, session, readSheets } = context;
  if (session.day <= today) return null;
  const days = weeklyDays(today, session.day);
  const { evidence, ahead } = forecast(
    fit,
    past,
    {
      ...candidacyOf(studio, context, scheme, [...earlierReads(studio, context), ...readSheets], session.day),
      asOf: today,
      examDay: session.day,
    },
    days,
  );
  const [first, last] = [ahead[0], ahead.at(-1)];
  const adding = first && totalledBy(scheme, first.components);
  if (!first || !last || !adding) return null;
  const order = scheme.components.map(({ componentId }) =>
    first.components.findIndex(({ id }) => id === componentId),
  );
  const inOrder = <T>(some: readonly T[]) =>
    order.flatMap((at) => (some[at] === undefined ? [] : [some[at]]));
  const outcomes = ahead.map((each) =>
    outcomeOf(
      each === last ? adding : { ...adding, lines: [] },
      marksAtNodes(each.day, each.width, each.components),
    ),
  );
  const outcome = outcomes.at(-1);
  if (!outcome) return null;
  const isDrawn = scheme.panel !== null || scheme.outcome.kind === 'ratings';
  const drawn = isDrawn
    ? drawAwards(scheme, last.day, last.width, fit.model.officialNoise, last.components)
    : null;
  const lines = drawn?.lines ?? outcome.lines;
  const aim = scheme.awards.findIndex(({ id }) => id === goal.aimAwardId);
  const unit = stepOfTotal(adding);
  const weeks = outcomes.map(({ components, total }, at): ForecastWeek => ({
    day: days[at] ?? session.day,
    total: scheme.outcome.kind === 'ratings' ? null : spreadOf(total, unit),
    components: inOrder(components.map((each, part) => spreadOf(each, first.components[part]?.step ?? 1))),
  }));
  return {
    goalId: goal.id,
    evidence,
    ownHigh: fit.results > 0 ? Math.round(fit.model.selfBias * schemeMax(scheme)) : null,
    total: drawn ? drawn.total : (weeks.at(-1)?.total ?? null),
    weeks,
    awards: lines.map(({ id, chance }) => ({ id, chance })),
    isDrawn,
    seats: scheme.outcome.kind === 'seats' ? scheme.outcome.seats : null,
    components: scheme.components.map(({ componentId }, at) => {
      const part = order[at] ?? 0;
      const floor = adding.lines[aim]?.floors[part] ?? 0;
      const step = first.components[part]?.step ?? 1;
      return {
        componentId,
        floor:
          floor === 0
            ? null
            : {
                mark: floor * step,
                chance: (outcome.components[part] ?? []).slice(floor).reduce((sum, share) => sum + share, 0),
              },
      };
    }),
    nextHour:
      aim < 0
        ? []
        : nextHours(
            context,
            inOrder(lines[aim]?.oneMore ?? []),
            lines[aim]?.chance ?? 0,
            [weeks[0], weeks.at(-1)].map((week) => week?.components.map(([, , median]) => median) ?? []),
          ),
  };
}

/** @param step - what one step of the chances is worth */
export const spreadOf = (chances: readonly number[], step: number): Spread => {
  const [a, b, c, d, e] = SHARES.map((share) => step * quantile(chances, share));
  return [a ?? 0, b ?? 0, c ?? 0, d ?? 0, e ?? 0];
};

/** What an hour moves: minutes still to do, over the marks that they are likely to bring. */
function nextHours(
  { scheme, plan, effort }: GoalContext,
  oneMore: readonly number[],
  chance: number,
  medians: readonly (readonly number[])[],
): NextHour[] {
  const [least, flat] = [effortFigure(effort, 'leastMarkMinutes'), effortFigure(effort, 'flatMarkMinutes')];
  return scheme.components
    .map(({ componentId }, at): NextHour => {
      const left = (plan?.items ?? [])
        .filter((item) => item.componentId === componentId)
        .reduce((sum, { toDo }) => sum + toDo, 0);
      const rise = (medians[1]?.[at] ?? 0) - (medians[0]?.[at] ?? 0);
      const minutes = Math.round(rise > 0 ? Math.max(least, left / rise) : flat);
      const more = oneMore[at] ?? 0;
      return { componentId, oneMore: more, minutes, then: Math.min(1, chance + (more * HOUR) / minutes) };
    })
    .sort((a, b) => b.then - a.then);
}

/** What a forecast rests on that calls for a word of caution, most serious first. */
export type Caution =
  | { readonly kind: 'no marks' }
  | { readonly kind: 'own only'; readonly high: number | null }
  | { readonly kind: 'one lesson' }
  | { readonly kind: 'old'; readonly weeks: number }
  | { readonly kind: 'few results'; readonly results: number };

/** Weeks after which marks are called old, where the teacher set none; our choice, because four lessons can change much. */
export const OLD_MARK_WEEKS = 4;
/** Results from which the forecasts of a studio can be held against what came. */
export const ENOUGH_RESULTS = 5;
const DAYS_A_WEEK = 7;

/** @param oldWeeks - a latest mark older than so many weeks is old */
export function cautionsOf(
  { evidence, ownHigh }: GoalForecast,
  today: CalendarDay,
  oldWeeks: number,
): Caution[] {
  const age = evidence.latest === null ? 0 : daysBetween(evidence.latest, today);
  return [
    ...(evidence.case === 'none' ? [{ kind: 'no marks' } as const] : []),
    ...(evidence.case === 'only self' ? [{ kind: 'own only', high: ownHigh } as const] : []),
    ...(evidence.case === 'one' ? [{ kind: 'one lesson' } as const] : []),
    ...(age > DAYS_A_WEEK * oldWeeks ? [{ kind: 'old', weeks: Math.floor(age / DAYS_A_WEEK) } as const] : []),
    ...(evidence.studioResults < ENOUGH_RESULTS
      ? [{ kind: 'few results', results: evidence.studioResults } as const]
      : []),
  ];
}
