import fc from 'fast-check';
import highsLoader from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import type { LevelItem } from '../effort';
import { linearProgram, quadraticProgram } from '../effort/solver';
import { proofRuns } from '@/proof-runs';
import { addDays, dayOfWeek, daysFrom, minutesOn, stopsPractice, type CalendarDay } from '../time';
import { planCases, today, type PlanCase } from './arbitrary';
import {
  planStudent,
  weeksOf,
  type PlannedGoal,
  type StudentPlan,
  type StudentQuestion,
} from './student-plan';

let highs: Awaited<ReturnType<typeof highsLoader>>;
beforeAll(async () => {
  highs = await highsLoader();
});

const HEARD = 3;
const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

/** The question of a case; `grid` keeps the weeks of other goals. */
const questionOf = (of: PlanCase, grid: readonly PlannedGoal[] = of.goals): StudentQuestion => ({
  weeks: weeksOf(today, of.weekday, grid).map((week) => ({
    ...week,
    minutes: total(minutesOn(week, of, of.closures).map(({ minutes }) => minutes)),
  })),
  visitMinutes: of.visitMinutes,
  heard: HEARD,
  goals: of.goals,
});
const planned = (of: PlanCase, grid?: readonly PlannedGoal[]) => planStudent(questionOf(of, grid));
const planOf = (of: PlanCase, grid?: readonly PlannedGoal[]): StudentPlan | null => {
  const answer = planned(of, grid);
  return answer.kind === 'plan' ? answer : null;
};

/** The weeks, the minutes and the windows once more, from the words of the definition, day by day. */
function definition({ weekday, minutesByWeekday, closures, visitMinutes, goals }: PlanCase) {
  const eves = goals.map(({ session, due }) => addDays([session, due ?? session].sort()[0] ?? session, -1));
  const days = daysFrom(today, [...eves].sort().at(-1) ?? today);
  const weekOf = new Map<CalendarDay, number>();
  const minutes: number[] = [];
  days.forEach((day, at) => {
    const begins = at === 0 || dayOfWeek(day) === weekday || eves.includes(addDays(day, -1));
    if (begins) minutes.push(0);
    weekOf.set(day, minutes.length - 1);
    if (!stopsPractice(closures, day))
      minutes[minutes.length - 1] = (minutes.at(-1) ?? 0) + (minutesByWeekday[dayOfWeek(day)] ?? 0);
  });
  const isFirst = (day: CalendarDay) => weekOf.get(day) !== weekOf.get(addDays(day, -1));
  const items = goals.flatMap((goal, number) => {
    const eve = eves[number] ?? today;
    const due = weekOf.get(eve) ?? 0;
    const ready = weekOf.get(addDays(eve, -7 * goal.criteriaWeeks)) ?? 0;
    return goal.items.map((item) => {
      const own = item.stages.map(({ stage, by, notBefore }) => {
        // The last week of which no day is on that day or later.
        const over = by === null ? due : Math.max(0, (weekOf.get(by) ?? minutes.length) - 1);
        const start = notBefore === null ? today : days.find((day) => day >= notBefore && isFirst(day));
        return {
          from: Math.max(
            stage === 'perform' ? ready : 0,
            start === undefined ? minutes.length : (weekOf.get(start) ?? 0),
          ),
          to: Math.min(stage === 'perform' ? due : ready, over),
        };
      });
      const work = item.stages.flatMap((stage, at) =>
        stage.minutes === 0
          ? []
          : [
              {
                minutes: stage.minutes,
                earliest: Math.max(...own.slice(0, at + 1).map(({ from }) => from)),
                latest: Math.min(...own.slice(at).map(({ to }) => to)),
              },
            ],
      );
      return { goal: goal.id, id: item.id, work };
    });
  });
  const crossed = items.some(({ work }) => work.some(({ earliest, latest }) => earliest > latest));
  return {
    minutes,
    items: crossed
      ? null
      : items.map((item) => ({ ...item, ...withVisit(item.work, minutes, visitMinutes) })),
  };
}

