import { componentOf, type Choice, type Level, type Programme } from '../requirements';
import type { Piece } from '../repertoire';
import type { CalendarDay } from '../time';
import type { Goal } from './goal';
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
  return withOfficeToTell({ ...goal, programme }, what, on);
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
    : {
        ...goal,
        history: [...(goal.history ?? []), { on, kind: 'changed after entry', what, toldOn: null }],
      };

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
