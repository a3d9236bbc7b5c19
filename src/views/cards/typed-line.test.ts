import fc from 'fast-check';
import { expect, test } from 'vitest';
import { BOXES, isRight, isWhole, NOTHING_TYPED, reportOf, type Box } from './typed-line';

test.each<[Box, string, boolean]>([
  ['minutes', '5', false],
  ['minutes', '12', true],
  ['tempo', '54', true],
  ['tempo', '12', false],
  ['tempo', '120', true],
  ['tempo', '29', false],
  ['clean', '3', true],
  ['mark', '7', true],
  ['mark', '1', false],
  ['mark', '10', true],
  ['mark', '', false],
])('%s "%s": the next box follows by itself: %s', (box, text, whole) => {
  expect(isWhole(box, text)).toBe(whole);
});

test('no line of a card takes more than eight presses, whatever its figures', () => {
  const figure = (max: number, min = 0) => fc.integer({ min, max }).map(String);
  fc.assert(
    fc.property(figure(99), figure(299, 30), figure(9), figure(10), (minutes, tempo, clean, mark) => {
      const typed = { minutes, tempo, clean, mark };
      let presses = 0;
      for (const box of BOXES) {
        presses += typed[box].length;
        expect(isRight(box, typed[box])).toBe(true);
        // The box was left no earlier than its last figure.
        for (let at = 1; at < typed[box].length; at += 1)
          expect(isWhole(box, typed[box].slice(0, at))).toBe(false);
        if (!isWhole(box, typed[box])) presses += 1;
      }
      expect(presses).toBeLessThanOrEqual(8);
    }),
    { numRuns: 500 },
  );
});

test.each([
  ['nothing filled in says nothing', {}, null],
  ['minutes alone', { minutes: '4' }, { minutes: 4 }],
  ['other boxes: the minutes were as asked', { clean: '2' }, { minutes: 12, clean: 2 }],
  ['none at all', { minutes: '0' }, { minutes: 0 }],
  [
    'everything',
    { minutes: '15', tempo: '66', clean: '3', mark: '10' },
    { minutes: 15, tempo: 66, clean: 3, mark: 10 },
  ],
  ['what is no figure is not kept', { minutes: '15', mark: '11' }, null],
])('%s', (_, typed, report) => {
  expect(reportOf({ ...NOTHING_TYPED, ...typed }, { minutes: 12 })).toEqual(report);
});
