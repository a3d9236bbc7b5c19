import { componentMax, currentSheets, schemeComponent, standing, type MarkScheme } from '@/core/marks';
import type { Caution, ForecastWeek, GoalContext, GoalForecast, Spread } from '@/core/register';
import { allSchemes } from '@/core/requirements';
import { addDays, daysBetween, formatDay, type CalendarDay } from '@/core/time';
import type { ChartData } from '@/ui';
import { ASSESSOR_GLYPH, ASSESSOR_NAME } from '../shell/MarkLine';

/** What the chart is of: the total, or a component by its id. */
export type Charted = string;
export const TOTAL = 'total';

/** "81 to 102", or "18" where both are the same. */
export function rangeWords([from, , , , to]: Spread, step = 1): string {
  const [low, high] = [from, to].map((value) => figure(Math.round(value / step) * step));
  return low === high ? `${low}` : `${low} to ${high}`;
}
export const figure = (value: number): string => String(Math.round(value * 10) / 10);

/** "95 %"; never 0 or 100, since no forecast is that sure. */
export const percentWords = (chance: number): string => {
  const percent = Math.round(100 * chance);
  return percent < 1 ? 'under 1\u00a0%' : percent > 99 ? 'over 99\u00a0%' : `${percent}\u00a0%`;
};

const WORDS: readonly (readonly [under: number, words: string])[] = [
  [0.05, 'very unlikely'],
  [0.25, 'unlikely'],
  [0.45, 'less likely than not'],
  [0.55, 'about even'],
  [0.75, 'more likely than not'],
  [0.95, 'likely'],
  [Infinity, 'very likely'],
];
export const chanceWords = (chance: number): string => WORDS.find(([under]) => chance < under)?.[1] ?? '';

const marksOf = (count: number) => (count === 1 ? '1 mark' : `${count} marks`);

/** What makes a forecast unsure, each as a sentence. */
export function cautionWords(caution: Caution): string {
  switch (caution.kind) {
    case 'no marks':
      return 'No marks yet: this is from the level held alone, so it is wide.';
    case 'own only':
      return caution.high === null
        ? 'Only own marks so far.'
        : `Only own marks so far. Own marks run about ${caution.high} ${caution.high < 0 ? 'low' : 'high'} of the total here.`;
    case 'one lesson':
      return 'Marks of one lesson only: a wide guess.';
    case 'old':
      return `The latest mark is ${caution.weeks} weeks old.`;
    case 'few results':
      return caution.results === 0
        ? 'Not yet checked against results from your studio; everything behind it is assumed.'
        : `Not yet checked against results from your studio: ${caution.results} so far, 5 are needed.`;
  }
}

/** What a forecast rests on, line by line. */
export function reasonsOf({ evidence, ownHigh }: GoalForecast, weeks: string): string[] {
  const { marks, kinds, latest, studioResults } = evidence;
  const by = { self: 'own', teacher: 'the teacher’s', mock: 'a mock examiner’s' } as const;
  return [
    marks === 0
      ? 'No marks; the level held against the level entered.'
      : `${marksOf(marks)}: ${kinds.map((kind) => by[kind]).join(', ')}${latest === null ? '' : `; the latest of ${formatDay(latest, 'medium')}`}.`,
    `${weeks} to go, in which the work goes on.`,
    studioResults === 0
      ? 'No official result of your studio yet: how marks turn into results is assumed.'
      : `${studioResults} official ${studioResults === 1 ? 'result' : 'results'} of your studio: how your marks turned into results.`,
    ...(ownHigh === null || !kinds.includes('self')
      ? []
      : [
          ownHigh === 0
            ? 'Own marks come out level here.'
            : `Own marks run about ${Math.abs(ownHigh)} ${ownHigh < 0 ? 'low' : 'high'} of the total here.`,
        ]),
    'The range is from 1 in 10 below to 1 in 10 above.',
  ];
}

interface GivenPoint {
  readonly day: CalendarDay;
  readonly mark: number;
  readonly assessor: keyof typeof ASSESSOR_GLYPH;
}

/** Totals as they stood on each day with a mark that counts, once every component had one. */
function totalsGiven({ scheme, set, sheets }: GoalContext): GivenPoint[] {
  const current = currentSheets(sheets);
  const days = [...new Set(current.map(({ day }) => day))].sort();
  return days.flatMap((day): GivenPoint[] => {
    const then = standing(
      scheme,
      current.filter((sheet) => sheet.day <= day),
      { earlier: allSchemes(set) },
    );
    const isNew = then.marks.some(({ from }) => from?.day === day);
    return then.missing.length === 0 && isNew ? [{ day, mark: then.total, assessor: 'teacher' }] : [];
  });
}

