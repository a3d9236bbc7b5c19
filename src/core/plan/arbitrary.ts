import fc from 'fast-check';
import { DEFAULT_EFFORT, STAGES } from '../effort';
import { NEW_ENTRY, NEW_GOAL_PLAN, type Goal } from '../programme';
import { BARE_PIECE, type Piece } from '../repertoire';
import { BARE_LEVEL, BARE_SESSION, type Component, type Level } from '../requirements';
import type { Student } from '../students';
import { addDays, calendarDay, type CalendarDay, type Closure, type Weekday } from '../time';
import type { GoalToPlan } from './item-work';
import type { PlanInput } from './plan';
import type { PlannedGoal } from './student-plan';

/** A student's goals and what there is to practise in, before it is cut into weeks. */
export interface PlanCase {
  readonly weekday: Weekday;
  readonly minutesByWeekday: readonly number[];
  readonly closures: readonly Closure[];
  readonly visitMinutes: number;
  readonly goals: readonly PlannedGoal[];
}

/** A Wednesday, the day of the lesson. */
export const today = calendarDay('2027-01-20');
const inDays = (days: number) => addDays(today, days);

interface Size {
  readonly goals: number;
  readonly items: number;
  readonly days: number;
  /** How often, of ten, a stage has a gate set or a first day. */
  readonly dated: number;
}

const plannedGoal = ({ items, days, dated }: Size, id: string): fc.Arbitrary<PlannedGoal> =>
  fc
    .record({
      session: fc.integer({ min: 1, max: days }),
      due: fc.option(fc.integer({ min: 1, max: days }), { freq: 2 }),
      criteriaWeeks: fc.integer({ min: 0, max: 3 }),
      items: fc.array(
        fc.array(
          fc.record({
            minutes: fc.oneof({ weight: 1, arbitrary: fc.constant(0) }, fc.integer({ min: 1, max: 120 })),
            by: fc.integer({ min: 1, max: days }),
            notBefore: fc.integer({ min: 1, max: Math.ceil(days / 4) }),
            which: fc.integer({ min: 0, max: 9 }),
          }),
          { minLength: STAGES.length, maxLength: STAGES.length },
        ),
        { minLength: id === '0' ? 1 : 0, maxLength: items },
      ),
      stages: fc.subarray([...STAGES], { minLength: 1 }),
    })
    .map(({ session, due, criteriaWeeks, items: rows, stages }) => ({
      id,
      session: inDays(session),
      due: due === null ? null : inDays(due),
      criteriaWeeks,
      items: rows.map((row, at) => ({
        id: String(at),
        stages: stages.map((stage, place) => {
          const { minutes = 0, by = 0, notBefore = 0, which = 9 } = row[place] ?? {};
          return {
            stage,
            minutes,
            by: which < dated ? inDays(by) : null,
            notBefore: which >= 10 - dated ? inDays(notBefore) : null,
          };
        }),
      })),
    }));

export const planCases = (size: Size): fc.Arbitrary<PlanCase> =>
  fc.record({
    weekday: fc.integer({ min: 0, max: 6 }) as fc.Arbitrary<Weekday>,
    minutesByWeekday: fc.array(fc.oneof(fc.constant(0), fc.integer({ min: 5, max: 60 })), {
      minLength: 7,
      maxLength: 7,
    }),
    closures: fc.array(
      fc
        .record({
          from: fc.integer({ min: 0, max: size.days }),
          days: fc.integer({ min: 0, max: 12 }),
          stops: fc.constantFrom('lessons', 'practice', 'both'),
        })
        .map(({ from, days, stops }): Closure => ({
          id: '',
          name: '',
          from: inDays(from),
          to: inDays(from + days),
          stops: stops,
        })),
      { maxLength: 2 },
    ),
    visitMinutes: fc.constantFrom(0, 0, 3, 5),
    goals: fc
      .integer({ min: 1, max: size.goals })
      .chain((count) => fc.tuple(...Array.from({ length: count }, (_, at) => plannedGoal(size, String(at))))),
  });

export const day = calendarDay;
const piece = (id: string, bars: number): Piece => ({ ...BARE_PIECE, id, title: id, bars });
export const list = (id: string, max = 1): Component => ({
  id,
  letter: id.toUpperCase(),
  name: id,
  source: { kind: 'list', pieceIds: [], min: 1, max },
});
export const scales: Component = {
  id: 's',
  letter: 'S',
  name: 'Scales',
  source: { kind: 'prepared', items: [] },
};
export const student: Student = {
  id: 'w',
  name: 'Wren',
  instrument: 'flute',
  birthDate: null,
  slot: { kind: 'weekly', weekday: 2, start: '15:40', minutes: 30 },
  sharesWith: null,
  minutesByWeekday: [30, 30, 20, 30, 20, 40, 0],
  levelsHeld: [],
  reachSemitones: null,
  schoolYear: null,
  archivedOn: null,
};

interface Sketch {
  readonly components: readonly Component[];
  readonly pieces: Readonly<Record<string, readonly string[]>>;
  readonly on: CalendarDay;
  readonly due?: CalendarDay | null;
  readonly plan?: Partial<Goal['plan']>;
  readonly criteriaWeeks?: number;
}
export function goalOf(
  id: string,
  { components, pieces, on, due = null, plan = {}, criteriaWeeks = 2 }: Sketch,
): GoalToPlan {
  const level: Level = {
    id: `l-${id}`,
    name: id,
    rank: 3,
    schemeId: 's',
    rules: [],
    ...BARE_LEVEL,
    components,
  };
  return {
    level,
    stretch: 0,
    criteriaWeeks,
    session: { ...BARE_SESSION, id: 'v', name: 'visit', day: on, recordingDue: due },
    goal: {
      ...NEW_ENTRY,
      id,
      studentId: 'w',
      setId: 'x',
      levelId: level.id,
      sessionId: 'v',
      aimAwardId: 'pass',
      programme: Object.fromEntries(
        Object.entries(pieces).map(([component, ids]) => [
          component,
          ids.map((pieceId) => ({ kind: 'piece' as const, pieceId })),
        ]),
      ),
      plan: { ...NEW_GOAL_PLAN, startedOn: today, ...plan },
    },
  };
}
export const inputOf = (
  goals: readonly GoalToPlan[],
  bars: Readonly<Record<string, number>>,
  rest: Partial<PlanInput> = {},
): PlanInput => ({
  student,
  goals,
  pieces: new Map(Object.entries(bars).map(([id, count]) => [id, piece(id, count)])),
  closures: [],
  effort: DEFAULT_EFFORT,
  evidence: { practice: [], cards: [] },
  noted: [],
  family: null,
  metronomeFrom: 'learn',
  today,
  ...rest,
});