/** What must and what may be done by the end of each week, and the largest visit between them by trying. */
function withVisit(work: LevelItem['work'], minutes: readonly number[], most: number) {
  const low = minutes.map((_, week) =>
    total(work.filter(({ latest }) => latest <= week).map((each) => each.minutes)),
  );
  const high = minutes.map((_, week) =>
    total(work.filter(({ earliest }) => earliest <= week).map((each) => each.minutes)),
  );
  const from = work[0]?.earliest ?? 0;
  const until = work.at(-1)?.latest ?? -1;
  const visited = minutes.map((each, week) => each > 0 && from <= week && week <= until);
  for (let visit = most; ; visit -= 0.25) {
    const floor = visited.map((each) => (each ? Math.max(0, visit) : 0));
    const tightLow: number[] = [];
    low.forEach((each, week) => tightLow.push(Math.max(each, (tightLow.at(-1) ?? 0) + (floor[week] ?? 0))));
    const tightHigh = [...high];
    for (let week = minutes.length - 2; week >= 0; week -= 1)
      tightHigh[week] = Math.min(tightHigh[week] ?? 0, (tightHigh[week + 1] ?? 0) - (floor[week + 1] ?? 0));
    const isOpen =
      tightLow.every((each, week) => each <= (tightHigh[week] ?? 0) + 1e-9) &&
      // The first week's visit as well.
      (floor[0] ?? 0) <= (tightHigh[0] ?? 0) + 1e-9;
    if (isOpen || visit <= 0)
      return { from, until, visitMinutes: Math.max(0, visit), low: tightLow, high: tightHigh, floor };
  }
}

/** The largest demand of any stretch over its minutes; null where work falls where there are none. */
function peakOf(minutes: readonly number[], items: readonly ReturnType<typeof withVisit>[]): number | null {
  let peak = 0;
  for (let from = 0; from < minutes.length; from += 1)
    for (let until = from; until < minutes.length; until += 1) {
      const demand = total(
        items.map(({ low, high, floor }) =>
          Math.max(
            total(floor.slice(from, until + 1)),
            (low[until] ?? 0) - (from === 0 ? 0 : (high[from - 1] ?? 0)),
          ),
        ),
      );
      const there = total(minutes.slice(from, until + 1));
      if (there === 0 && demand > 1e-9) return null;
      if (there > 0) peak = Math.max(peak, demand / there);
    }
  return peak;
}

const cases = planCases({ goals: 3, items: 3, days: 70, dated: 1 });
const calm = planCases({ goals: 3, items: 3, days: 90, dated: 0 });

test('the peak is that of the critical stretch, and there is no plan where windows cross or minutes are missing', () => {
  const seen = { fits: 0, over: 0, windows: 0, 'no minutes': 0 };
  fc.assert(
    fc.property(cases, (of) => {
      const { minutes, items } = definition(of);
      const answer = planned(of);
      expect(questionOf(of).weeks.map((week) => week.minutes)).toEqual(minutes);
      const peak = items && peakOf(minutes, items);
      if (answer.kind === 'no plan') {
        seen[answer.why] += 1;
        expect(peak).toBeNull();
        expect(
          of.goals.find(({ id }) => id === answer.goal)?.items.some(({ id }) => id === answer.item),
        ).toBe(true);
        expect(answer.from).toBeLessThanOrEqual(answer.until);
        expect(answer.until).toBeLessThan(minutes.length);
      } else {
        seen[answer.fits ? 'fits' : 'over'] += 1;
        expect(answer.peak).toBeCloseTo(peak ?? NaN, 6);
        expect(answer.fits).toBe((peak ?? NaN) <= 1 + 1e-9);
      }
    }),
    { numRuns: 600, seed: 20270120 },
  );
  expect(Math.min(...Object.values(seen)), JSON.stringify(seen)).toBeGreaterThan(20);
});

