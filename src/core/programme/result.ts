import {
  awardFor,
  componentMax,
  markProblem,
  schemeComponent,
  schemeMax,
  totalOf,
  type MarkScheme,
} from '../marks';
import { schemeOf, type Level, type RequirementSet } from '../requirements';
import type { LevelHeld } from '../students';
import type { CalendarDay } from '../time';
import { valueAt } from '../value-at';
import { EARLIER_SESSION } from './earlier-session';
import { newGoal, type Goal } from './goal';
import type { GoalResult, PlainResult, WhyNewResult } from './goal-event';

/** Whether two say the same of what was reached; fee, certificate and note are no part of that. */
export const isSameResult = (a: PlainResult, b: PlainResult): boolean =>
  JSON.stringify(reachedIn(a)) === JSON.stringify(reachedIn(b));
const reachedIn = ({ on, award, total, marks = {}, criteria = {} }: PlainResult) => [
  on,
  award,
  total,
  inIdOrder(marks),
  inIdOrder(criteria).map(([id, given]) => [id, inIdOrder(given)]),
];
const inIdOrder = <T>(record: Readonly<Record<string, T>>): [string, T][] =>
  Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1));

/**
 * The goal with its official result; a result there was before, and that said something else, is kept behind it. It is
 * closed with the first one.
 */
export function withResult(goal: Goal, result: GoalResult, why: WhyNewResult, today: CalendarDay): Goal {
  const { result: before } = goal;
  const isNew = before !== undefined && !isSameResult(before, result);
  const was = [...(before?.earlier ?? []), ...(isNew ? [{ ...plainResult(before), why }] : [])];
  return {
    ...goal,
    closedOn: goal.closedOn ?? today,
    ended: 'taken',
    result: { ...plainResult(result), ...(was.length > 0 && { earlier: was }) },
  };
}

/** A result without those that stood before it. */
const plainResult = (result: GoalResult): PlainResult =>
  Object.fromEntries(Object.entries(result).filter(([name]) => name !== 'earlier')) as unknown as PlainResult;

/**
 * The levels held once a result came, or took the place of another: the award of a graded exam is recorded once, and goes
 * where the new result has none.
 * @param before - the result that stood until now
 */
export function levelsAfterResult(
  held: readonly LevelHeld[],
  set: Pick<RequirementSet, 'kind' | 'family'>,
  level: Pick<Level, 'name' | 'rank'>,
  before: GoalResult | undefined,
  after: GoalResult | null,
): readonly LevelHeld[] {
  if (set.kind !== 'graded exam') return held;
  const isOfLevel = (each: LevelHeld) => each.family === set.family && each.rank === level.rank;
  const others = before
    ? held.filter((each) => !(isOfLevel(each) && each.day === before.on && each.award === before.award))
    : held;
  if (!after || after.award === null) return others;
  const { on, award } = after;
  if (others.some((each) => isOfLevel(each) && each.day === on && each.award === award)) return others;
  // A level typed by hand for the same day is the same one.
  const rest = others.filter((each) => !(isOfLevel(each) && each.day === on));
  return [...rest, { family: set.family, levelName: level.name, rank: level.rank, day: on, award }];
}

/** What cannot be in a result, with its place; empty where nothing is wrong. */
export function resultProblems(
  scheme: MarkScheme,
  { total, award, marks = {} }: Pick<GoalResult, 'total' | 'award' | 'marks'>,
): { readonly at: string; readonly message: string }[] {
  const max = schemeMax(scheme);
  return [
    ...(total !== null && (total < 0 || total > max) ? [{ at: 'total', message: `${total} of ${max}` }] : []),
    ...(award !== null && !scheme.awards.some(({ name }) => name === award)
      ? [{ at: 'award', message: `"${award}" is no award of this scheme` }]
      : []),
    ...Object.entries(marks).flatMap(([id, mark]) => {
      const component = schemeComponent(scheme, id);
      if (!component) return [{ at: id, message: 'no such component' }];
      const problem = markProblem(component, { maxMark: componentMax(component) }, mark);
      return problem === null ? [] : [{ at: id, message: `${mark}: ${problem}` }];
    }),
  ];
}

/** What does not agree in a result that could still be right, as questions. */
export function resultQuestions(
  scheme: MarkScheme,
  { total, award, marks = {} }: Pick<GoalResult, 'total' | 'award' | 'marks'>,
): string[] {
  const given = scheme.components.map(({ componentId }) => valueAt(marks, componentId) ?? null);
  const isWhole = given.every((mark) => mark !== null);
  const sum = totalOf(scheme, given).valueOf();
  const line = scheme.awards.find(({ name }) => name === award);
  const byMarks = isWhole ? awardFor(scheme, given) : null;
  return [
    ...(isWhole && total !== null && sum !== total && scheme.panel === null
      ? [`The marks come to ${sum}, not ${total}. Is one of them mistyped?`]
      : []),
    ...(line && total !== null && total < line.total
      ? [`${line.name} asks ${line.total}. Is ${total} right?`]
      : isWhole &&
          scheme.panel === null &&
          scheme.outcome.kind === 'awards' &&
          (byMarks?.name ?? null) !== award
        ? [`By the scheme these marks are ${byMarks?.name ?? 'below every award'}. Is that what was given?`]
        : []),
  ];
}

/** A goal from before the studio kept any, closed; its result is recorded as any other is. */
export function pastGoal(id: string, { studentId, set, level, result }: PastResult): Goal {
  const { on } = result;
  const scheme = schemeOf(set, level);
  const aim = scheme.awards.find(({ name }) => name === result.award) ?? scheme.awards[0];
  const given = {
    studentId,
    setId: set.id,
    levelId: level.id,
    sessionId: set.sessions.find(({ day }) => day === on)?.id ?? EARLIER_SESSION,
    aimAwardId: aim?.id ?? '',
  };
  return { ...newGoal(id, given, level, on), closedOn: on, ended: 'taken' };
}

/** A result with whom and what it is of. */
export interface PastResult {
  readonly studentId: string;
  readonly set: RequirementSet;
  readonly level: Level;
  readonly result: GoalResult;
}
