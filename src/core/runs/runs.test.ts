import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { BarRange } from '../music';
import { seeded } from '../seeded';
import { calendarDay } from '../time';
import {
  drawnIn,
  drawSection,
  isClean,
  isSteady,
  isWhole,
  leftInRound,
  memoryOf,
  neverStartedCold,
  nextPlace,
  oddsInARow,
  recoveryOf,
  sectionsFrom,
  streakOf,
  timed,
  type Press,
  type RunThrough,
} from '.';

const plain: RunThrough = {
  id: 'r',
  studentId: 's',
  pieceId: 'p',
  day: calendarDay('2027-01-20'),
  place: 1,
  start: { kind: 'beginning' },
  seconds: null,
  slips: [],
  stops: [],
  tempo: 'kept',
};
const slips = (count: number) => Array.from({ length: count }, () => ({ at: null }));
const stop = { at: 10, seconds: 4, then: 'went on' } as const;
const cold = (from: number, to: number) => ({ kind: 'cold', section: { from, to } }) as const;

test.each<[string, Partial<RunThrough>, boolean | null, boolean]>([
  ['whole, in one tempo, clean', {}, true, true],
  ['two slips', { slips: slips(2) }, true, false],
  ['three slips', { slips: slips(3) }, false, false],
  ['a stop', { stops: [stop] }, false, false],
  ['another tempo', { tempo: 'not kept' }, false, true],
  ['nobody said whether the tempo was kept', { tempo: null }, null, true],
  ['three slips, whatever the tempo', { tempo: null, slips: slips(3) }, false, false],
  ['from the middle', { start: cold(9, 16) }, false, true],
  ['the left hand alone', { alone: 'left hand' }, false, true],
  ['the teacher calls it clean', { slips: slips(1), clean: true }, true, true],
  ['the teacher does not call it clean', { clean: false }, true, false],
])('%s: steady %s, clean %s', (_, change, steady, clean) => {
  const run = { ...plain, ...change };
  expect([isSteady(run), isClean(run)]).toEqual([steady, clean]);
});

describe('what was pressed', () => {
  test('two stops and a recovery, with bars', () => {
    const run = timed([
      { what: 'slip', at: 5 },
      { what: 'bar', bar: 7 },
      { what: 'stop', at: 20 },
      { what: 'bar', bar: 17 },
      { what: 'stop', at: 23 },
      { what: 'slip', at: 40 },
      { what: 'stop', at: 50 },
      { what: 'over', at: 58 },
      { what: 'bar', bar: 30 },
      { what: 'end', at: 120 },
    ]);
    expect(run).toEqual({
      seconds: 120,
      slips: [{ at: 5, bar: 7 }, { at: 40 }],
      stops: [
        { at: 20, bar: 17, seconds: 3, then: 'went on' },
        { at: 50, bar: 30, seconds: 8, then: 'started over' },
      ],
      standing: null,
      last: 'stop',
    });
    expect(recoveryOf([run])).toEqual({
      stops: 2,
      wentOn: 1,
      startedOver: 1,
      median: 3,
      longest: 3,
      keptOn: 2,
    });
  });

  test('stops never overlap, last as long as they were pressed, and no slip falls into one', () => {
    const anyPresses = fc.array(
      fc.record({
        what: fc.constantFrom('slip', 'stop', 'over'),
        gap: fc.integer({ min: 0, max: 9 }),
      }),
      { maxLength: 30 },
    );
    fc.assert(
      fc.property(anyPresses, (steps) => {
        let at = 0;
        const presses = steps.map(({ what, gap }): Press => ({ what, at: (at += gap) }));
        const run = timed([...presses, { what: 'end', at: at + 1 }]);
        // The slow way: second by second, whether it sounds.
        const isStill = (time: number) =>
          run.stops.some((each) => each.at! < time && time < each.at! + each.seconds!);
        expect(run.standing).toBeNull();
        for (const each of run.slips) expect(isStill(each.at!)).toBe(false);
        for (const [which, each] of run.stops.entries()) {
          const next = run.stops[which + 1];
          if (next) expect(each.at! + each.seconds!).toBeLessThanOrEqual(next.at!);
        }
        const turns = steps.filter(({ what }) => what !== 'slip').length;
        expect(run.stops.length).toBeLessThanOrEqual(turns);
        expect(run.stops.filter(({ then }) => then === 'started over')).toHaveLength(
          steps.filter(({ what }) => what === 'over').length,
        );
        expect(timed([...presses, { what: 'end', at: at + 1 }, { what: 'slip', at: at + 2 }])).toEqual(run);
      }),
    );
  });
});

