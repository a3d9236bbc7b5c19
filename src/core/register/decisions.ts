import type { Stage } from '../effort';
import { explainRule, findSession, openSlots } from '../requirements';
import { daysBetween, type CalendarDay } from '../time';
import { toTell, type Goal } from '../programme';
import type { GoalContext } from './goal-context';
import type { GoalNames } from './goal-names';
import { goalsOfStudent, goalsThatAre, type Studio } from '../files';

/** Something only the teacher can settle. `due` orders them; `days` counts from today, negative when past. */
export type Decision = {
  readonly goalId: string;
  readonly studentId: string;
  readonly due: CalendarDay;
  readonly days: number;
} & (
  | {
      readonly kind: 'enter';
      readonly level: string;
      readonly session: string;
      readonly open: readonly string[];
    }
  | { readonly kind: 'rule'; readonly title: string; readonly sentence: string }
  | {
      readonly kind: 'gate';
      readonly componentId: string;
      readonly pieceId: string | null;
      readonly letter: string;
      readonly stage: Stage;
      readonly moveTo: CalendarDay | null;
    }
  | {
      readonly kind: 'minutes';
      readonly from: CalendarDay;
      readonly to: CalendarDay;
      readonly demand: number;
      readonly minutes: number;
    }
  /** The session is past: what came of it? */
  | { readonly kind: 'result'; readonly level: string; readonly session: string }
  /** The office knows of another programme than the one entered. */
  | { readonly kind: 'tell'; readonly what: readonly string[] }
  | { readonly kind: 'choose'; readonly lists: readonly string[] }
);

export interface Deadline {
  readonly kind: 'entry opens' | 'entry closes' | 'late entry closes' | 'recording due' | 'session';
  readonly setName: string;
  readonly sessionName: string;
  readonly venue: string;
  readonly day: CalendarDay;
  /** What an entry costs by this day, as printed; empty where nothing is stated or nothing is paid. */
  readonly fee: string;
  readonly days: number;
  /** Students aiming at it: entered, and not entered yet. */
  readonly entered: readonly string[];
  readonly undecided: readonly string[];
}

/** Whole weeks that have begun between today and the day; 0 on the day and after it. */
export const weeksLeft = (today: CalendarDay, day: CalendarDay): number =>
  Math.max(0, Math.ceil(daysBetween(today, day) / 7));

/** Goals not closed, whose student is not archived, soonest session first. */
export const openGoals = (studio: Studio): Goal[] => soonestFirst(studio, goalsThatAre(studio, 'open'));

export const openGoalsOf = (studio: Studio, studentId: string): Goal[] =>
  soonestFirst(
    studio,
    goalsOfStudent(studio, studentId).filter(({ closedOn }) => closedOn === null),
  );

function soonestFirst(studio: Studio, goals: readonly Goal[]): Goal[] {
  const dayOf = (goal: Goal) => {
    const set = studio.sets.get(goal.setId);
    return (set && findSession(set, goal.sessionId)?.day) ?? '9999';
  };
  return goals
    .filter((goal) => studio.students.get(goal.studentId)?.archivedOn === null)
    .sort((a, b) => (dayOf(a) < dayOf(b) ? -1 : dayOf(a) > dayOf(b) ? 1 : a.id < b.id ? -1 : 1));
}

/** Closed goals that still ask for something: the result of one that was taken, the office to be told of one withdrawn. */
export const unsettledGoals = (studio: Studio): Goal[] => [
  ...goalsThatAre(studio, 'no result').filter(
    ({ studentId }) => studio.students.get(studentId)?.archivedOn === null,
  ),
  ...goalsThatAre(studio, 'withdrawn').filter((goal) => toTell(goal).length > 0),
];

/** What waits for an answer on these goals, first due first. Sessions that are past ask for the result alone. */
export function decisionsOf(contexts: readonly GoalContext[], today: CalendarDay): Decision[] {
  return contexts
    .flatMap((context) =>
      context.goal.ended === 'withdrawn'
        ? tellOf(context, today)
        : context.session.day < today
          ? [resultOf(context, today)]
          : context.goal.closedOn === null
            ? decisionsOfGoal(context, today)
            : [],
    )
    .sort(byDue);
}

/** First due first. */
export const byDue = (a: Decision, b: Decision): number =>
  a.days - b.days || (a.goalId < b.goalId ? -1 : a.goalId > b.goalId ? 1 : 0);

