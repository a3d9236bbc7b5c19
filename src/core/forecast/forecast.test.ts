import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { PLAIN_SUM, type MarkScheme } from '../marks';
import { seeded } from '../seeded';
import { addDays, calendarDay as day } from '../time';
import { totalledBy } from './adding';
import type { HeardMark, Hearer } from './candidacy';
import { drawAwards } from './drawn';
import { ASSUMED } from './model';
import { NODES } from './factor';
import { above, between, cut } from './normal';
import { onScale } from './scale';
import { REGIMES, studio } from './simulated';
import {
  fitStudio,
  forecast,
  marksAtNodes,
  outcomeOf,
  type Adding,
  type Ahead,
  type Line,
  type Question,
  type StudioFit,
} from '.';

const NOTHING: StudioFit = fitStudio([]);
const asOf = day('2027-01-20');
const components = ['a', 'b', 'c'].map((id) => ({ id, max: 24, step: 1 }));
const mark = (component: string, given: number, days = 7, assessor: Hearer = 'teacher'): HeardMark => ({
  day: addDays(asOf, -days),
  assessor,
  component,
  mark: given,
});
const question = (marks: readonly HeardMark[], rest: Partial<Question> = {}): Question => ({
  student: 's',
  components,
  placement: -1,
  start: addDays(asOf, -120),
  marks,
  asOf,
  examDay: addDays(asOf, 70),
  ...rest,
});
const ahead = (asked: Question, fit = NOTHING): Ahead => {
  const [one] = forecast(fit, [], asked).ahead;
  if (!one) throw new Error('no day');
  return one;
};
const plain = (lines: readonly Line[], some: Adding['components'] = components): Adding => ({
  components: some,
  worth: some.map(() => 1),
  lines,
});
const LINES: readonly Line[] = [
  { id: 'pass', total: 40, floors: [0, 0, 0] },
  { id: 'strong', total: 50, floors: [12, 12, 12] },
  { id: 'superb', total: 62, floors: [14, 14, 14] },
];
const outcome = (asked: Question, lines = LINES, fit = NOTHING) => {
  const { components: some, day: then, width } = ahead(asked, fit);
  return outcomeOf(plain(lines, some), marksAtNodes(then, width, some));
};
const anyMarks = fc.array(
  fc.record({
    component: fc.constantFrom('a', 'b', 'c'),
    mark: fc.integer({ min: 0, max: 24 }),
    day: fc.integer({ min: 0, max: 100 }).map((days) => addDays(asOf, -days)),
    assessor: fc.constantFrom<Hearer>('self', 'teacher', 'mock'),
  }),
  { maxLength: 25 },
);
const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

describe('the normal curve', () => {
  test.each([
    [0, 0.5],
    [1, 0.15865525393],
    [-2, 0.97724986805],
    [5, 2.866515719e-7],
  ])('above %d lies %d of it', (z, share) => expect(above(z) / share).toBeCloseTo(1, 6));
  test('what is cut has its share, mean and variance, narrow or wide', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -4, max: 4, noNaN: true }),
        fc.double({ min: 0.01, max: 4, noNaN: true }),
        (from, width) => {
          const steps = 4_000;
          const places = Array.from({ length: steps }, (_, at) => from + (width * (at + 0.5)) / steps);
          const mass = places.map((z) => Math.exp((-z * z) / 2));
          const mean = sum(mass.map((each, at) => each * (places[at] ?? 0))) / sum(mass);
          const variance = sum(mass.map((each, at) => each * ((places[at] ?? 0) - mean) ** 2)) / sum(mass);
          const found = cut(from, from + width);
          expect(found.mean).toBeCloseTo(mean, 4);
          expect(found.variance).toBeCloseTo(variance, 4);
          expect(found.share).toBeCloseTo(between(from, from + width), 6);
        },
      ),
    ));
  test('the scale keeps 0.7 and is even there', () => {
    expect(onScale(0.7)).toBeCloseTo(0.7, 12);
    expect((onScale(0.701) - onScale(0.699)) / 0.002).toBeCloseTo(1, 4);
  });
});

