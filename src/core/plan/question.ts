import {
  addDays,
  dayOfWeek,
  minutesOn,
  periodIndexOf,
  periodsTo,
  slotOn,
  type CalendarDay,
  type Closure,
} from '../time';
import { draftOf, type Draft, type Frame, type WeekDays } from './drafts';
import { leftOf, type ItemWork } from './item-work';
import type { PlanInput, PlanRefusal } from './plan';
import {
  eveOf,
  planStudent,
  type NoPlan,
  type PlannedGoal,
  type PlannedItem,
  type PlannedWeek,
  type StudentPlan,
} from './student-plan';
import type { WorkDone } from './work-done';

/** What can be planned, the soonest first. */
export function openDrafts(
  input: PlanInput,
  { weekday }: Frame,
  refuse?: (goalId: string, why: Exclude<PlanRefusal['kind'], 'no split'>) => void,
): Draft[] {
  const drafts = input.goals.flatMap((goal): Draft[] => {
    if (goal.session.day <= input.today) {
      refuse?.(goal.goal.id, 'session past');
      return [];
    }
    const draft = draftOf(goal, input, weekday);
    if (draft.items.length === 0) refuse?.(goal.goal.id, 'nothing to prepare');
    return draft.items.length === 0 ? [] : [draft];
  });
  return drafts.sort((a, b) =>
    eveOf(a.dates) < eveOf(b.dates) ? -1 : eveOf(a.dates) > eveOf(b.dates) ? 1 : 0,
  );
}

export function frameOf({ student, goals, closures, effort, today }: PlanInput): Frame {
  const slot = slotOn(student, today);
  const weekday = slot.kind === 'none' ? 0 : slot.weekday;
  const toNext = (from: CalendarDay) => (weekday - dayOfWeek(from) + 7) % 7 || 7;
  const shut = [...new Set(goals.flatMap(({ goal }) => goal.plan.shutWeeks))].map((from): Closure => ({
    id: from,
    name: 'week shut',
    from,
    to: addDays(from, toNext(from) - 1),
    stops: 'practice',
  }));
  return {
    weekday,
    closures: [...closures, ...shut],
    visitMinutes: effort.visitMinutes,
    ordinary: student.minutesByWeekday.reduce((sum, minutes) => sum + minutes, 0),
  };
}

/**
 * The weeks to the last eve of the goals, and on to the last day of own work where that is later: it cuts no week before.
 * @param ownDays - last days of own work
 */
export function weeksFor(
  drafts: readonly Draft[],
  ownDays: readonly CalendarDay[],
  { student, today }: PlanInput,
  { weekday, closures }: Frame,
): WeekDays[] {
  const eves = drafts.map(({ dates }) => eveOf(dates));
  const last = eves.reduce<CalendarDay | null>((a, b) => (a === null || a < b ? b : a), null);
  const later = ownDays
    .filter((day) => last === null || day > last)
    .sort()
    .slice(-1);
  return periodsTo(today, weekday, [...eves, ...later]).map((week) => {
    const days = minutesOn(week, student, closures);
    return { ...week, days, minutes: sum(days) };
  });
}

const sum = (all: readonly { readonly minutes: number }[]): number =>
  all.reduce((so, { minutes }) => so + minutes, 0);

/**
 * A goal as the joint question has it.
 * @param ordinary - practice minutes of an ordinary week
 * @param doneOf - what of an item counts as done
 */
export const plannedGoal = (
  { goal, dates, items }: Draft,
  weeks: readonly PlannedWeek[],
  ordinary: number,
  doneOf: (work: WorkDone) => number,
): PlannedGoal => ({
  id: goal.goal.id,
  ...dates,
  criteriaWeeks: goal.criteriaWeeks,
  items: items
    .filter(({ sameAs }) => sameAs === null)
    .map(({ id, work, done }) => plannedItem(id, work, doneOf(done), weeklyOf(work, weeks, dates, ordinary)))
    .sort((a, b) => sum(b.stages) - sum(a.stages)),
});

/** The joint question with what of each item is done, and its answer. */
export function answerTo(
  drafts: readonly Draft[],
  weeks: readonly PlannedWeek[],
  { visitMinutes, ordinary }: Frame,
  heard: number,
  doneOf: (work: WorkDone) => number,
): { readonly asked: ReadonlyMap<string, PlannedItem>; readonly answer: StudentPlan | NoPlan } {
  const goals = drafts.map((draft) => plannedGoal(draft, weeks, ordinary, doneOf));
  return {
    asked: new Map(goals.flatMap(({ items }) => items.map((item) => [item.id, item] as const))),
    answer: planStudent({ weeks, visitMinutes, heard, goals }),
  };
}

function plannedItem(
  id: string,
  work: ItemWork,
  done: number,
  weekly: readonly number[] | null,
): PlannedItem {
  const left = leftOf(work, done);
  // What is asked in every week is never finished early: what is left of its stages fills the weeks there are.
  const minutes = weekly?.reduce((so, each) => so + each, 0) ?? 0;
  const scale = weekly === null ? 1 : minutes / Math.max(1e-9, sum(left));
  return {
    id,
    stages: left.map((stage) => ({
      stage: stage.stage,
      minutes: stage.minutes * scale,
      by: stage.by,
      notBefore: stage.notBefore ?? null,
    })),
    ...(weekly && { weekly }),
  };
}

/**
 * The minutes of a prepared component by week: its own in an ordinary week, less of them in one with less time, up to the
 * eve. Null for a piece.
 */
function weeklyOf(
  { perWeek }: ItemWork,
  weeks: readonly PlannedWeek[],
  dates: Draft['dates'],
  ordinary: number,
): number[] | null {
  if (perWeek === null) return null;
  const last = periodIndexOf(weeks, eveOf(dates));
  const most = ordinary > 0 ? ordinary : Math.max(1, ...weeks.map(({ minutes }) => minutes));
  return weeks.map(({ minutes }, at) => (at > last ? 0 : perWeek * Math.min(1, minutes / most)));
}
