import { expect, test } from 'vitest';
import { barOfMeasure, PLAIN_X_RAY, readScoreText, scoreWork, xRay } from '@/core/score';
import type { ScoreAnswer } from '@/workers/score.job';
import {
  barName,
  barRanges,
  barWords,
  likeWords,
  placeWords,
  playedBars,
  sizeWords,
  tintOf,
} from './score-model';

const BACK = '<barline location="right"><repeat direction="backward"/></barline>';
const noteOf = (step: string, octave: number, duration: number) =>
  `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${duration}</duration></note>`;
/** A pickup, two bars of which the second ends a repeat, its upbeat, bar 1 an octave up, and bar 1 again. */
const measures = [
  ['number="0" implicit="yes"', noteOf('G', 4, 1)],
  ['number="1"', noteOf('C', 4, 4)],
  ['number="2"', noteOf('D', 5, 3) + BACK],
  ['number="X1" implicit="yes"', noteOf('E', 5, 1)],
  ['number="3"', noteOf('C', 5, 4)],
  ['number="4"', noteOf('C', 4, 4)],
] as const;
const FIRST =
  '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
const xml = `<score-partwise><part-list><score-part id="P1"><part-name>Flute</part-name></score-part></part-list><part id="P1">${measures
  .map(([head, body], at) => `<measure ${head}>${at === 0 ? FIRST : ''}${body}</measure>`)
  .join('')}</part></score-partwise>`;
function answerOf(): ScoreAnswer {
  const read = readScoreText(xml);
  if (!read.ok) throw new Error(read.why.kind);
  const seen = xRay(read.value, PLAIN_X_RAY);
  if (!seen.ok) throw new Error(seen.why.kind);
  const { part, ...found } = seen.value;
  return {
    ...found,
    title: '',
    composer: '',
    parts: [{ id: part.id, name: part.name }],
    part: part.id,
    notices: [],
    work: scoreWork(seen.value, '', {}),
    xml,
  };
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
  expect(barWords(answer, [0, 1, 2])).toBe('the pickup and bars 1–2');
  expect(sizeWords(answer)).toBe('4 bars printed · 6 performed · 3 to learn');
});

test('a split bar is one bar of the page, and stands once where both halves are played on', () => {
  expect(barOfMeasure(answer.layout)).toEqual([0, 1, 2, 2, 3, 4]);
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
      tintOf(
        answer,
        notes,
        tint,
        { name: 'leaps', bars: [1], figure: null, asks: true, metre: null, drills: [] },
        bar,
      ),
    );
  expect(shaded('what is new')).toEqual([1, 1, 1, 1, 0]);
  expect(shaded('notes')).toEqual([0, 0, 1, 0, 0]);
  expect(shaded('demand')).toEqual([0, 1, 0, 0, 0]);
  const had = (names: readonly string[]) =>
    answer.layout.bars.map(
      (_, bar) => tintOf(answer, notes, 'demands not had', undefined, bar, new Set(names)) > 0,
    );
  const asked = answer.demands.filter(({ asks }) => asks);
  expect(asked.map(({ name }) => name)).not.toContain('in 4/4');
  expect(had(asked.map(({ name }) => name))).toEqual([false, false, false, false, false]);
  for (const { name, bars } of asked)
    expect(had(asked.flatMap((each) => (each.name === name ? [] : [each.name])))).toEqual(
      answer.layout.bars.map((_, bar) => bars.includes(bar)),
    );
  expect(shaded('demands not had')).toEqual([0, 0, 0, 0, 0]);
  expect(shaded('difficulty').every((tint) => tint >= 0 && tint <= 1)).toBe(true);
});

test.each([
  [{ mark: null, line: null, page: null }, ''],
  [{ mark: { text: 'B', after: 0 }, line: 3, page: null }, 'at B, line 3'],
  [{ mark: { text: 'B', after: 1 }, line: null, page: null }, '1 bar after B'],
  [{ mark: { text: 'Coda', after: 4 }, line: 1, page: 2 }, '4 bars after Coda, line 1 of page 2'],
])('a place in words: %o', (landmark, words) => {
  const answer = { landmarks: [landmark], layout: { bars: [{ number: 5, measures: [0] }] } };
  expect(placeWords(answer as never, 0)).toBe(words);
  expect(placeWords(answer as never, 1)).toBe('');
  expect(placeWords(answer as never, 0, [{ bar: 5, name: 'the gull tune' }])).toContain('at the gull tune');
});
