import { expect, test } from 'vitest';
import { PLAIN_X_RAY, readScoreText, xRay } from '@/core/score';
import { scoreOf, noteOf, wholeBar } from '@/core/score/arbitrary';
import type { ScoreAnswer } from '@/workers/score-client';
import {
  barName,
  barOfMeasure,
  barRanges,
  barWords,
  likeWords,
  playedBars,
  sizeWords,
  tintOf,
} from './score-model';

const BACK = '<barline location="right"><repeat direction="backward"/></barline>';
/** A pickup, two bars of which the second ends a repeat, its upbeat, two more; the last but one is bar 1 an octave up. */
const xml = scoreOf([
  { head: 'number="0" implicit="yes"', body: noteOf('G4', 4) },
  { head: 'number="1"', body: wholeBar('C4') },
  { head: 'number="2"', body: noteOf('D5', 12) + BACK },
  { head: 'number="X1" implicit="yes"', body: noteOf('E5', 4) },
  { head: 'number="3"', body: wholeBar('C5') },
  { head: 'number="4"', body: wholeBar('C4') },
]);
function answerOf(): ScoreAnswer {
  const read = readScoreText(xml);
  if (!read.ok) throw new Error(read.why.kind);
  const seen = xRay(read.value, PLAIN_X_RAY);
  if (!seen.ok) throw new Error(seen.why.kind);
  const { part, ...found } = seen.value;
  return { ...found, title: '', composer: '', parts: [part.name], part: part.name, notices: [], xml };
}
const answer = answerOf();

test('bars are named by their numbers, the pickup by its name, neighbours as one range', () => {
  expect(answer.layout.bars.map((_, bar) => barName(answer, bar))).toEqual([
    'the pickup',
    'bar 1',
    'bar 2',
    'bar 3',
    'bar 4',
  ]);
  expect(barRanges(answer, [0, 1, 2, 4])).toBe('pickup, 1–2, 4');
  expect([barWords(answer, [2]), barWords(answer, [1, 2])]).toEqual(['bar 2', 'bars 1–2']);
  expect(sizeWords(answer)).toBe('4 bars printed · 6 performed · 3 to learn');
});

test('a split bar is one bar of the page, and stands once where both halves are played on', () => {
  expect(barOfMeasure(answer)).toEqual([0, 1, 2, 2, 3, 4]);
  expect(playedBars(answer)).toEqual([0, 1, 2, 0, 1, 2, 3, 4]);
});

test('what a bar owes to an earlier one, and how it is shaded', () => {
  expect([1, 3, 4].map((bar) => likeWords(answer, bar))).toEqual([
    'new',
    'an octave away from bar 1',
    'the same as bar 1',
  ]);
  const notes = { notes: [{ bar: 2, day: '2027-01-20' as never, text: 'breathe' }] };
  const shaded = (tint: Parameters<typeof tintOf>[2]) =>
    answer.layout.bars.map((_, bar) =>
      tintOf(answer, notes, tint, { name: '', bars: [1], figure: null }, bar),
    );
  expect(shaded('what is new')).toEqual([1, 1, 1, 1, 0]);
  expect(shaded('notes')).toEqual([0, 0, 1, 0, 0]);
  expect(shaded('demand')).toEqual([0, 1, 0, 0, 0]);
  expect(shaded('difficulty').every((tint) => tint >= 0 && tint <= 1)).toBe(true);
});
