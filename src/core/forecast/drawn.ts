import { seeded } from '../seeded';
import { panelResult, type MarkScheme } from '../marks';
import type { DayMarks } from './candidacy';
import type { Outcome } from './outcome';
import { edgesOf, type Marked } from './scale';

/** So many days are drawn where no sum says the chances, each with the one that is its mirror: right to about a point. */
const DRAWS = 2_000;
const SEED = 20_270_331;

/** Chances of awards that a panel of judges gives, or a table of ratings: by drawing days and asking the scheme itself. */
export interface DrawnAwards {
  readonly lines: Outcome['lines'];
  /** 10th, 25th, 50th, 75th and 90th of a hundred totals; null where ratings make no total. */
  readonly total: readonly [number, number, number, number, number] | null;
}

/**
 * @param own - standard deviation of what is each judge's own
 * @param components - in the order of the day; the scheme may have them in another
 */
export function drawAwards(
  scheme: MarkScheme,
  day: DayMarks,
  width: number,
  own: number,
  components: readonly Marked[],
): DrawnAwards {
  const random = seeded(SEED);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  let drawn: number[] = [];
  const edges = components.map(edgesOf);
  const order = scheme.components.map(({ componentId }) =>
    components.findIndex(({ id }) => id === componentId),
  );
  const judges = scheme.panel?.judges ?? 1;
  const root = rootOf(
    day.covariance.map((row, at) =>
      row.map((value, other) => width ** 2 * (value - (at === other ? own ** 2 : 0))),
    ),
  );
  const rank = new Map(scheme.awards.map(({ id }, at) => [id, at + 1]));
  const reached = scheme.awards.map(() => ({ chance: 0, oneMore: components.map(() => 0) }));
  const totals: number[] = [];
  for (let draw = 0; draw < DRAWS; draw += 1) {
    // As many figures as a day takes: what all components share out, then each judge's own.
    drawn =
      draw % 2 === 0
        ? Array.from({ length: components.length * (judges + 1) }, normal)
        : drawn.map((each) => -each);
    const off = drawn.slice(0, components.length);
    const played = components.map((_, at) =>
      (root[at] ?? []).reduce((sum, load, other) => sum + load * (off[other] ?? 0), day.mean[at] ?? 0),
    );
    const heard = Array.from({ length: judges }, (_judge, judge) =>
      components.map((_, at) => {
        const value = (played[at] ?? 0) + width * own * (drawn[(judge + 1) * components.length + at] ?? 0);
        return (edges[at] ?? new Float64Array()).filter((edge) => edge < value).length;
      }),
    );
    const award = (raised: number | null) => {
      const result = panelResult(
        scheme,
        heard.map((steps) =>
          order.map((at) => {
            const { step = 1, max = 0 } = components[at] ?? {};
            return Math.min(max, step * ((steps[at] ?? 0) + (at === raised ? 1 : 0)));
          }),
        ),
      );
      if (raised === null && result.total) totals.push(result.total.valueOf());
      return rank.get(result.award?.id ?? '') ?? 0;
    };
    const now = award(null);
    for (const [index, line] of reached.entries()) if (now > index) line.chance += 1 / DRAWS;
    // From the highest award nothing leads further.
    if (now === scheme.awards.length) continue;
    for (const at of components.keys()) {
      const then = award(at);
      for (const [index, line] of reached.entries())
        line.oneMore[at] = (line.oneMore[at] ?? 0) + (Number(then > index) - Number(now > index)) / DRAWS;
    }
  }
  totals.sort((a, b) => a - b);
  const share = (part: number) => totals[Math.floor(part * totals.length)] ?? 0;
  return {
    lines: scheme.awards.map(({ id }, at) => ({ id, ...(reached[at] ?? { chance: 0, oneMore: [] }) })),
    total: totals.length === 0 ? null : [share(0.1), share(0.25), share(0.5), share(0.75), share(0.9)],
  };
}

/** A lower root of a covariance (Cholesky); what is not above 0 counts as 0. */
function rootOf(covariance: readonly (readonly number[])[]): number[][] {
  const root: number[][] = covariance.map((row) => row.map(() => 0));
  for (const [at, row] of covariance.entries())
    for (let other = 0; other <= at; other += 1) {
      let rest = row[other] ?? 0;
      for (let before = 0; before < other; before += 1)
        rest -= (root[at]?.[before] ?? 0) * (root[other]?.[before] ?? 0);
      const line = root[at];
      if (!line) continue;
      const corner = root[other]?.[other] ?? 0;
      line[other] = at === other ? Math.sqrt(Math.max(0, rest)) : corner > 0 ? rest / corner : 0;
    }
  return root;
}
