import { expect, test } from 'vitest';
import { isProof } from '@/proof-runs';
import { heldIn80 } from './held';
import { around, crps } from './scores';
import { fitStudio, forecast, marksAtNodes, outcomeOf, type PastCandidacy, type Question } from '.';
import { REGIMES, studio, type Asked, type Regime, type Studio } from './simulated';

/** What one way of forecasting said of one figure, and how it did. */
interface Score {
  readonly crps: number;
  readonly held: number;
}
interface Judged {
  readonly regime: Regime;
  readonly components: readonly Record<Way, Score>[];
  readonly total: Record<Way, Score>;
  /** Chance that the aim is reached, and whether it was. */
  readonly aim: Record<Way, number> & { readonly came: number };
}
const WAYS = ['forecast', 'last mark', 'line'] as const;
type Way = (typeof WAYS)[number];

/** Where a component was last, and where a straight line through its marks leads. */
function simply(
  question: Question,
  component: string,
  day: string,
): Record<'last mark' | 'line', number | null> {
  const heard = question.marks
    .filter((mark) => mark.component === component && mark.day <= day && mark.assessor !== 'self')
    .sort((a, b) => (a.day < b.day ? -1 : 1));
  const any =
    heard.length > 0
      ? heard
      : question.marks.filter((mark) => mark.component === component && mark.day <= day);
  const last = any.at(-1)?.mark ?? null;
  const at = any.map((mark) => Date.parse(mark.day) / 86_400_000);
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [middle, level] = [mean(at), mean(any.map(({ mark }) => mark))];
  const width = at.reduce((sum, x) => sum + (x - middle) ** 2, 0);
  if (last === null || width === 0) return { 'last mark': last, line: last };
  const slope =
    at.reduce((sum, x, index) => sum + (x - middle) * ((any[index]?.mark ?? 0) - level), 0) / width;
  return { 'last mark': last, line: level + slope * (Date.parse(question.examDay) / 86_400_000 - middle) };
}

const square = (values: readonly number[]) => values.reduce((sum, value) => sum + value * value, 0);

/** How far each simple way was off in the studio's past, for components as shares of their maximum and for totals. */
function residuals(past: readonly PastCandidacy[]) {
  const off = { 'last mark': [] as number[], line: [] as number[] };
  const totals = { 'last mark': [] as number[], line: [] as number[] };
  const means = past.flatMap(({ components, official }) =>
    components.map(({ id, max }) => (official[id] ?? 0) / max),
  );
  const usual = means.length === 0 ? 0.7 : means.reduce((sum, value) => sum + value, 0) / means.length;
  for (const each of past)
    for (const before of [7, 28, 56]) {
      const asOf = new Date(Date.parse(each.examDay) - before * 86_400_000).toISOString().slice(0, 10);
      for (const way of ['last mark', 'line'] as const) {
        let sum = 0;
        for (const { id, max } of each.components) {
          const said = simply({ ...each, asOf: each.examDay }, id, asOf)[way] ?? usual * max;
          off[way].push(((each.official[id] ?? 0) - Math.max(0, Math.min(max, said))) / max);
          sum += (each.official[id] ?? 0) - Math.max(0, Math.min(max, said));
        }
        totals[way].push(sum / each.components.reduce((all, { max }) => all + max, 0));
      }
    }
  const spread = (values: readonly number[]) =>
    values.length < 6 ? 0.12 : Math.max(0.01, Math.sqrt(square(values) / values.length));
  return {
    usual,
    part: { 'last mark': spread(off['last mark']), line: spread(off.line) },
    whole: { 'last mark': spread(totals['last mark']), line: spread(totals.line) },
  };
}

