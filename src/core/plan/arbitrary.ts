import fc from 'fast-check';
import { STAGES } from '../effort';
import { addDays, calendarDay, type Closure, type Weekday } from '../time';
import type { PlannedGoal } from './student-plan';

/** A student's goals and what there is to practise in, before it is cut into weeks. */
export interface PlanCase {
  readonly weekday: Weekday;
  readonly minutesByWeekday: readonly number[];
  readonly closures: readonly Closure[];
  readonly visitMinutes: number;
  readonly goals: readonly PlannedGoal[];
}

export const TODAY = calendarDay('2027-01-20');
const inDays = (days: number) => addDays(TODAY, days);

interface Size {
  readonly goals: number;
  readonly items: number;
  readonly days: number;
  /** How often, of ten, a stage has a gate set or a first day. */
  readonly dated: number;
}

const goalOf = ({ items, days, dated }: Size, id: string): fc.Arbitrary<PlannedGoal> =>
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
      .chain((count) => fc.tuple(...Array.from({ length: count }, (_, at) => goalOf(size, String(at))))),
  });
