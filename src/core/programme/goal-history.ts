import { componentOf, type Choice, type Level, type Programme } from '../requirements';
import type { Piece } from '../repertoire';
import type { CalendarDay } from '../time';
import type { Goal, GoalPlan } from './goal';
import type { GoalEvent } from './goal-event';

/**
 * The goal in another session: one goal goes on, and what it was before stays known once it has been entered or prepared
 * for. The entry and the recording were for the session left.
 */
export function inSession(goal: Goal, sessionId: string, on: CalendarDay): Goal {
  if (sessionId === goal.sessionId) return goal;
  const isOld = goal.enteredOn !== null || goal.plan.startedOn < on;
  const { sessionId: fromSessionId, enteredOn } = goal;
  return {
    ...goal,
    sessionId,
    enteredOn: null,
    recordingSentOn: null,
    closedOn: null,
    ...(isOld && { history: [...(goal.history ?? []), { on, kind: 'deferred', fromSessionId, enteredOn }] }),
  };
}

/** The goal with another programme; after entry the change is remembered until the office was told. */
export function withProgramme(
  goal: Goal,
  programme: Programme,
  level: Level | undefined,
  pieces: ReadonlyMap<string, Piece>,
  on: CalendarDay,
): Goal {
  const what = level ? programmeChange(goal.programme, programme, level, pieces) : '';
  return withOfficeToTell({ ...goal, programme, plan: planFor(goal, programme, on) }, what, on);
}

/** What was set or passed for a piece says nothing of another that takes its place; a new one begins on its day. */
function planFor({ programme: before, plan }: Goal, programme: Programme, on: CalendarDay): GoalPlan {
  const idsOf = (choices: readonly Choice[] = []) =>
    choices.flatMap((choice) => (choice.kind === 'piece' ? [choice.pieceId] : []));
  const idsIn = (all: Programme) => new Set(Object.values(all).flatMap(idsOf));
  const had = idsIn(before);
  const { chosenOn = {}, playedAs, ...rest } = plan;
  const days = [...idsIn(programme)].flatMap((id) => {
    const day = had.has(id) ? chosenOn[id] : on;
    return day !== undefined && day > plan.startedOn ? [[id, day] as const] : [];
  });
  const isOther = (componentId: string) =>
    idsOf(before[componentId]).some((id) => !idsOf(programme[componentId]).includes(id));
  const now = idsIn(programme);
  const as = Object.entries(playedAs ?? {}).filter(([id]) => now.has(id));
  const kept = <T>(by: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(by).filter(([componentId]) => !isOther(componentId)));
  return {
    ...rest,
    gates: plan.gates.filter(({ componentId, pieceId }) =>
      pieceId === undefined ? !isOther(componentId) : idsOf(programme[componentId]).includes(pieceId),
    ),
    minutes: kept(plan.minutes),
    secureTempo: kept(plan.secureTempo),
    ...(as.length > 0 && { playedAs: Object.fromEntries(as) }),
    ...(days.length > 0 && { chosenOn: Object.fromEntries(days) }),
  };
}

/** "Dance: Low Water Air instead of Fog Minuet"; empty where nothing the office knows of changed. */
function programmeChange(
  before: Programme,
  after: Programme,
  level: Level,
  pieces: ReadonlyMap<string, Piece>,
): string {
  const words = (choices: readonly Choice[] = []) =>
    choices
      .flatMap((choice) =>
        choice.kind === 'piece' ? [pieces.get(choice.pieceId)?.title ?? 'a deleted piece'] : [],
      )
      .sort()
      .join(', ') || 'nothing';
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .flatMap((id) => {
      const [was, is] = [words(before[id]), words(after[id])];
      return was === is ? [] : [`${componentOf(level, id)?.name ?? id}: ${is} instead of ${was}`];
    })
    .join('; ');
}

/** The goal given up; where it was entered the office must be told. */
export const withdrawn = (goal: Goal, on: CalendarDay): Goal => ({
  ...withOfficeToTell(goal, 'withdrawn', on),
  closedOn: goal.closedOn ?? on,
  ended: 'withdrawn',
});

/** The goal with something the office must be told; nothing before it is entered. */
export const withOfficeToTell = (goal: Goal, what: string, on: CalendarDay): Goal =>
  goal.enteredOn === null || what === ''
    ? goal
    : withEvent(goal, { on, kind: 'changed after entry', what, toldOn: null });

/** The goal with something that happened to it. */
export const withEvent = (goal: Goal, event: GoalEvent): Goal => ({
  ...goal,
  history: [...(goal.history ?? []), event],
});

/** Go or no-go as it was decided last; undefined while it was not, or since it is for another session. */
export function goDecisionOf({
  history = [],
}: Pick<Goal, 'history'>): Extract<GoalEvent, { kind: 'decided' }> | undefined {
  const since = history.slice(history.findLastIndex(({ kind }) => kind === 'deferred') + 1);
  return since.flatMap((event) => (event.kind === 'decided' ? [event] : [])).at(-1);
}

/** Changes after entry that the office has not been told. */
export const toTell = (goal: Goal): Extract<GoalEvent, { kind: 'changed after entry' }>[] =>
  (goal.history ?? []).flatMap((event) =>
    event.kind === 'changed after entry' && event.toldOn === null ? [event] : [],
  );

/** The goal once the office was told of every change. */
export const told = (goal: Goal, on: CalendarDay): Goal => ({
  ...goal,
  history: (goal.history ?? []).map((event) =>
    event.kind === 'changed after entry' && event.toldOn === null ? { ...event, toldOn: on } : event,
  ),
});
