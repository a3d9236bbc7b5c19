import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyRoad, noteOf, scoreOf, sectionSize, signsOf, utf8, writtenOut } from './arbitrary';
import type { Layout } from './bars';
import { passageOf, type Passage } from './passage';
import { readScore } from './read-score';
import { PLAIN_ROADMAP, roadmapOf, type RoadSign, type RoadmapOptions } from './roadmap';
import { sidesOf } from './sides';
import { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';
import { xRay } from './x-ray';

const layoutFor = (signs: readonly RoadSign[]): Layout => ({
  lengths: signs.map(() => 4),
  counts: signs.map(() => 1 as const),
  bars: signs.map((_, at) => ({ number: at + 1, measures: [at] })),
});
/** Bars `from` to `to` of a road of measures of one second each, every bar new. */
function played(
  signs: readonly RoadSign[],
  from: number,
  to: number,
  options: RoadmapOptions = PLAIN_ROADMAP,
) {
  const passage: Passage = { bars: { from: from + 1, to: to + 1 }, fromBeat: null, toBeat: null };
  const found = passageOf(
    { title: '', composer: '', ticksPerQuarter: 1, parts: [], notices: [] },
    layoutFor(signs),
    signs,
    passage,
    options,
    signs.map(() => 1),
    signs.map((_, bar) => ({ bar, silent: false, like: null })),
  );
  if (!found.ok) throw new Error(JSON.stringify(found.why));
  return found.value;
}

describe('the bars an event asks for', () => {
  test('whole sections are played as they would be alone, on 1,000 roads', () => {
    fc.assert(
      fc.property(anyRoad, fc.nat(), fc.nat(), (road, a, b) => {
        const { sections } = road;
        const [first, last] = [a % sections.length, b % sections.length].sort((x, y) => x - y) as [
          number,
          number,
        ];
        const starts = sections.map((_, at) =>
          sections.slice(0, at).reduce((sum, each) => sum + sectionSize(each), 0),
        );
        const from = starts[first] ?? 0;
        const own = sections.slice(first, last + 1);
        const to = from + own.reduce((sum, each) => sum + sectionSize(each), 0) - 1;
        const found = played(signsOf(road), from, to);
        const alone = writtenOut({ sections: own, back: null }).map((each) => each + from);
        expect(found.order).toEqual(alone);
        expect(found.performed).toBe(alone.length);
        expect(found.seconds).toBe(alone.length);
        expect(found.toLearn).toBe(new Set(alone).size);
      }),
      { numRuns: 1_000, seed: 5 },
    );
  });

  test('any bars at all: in them, each section forwards, none left out but endings; without repeats each once', () => {
    fc.assert(
      fc.property(anyRoad, fc.nat(), fc.nat(), fc.boolean(), (road, a, b, repeats) => {
        const signs = signsOf(road);
        const [from, to] = [a % signs.length, b % signs.length].sort((x, y) => x - y) as [number, number];
        const { order, jumps } = played(signs, from, to, { ...PLAIN_ROADMAP, repeats });
        expect(order.every((each) => from <= each && each <= to)).toBe(true);
        for (let at = from; at <= to; at += 1) {
          // An ending whose neighbours lie outside is played as it is printed.
          const beside = (step: number): number =>
            signs[at + step]?.ending ? beside(step + Math.sign(step)) : at + step;
          const cut = beside(-1) < from - 1 || beside(1) > to + 1;
          if (!signs[at]?.ending || cut) expect(order).toContain(at);
        }
        expect(order.length).toBeGreaterThan(0);
        if (!repeats) expect(new Set(order).size).toBe(order.length);
        for (const jump of jumps) expect([jump.from, jump.to].every((each) => each >= from)).toBe(true);
      }),
    );
  });

  test('another ending than the last: taken last wherever it stands, and everything else as before', () => {
    fc.assert(
      fc.property(anyRoad, fc.boolean(), (road, repeats) => {
        const signs = signsOf({ ...road, back: null });
        const plain = roadmapOf(signs, { ...PLAIN_ROADMAP, repeats }).order;
        const { order } = roadmapOf(signs, { ...PLAIN_ROADMAP, repeats, ending: 1 });
        const outside = (all: readonly number[]) => all.filter((at) => !signs[at]?.ending);
        expect(outside(order)).toEqual(outside(plain));
        for (const { ending } of signs)
          if (ending) {
            const count = (at: number) => order.filter((each) => each === at).length;
            const before = plain.filter((each) => each === ending.from).length;
            // The last pass goes through the first ending; the last one is not played at its own.
            if (ending.last) expect(count(ending.from)).toBe(0);
            else if (!ending.passes.includes(1)) expect(count(ending.from)).toBe(before);
          }
      }),
    );
  });
});

const seen = (text: string, options: Partial<XRayOptions>) => {
  const read = readScore(utf8(text));
  if (!read.ok) throw new Error(JSON.stringify(read.why));
  return xRay(read.value.score, { ...PLAIN_X_RAY, ...options });
};
const bar = (pitch: string) => noteOf(pitch, 4).repeat(4);
const PIECE = scoreOf([bar('C4'), bar('D4'), bar('C4'), bar('E4'), bar('E4')]);

test.each([
  ['two whole bars', { from: 2, to: 3 }, null, null, 2, 2, 4],
  ['the same bar twice is learned once', { from: 4, to: 5 }, null, null, 2, 1, 4],
  ['a copy of a bar outside them is learned here', { from: 3, to: 3 }, null, null, 1, 1, 2],
  ['from the last beat of a bar', { from: 1, to: 2 }, 4, null, 2, 2, 2.5],
  ['to the first beat of a bar', { from: 1, to: 2 }, null, 1, 2, 2, 2.5],
  ['from one beat to another of one bar', { from: 2, to: 2 }, 2, 3, 1, 1, 1],
] as const)('%s', (_, bars, fromBeat, toBeat, performed, toLearn, seconds) => {
  const found = seen(PIECE, { passage: { bars, fromBeat, toBeat } });
  expect(found.ok && found.value.asked).toMatchObject({ performed, toLearn, seconds });
  // The piece itself is told of as ever.
  expect(found.ok && [found.value.performed, found.value.toLearn]).toEqual([5, 3]);
});

test.each([
  ['after the bar is over', { from: 1, to: 2 }, 5, null, 1],
  ['at its end, in the last bar', { from: 1, to: 2 }, null, 5, 2],
  ['that ends before it begins', { from: 3, to: 3 }, 3, 2, 3],
] as const)('a beat %s is none', (_, bars, fromBeat, toBeat, bar) => {
  const found = seen(PIECE, { passage: { bars, fromBeat, toBeat } });
  expect(found).toEqual({ ok: false, why: { kind: 'no such beat', bar, beats: 4 } });
});

test('bars that are not there: which there are', () => {
  const found = seen(PIECE, { passage: { bars: { from: 4, to: 9 }, fromBeat: null, toBeat: null } });
  expect(found).toEqual({ ok: false, why: { kind: 'no such bars', first: 1, last: 5 } });
});

describe('what follows from the order', () => {
  const REPEAT = '<barline location="right"><repeat direction="backward"/></barline>';
  const slurred = (pitch: string) =>
    noteOf(pitch, 8).replace('</note>', '<notations><slur type="start" number="1"/></notations></note>') +
    noteOf(pitch, 8).replace('</note>', '<notations><slur type="stop" number="1"/></notations></note>');
  const text = scoreOf([
    noteOf('C4', 8).repeat(2),
    slurred('D4'),
    `${noteOf('E4', 16)}${REPEAT}`,
    noteOf('F4', 16),
  ]);
  const found = seen(text, {});
  if (!found.ok) throw new Error('not read');
  const { strokes, layout, roadmap, drills } = found.value;

  test('strokes: a note each, or a slur each', () => {
    expect(strokes).toEqual({ single: [2, 2, 1, 1], slurred: [2, 1, 1, 1] });
  });
  test('sides: an odd count comes back reversed, an even one does not', () => {
    expect(sidesOf(roadmap.order, layout, strokes.single)).toEqual([[0, 1], [0, 1], [0, 1], [0]]);
    expect(sidesOf(roadmap.order, layout, strokes.slurred)).toEqual([[0, 0], [0, 0], [1, 1], [0]]);
  });
  test('each leap is drilled from the bars before it into those after', () => {
    expect(drills).toEqual([{ why: 'repeat', lead: [1, 2], landing: [0, 1], times: 1 }]);
  });
});

test.each<[string, string, string[]]>([
  ['quarter', '<beat-unit>quarter</beat-unit><per-minute>60</per-minute>', ['q 60', 'bar 15']],
  ['half', '<beat-unit>half</beat-unit><per-minute>50</per-minute>', ['h 50', 'q 100', 'bar 25']],
  ['eighth', '<beat-unit>eighth</beat-unit><per-minute>120</per-minute>', ['e 120', 'q 60', 'bar 15']],
])('a tempo in %ss, as it may be counted', (_, mark, ways) => {
  const text = scoreOf([
    `<direction><direction-type><metronome>${mark}</metronome></direction-type></direction>${noteOf('C4', 16)}`,
  ]);
  const found = seen(text, {});
  expect(
    found.ok && found.value.tempos[0]?.ways.map(({ unit, perMinute }) => `${unit} ${perMinute}`),
  ).toEqual(ways);
});
