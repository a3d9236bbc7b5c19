import fc from 'fast-check';
import { expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import { DEFAULT_EFFORT, minutesForBars } from '../effort';
import { addDays, periodsTo, type CalendarDay } from '../time';
import { besideOf } from './beside';
import { prepare } from './prepare';
import { goalOf, inputOf, list, scales, student, today } from './arbitrary';

const BARS = { p: 8, q: 24, r: 40, s: 64 };
const minutesOf = minutesForBars(0, DEFAULT_EFFORT);
const anyPieces = fc.subarray(Object.keys(BARS) as (keyof typeof BARS)[], { minLength: 1, maxLength: 2 });
const SKILLS = { x: 30, y: 90, z: 240 };
const anyGoal = fc.record({
  skills: fc.subarray(Object.keys(SKILLS) as (keyof typeof SKILLS)[]),
  pieces: anyPieces,
  weeks: fc.integer({ min: 2, max: 30 }),
  extra: fc.integer({ min: 0, max: 6 }),
  hasScales: fc.boolean(),
});

test('one goal more, with pieces and skills that others have too, fits and takes so many weeks as planning all of them tells', () => {
  const seen = { shared: 0, never: 0, waits: 0, soon: 0 };
  fc.assert(
    fc.property(
      fc.array(anyGoal, { minLength: 1, maxLength: 2 }),
      anyGoal,
      fc.integer({ min: 2, max: 30 }),
      fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 3 }),
      fc.constantFrom(undefined, 'rhythm' as const, 'questions' as const),
      (others, next, minutes, shut, reading) => {
        const skillsOf = ({ skills }: typeof next) =>
          skills.map((id) => ({ id, name: id, minutes: SKILLS[id] }));
        const made = (sketch: typeof next, id: string, on?: CalendarDay) => {
          const { pieces, weeks, extra, hasScales } = sketch;
          const goal = goalOf(id, {
            components: [list('a', 4), ...(hasScales ? [scales] : [])],
            pieces: { a: pieces },
            on: on ?? addDays(today, 7 * weeks + extra),
            plan: id === '0' ? { shutWeeks: shut.map((week) => addDays(today, 7 * week)) } : {},
          });
          return { ...goal, skills: skillsOf(sketch) };
        };
        const open = others.map((each, at) => made(each, String(at)));
        const input = inputOf(open, BARS, {
          student: { ...student, minutesByWeekday: [minutes, 0, minutes, minutes, 0, minutes, 0] },
          ...(reading && { reading }),
        });
        const plans = (on: CalendarDay) => {
          const goals = [...open, made(next, 'n', on)];
          const answer = prepare({ ...input, goals });
          return (
            goals.every(({ goal }) => answer.goals.get(goal.id)?.ok === true) &&
            answer.whole?.feasible === true
          );
        };
        const beside = besideOf(input);
        fc.pre(beside.fits);
        const candidate = made(next, 'n');
        const more = beside.with({
          session: candidate.session,
          criteriaWeeks: candidate.criteriaWeeks,
          pieces: next.pieces.map((id) => ({ id, minutes: minutesOf(BARS[id]) })),
          skills: skillsOf(next),
          prepared: next.hasScales ? 1 : 0,
          goal: () => ({ goal: candidate, pieces: input.pieces }),
        });
        expect(more.fits).toBe(plans(candidate.session.day));
        const days = periodsTo(today, 2, [addDays(today, 363)]).map(({ to }) => addDays(to, 1));
        const first = days.findIndex(plans);
        expect(more.weeksNeeded(1, Infinity)).toBe(first < 0 ? null : first + 1);
        if (others.some(({ pieces }) => pieces.some((id) => next.pieces.includes(id)))) seen.shared += 1;
        seen[first < 0 ? 'never' : first > 4 ? 'waits' : 'soon'] += 1;
      },
    ),
    { numRuns: proofRuns(200), seed: 7 },
  );
  expect(Math.min(...Object.values(seen))).toBeGreaterThan(proofRuns(8));
}, 400_000);