describe('rows of clean runs', () => {
  test('at 80 % each, three in a row is 51 %', () => expect(Math.round(100 * oddsInARow(0.8, 3))).toBe(51));

  test('are what looking at every stretch of runs finds, in any order of entry', () => {
    const anyRuns = fc.array(
      fc.record({ clean: fc.boolean(), whole: fc.boolean(), day: fc.integer({ min: 1, max: 4 }) }),
      { maxLength: 14 },
    );
    fc.assert(
      fc.property(anyRuns, fc.integer(), (rows, seed) => {
        const runs = rows
          .map(({ clean, whole, day }, at): RunThrough => ({
            ...plain,
            day: calendarDay(`2027-01-0${day}`),
            place: at + 1,
            slips: clean ? [] : slips(1),
            start: whole ? plain.start : cold(1, 8),
          }))
          .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.place - b.place));
        const whole = runs.filter(isWhole);
        let [best, now] = [0, 0];
        for (let from = 0; from <= whole.length; from += 1)
          for (let to = from; to <= whole.length; to += 1)
            if (whole.slice(from, to).every(isClean)) {
              best = Math.max(best, to - from);
              if (to === whole.length) now = Math.max(now, to - from);
            }
        const random = seeded(seed);
        const shuffled = runs
          .map((run) => ({ run, key: random() }))
          .sort((a, b) => a.key - b.key)
          .map(({ run }) => run);
        expect(streakOf(shuffled)).toEqual({
          now,
          best,
          runs: whole.length,
          clean: whole.filter(isClean).length,
        });
      }),
    );
  });
});

describe('the deck', () => {
  const anySections = fc
    .integer({ min: 1, max: 9 })
    .map((count) =>
      Array.from({ length: count }, (_, at): BarRange => ({ from: at * 8 + 1, to: at * 8 + 8 })),
    );

  test('every section comes once before any comes twice, and none twice running', () => {
    fc.assert(
      fc.property(anySections, fc.integer(), fc.integer({ min: 1, max: 4 }), (sections, seed, rounds) => {
        const random = seeded(seed);
        const drawn: BarRange[] = [];
        for (let at = 0; at < rounds * sections.length; at += 1) {
          const next = drawSection(sections, drawn, random);
          expect(leftInRound(sections, drawn)).toContainEqual(next);
          drawn.push(next!);
        }
        for (let round = 0; round < rounds; round += 1) {
          const cards = drawn.slice(round * sections.length, (round + 1) * sections.length);
          expect(new Set(cards.map(({ from }) => from)).size).toBe(sections.length);
        }
        if (sections.length > 1) drawn.slice(1).forEach((card, at) => expect(card).not.toEqual(drawn[at]));
      }),
    );
  });

  test('each order comes as often as another', () => {
    const sections = sectionsFrom([], 24);
    const random = seeded(7);
    const counts = new Map<string, number>();
    for (let times = 0; times < 6_000; times += 1) {
      const drawn: BarRange[] = [];
      while (drawn.length < 3) drawn.push(drawSection(sections, drawn, random)!);
      const key = drawn.map(({ from }) => from).join(' ');
      counts.set(key, (counts.get(key) ?? 0) + 1);
    }
    expect(counts.size).toBe(6);
    for (const count of counts.values()) expect(Math.abs(count - 1_000)).toBeLessThan(130);
  });

  test('sections cover the piece, each begins where a passage does or cuts a long one, none is too short', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 90 }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 90 }),
        (starts, bars) => {
          const sections = sectionsFrom(starts, bars);
          expect(
            sections.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, at) => from + at)),
          ).toEqual(Array.from({ length: bars }, (_, at) => at + 1));
          for (const { from, to } of sections) {
            expect(to - from + 1).toBeLessThanOrEqual(12);
            if (bars >= 4) expect(to - from + 1).toBeGreaterThanOrEqual(4);
          }
        },
      ),
    );
    expect(sectionsFrom([1, 8, 9, 10, 17, 18, 33], 40).map(({ from }) => from)).toEqual([1, 8, 17, 25, 33]);
  });

  test('an empty deck, one card, and sections that are gone', () => {
    const [only] = sectionsFrom([], 5);
    expect([only, sectionsFrom([], 58).at(-1)]).toEqual([
      { from: 1, to: 5 },
      { from: 51, to: 58 },
    ]);
    expect(drawSection([], [], Math.random)).toBeNull();
    expect(drawSection([only!], [only!, only!], () => 0.99)).toEqual(only);
    expect(leftInRound([only!], [{ from: 30, to: 40 }])).toEqual([only]);
  });
});

test('what was never started cold, and what is known by heart', () => {
  const sections = sectionsFrom([], 32);
  const runs: RunThrough[] = [
    { ...plain, start: cold(17, 24), memory: 'from memory' },
    { ...plain, place: 2, start: { kind: 'up to', section: { from: 9, to: 16 } } },
    { ...plain, place: 3, memory: 'from memory', alone: 'left hand' },
    { ...plain, place: 4, memory: 'from memory', alone: 'right hand', slips: slips(1) },
    { ...plain, place: 5, harmony: 'named' },
  ];
  const from = (some: readonly BarRange[]) => some.map((each) => each.from);
  expect(from(neverStartedCold(sections, runs))).toEqual([9, 25]);
  expect(drawnIn(runs).map((each) => each.from)).toEqual([17, 9]);
  const memory = memoryOf(runs, sections);
  expect({ ...memory, notStarted: from(memory.notStarted) }).toEqual({
    whole: null,
    alone: [{ name: 'left hand', day: plain.day }],
    harmony: plain.day,
    notStarted: [9, 25],
  });
  expect(memoryOf([{ ...plain, memory: 'from memory' }], sections).whole).toBe(plain.day);
  expect([nextPlace(runs, plain.day), nextPlace(runs, calendarDay('2027-01-21'))]).toEqual([6, 1]);
});