function judge({ regime, past, questions }: Studio): Judged[] {
  const fit = fitStudio(past);
  const simple = residuals(past);
  return questions.map(({ question, official, aim }: Asked): Judged => {
    const { ahead } = forecast(fit, past, question);
    const [{ components, day, width }] = ahead as [(typeof ahead)[0]];
    const floors = components.map(() => aim.floor);
    const outcome = outcomeOf(
      { components, worth: components.map(() => 1), lines: [{ id: 'aim', total: aim.total, floors }] },
      marksAtNodes(day, width, components),
    );
    const score = (chances: readonly number[], came: number): Score => ({
      crps: crps(chances, came),
      held: heldIn80(chances, came),
    });
    const whole = components.reduce((sum, { max }) => sum + max, 0);
    const came = components.reduce((sum, { id }) => sum + (official[id] ?? 0), 0);
    const said = components.map(({ id }) => simply(question, id, question.asOf));
    const middle = (way: 'last mark' | 'line', at: number) => {
      const max = components[at]?.max ?? 0;
      return Math.max(0, Math.min(max, said[at]?.[way] ?? simple.usual * max));
    };
    const sum = (way: 'last mark' | 'line') => components.reduce((all, _, at) => all + middle(way, at), 0);
    const reached = came >= aim.total && components.every(({ id }) => (official[id] ?? 0) >= aim.floor);
    const totals = {
      forecast: outcome.total,
      'last mark': around(sum('last mark'), simple.whole['last mark'] * whole, whole),
      line: around(sum('line'), simple.whole.line * whole, whole),
    };
    const tail = (chances: readonly number[]) =>
      chances.slice(aim.total).reduce((all, chance) => all + chance, 0);
    return {
      regime,
      components: components.map(({ id, max }, at) => {
        const mark = official[id] ?? 0;
        return {
          forecast: score(outcome.components[at] ?? [], mark),
          'last mark': score(around(middle('last mark', at), simple.part['last mark'] * max, max), mark),
          line: score(around(middle('line', at), simple.part.line * max, max), mark),
        };
      }),
      total: {
        forecast: score(totals.forecast, came),
        'last mark': score(totals['last mark'], came),
        line: score(totals.line, came),
      },
      aim: {
        forecast: outcome.lines[0]?.chance ?? 0,
        'last mark': tail(totals['last mark']),
        line: tail(totals.line),
        came: reached ? 1 : 0,
      },
    };
  });
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

test(
  'on simulated studios of six kinds ranges hold, and beat the last mark and a straight line',
  { timeout: 600_000 },
  () => {
    const [studios, questions] = isProof ? [12, 15] : [2, 8];
    const judged = REGIMES.flatMap((regime, kind) =>
      Array.from({ length: studios }, (_, at) =>
        judge(studio(regime, 1000 * (kind + 1) + at, questions)),
      ).flat(),
    );
    const figures = (some: readonly Judged[]) => {
      const parts = some.flatMap(({ components }) => components);
      const of = (pick: (way: Way) => number) =>
        Object.fromEntries(WAYS.map((way) => [way, pick(way)])) as Record<Way, number>;
      return {
        forecasts: parts.length,
        held: mean(parts.map(({ forecast }) => forecast.held)),
        heldTotal: mean(some.map(({ total }) => total.forecast.held)),
        crps: of((way) => mean(parts.map((part) => part[way].crps))),
        crpsTotal: of((way) => mean(some.map(({ total }) => total[way].crps))),
        brier: of((way) => mean(some.map(({ aim }) => (aim[way] - aim.came) ** 2))),
      };
    };
    const all = figures(judged);
    const base = mean(judged.map(({ aim }) => aim.came));
    const baseBrier = base * (1 - base);
    const kinds = REGIMES.map((regime) => ({
      regime,
      ...figures(judged.filter((each) => each.regime === regime)),
    }));
    for (const kind of [{ regime: 'all', ...all }, ...kinds])
      console.log(
        `forecast, ${kind.regime}: ${kind.forecasts} marks, 80 % held ${kind.held.toFixed(3)}, totals ${kind.heldTotal.toFixed(3)}; ` +
          `CRPS of the last mark’s ${(kind.crps.forecast / kind.crps['last mark']).toFixed(3)}, of the line’s ${(kind.crps.forecast / kind.crps.line).toFixed(3)}; ` +
          `totals ${(kind.crpsTotal.forecast / kind.crpsTotal['last mark']).toFixed(3)}, ${(kind.crpsTotal.forecast / kind.crpsTotal.line).toFixed(3)}; ` +
          `Brier ${WAYS.map((way) => kind.brier[way].toFixed(3)).join(', ')}`,
      );
    console.log(`forecast: Brier of the base rate ${baseBrier.toFixed(3)}`);
    expect(all.forecasts).toBeGreaterThan(isProof ? 4_000 : 300);
    // So few forecasts as `npm test` makes say less: its limits are wider.
    const slack = isProof ? 0 : 0.06;
    expect(Math.abs(all.held - 0.8)).toBeLessThan(0.04 + slack);
    expect(Math.abs(all.heldTotal - 0.8)).toBeLessThan(0.06 + slack);
    expect(all.brier.forecast).toBeLessThan(
      Math.min(all.brier['last mark'], all.brier.line, baseBrier) + slack / 2,
    );
    for (const each of [all.crps, all.crpsTotal])
      expect(each.forecast).toBeLessThan((0.9 + slack) * Math.min(each['last mark'], each.line));
    if (!isProof) return;
    for (const kind of kinds) {
      expect(Math.abs(kind.held - 0.8), kind.regime).toBeLessThan(0.1);
      for (const each of [kind.crps, kind.crpsTotal])
        expect(each.forecast, kind.regime).toBeLessThan(Math.min(each['last mark'], each.line));
    }
  },
);