describe('laws', () => {
  test('chances add up to one, awards are in order, floors never help', () =>
    fc.assert(
      fc.property(anyMarks, (marks) => {
        const found = outcome(question(marks));
        for (const chances of [...found.components, found.total]) {
          expect(sum(chances)).toBeCloseTo(1, 9);
          expect(chances.every((chance) => chance >= -1e-12)).toBe(true);
        }
        const [pass, strong, superb] = found.lines.map(({ chance }) => chance);
        expect(pass).toBeCloseTo(sum(found.total.slice(40)), 9);
        expect(strong! <= sum(found.total.slice(50)) + 1e-9).toBe(true);
        expect(pass! >= strong! && strong! >= superb!).toBe(true);
        expect(found.lines.every(({ oneMore }) => oneMore.every((more) => more >= -1e-9))).toBe(true);
      }),
    ));
  test('nothing hangs on the order of marks and components, on the year, or on what came after', () =>
    fc.assert(
      fc.property(
        anyMarks,
        fc.infiniteStream(fc.nat(999)),
        fc.integer({ min: 1, max: 60 }),
        (marks, keys, days) => {
          const shuffled = marks
            .map((each) => ({ each, key: keys.next().value as number }))
            .sort((a, b) => a.key - b.key)
            .map(({ each }) => each);
          const same = outcome(question(marks));
          const late = mark('a', 0, -days);
          expect(outcome(question([...shuffled, late], { components: [...components].reverse() }))).toEqual(
            same,
          );
          const later = (on: string) => addDays(day(on), 364);
          expect(
            outcome(
              question(
                marks.map((each) => ({ ...each, day: later(each.day) })),
                {
                  start: later(addDays(asOf, -120)),
                  asOf: later(asOf),
                  examDay: later(addDays(asOf, 70)),
                },
              ),
            ),
          ).toEqual(same);
        },
      ),
      { numRuns: 30 },
    ));
  test('a studio’s fit hangs on no order, and is the same again', () => {
    const { past } = studio('gentle', 3, 1);
    const fit = fitStudio(past);
    expect(fitStudio([...past].reverse())).toEqual(fit);
    expect(fit.results).toBe(past.length);
  });
  test('a higher latest mark raises the component; more marks are never wider', () => {
    const meanOf = (asked: Question) => ahead(asked).day.mean[0]!;
    const spreadOf = (asked: Question) => ahead(asked).day.covariance[0]![0]!;
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 21 }), fc.integer({ min: 2, max: 21 }), (early, late) => {
        const before = mark('a', early, 40);
        expect(meanOf(question([before, mark('a', late + 1)]))).toBeGreaterThan(
          meanOf(question([before, mark('a', late)])),
        );
        const [none, own, one, two] = [
          [],
          [mark('a', late, 7, 'self')],
          [mark('a', late)],
          [before, mark('a', late)],
        ].map((marks) => spreadOf(question(marks)));
        expect(none! > own! && own! > one! && one! > two!).toBe(true);
      }),
    );
  });
  test.each<[string, HeardMark[], string]>([
    ['no marks', [], 'none'],
    ['own marks only', [mark('a', 12, 7, 'self')], 'only self'],
    ['one lesson', [mark('a', 12), mark('b', 12), mark('a', 13, 7, 'self')], 'one'],
    ['several', [mark('a', 12), mark('a', 13, 9)], 'some'],
    ['only marks to come', [mark('a', 12, -3)], 'none'],
  ])('%s', (_, marks, what) => expect(forecast(NOTHING, [], question(marks)).evidence.case).toBe(what));
  test('what a student showed at an earlier exam counts at the next', () => {
    const earlier = (official: number) => ({
      ...question([]),
      examDay: addDays(asOf, -200),
      start: addDays(asOf, -300),
      official: { a: official, b: official, c: official },
    });
    const mean = (official: number) =>
      forecast(NOTHING, [earlier(official)], question([])).ahead[0]!.day.mean[0]!;
    expect(mean(22)).toBeGreaterThan(mean(12));
    expect(
      forecast(NOTHING, [{ ...earlier(22), examDay: addDays(asOf, 1) }], question([])).ahead[0]!.day.mean[0],
    ).toBe(ahead(question([])).day.mean[0]);
  });
});

