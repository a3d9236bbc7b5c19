import fc from 'fast-check';
import { expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import { DEFAULT_EFFORT, minutesForBars, type EffortSettings } from '../effort';
import type { Component } from '../requirements';
import { addDays, periodsTo, type CalendarDay } from '../time';
import { besideOf } from './beside';
import { prepare } from './prepare';
import { cellOf, type RhythmGate } from './rhythm-gate';
import { goalOf, inputOf, list, scales, student, today } from './arbitrary';

const BARS = { o: 1, p: 8, q: 24, r: 40, s: 64 };
const minutesOf = minutesForBars(0, DEFAULT_EFFORT);
const anyPieces = fc.subarray(Object.keys(BARS) as (keyof typeof BARS)[], { minLength: 1, maxLength: 2 });
const SKILLS = { x: 30, y: 90, z: 240 };
const anyGoal = fc.record({
  skills: fc.subarray(Object.keys(SKILLS) as (keyof typeof SKILLS)[]),
  pieces: anyPieces,
  weeks: fc.integer({ min: 2, max: 30 }),
  extra: fc.integer({ min: 0, max: 6 }),
  hasScales: fc.boolean(),
  hasExcerpt: fc.boolean(),
  criteriaWeeks: fc.constantFrom(0, 2, 5),
});

const EXCERPT = { from: 5, to: 20 };
const excerpt: Component = {
  id: 'x',
  letter: 'X',
  name: 'Excerpt',
  source: { kind: 'excerpt', pieceId: 's', bars: EXCERPT, tempo: null, fromBeat: null, toBeat: null },
};
const anyGate = fc
  .record({
    pieceId: fc.constantFrom(...Object.keys(BARS)),
    isFirst: fc.boolean(),
    how: fc.constantFrom('alone' as const, 'with teacher' as const, 'with teacher' as const),
  })
  .map(({ pieceId, isFirst, how }): RhythmGate => ({
    id: pieceId,
    studentId: student.id,
    pieceId,
    setOn: today,
    isFirst,
    extracts: [{ id: 'a', words: 'bar 3', bars: [] }],
    steps: ['clap'],
    shown: { [cellOf('a', 'clap')]: { how, day: today } },
  }));
const { stageShares } = DEFAULT_EFFORT;
/** The last two leave a short piece no minutes to learn it, or none before it is performed. */
const anyEffort = fc
  .constantFrom<EffortSettings['stageShares']>(
    stageShares,
    stageShares,
    { ...stageShares, prepare: 0 },
    { ...stageShares, learn: 0 },
    { ...stageShares, prepare: 30, perform: 40 },
    { ...stageShares, prepare: 3_000, perform: 1_000 },
    { ...stageShares, perform: 5_000 },
  )
  .map((shares): EffortSettings => ({ ...DEFAULT_EFFORT, stageShares: shares }));

test('one goal more, with pieces and skills that others have too, fits and takes so many weeks as planning all of them tells', () => {
  const seen = { shared: 0, late: 0, never: 0, waits: 0, soon: 0 };
  fc.assert(
    fc.property(
      fc.array(anyGoal, { minLength: 1, maxLength: 2 }),
      anyGoal,
      fc.integer({ min: 2, max: 30 }),
      fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 3 }),
      fc.constantFrom(undefined, 'rhythm' as const, 'questions' as const),
      fc.array(anyGate, { maxLength: 2 }),
      anyEffort,
      fc.constantFrom(2 as const, 4 as const, 0 as const),
      (others, next, minutes, shut, reading, rhythm, effort, weekday) => {
        const skillsOf = ({ skills }: typeof next) =>
          skills.map((id) => ({ id, name: id, minutes: SKILLS[id] }));
        const made = (sketch: typeof next, id: string, on?: CalendarDay) => {
          const { pieces, weeks, extra, hasScales, hasExcerpt, criteriaWeeks } = sketch;
          const goal = goalOf(id, {
            components: [list('a', 4), ...(hasScales ? [scales] : []), ...(hasExcerpt ? [excerpt] : [])],
            criteriaWeeks,
            pieces: { a: pieces },
            on: on ?? addDays(today, 7 * weeks + extra),
            plan: id === '0' ? { shutWeeks: shut.map((week) => addDays(today, 7 * week)) } : {},
          });
          return { ...goal, skills: skillsOf(sketch) };
        };
        const open = others.map((each, at) => made(each, String(at)));
        const input = inputOf(open, BARS, {
          student: {
            ...student,
            slot: { kind: 'weekly', weekday, start: '15:40', minutes: 30 },
            minutesByWeekday: [minutes, 0, minutes, minutes, 0, minutes, 0],
          },
          effort,
          rhythm,
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
          pieces: [
            ...next.pieces.map((id) => ({ id, isWhole: true, minutes: minutesOf(BARS[id]) })),
            ...(next.hasExcerpt
              ? [{ id: 's', isWhole: false, minutes: minutesOf(EXCERPT.to - EXCERPT.from + 1) }]
              : []),
          ],
          skills: skillsOf(next),
          prepared: next.hasScales ? 1 : 0,
          goal: () => ({ goal: candidate, pieces: input.pieces }),
        });
        expect(more.fits).toBe(plans(candidate.session.day));
        const days = periodsTo(today, weekday, [addDays(today, 363)]).map(({ to }) => addDays(to, 1));
        const first = days.findIndex(plans);
        expect(more.weeksNeeded(1, Infinity)).toBe(first < 0 ? null : first + 1);
        if (others.some(({ pieces }) => pieces.some((id) => next.pieces.includes(id)))) seen.shared += 1;
        if (reading === 'rhythm' || rhythm.length > 0) seen.late += 1;
        seen[first < 0 ? 'never' : first > 4 ? 'waits' : 'soon'] += 1;
      },
    ),
    { numRuns: proofRuns(200), seed: 7 },
  );
  expect(Math.min(...Object.values(seen))).toBeGreaterThanOrEqual(proofRuns(8));
}, 400_000);
