import type { Stage } from '../effort';
import type { Piece } from '../repertoire';
import {
  findLevel,
  findSession,
  type Choice,
  type Entry,
  type Programme,
  type RequirementSet,
  type Takes,
  type Waiver,
} from '../requirements';
import type { Student } from '../students';
import type { CalendarDay } from '../time';

/** What was done to one gate: heard and passed on a day, or moved to another. */
export interface GateState {
  readonly componentId: string;
  readonly stage: Stage;
  readonly movedTo: CalendarDay | null;
  readonly passedOn: CalendarDay | null;
}

/** What the teacher set about the preparation; everything else of the plan is computed. */
export interface GoalPlan {
  readonly startedOn: CalendarDay;
  readonly memorised: readonly string[];
  readonly gates: readonly GateState[];
  /** First days of weeks this student cannot practise. */
  readonly shutWeeks: readonly CalendarDay[];
  /** Whole minutes by component id, where the teacher set them instead of the computed ones. */
  readonly minutes: Readonly<Record<string, number>>;
  /** Practice tempo the ladder starts from, by component id, in the piece's unit. */
  readonly secureTempo: Readonly<Record<string, number>>;
}

export interface Goal {
  readonly id: string;
  readonly studentId: string;
  readonly setId: string;
  readonly levelId: string;
  readonly sessionId: string;
  readonly aimAwardId: string;
  readonly programme: Programme;
  readonly facts: Readonly<Record<string, string>>;
  readonly takes: Takes | null;
  readonly waivers: readonly Waiver[];
  readonly enteredOn: CalendarDay | null;
  readonly closedOn: CalendarDay | null;
  readonly plan: GoalPlan;
}

export const NEW_GOAL_PLAN: Omit<GoalPlan, 'startedOn'> = {
  memorised: [],
  gates: [],
  shutWeeks: [],
  minutes: {},
  secureTempo: {},
};

/** What the rules look at; undefined when the goal names a level its set no longer has. */
export function entryOf(
  goal: Goal,
  set: RequirementSet,
  student: Pick<Student, 'birthDate' | 'levelsHeld'>,
  pieces: ReadonlyMap<string, Piece>,
  today: CalendarDay,
): Entry | undefined {
  const level = findLevel(set, goal.levelId);
  return (
    level && {
      today,
      set,
      level,
      session: findSession(set, goal.sessionId) ?? null,
      student,
      pieces,
      programme: goal.programme,
      facts: goal.facts,
      enteredOn: goal.enteredOn,
      takes: goal.takes,
      waivers: goal.waivers,
    }
  );
}

/** The programme with `choice` set: it takes the last place of a full component, else the next free one. */
export function withChoice(
  programme: Programme,
  componentId: string,
  choice: Choice,
  max: number,
): Programme {
  const before = programme[componentId] ?? [];
  const kept = before.length >= max ? before.slice(0, max - 1) : before;
  return { ...programme, [componentId]: [...kept, choice] };
}

export const withoutChoice = (programme: Programme, componentId: string, index: number): Programme => ({
  ...programme,
  [componentId]: (programme[componentId] ?? []).filter((_, at) => at !== index),
});
