import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { noteOf, scoreOf } from './arbitrary';
import { fifthsBetween, leastCrossings, STRINGS, stringsFor, type StringNote } from './moves';
import { readScoreText } from './read-score';
import { xRay } from './x-ray';

const VIOLIN = STRINGS.violin;
const plain = (...pitches: number[]): StringNote[] => pitches.map((pitch) => ({ pitch, string: null }));
const moves = (text: string) => {
  const read = readScoreText(text);
  const seen = read.ok && xRay(read.value);
  if (!seen || !seen.ok) throw new Error('not read');
  return seen.value.moves;
};

describe('strings', () => {
  test.each<[string, StringNote[], number[] | null]>([
    [
      'a scale crosses once, over the fourth finger',
      plain(55, 57, 59, 60, 62, 64, 66, 67),
      [0, 0, 0, 0, 0, 1, 1, 1],
    ],
    ['an open string is left for the fourth finger beside it', plain(64, 69, 64), [1, 1, 1]],
    ['a leap over a string is one crossing', plain(57, 72), [0, 2]],
    ['above the first position the highest string', plain(76, 95), [3, 3]],
    [
      'what is printed stands',
      [
        { pitch: 62, string: 4 },
        { pitch: 62, string: 3 },
      ],
      [0, 1],
    ],
    ['below the lowest string nothing can be said', plain(60, 54), null],
    ['no notes, no strings', [], []],
  ])('%s', (_, notes, strings) => {
    expect(leastCrossings(notes, VIOLIN.open, VIOLIN.reach)).toEqual(strings);
  });

  test('no way crosses less, nor as often over fewer strings, on 1,000 short lines', () => {
    const line = fc.array(
      fc.record({
        pitch: fc.integer({ min: 55, max: 90 }),
        string: fc.option(fc.integer({ min: 1, max: 4 }), { freq: 8 }),
      }),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(line, fc.integer({ min: 3, max: 9 }), (notes, reach) => {
        const ways = notes.reduce<number[][]>(
          (found, note) =>
            found.flatMap((way) => stringsFor(note, VIOLIN.open, reach).map((string) => [...way, string])),
          [[]],
        );
        const worth = (way: readonly number[]) => {
          const steps = way.slice(1).map((string, at) => Math.abs(string - (way[at] ?? 0)));
          return steps.filter((step) => step > 0).length * 100 + steps.reduce((sum, step) => sum + step, 0);
        };
        const chosen = leastCrossings(notes, VIOLIN.open, reach) ?? [];
        expect(ways).toContainEqual(chosen);
        expect(worth(chosen)).toBe(Math.min(...ways.map(worth)));
      }),
      { numRuns: 1_000 },
    );
  });

  test('by bar, ties and chords counted once; a part too low for the instrument says nothing', () => {
    const chord = noteOf('E5', 8) + noteOf('G4', 8).replace('<pitch>', '<chord/><pitch>');
    const text = scoreOf([noteOf('G3', 8) + noteOf('D4', 8), chord + noteOf('C5', 8)]);
    const { struck, strings } = moves(text);
    expect(struck).toEqual([2, 2]);
    expect(strings.violin).toEqual([0, 1]);
    expect(moves(scoreOf([noteOf('F3', 16)])).strings).toMatchObject({ violin: null, viola: [0] });
    // Rests alone say nothing, which is not the same as no crossing.
    const { strings: silent, buttons } = moves(scoreOf([noteOf('r', 16)]));
    expect([Object.values(silent).every((each) => each === null), buttons]).toEqual([true, null]);
  });
});

describe('buttons', () => {
  test.each([
    [60, 67, 1],
    [60, 53, 1],
    [60, 62, 2],
    [60, 64, 4],
    [60, 66, 6],
    [60, 61, 5],
    [48, 72, 0],
  ])('from %i to %i: %i fifths', (from, to, fifths) => {
    expect([fifthsBetween(from, to), fifthsBetween(to, from)]).toEqual([fifths, fifths]);
  });

  test('the lowest notes of the lowest staff, by bar; a part on one staff has none', () => {
    const low = (pitch: string, duration: number) =>
      noteOf(pitch, duration).replace('</note>', '<staff>2</staff></note>');
    const back = '<backup><duration>16</duration></backup>';
    const text = scoreOf([
      `${noteOf('E5', 16)}${back}${low('C3', 8)}${low('G3', 8)}`,
      `${noteOf('E5', 16)}${back}${low('G3', 8)}${low('E3', 8)}`,
    ]);
    expect(moves(text).buttons).toEqual([[1], [3]]);
    expect(moves(scoreOf([noteOf('C4', 16)])).buttons).toBeNull();
  });
});
