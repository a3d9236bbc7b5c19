import { describe, expect, test } from 'vitest';
import type { Studio } from '@/core/files';
import type { MarkSheet } from '@/core/marks';
import { fitStudio } from '@/core/forecast';
import { cautionsOf, goalContext, goalForecast, pastCandidacies } from '@/core/register';
import { addDays, type CalendarDay } from '@/core/time';
import { studio, today } from '../test-studio';
import { cautionWords, chanceWords, fanOf, percentWords, reasonsOf, TOTAL } from './readiness-model';

const past = pastCandidacies(studio);
const learned = fitStudio(past);

function forecastOf(of: Studio, goalId: string, on: CalendarDay = today, fit = learned) {
  const goal = of.goals.get(goalId);
  const context = goal && goalContext(of, goal, on);
  const forecast = context && goalForecast(of, context, fit, fit === learned ? past : [], on);
  if (!forecast) throw new Error(`no forecast of ${goalId}`);
  return { context, forecast };
}
/** The demo with the sheets of a goal as they are said. */
function withSheets(goalId: string, keep: (sheet: MarkSheet) => boolean): Studio {
  const sheets = [...studio.sheets].filter(([, sheet]) => sheet.goalId !== goalId || keep(sheet));
  return { ...studio, sheets: new Map(sheets) };
}

describe('what a forecast is unsure of', () => {
  test.each<
    [string, () => { forecast: ReturnType<typeof forecastOf>['forecast']; on?: CalendarDay }, string[]]
  >([
    [
      'no marks',
      () => forecastOf(studio, 'nell-5'),
      ['No marks yet: this is from the level held alone, so it is wide.'],
    ],
    ['one lesson', () => forecastOf(studio, 'hester-7'), ['Marks of one lesson only: a wide guess.']],
    [
      'own marks only',
      () =>
        forecastOf(
          withSheets('orla-5', ({ assessor }) => assessor === 'student'),
          'orla-5',
        ),
      ['Only own marks so far. Own marks run about 7 high of the total here.'],
    ],
    ['several of late', () => forecastOf(studio, 'orla-5'), []],
    [
      'old marks',
      () => ({ ...forecastOf(studio, 'orla-5', addDays(today, 40)), on: addDays(today, 40) }),
      ['The latest mark is 6 weeks old.'],
    ],
    [
      'no results of the studio',
      () => forecastOf(studio, 'orla-5', today, fitStudio([])),
      ['Not yet checked against results from your studio; everything behind it is assumed.'],
    ],
  ])('%s', (_, of, words) => {
    const { forecast, on = today } = of();
    expect(cautionsOf(forecast, on, 4).map(cautionWords)).toEqual(words);
  });
});

test('every open goal of the demo: chances fall from award to award, ranges are in order, reasons are said', () => {
  for (const goal of studio.goals.values()) {
    if (goal.closedOn !== null) continue;
    const { forecast } = forecastOf(studio, goal.id);
    const chances = forecast.awards.map(({ chance }) => chance);
    expect(chances.every((chance, at) => chance <= (chances[at - 1] ?? 1) + 1e-9)).toBe(true);
    for (const { total, components } of forecast.weeks)
      for (const spread of [total, ...components])
        if (spread) expect(spread).toEqual([...spread].sort((a, b) => a - b));
    expect(reasonsOf(forecast, '10 weeks').length).toBeGreaterThan(3);
  }
});

test('a mark more of a component moves the chance, and the next hour comes from the plan', () => {
  const { context, forecast } = forecastOf(studio, 'orla-5');
  const [best, ...others] = forecast.nextHour;
  expect(best && others.every(({ then }) => then <= best.then)).toBe(true);
  const chance = forecast.awards.find(({ id }) => id === context.goal.aimAwardId)?.chance ?? 0;
  for (const { then, oneMore, minutes } of forecast.nextHour) {
    expect(minutes).toBeGreaterThanOrEqual(20);
    expect(then).toBeCloseTo(Math.min(1, chance + (oneMore * 60) / minutes), 9);
  }
});

test('the chart has the marks given, the ranges of every week, and all of it in its table', () => {
  const { context, forecast } = forecastOf(studio, 'orla-5');
  const total = fanOf(context, forecast, TOTAL, today);
  expect(total?.bands?.map(({ points }) => points.length)).toEqual([11, 11]);
  expect(total?.lines.map(({ label, heavy }) => [label, heavy])).toEqual([
    ['pass 78', false],
    ['strong 93', true],
    ['superb 106', false],
  ]);
  const dance = fanOf(context, forecast, 'd', today);
  const given = dance?.series.slice(1).map(({ name, points }) => `${name} ${points.length}`);
  expect(given).toEqual(['student 3', 'teacher 3']);
  expect(dance?.table.rows).toHaveLength(6 + 11);
});

test.each([
  [0.001, 'under 1\u00a0%', 'very unlikely'],
  [0.12, '12\u00a0%', 'unlikely'],
  [0.5, '50\u00a0%', 'about even'],
  [0.86, '86\u00a0%', 'likely'],
  [0.9999, 'over 99\u00a0%', 'very likely'],
])('a chance of %d', (chance, percent, words) =>
  expect([percentWords(chance), chanceWords(chance)]).toEqual([percent, words]),
);

test('of several judges the total of the day is the panel’s, narrower than one judge’s', () => {
  const { context, forecast } = forecastOf(studio, 'teodor-chair');
  expect(context.scheme.panel).not.toBeNull();
  const [one, all] = [forecast.weeks.at(-1)?.total, forecast.total];
  expect(one && all && all[4] - all[0] < one[4] - one[0]).toBe(true);
});