const marksGiven = ({ readSheets }: GoalContext, componentId: string): GivenPoint[] =>
  readSheets
    .flatMap(({ sheet, mark, current }): GivenPoint[] =>
      sheet.componentId === componentId && mark.kind === 'complete' && current
        ? [{ day: sheet.day, mark: mark.mark, assessor: sheet.assessor }]
        : [],
    )
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));

const spreadIn = (week: ForecastWeek, scheme: MarkScheme, charted: Charted): Spread | null =>
  charted === TOTAL
    ? week.total
    : (week.components[scheme.components.findIndex(({ componentId }) => componentId === charted)] ?? null);

/** Marks given, and the range on the way to the day, week by week; null where there is no such total. */
export function fanOf(
  context: GoalContext,
  forecast: GoalForecast,
  charted: Charted,
  today: CalendarDay,
): ChartData | null {
  const { scheme, session, goal } = context;
  const component = schemeComponent(scheme, charted);
  const max = component ? componentMax(component) : context.standing.maxMark;
  const weeks = forecast.weeks.flatMap((week) => {
    const spread = spreadIn(week, scheme, charted);
    return spread ? [{ day: week.day, spread }] : [];
  });
  if (weeks.length === 0) return null;
  const given = component ? marksGiven(context, charted) : totalsGiven(context);
  const start = addDays(given[0]?.day ?? today, -3);
  const x = (day: CalendarDay) => daysBetween(start, day);
  const lines = component
    ? (forecast.components.find(({ componentId }) => componentId === charted)?.floor ?? null)
    : null;
  const levels = component
    ? lines === null
      ? []
      : [{ at: lines.mark, label: `floor ${lines.mark}`, heavy: true }]
    : scheme.awards
        .filter(({ total }) => total > 0)
        .map((award) => ({
          at: award.total,
          label: `${award.name} ${award.total}`,
          heavy: award.id === goal.aimAwardId,
        }));
  const lowest = Math.min(
    ...weeks.map(({ spread }) => spread[0]),
    ...given.map(({ mark }) => mark),
    ...levels.map(({ at }) => at),
  );
  const round = max > 50 ? 10 : 5;
  const bottom = Math.max(0, round * Math.floor((lowest - max / 20) / round));
  const band = (name: string, look: 'wide' | 'narrow', low: 0 | 1, high: 3 | 4) => ({
    name,
    look,
    points: weeks.map(({ day, spread }) => ({ x: x(day), from: spread[low], to: spread[high] })),
  });
  return {
    x: { from: 0, to: x(session.day), say: (days) => formatDay(addDays(start, Math.round(days)), 'short') },
    y: { from: bottom, to: max, say: String },
    bands: [
      band(scheme.panel ? '8 in 10, one judge' : '8 in 10', 'wide', 0, 4),
      band('half', 'narrow', 1, 3),
    ],
    series: [
      {
        name: 'the middle',
        glyph: null,
        dashed: true,
        points: weeks.map(({ day, spread }) => ({ x: x(day), y: spread[2], say: '' })),
      },
      ...seriesOf(given, max, x, component === undefined),
    ],
    lines: levels,
    uprights: [
      { at: x(today), label: 'today', heavy: false },
      { at: x(session.day), label: formatDay(session.day, 'short'), heavy: true },
    ],
    table: {
      head: ['Day', 'Mark given', '8 in 10', 'Half', 'The middle'],
      rows: [
        ...given.map(({ day, mark, assessor }) => [
          formatDay(day, 'written'),
          component ? `${figure(mark)}, ${ASSESSOR_NAME[assessor]}` : figure(mark),
          '–',
          '–',
          '–',
        ]),
        ...weeks.map(({ day, spread }) => [
          formatDay(day, 'written'),
          '–',
          rangeWords(spread),
          rangeWords([spread[1], 0, 0, 0, spread[3]]),
          figure(Math.round(spread[2])),
        ]),
      ],
    },
  };
}

function seriesOf(
  given: readonly GivenPoint[],
  max: number,
  x: (day: CalendarDay) => number,
  isTotal: boolean,
): ChartData['series'] {
  return [...new Set(given.map(({ assessor }) => assessor))].map((assessor) => ({
    name: isTotal ? 'total of marks given' : ASSESSOR_NAME[assessor],
    glyph: ASSESSOR_GLYPH[assessor],
    dashed: assessor !== 'teacher',
    points: given
      .filter((each) => each.assessor === assessor)
      .map(({ day, mark }) => ({
        x: x(day),
        y: mark,
        say: `${figure(mark)} of ${max}, ${isTotal ? 'total' : ASSESSOR_NAME[assessor]}, ${formatDay(day, 'written')}`,
      })),
  }));
}
