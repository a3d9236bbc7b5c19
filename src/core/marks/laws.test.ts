import fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, test } from 'vitest';
import { anyMarks, anyScheme, withRatings } from './arbitrary';
import { nextLine, type CriterionMarks } from './next-line';
import { panelResult, seated } from './panel';
import { panelsOf } from './panels-of-ratings';
import { componentMax, PLAIN_SUM, stepOf, type MarkScheme, type Rounding } from './scheme';
import { problemsOfScheme } from './scheme-problems';
import { awardFor, combined, rounded, totalOf } from './total';

const sums = (scheme: MarkScheme, marks: CriterionMarks) =>
  scheme.components.map(({ componentId }) =>
    Object.values(marks[componentId] ?? {}).reduce((all, mark) => all + mark, 0),
  );
const place = (scheme: MarkScheme, id: string | undefined) =>
  scheme.awards.findIndex((award) => award.id === id);
const reached = (scheme: MarkScheme, marks: CriterionMarks) =>
  place(scheme, awardFor(scheme, sums(scheme, marks))?.id);
const raised = (
  marks: CriterionMarks,
  gains: readonly { componentId: string; criterionId: string; marks: number }[],
) =>
  gains.reduce<CriterionMarks>(
    (all, gain) => ({
      ...all,
      [gain.componentId]: {
        ...all[gain.componentId],
        [gain.criterionId]: (all[gain.componentId]?.[gain.criterionId] ?? 0) + gain.marks,
      },
    }),
    marks,
  );
const anyMarked = anyScheme.chain((scheme) => fc.tuple(fc.constant(scheme), anyMarks(scheme)));
const anyPanel = fc
  .tuple(anyScheme, fc.boolean())
  .map(([scheme, ratings]) => (ratings ? withRatings(scheme, 3) : scheme))
  .chain((scheme) =>
    fc.tuple(
      fc.constant(scheme),
      fc.array(
        anyMarks(scheme).map((marks) => sums(scheme, marks)),
        { minLength: scheme.panel?.judges ?? 1, maxLength: scheme.panel?.judges ?? 1 },
      ),
    ),
  );

