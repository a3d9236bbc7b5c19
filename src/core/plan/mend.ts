import type { Stage } from '../effort';
import { withProgramme, withSwap, type Goal } from '../programme';
import type { Session } from '../requirements';
import { addDays, daysFrom, type CalendarDay, type Closure } from '../time';
import type { GoalToPlan, SkillToLearn } from './item-work';
import type { PlanInput } from './plan';
import { verdictOf } from './prepare';

/** One change to a preparation that does not fit. */
export type Change =
  | { readonly kind: 'minutes'; /** More on each practice day. */ readonly more: number }
  | {
      readonly kind: 'open week';
      readonly from: CalendarDay;
      readonly to: CalendarDay;
      readonly name: string;
      /** The goals that have shut it; none where a closure of the studio has. */
      readonly goalIds: readonly string[];
    }
  | {
      readonly kind: 'gate';
      readonly goalId: string;
      readonly componentId: string;
      readonly pieceId: string | null;
      readonly stage: Stage;
      /** The day it is set to now; it would follow the plan. */
      readonly day: CalendarDay;
    }
  | { readonly kind: 'criteria weeks'; readonly goalId: string; readonly weeks: number }
  | Exchange
  | { readonly kind: 'defer'; readonly goalId: string; readonly session: Session }
  | { readonly kind: 'withdraw'; readonly goalId: string };

/** Another piece that keeps the rules, with fewer bars to learn. */
export interface Exchange {
  readonly kind: 'piece';
  readonly goalId: string;
  readonly componentId: string;
  readonly outId: string;
  readonly inId: string;
  readonly fewer: number;
  /** What the goal asks the student to learn with that piece. */
  readonly skills: readonly SkillToLearn[];
}

/** A change and what it leads to. */
export interface Mending {
  readonly change: Change;
  readonly peak: number;
  readonly mends: boolean;
}

/** What may be changed in a goal besides what its plan knows. */
export interface Choices {
  /** The session it could be deferred to. */
  readonly later: ReadonlyMap<string, Session>;
  /** By goal, those that give up fewest bars first. */
  readonly exchanges: readonly Exchange[];
}

/** More than this on each day is no mending. */
const MOST_MINUTES = 180;
/** Weeks looked back at most; a preparation longer than this is not one. */
const FAR = 104;

/**
 * What would mend a preparation that does not fit, each tried by planning again: of each kind the least change that mends,
 * else the one that comes nearest. Those that mend first, in the order of how little they change; what does not lower the
 * peak is left out. Empty for one that fits.
 */
export function mendings(input: PlanInput, { later, exchanges }: Choices): Mending[] {
  const now = verdictOf(input);
  if (now.fits) return [];
  const tried = (change: Change): Mending => {
    const { peak, fits } = verdictOf(changed(input, change));
    return { change, peak, mends: fits };
  };
  const inCritical = (id: string) => now.goals.length === 0 || now.goals.includes(id);
  const goals = input.goals.filter(({ goal }) => inCritical(goal.id));
  const found = [
    leastMinutes(tried),
    ...goals.map(({ goal }) => firstOf(setGates(goal), tried)),
    firstOf(shutWeeks(input), tried),
    ...goals.map(({ goal, criteriaWeeks }) => firstOf(fewerWeeks(goal.id, criteriaWeeks), tried)),
    ...goals.map(({ goal }) =>
      firstOf(
        exchanges.filter(({ goalId }) => goalId === goal.id),
        tried,
      ),
    ),
    ...goals.flatMap(({ goal }) => {
      const session = later.get(goal.id);
      return session ? [tried({ kind: 'defer', goalId: goal.id, session })] : [];
    }),
    ...(input.goals.length > 1 ? goals.map(({ goal }) => tried({ kind: 'withdraw', goalId: goal.id })) : []),
  ].flatMap((mending) => mending ?? []);
  const lowering = found.filter(({ peak, mends }) => mends || peak < now.peak - 1e-6);
  return [
    ...lowering.filter(({ mends }) => mends),
    ...lowering.filter(({ mends }) => !mends).sort((a, b) => a.peak - b.peak),
  ];
}

/** The first that mends, else the one with the lowest peak. */
function firstOf(changes: readonly Change[], tried: (change: Change) => Mending): Mending | null {
  let nearest: Mending | null = null;
  for (const change of changes) {
    const mending = tried(change);
    if (mending.mends) return mending;
    if (!nearest || mending.peak < nearest.peak) nearest = mending;
  }
  return nearest;
}

/** The fewest minutes more on each practice day with which it fits; null where no number of them helps. */
function leastMinutes(tried: (change: Change) => Mending): Mending | null {
  let [low, high] = [0, 1];
  let best = tried({ kind: 'minutes', more: high });
  while (!best.mends) {
    if (high === MOST_MINUTES) return null;
    [low, high] = [high, Math.min(MOST_MINUTES, high * 2)];
    best = tried({ kind: 'minutes', more: high });
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const mending = tried({ kind: 'minutes', more: middle });
    if (mending.mends) [high, best] = [middle, mending];
    else low = middle;
  }
  return best;
}

/** Fewer criteria weeks than there are, the most first. */
const fewerWeeks = (goalId: string, now: number): Change[] =>
  Array.from({ length: now }, (_, at) => ({ kind: 'criteria weeks', goalId, weeks: now - 1 - at }));

/** Each gate that is set by hand and not passed, let go. */
const setGates = ({ id, plan }: Goal): Change[] =>
  plan.gates.flatMap(({ componentId, pieceId = null, stage, movedTo, passedOn }) =>
    movedTo === null || passedOn !== null
      ? []
      : [{ kind: 'gate', goalId: id, componentId, pieceId, stage, day: movedTo }],
  );

