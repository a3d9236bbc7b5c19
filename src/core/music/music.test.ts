import fc from 'fast-check';
import { expect, test } from 'vitest';
import { groupingsOf } from './groupings';
import { handRate, rollStrokes } from './strokes';
import {
  formatBars,
  formatMinutes,
  formatTime,
  metreKind,
  parseBars,
  parseMetre,
  parseTime,
  tempoAt,
} from '.';

test.each([
  ['3/8', 'simple'],
  ['6/4', 'compound'],
  ['12/16', 'compound'],
  ['5/4', 'irregular'],
  ['7/8', 'irregular'],
  ['2/2', 'simple'],
])('%s is %s', (text, kind) => expect(metreKind(parseMetre(text)!)).toBe(kind));
test('the lower number never changes the kind of metre', () => {
  const lower = fc.constantFrom(2, 4, 8, 16);
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 24 }), lower, lower, (upper, a, b) => {
      expect(metreKind({ upper, lower: a })).toBe(metreKind({ upper, lower: b }));
    }),
  );
});
test.each(['unbarred', '6/7', '0/4', '6-8'])('%s is no metre', (text) =>
  expect(parseMetre(text)).toBeUndefined(),
);
test.each([
  ['17–32', { from: 17, to: 32 }],
  ['17-32', { from: 17, to: 32 }],
  [' 8 ', { from: 8, to: 8 }],
  ['9–8', undefined],
  ['a', undefined],
])('bars %s', (text, range) => expect(parseBars(text)).toEqual(range));
test('bars and times come back as they were written', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 900 }), fc.nat(99), (from, more) => {
      expect(parseBars(formatBars({ from, to: from + more }))).toEqual({ from, to: from + more });
    }),
  );
  fc.assert(
    fc.property(fc.nat(35_000), (seconds) => {
      expect(parseTime(formatTime(seconds))).toBe(seconds);
    }),
  );
});
test.each([
  ['2:60', undefined],
  ['2:5', undefined],
  ['90', 90],
  ['', undefined],
])('the time "%s"', (text, seconds) => expect(parseTime(text)).toBe(seconds));
test.each([
  [340, '340 min'],
  [810, '13 h 30 min'],
  [720, '12 h'],
  [119.6, '120 min'],
])('%d minutes', (minutes, text) => expect(formatMinutes(minutes)).toBe(text));
test('a ladder from 80 to 120 in eight steps is nine tempi, each 1.052 times the one before', () => {
  const rungs = Array.from({ length: 9 }, (_, step) => tempoAt(80, 120, step / 8));
  expect([rungs[0], Math.round(rungs[8]!)]).toEqual([80, 120]);
  rungs.slice(1).forEach((rung, at) => expect(rung / rungs[at]!).toBeCloseTo(1.052, 3));
  expect(() => tempoAt(0, 120, 0.5)).toThrow(RangeError);
});

test.each([
  [5, '2+3 3+2'],
  [7, '2+2+3 2+3+2 3+2+2 3+4 4+3'],
  [8, '2+2+2+2 2+3+3 3+2+3 3+3+2'],
])('%i small pulses are counted as %s', (count, groups) => {
  const found = groupingsOf(count);
  expect(found.map((each) => each.join('+')).join(' ')).toBe(groups);
  for (const each of found) expect(each.reduce((sum, group) => sum + group, 0)).toBe(count);
});

test('rolls: four motions are nine strokes, six thirteen, eight seventeen', () => {
  expect([4, 6, 8].map(rollStrokes)).toEqual([9, 13, 17]);
  expect(handRate(120, 4)).toBe(8);
});