const resultOf = ({ goal, level, session }: GoalContext, today: CalendarDay): Decision => ({
  kind: 'result',
  goalId: goal.id,
  studentId: goal.studentId,
  due: session.day,
  days: daysBetween(today, session.day),
  level: level.name,
  session: session.name,
});

function tellOf({ goal }: GoalContext, today: CalendarDay): Decision[] {
  const what = toTell(goal).map((each) => each.what);
  const { id: goalId, studentId } = goal;
  return what.length > 0 ? [{ kind: 'tell', goalId, studentId, due: today, days: 0, what }] : [];
}

function decisionsOfGoal(context: GoalContext, today: CalendarDay): Decision[] {
  const { goal, level, session, verdicts, plan, whole } = context;
  const closes = session.entryCloses;
  const at = (due: CalendarDay) => ({
    goalId: goal.id,
    studentId: goal.studentId,
    due,
    days: daysBetween(today, due),
  });
  const open = openSlots(context.entry)
    .filter((slot) => slot.open > 0)
    .map(({ componentId }) => level.components.find(({ id }) => id === componentId)?.name ?? '');
  const soon = closes ?? session.day;
  const list: Decision[] = tellOf(context, today);
  if (goal.enteredOn === null && closes !== null && closes >= today)
    list.push({ kind: 'enter', ...at(closes), level: level.name, session: session.name, open });
  else if (open.length > 0) list.push({ kind: 'choose', ...at(soon), lists: open });
  for (const verdict of verdicts.filter((each) => each.status === 'unmet')) {
    const rule = level.rules.find((each) => each.id === verdict.ruleId);
    if (rule) list.push({ kind: 'rule', ...at(soon), ...explainRule(rule, verdict, level) });
  }
  for (const item of plan?.items ?? []) {
    const late = item.gates.find((gate) => gate.passedOn === null && gate.day <= today);
    if (late && item.componentId !== null)
      list.push({
        kind: 'gate',
        ...at(late.day),
        componentId: item.componentId,
        pieceId: item.pieceId,
        letter: item.letter,
        stage: late.stage,
        moveTo: plan?.grid[plan.now + 1]?.from ?? null,
      });
  }
  // What does not fit is told once, with the first of the goals whose work it is.
  if (plan && whole?.critical && !whole.feasible && whole.critical.goals[0] === goal.id) {
    const [first, last] = [whole.weeks[whole.critical.from], whole.weeks[whole.critical.until]];
    if (first && last)
      list.push({
        kind: 'minutes',
        ...at(first.from),
        from: first.from,
        to: last.to,
        demand: whole.critical.demand,
        minutes: whole.critical.minutes,
      });
  }
  return list;
}

/** What a deadline asks for, as a line of a list or the title of an event says it. */
export const deadlineWords = ({ kind, setName, sessionName }: Deadline): string =>
  kind === 'session' ? `${setName} ${sessionName}` : `${setName} ${kind}`;

/**
 * Days ahead that some open goal aims at, soonest first: entry opens, closes, closes for late entries at their fee, the
 * recording is due, the session. Late entries and the opening are named only while somebody is not entered.
 */
export function deadlinesOf(contexts: readonly GoalNames[], today: CalendarDay): Deadline[] {
  const found = new Map<string, Deadline>();
  for (const { goal, set, session, student } of contexts) {
    const { late } = session;
    for (const [kind, day, fee] of [
      ['entry opens', goal.enteredOn === null ? session.entryOpens : null, ''],
      ['entry closes', session.entryCloses, session.fee],
      [
        'late entry closes',
        goal.enteredOn === null && late ? late.until : null,
        late ? [session.fee, late.fee].filter((each) => each !== '').join(' and ') : '',
      ],
      ['recording due', session.recordingDue, ''],
      ['session', session.day, ''],
    ] as const) {
      if (day === null || day < today) continue;
      const id = `${kind}/${set.family}/${set.kind === 'graded exam' ? set.name : set.id}/${session.name}/${day}`;
      const before = found.get(id);
      const names = { entered: [...(before?.entered ?? [])], undecided: [...(before?.undecided ?? [])] };
      names[goal.enteredOn === null ? 'undecided' : 'entered'].push(student.name);
      found.set(id, {
        kind,
        setName: set.name,
        sessionName: session.name,
        venue: session.venue,
        day,
        fee,
        days: daysBetween(today, day),
        ...names,
      });
    }
  }
  return [...found.values()].sort((a, b) => a.days - b.days || (a.setName < b.setName ? -1 : 1));
}
