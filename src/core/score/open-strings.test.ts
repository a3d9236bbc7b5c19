import { expect, test } from 'vitest';
import { noteOf, scoreOf } from './arbitrary';
import { STRINGS } from './moves';
import { onOpenStrings, stringsOf } from './open-strings';
import { readScoreText } from './read-score';
import { xRay } from './x-ray';

const LINE = [
  ['G3', 'A3', 'D4', 'F#4'],
  ['A4', 'E5', 'C5', 'E4'],
  ['B5', 'D#4', 'G3', 'A4'],
];
const text = scoreOf(LINE.map((bar) => bar.map((name) => noteOf(name, 4)).join('')));

const readOf = (xml: string) => {
  const read = readScoreText(xml);
  if (!read.ok) throw new Error('not read');
  const seen = xRay(read.value);
  if (!seen.ok) throw new Error('no x-ray');
  return { part: read.value.parts[0], moves: seen.value.moves };
};

test('each note becomes the open string it lies on, in its own length; the bow crosses as often as before', () => {
  const made = onOpenStrings(text, 'violin');
  const [before, after] = [readOf(text), readOf(made ?? '')];
  const notes = (after.part?.measures ?? []).flatMap((measure) => measure.notes);
  expect(notes.map(({ length }) => length)).toEqual(
    (before.part?.measures ?? []).flatMap((measure) => measure.notes).map(({ length }) => length),
  );
  expect(
    notes.every(({ pitch }) => pitch !== null && (STRINGS.violin.open as readonly number[]).includes(pitch)),
  ).toBe(true);
  const crossed = notes
    .map(({ pitch }, at) => at > 0 && pitch !== notes[at - 1]?.pitch)
    .filter(Boolean).length;
  const said = (before.moves.strings.violin ?? []).reduce((sum, each) => sum + each, 0);
  expect(crossed).toBe(said);
  expect(said).toBeGreaterThan(3);
});

test('what does not lie on the strings is left alone, and no key is left where none is meant', () => {
  expect(onOpenStrings(text, 'double bass')).not.toBeNull();
  expect(onOpenStrings(scoreOf([noteOf('C2', 16)]), 'violin')).toBeNull();
  const keyed = text.replace('<divisions>', '<key><fifths>-3</fifths></key><divisions>');
  expect(onOpenStrings(keyed, 'violin')).toContain('<fifths>0</fifths>');
});

test.each([
  ['violin', 'violin'],
  ['classical guitar', 'guitar'],
  ['bass guitar', null],
  ['violoncello', 'cello'],
  ['viola', 'viola'],
  ['flute', null],
])('%s: strings of %s', (instrument, strings) => expect(stringsOf(instrument)).toBe(strings));