/** Each stretch of closed days to come, a week of it at a time. */
function shutWeeks({ closures, goals, today }: PlanInput): Change[] {
  const last =
    goals
      .map(({ session }) => session.day)
      .sort()
      .at(-1) ?? today;
  const weeks = closures
    .filter(({ stops }) => stops !== 'lessons')
    .flatMap(({ name, from, to }) =>
      Array.from({ length: Math.ceil((daysFrom(from, to).length || 1) / 7) }, (_, at): Change => {
        const first = addDays(from, 7 * at);
        const end = addDays(first, 6);
        return { kind: 'open week', from: first, to: end < to ? end : to, name, goalIds: [] };
      }),
    );
  const own = [...new Set(goals.flatMap(({ goal }) => goal.plan.shutWeeks))].map((from): Change => ({
    kind: 'open week',
    from,
    to: addDays(from, 6),
    name: 'no practice',
    goalIds: goals.flatMap(({ goal }) => (goal.plan.shutWeeks.includes(from) ? [goal.id] : [])),
  }));
  return [...own, ...weeks].filter(
    (change) => change.kind === 'open week' && change.to >= today && change.from < last,
  );
}

/** The preparation with one change. */
export function changed(input: PlanInput, change: Change): PlanInput {
  const withGoal = (id: string, to: (goal: GoalToPlan) => GoalToPlan): PlanInput => ({
    ...input,
    goals: input.goals.map((goal) => (goal.goal.id === id ? to(goal) : goal)),
  });
  switch (change.kind) {
    case 'minutes': {
      const more = (minutes: number) => (minutes > 0 ? minutes + change.more : minutes);
      const { student } = input;
      return {
        ...input,
        student: {
          ...student,
          minutesByWeekday: student.minutesByWeekday.map(more),
          ...(student.minutesOfDays && {
            minutesOfDays: Object.fromEntries(
              Object.entries(student.minutesOfDays).map(([day, minutes]) => [day, more(minutes)]),
            ),
          }),
        },
      };
    }
    case 'open week':
      return change.goalIds.length > 0
        ? {
            ...input,
            goals: input.goals.map((goal) => ({
              ...goal,
              goal: {
                ...goal.goal,
                plan: {
                  ...goal.goal.plan,
                  shutWeeks: goal.goal.plan.shutWeeks.filter((from) => from !== change.from),
                },
              },
            })),
          }
        : { ...input, closures: input.closures.flatMap((closure) => opened(closure, change)) };
    case 'gate':
      return withGoal(change.goalId, (goal) => ({
        ...goal,
        goal: {
          ...goal.goal,
          plan: {
            ...goal.goal.plan,
            gates: goal.goal.plan.gates.map((gate) =>
              gate.componentId === change.componentId &&
              gate.stage === change.stage &&
              (gate.pieceId ?? null) === change.pieceId
                ? { ...gate, movedTo: null }
                : gate,
            ),
          },
        },
      }));
    case 'criteria weeks':
      return withGoal(change.goalId, (goal) => ({ ...goal, criteriaWeeks: change.weeks }));
    case 'piece':
      return withGoal(change.goalId, ({ goal, ...rest }) => ({
        ...rest,
        goal: withProgramme(goal, withSwap(goal.programme, change), undefined, input.pieces, input.today),
        skills: change.skills,
      }));
    case 'defer':
      return withGoal(change.goalId, (goal) => ({ ...goal, session: change.session }));
    case 'withdraw':
      return { ...input, goals: input.goals.filter(({ goal }) => goal.id !== change.goalId) };
  }
}

/** A closure without some days of practice. */
const opened = (
  closure: Closure,
  { from, to, name }: { readonly from: CalendarDay; readonly to: CalendarDay; readonly name: string },
): Closure[] => {
  if (closure.name !== name || closure.from > to || closure.to < from || closure.stops === 'lessons')
    return [closure];
  const parts = [
    { ...closure, to: addDays(from, -1) },
    { ...closure, from: addDays(to, 1) },
    ...(closure.stops === 'both' ? [{ ...closure, from, to, stops: 'lessons' as const }] : []),
  ];
  return parts.filter((part) => part.from <= part.to);
};

/**
 * For a preparation that does not fit: a day on which starting all of it would have fitted while a week later would not,
 * going back whole weeks with the same minutes a week and nothing done. Null when even two years are too few.
 *
 * Starts are tried ever further back, then halved in between: about a dozen plans at most.
 */
export function latestStart(input: PlanInput): CalendarDay | null {
  const startAt = (weeksBack: number) => addDays(input.today, -7 * weeksBack);
  const fits = (weeksBack: number) => {
    const today = startAt(weeksBack);
    const goals = input.goals
      .filter(({ session }) => session.day > input.today)
      .map((each) => ({
        ...each,
        goal: { ...each.goal, plan: { ...each.goal.plan, startedOn: today, gates: [] } },
      }));
    return verdictOf({ ...input, goals, today, evidence: { practice: [], cards: [] } }).fits;
  };
  if (fits(0)) return startAt(0);
  let [late, early] = [0, 1];
  while (!fits(early)) {
    if (early === FAR) return null;
    [late, early] = [early, Math.min(FAR, early * 2)];
  }
  while (early - late > 1) {
    const middle = (late + early) >> 1;
    if (fits(middle)) early = middle;
    else late = middle;
  }
  return startAt(early);
}
