import fc from 'fast-check';
import { panelsOf } from './panels-of-ratings';
import { componentMax, PLAIN_SUM, schemeMax, stepOf, type MarkScheme, type Rounding } from './scheme';

const anyRounding: fc.Arbitrary<Rounding> = fc.record({
  way: fc.constantFrom('half up', 'half even', 'down', 'up'),
  places: fc.integer({ min: 0, max: 2 }),
});

/** One to four components of one to three criteria, some marked in halves, with any totalling, awards with floors and pass marks. */
export const anyScheme: fc.Arbitrary<MarkScheme> = fc
  .record({
    criteria: fc.array(fc.array(fc.integer({ min: 1, max: 10 }), { minLength: 1, maxLength: 3 }), {
      minLength: 1,
      maxLength: 4,
    }),
    weights: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 4, maxLength: 4 }),
    outOf: fc.option(fc.constantFrom(20, 60, 100)),
    rounding: anyRounding,
    lines: fc.array(fc.double({ min: 0.2, max: 1, noNaN: true }), { minLength: 1, maxLength: 3 }),
    floors: fc.array(fc.double({ min: 0, max: 0.8, noNaN: true }), { minLength: 3, maxLength: 3 }),
    passes: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
    halves: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
    panel: fc.record({
      judges: fc.integer({ min: 3, max: 5 }),
      by: fc.constantFrom('mean', 'median', 'trimmed mean'),
      drop: fc.constant(1),
      rounding: anyRounding,
    }),
  })
  .map(({ criteria, weights, outOf, rounding, lines, floors, passes, halves, panel }): MarkScheme => {
    const components = criteria.map((maxima, at) => ({
      componentId: `c${at}`,
      criteria: maxima.map((maxMark, row) => ({ id: `k${row}`, name: `k${row}`, maxMark, bands: [] })),
      ...(halves[at] && { halves: true }),
    }));
    const ids = components.map(({ componentId }) => componentId);
    const bare: MarkScheme = {
      id: 's',
      version: 1,
      components,
      ...PLAIN_SUM,
      ...(outOf !== null && {
        totalling: {
          kind: 'weighted',
          weights: Object.fromEntries(ids.map((id, at) => [id, weights[at] ?? 1])),
          outOf,
          rounding,
        },
      }),
      panel,
      awards: [],
    };
    const least = Math.min(...components.map(componentMax));
    const totals = lines.map((share) => Math.floor(share * schemeMax(bare))).sort((a, b) => a - b);
    return {
      ...bare,
      awards: totals.map((total, at) => ({
        id: `a${at}`,
        name: `a${at}`,
        total,
        eachAtLeast: at === 0 ? null : Math.floor((floors[at] ?? 0) * least),
        passes: Object.fromEntries(
          components.flatMap((each, row) =>
            passes[row] && at > 0 ? [[each.componentId, Math.ceil(componentMax(each) / 2)]] : [],
          ),
        ),
      })),
    };
  });

/** The scheme with a table of ratings: the panel's worse half decides, which never falls when a judge rates higher. */
export const withRatings = (scheme: MarkScheme, judges: number): MarkScheme => {
  const awards = [{ id: 'none', name: 'none', total: 0, eachAtLeast: null, passes: {} }, ...scheme.awards];
  const ids = awards.map(({ id }) => id);
  return {
    ...scheme,
    awards,
    panel: { judges, by: 'mean', drop: 0, rounding: { way: 'half up', places: 0 } },
    outcome: {
      kind: 'ratings',
      table: panelsOf(ids, judges).map((panel) => ({
        panel,
        final: panel[Math.floor((judges - 1) / 2)] ?? 'none',
      })),
    },
  };
};

/** Marks of every criterion of a scheme, by component and criterion id. */
export const anyMarks = (scheme: MarkScheme): fc.Arbitrary<Record<string, Record<string, number>>> =>
  fc.record(
    Object.fromEntries(
      scheme.components.map((component) => [
        component.componentId,
        fc.record(
          Object.fromEntries(
            component.criteria.map(({ id, maxMark }) => [
              id,
              fc
                .integer({ min: 0, max: maxMark / stepOf(component) })
                .map((steps) => steps * stepOf(component)),
            ]),
          ),
        ),
      ]),
    ),
  );