test('minutes are conserved, nothing is done before it may begin or after it must end, and every week is visited', () => {
  fc.assert(
    fc.property(cases, (of) => {
      const plan = planOf(of);
      fc.pre(plan !== null);
      const { minutes, items } = definition(of);
      expect(plan.items.map(({ goal, id }) => [goal, id])).toEqual(items?.map(({ goal, id }) => [goal, id]));
      plan.items.forEach((item, at) => {
        const { work = [], low = [], high = [], floor = [] } = items?.[at] ?? {};
        expect(total(item.minutes)).toBeCloseTo(total(work.map((each) => each.minutes)), 6);
        let done = 0;
        item.minutes.forEach((each, week) => {
          done += each;
          expect(each).toBeGreaterThanOrEqual((floor[week] ?? 0) - 1e-6);
          expect(done).toBeGreaterThanOrEqual((low[week] ?? 0) - 1e-5);
          expect(done).toBeLessThanOrEqual((high[week] ?? 0) + 1e-5);
        });
      });
      plan.load.forEach((load, week) => {
        expect(total(plan.items.map((item) => item.minutes[week] ?? 0))).toBeCloseTo(load, 5);
        if (minutes[week] === 0) expect(load).toBeCloseTo(0, 9);
      });
      // Whose work the tightest stretch is.
      const { critical } = plan;
      if (critical) {
        const own = plan.items.filter(
          ({ minutes: row }) => total(row.slice(critical.from, critical.until + 1)) > 1e-7,
        );
        expect(new Set(own.map(({ goal }) => goal))).toEqual(new Set(critical.goals));
        expect(total(plan.load.slice(critical.from, critical.until + 1))).toBeCloseTo(critical.demand, 5);
      }
    }),
    { numRuns: 400, seed: 7 },
  );
});

test('an independent solver finds no smaller peak, and no smoother loads', () => {
  let compared = 0;
  fc.assert(
    fc.property(planCases({ goals: 2, items: 2, days: 25, dated: 1 }), (of) => {
      const plan = planOf(of);
      const { minutes, items } = definition(of);
      fc.pre(plan !== null && items !== null);
      const instance = { periods: minutes.map((each) => ({ minutes: each })), items };
      const least = highs.solve(linearProgram(instance));
      expect(Math.abs(plan.peak - least.ObjectiveValue)).toBeLessThan(1e-5 * Math.max(1, plan.peak));
      const smooth = highs.solve(quadraticProgram(instance));
      plan.load.forEach((load, at) => {
        const column = smooth.Columns[`l${at}`];
        expect(Math.abs(load - (column && 'Primal' in column ? column.Primal : NaN))).toBeLessThan(0.02);
      });
      compared += 1;
    }),
    { numRuns: 60, seed: 11 },
  );
  expect(compared).toBeGreaterThan(30);
}, 60_000);

describe('laws', () => {
  const gate = fc.record({
    goal: fc.nat(),
    item: fc.nat(),
    stage: fc.nat(),
    day: fc.integer({ min: 1, max: 90 }),
  });

  // With visits it may: an item that has fewer weeks between its gates is visited for fewer minutes.
  test('a gate set by hand never lowers the peak of the work itself', () => {
    fc.assert(
      fc.property(calm, gate, (any, { goal, item, stage, day }) => {
        const of = { ...any, visitMinutes: 0 };
        const before = planOf(of);
        const gated = of.goals.map((each, number) => ({
          ...each,
          items: each.items.map((one, at) =>
            number !== goal % of.goals.length || at !== item % each.items.length
              ? one
              : {
                  ...one,
                  stages: one.stages.map((part, place) =>
                    place === stage % one.stages.length ? { ...part, by: addDays(today, day) } : part,
                  ),
                },
          ),
        }));
        const after = planOf({ ...of, goals: gated });
        if (before === null) expect(after).toBeNull();
        else if (after) expect(after.peak).toBeGreaterThanOrEqual(before.peak - 1e-9);
      }),
      { numRuns: proofRuns(1_500), seed: 3 },
    );
  });
  test('a goal less, its weeks kept, never raises it; a goal as two of the same dates changes no load', () => {
    fc.assert(
      fc.property(calm, fc.nat(), (of, which) => {
        const plan = planOf(of);
        fc.pre(plan !== null);
        const at = which % of.goals.length;
        const less = planOf({ ...of, goals: of.goals.toSpliced(at, 1) }, of.goals);
        expect(less?.peak ?? NaN).toBeLessThanOrEqual(plan.peak + 1e-9);
        const whole = of.goals[at] as PlannedGoal;
        const cut = which % (whole.items.length + 1);
        const halves = [
          { ...whole, items: whole.items.slice(0, cut) },
          { ...whole, id: 'other half', items: whole.items.slice(cut) },
        ];
        const parted = planOf({ ...of, goals: of.goals.toSpliced(at, 1, ...halves) });
        parted?.load.forEach((load, week) => expect(load).toBeCloseTo(plan.load[week] ?? NaN, 6));
        expect(parted?.peak).toBeCloseTo(plan.peak, 9);
      }),
      { numRuns: proofRuns(1_000), seed: 5 },
    );
  });
});