describe('over generated schemes', () => {
  test('every one is sound', () => {
    fc.assert(
      fc.property(anyPanel, ([scheme]) => {
        expect(problemsOfScheme(scheme)).toEqual([]);
      }),
    );
  });

  test('a higher mark never lowers the award, of one assessor or of a panel', () => {
    fc.assert(
      fc.property(anyPanel, fc.nat(), fc.nat(), ([scheme, judges], judge, component) => {
        const at = component % scheme.components.length;
        const max = componentMax(scheme.components[at]!);
        const higher = judges.map((marks, index) =>
          index === judge % judges.length ? marks.with(at, Math.min(max, (marks[at] ?? 0) + 1)) : marks,
        );
        const of = (panel: readonly (readonly number[])[]) =>
          place(scheme, panelResult(scheme, panel).award?.id);
        expect(of(higher)).toBeGreaterThanOrEqual(of(judges));
        const [before, after] = [judges, higher].map((panel) => panel[judge % judges.length] ?? []);
        expect(place(scheme, awardFor(scheme, after!)?.id)).toBeGreaterThanOrEqual(
          place(scheme, awardFor(scheme, before!)?.id),
        );
      }),
      { numRuns: 500 },
    );
  });

  test('the award is the same however judges and components are ordered', () => {
    fc.assert(
      fc.property(anyPanel, fc.infiniteStream(fc.nat()), ([scheme, judges], stream: Iterator<number>) => {
        const shuffled = <T>(items: readonly T[]) =>
          items
            .map((item) => ({ item, key: Number(stream.next().value) }))
            .sort((a, b) => a.key - b.key)
            .map(({ item }) => item);
        const order = shuffled(scheme.components.map((_, at) => at));
        const other = { ...scheme, components: order.map((at) => scheme.components[at]!) };
        const result = panelResult(scheme, judges);
        const again = panelResult(
          other,
          shuffled(judges).map((marks) => order.map((at) => marks[at]!)),
        );
        expect(again.award?.id).toBe(result.award?.id);
        expect(again.total?.toFraction()).toBe(result.total?.toFraction());
      }),
    );
  });

  test('the next line: its gains reach it, none of them can be dropped, and nothing cheaper does', () => {
    fc.assert(
      fc.property(anyMarked, fc.integer({ min: 1, max: 9 }), ([scheme, marks], odd) => {
        const minutes = (component: string, criterion: string) =>
          1 + ((component.charCodeAt(1) * 3 + criterion.charCodeAt(1) * 5) % odd);
        const next = nextLine(scheme, marks, minutes);
        if (!next) {
          expect(reached(scheme, marks)).toBe(scheme.awards.length - 1);
          return;
        }
        const wanted = place(scheme, next.award.id);
        expect(wanted).toBe(reached(scheme, marks) + 1);
        expect(reached(scheme, raised(marks, next.gains))).toBeGreaterThanOrEqual(wanted);
        for (const gain of next.gains) {
          const step = stepOf(scheme.components.find((each) => each.componentId === gain.componentId)!);
          expect(reached(scheme, raised(marks, [...next.gains, { ...gain, marks: -step }]))).toBeLessThan(
            wanted,
          );
        }
      }),
      { numRuns: 500 },
    );
  });

  test('the cheapest gains cost what trying every set of gains finds', () => {
    const small = anyMarked.filter(
      ([{ components }]) =>
        components.reduce(
          (all, each) =>
            all * each.criteria.reduce((sum, { maxMark }) => sum * (maxMark / stepOf(each) + 1), 1),
          1,
        ) < 3_000,
    );
    fc.assert(
      fc.property(small, ([scheme, marks]) => {
        const minutes = (component: string, criterion: string) =>
          1 + ((component.charCodeAt(1) * 3 + criterion.charCodeAt(1) * 5) % 4);
        const next = nextLine(scheme, marks, minutes);
        if (!next) return;
        const wanted = place(scheme, next.award.id);
        const cells = scheme.components.flatMap((component) =>
          component.criteria.map(({ id, maxMark }) => ({
            componentId: component.componentId,
            criterionId: id,
            step: stepOf(component),
            room: maxMark - (marks[component.componentId]?.[id] ?? 0),
            cost: minutes(component.componentId, id),
          })),
        );
        let least = Infinity;
        const all = (
          at: number,
          cost: number,
          gains: { componentId: string; criterionId: string; marks: number }[],
        ) => {
          if (cost >= least) return;
          const cell = cells[at];
          if (!cell) {
            if (reached(scheme, raised(marks, gains)) >= wanted) least = cost;
            return;
          }
          for (let more = 0; more <= cell.room; more += cell.step)
            all(at + 1, cost + more * cell.cost, [...gains, { ...cell, marks: more }]);
        };
        all(0, 0, []);
        const paid = next.gains.reduce(
          (sum, gain) => sum + gain.marks * minutes(gain.componentId, gain.criterionId),
          0,
        );
        expect(paid).toBe(least);
      }),
      { numRuns: 150 },
    );
  }, 60_000);

  test('a ratings table with any row taken out is refused by name', () => {
    fc.assert(
      fc.property(anyScheme, fc.integer({ min: 1, max: 4 }), fc.nat(), (scheme, judges, pick) => {
        const whole = withRatings(scheme, judges);
        const { outcome } = whole;
        if (outcome.kind !== 'ratings') throw new Error('no ratings');
        const at = pick % outcome.table.length;
        const hole = { ...whole, outcome: { ...outcome, table: outcome.table.toSpliced(at, 1) } };
        const row = outcome.table[at]!.panel.join(' + ');
        expect(problemsOfScheme(hole).map((each) => each.message)).toEqual([`no row for ${row}`]);
      }),
    );
  });

  test('seats go to the highest totals, and a higher total never loses one', () => {
    const anyTotals = fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(
        anyTotals,
        fc.nat(8),
        fc.constantFrom('all in' as const, 'none in' as const),
        fc.nat(),
        (totals, seats, ties, pick) => {
          const entries = totals.map((total, at) => ({ id: `e${at}`, total: new Fraction(total) }));
          const inside = seated(entries, { seats, ties });
          const outside = entries.filter(({ id }) => !inside.includes(id));
          const worst = Math.min(...inside.map((id) => totals[Number(id.slice(1))]!));
          expect(outside.every(({ total }) => total.valueOf() <= worst)).toBe(true);
          expect(
            ties === 'all in'
              ? inside.length >= Math.min(seats, totals.length) || seats === 0
              : inside.length <= seats,
          ).toBe(true);
          const at = pick % totals.length;
          const higher = seated(entries.with(at, { id: `e${at}`, total: new Fraction(totals[at]! + 1) }), {
            seats,
            ties,
          });
          if (inside.includes(`e${at}`)) expect(higher).toContain(`e${at}`);
        },
      ),
      { numRuns: 500 },
    );
  });
});

