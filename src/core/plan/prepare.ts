import {
  addDays,
  dayOfWeek,
  minutesOn,
  periodIndexOf,
  slotOn,
  type CalendarDay,
  type Closure,
  type Period,
} from '../time';
import { draftOf, withShared, type Draft, type Frame, type WeekDays } from './drafts';
import { leftOf, type ItemWork } from './item-work';
import type { GoalAnswer, PlanInput, PlanRefusal, Preparation } from './plan';
import { plansOf } from './plans-of-answer';
import {
  eveOf,
  HEARD_IN_LESSON,
  planStudent,
  weeksOf,
  type NoPlan,
  type PlannedGoal,
  type PlannedItem,
  type PlannedWeek,
  type StudentPlan,
} from './student-plan';
import type { WorkDone } from './work-done';

/**
 * One plan of a student from `today` over all goals, and what it is for each of them. A goal for which there is no way at
 * any pace is refused by itself, and the others are planned without it. Same input, same plan.
 *
 * Work counts as done where a gate is passed or practice was reported: a week that nobody has reported is neither done nor
 * undone, and each coming week tells besides what it would ask if the cards of those weeks were done.
 */
export function prepare(input: PlanInput): Preparation {
  const answers = new Map<string, GoalAnswer>();
  const frame = frameOf(input);
  const open = openDrafts(input, frame, (goalId, kind) => {
    answers.set(goalId, { ok: false, why: { kind } });
  });
  for (;;) {
    const drafts = withShared(open.filter(({ goal }) => !answers.has(goal.goal.id)));
    if (drafts.length === 0) return { whole: null, goals: answers };
    const weeks = weeksFor(drafts, input, frame);
    const reported = answerTo(drafts, weeks, frame, HEARD_IN_LESSON, (done) => done.reported);
    if (reported.answer.kind === 'plan') {
      const isReported = drafts.every(({ items }) => items.every(({ done }) => done.unreported === 0));
      const ifDone = isReported
        ? null
        : answerTo(drafts, weeks, frame, Infinity, (done) => done.assumed).answer;
      const { whole, slices } = plansOf(
        drafts,
        weeks,
        { ...reported, answer: reported.answer, ifDone: ifDone?.kind === 'plan' ? ifDone.load : null },
        input,
        frame,
      );
      for (const [id, plan] of slices) answers.set(id, { ok: true, plan });
      return { whole, goals: answers };
    }
    const [id, why] = refusalOf(reported.answer, drafts, weeks);
    answers.set(id, { ok: false, why });
  }
}

/** Whether a preparation fits, and whose work stands where it is fullest. A goal that cannot be planned at all does not fit. */
export function verdictOf(input: PlanInput): {
  readonly fits: boolean;
  readonly peak: number;
  readonly goals: readonly string[];
} {
  const frame = frameOf(input);
  const drafts = withShared(openDrafts(input, frame));
  if (drafts.length === 0) return { fits: true, peak: 0, goals: [] };
  const weeks = weeksFor(drafts, input, frame);
  const { answer } = answerTo(drafts, weeks, frame, Infinity, (done) => done.reported);
  return answer.kind === 'plan'
    ? { fits: answer.fits, peak: answer.peak, goals: answer.critical?.goals ?? [] }
    : { fits: false, peak: Infinity, goals: [answer.goal] };
}

/** What can be planned, the soonest first. */
function openDrafts(
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

function frameOf({ student, goals, closures, effort, today }: PlanInput): Frame {
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

function weeksFor(
  drafts: readonly Draft[],
  { student, today }: PlanInput,
  { weekday, closures }: Frame,
): WeekDays[] {
  const dates = drafts.map((draft) => draft.dates);
  return weeksOf(today, weekday, dates).map((week) => {
    const days = minutesOn(week, student, closures);
    return { ...week, days, minutes: sum(days) };
  });
}

const sum = (all: readonly { readonly minutes: number }[]): number =>
  all.reduce((so, { minutes }) => so + minutes, 0);

/** The joint question with what of each item is done, and its answer. */
function answerTo(
  drafts: readonly Draft[],
  weeks: readonly PlannedWeek[],
  { visitMinutes, ordinary }: Frame,
  heard: number,
  doneOf: (work: WorkDone) => number,
): { readonly asked: ReadonlyMap<string, PlannedItem>; readonly answer: StudentPlan | NoPlan } {
  const goals = drafts.map(({ goal, dates, items }): PlannedGoal => ({
    id: goal.goal.id,
    ...dates,
    criteriaWeeks: goal.criteriaWeeks,
    items: items
      .filter(({ sameAs }) => sameAs === null)
      .map(({ id, work, done }) =>
        plannedItem(id, work, doneOf(done), weeklyOf(work, weeks, dates, ordinary)),
      )
      .sort((a, b) => sum(b.stages) - sum(a.stages)),
  }));
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
      notBefore: null,
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

function refusalOf(
  { goal, item, from, until, why }: NoPlan,
  drafts: readonly Draft[],
  weeks: readonly Period[],
): readonly [string, PlanRefusal] {
  const refused = drafts.find((draft) => draft.goal.goal.id === goal) ?? drafts[0];
  if (!refused) throw new RangeError('no goal was planned');
  return [
    refused.goal.goal.id,
    {
      kind: 'no split',
      componentId: refused.items.find(({ id }) => id === item)?.work.componentId ?? null,
      from: (weeks[from] as Period).from,
      to: (weeks[until] as Period).to,
      why,
    },
  ];
}