/** Draws of what the model itself says, summed up plainly. */
test('20,000 draws agree on totals, floors and one mark more', () => {
  const asked = question([
    mark('a', 15, 30),
    mark('b', 13),
    mark('c', 17),
    mark('a', 17),
    mark('b', 12, 3, 'mock'),
  ]);
  const { components: some, day: then, width } = ahead(asked);
  const nodes = marksAtNodes(then, width, some);
  const found = outcomeOf(plain(LINES, some), nodes);
  const random = seeded(5);
  const pick = (chances: readonly number[]) => {
    let left = random();
    const at = chances.findIndex((chance) => (left -= chance) < 0);
    return at < 0 ? chances.length - 1 : at;
  };
  const draws = 20_000;
  const counts = LINES.map(() => ({ reached: 0, more: [0, 0, 0] }));
  for (let draw = 0; draw < draws; draw += 1) {
    const here = nodes[pick(NODES.map(({ weight }) => weight))]!;
    const marks = here.map(pick);
    const reaches = (line: Line, given: readonly number[]) =>
      sum(given) >= line.total && given.every((each, at) => each >= line.floors[at]!);
    for (const [at, line] of LINES.entries()) {
      if (reaches(line, marks)) counts[at]!.reached += 1;
      for (const [part] of marks.entries())
        if (
          reaches(
            line,
            marks.map((each, index) => (index === part ? Math.min(24, each + 1) : each)),
          )
        )
          counts[at]!.more[part]! += 1;
    }
  }
  for (const [at, { chance, oneMore }] of found.lines.entries()) {
    const { reached, more } = counts[at]!;
    expect(Math.abs(reached / draws - chance)).toBeLessThan(
      4 * Math.sqrt((chance * (1 - chance)) / draws) + 1e-4,
    );
    for (const [part, change] of oneMore.entries())
      expect(Math.abs((more[part]! - reached) / draws - change)).toBeLessThan(0.012);
  }
});

describe('schemes', () => {
  const scheme: MarkScheme = {
    id: 's',
    version: 1,
    components: components.map(({ id, max }) => ({
      componentId: id,
      criteria: [{ id: 'k', name: 'k', maxMark: max, bands: [] }],
    })),
    ...PLAIN_SUM,
    totalling: {
      kind: 'weighted',
      weights: { a: 1, b: 2, c: 1 },
      outOf: 100,
      rounding: { way: 'half up', places: 0 },
    },
    awards: [
      { id: 'pass', name: 'pass', total: 60, eachAtLeast: null, passes: { b: 12 } },
      { id: 'strong', name: 'strong', total: 75, eachAtLeast: 12, passes: {} },
    ],
  };
  const asked = question([mark('a', 15), mark('b', 16), mark('c', 17)]);
  const exact = () => {
    const { components: some, day: then, width } = ahead(asked);
    const adding = totalledBy(scheme, some)!;
    return { found: outcomeOf(adding, marksAtNodes(then, width, some)), some, then, width };
  };
  test('a weighted total is reached from half a figure below; a line keeps the floors below it', () => {
    const { some } = exact();
    expect(totalledBy(scheme, some)).toMatchObject({
      // One mark in a is 100/96 of the total, in b twice that: the unit is 25/24, and 59.5 is 57.12 of it.
      worth: [1, 2, 1],
      lines: [
        { total: 58, floors: [0, 12, 0] },
        { total: 72, floors: [12, 12, 12] },
      ],
    });
  });
  test('drawing days through the scheme comes to the same chances', () => {
    const { found, some, then, width } = exact();
    const drawn = drawAwards(scheme, then, width, ASSUMED.officialNoise, some);
    for (const [at, { chance, oneMore }] of found.lines.entries()) {
      expect(Math.abs(drawn.lines[at]!.chance - chance)).toBeLessThan(0.03);
      expect(drawn.lines[at]!.oneMore.map((more, part) => Math.abs(more - oneMore[part]!) < 0.015)).toEqual([
        true,
        true,
        true,
      ]);
    }
  });
  test('several judges’ mean is surer than one judge', () => {
    const { some, then, width } = exact();
    const panel = (judges: number): MarkScheme => ({
      ...scheme,
      panel: { judges, by: 'mean', drop: 0, rounding: { way: 'half up', places: 2 } },
    });
    const width80 = (judges: number) => {
      const total = drawAwards(panel(judges), then, width, ASSUMED.officialNoise, some).total!;
      return total[4] - total[0];
    };
    expect(width80(5)).toBeLessThan(width80(1));
  });
});

test('every kind of studio can be fitted, and the widths stay in their limits', () => {
  for (const regime of REGIMES) {
    const { width, model } = fitStudio(studio(regime, 40, 1).past);
    expect(width > 0.85 && width < 1.35 && Object.values(model).every(Number.isFinite)).toBe(true);
  }
});