test.each<[string, Rounding, number]>([
  ['5/2', { way: 'half up', places: 0 }, 3],
  ['5/2', { way: 'half even', places: 0 }, 2],
  ['7/2', { way: 'half even', places: 0 }, 4],
  ['5/2', { way: 'down', places: 0 }, 2],
  ['5/2', { way: 'up', places: 0 }, 3],
  ['3', { way: 'up', places: 0 }, 3],
  ['1/8', { way: 'half even', places: 2 }, 0.12],
  ['3/8', { way: 'half even', places: 2 }, 0.38],
  ['1/8', { way: 'half up', places: 2 }, 0.13],
  ['9/20', { way: 'half even', places: 1 }, 0.4],
  ['1/3', { way: 'up', places: 1 }, 0.4],
])('%s rounded %j is %d, exactly', (value, rounding, expected) =>
  expect(rounded(new Fraction(value), rounding).valueOf()).toBe(expected),
);

test('rounding at every tie of every scheme: the figure below, the tie, the figure above', () => {
  for (const places of [0, 1, 2])
    for (let steps = 0; steps < 40; steps += 1) {
      const unit = new Fraction(1, 10 ** places);
      const tie = unit.mul(steps).add(unit.div(2));
      const hair = new Fraction(1, 1_000_000);
      const at = (value: Fraction, way: Rounding['way']) =>
        rounded(value, { way, places }).div(unit).valueOf();
      expect([at(tie.sub(hair), 'half up'), at(tie, 'half up')]).toEqual([steps, steps + 1]);
      expect([at(tie.sub(hair), 'half even'), at(tie, 'half even'), at(tie.add(hair), 'half even')]).toEqual([
        steps,
        steps + (steps % 2),
        steps + 1,
      ]);
    }
});

test.each([
  ['mean', [1, 2, 4], '7/3'],
  ['median', [9, 1, 4], '4'],
  ['median', [9, 1, 4, 5], '9/2'],
  ['trimmed mean', [0, 3, 4, 10], '7/2'],
] as const)('%s of %j is %s', (by, values, expected) =>
  expect(
    combined(
      values.map((value) => new Fraction(value)),
      { by, drop: 1 },
    ).toFraction(),
  ).toBe(expected),
);

test('weighted categories are exact to the last third', () => {
  const component = (componentId: string, maxMark: number) => ({
    componentId,
    criteria: [{ id: 'k', name: 'k', maxMark, bands: [] }],
  });
  const scheme: MarkScheme = {
    id: 's',
    version: 1,
    components: [component('a', 30), component('b', 7)],
    ...PLAIN_SUM,
    totalling: {
      kind: 'weighted',
      weights: { a: 3, b: 2 },
      outOf: 100,
      rounding: { way: 'half up', places: 2 },
    },
    awards: [],
  };
  // 20/30 of 60 and 5/7 of 40: 40 + 28.571...
  expect(totalOf(scheme, [20, 5]).toFraction()).toBe('6857/100');
  expect(totalOf(scheme, [30, 7]).valueOf()).toBe(100);
});

test('every panel of ratings stands once', () => {
  expect(panelsOf(['x', 'y'], 3)).toEqual([
    ['x', 'x', 'x'],
    ['x', 'x', 'y'],
    ['x', 'y', 'y'],
    ['y', 'y', 'y'],
  ]);
  expect(panelsOf(['a', 'b', 'c', 'd'], 4)).toHaveLength(35);
});
