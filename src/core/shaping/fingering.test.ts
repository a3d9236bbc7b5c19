import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { fingeringQuestion, noteNumber, sideChain, type SideChain } from './fingering';

describe('little fingers', () => {
  const sidesOf = (instrument: string, notes: string) =>
    (sideChain(instrument, notes) as SideChain).sides.map((side) => side?.[0] ?? '-').join('');
  test.each([
    ['B-flat clarinet', 'B4 C#5 D#5', 'rlr', []],
    ['clarinet', 'B4 C5 B4 C5', 'lrlr', []],
    ['clarinet', 'D#5 C5 C#5 D#5', 'rlrr', [3]],
    ['clarinet', 'C5 G4 C#5', 'r-r', []],
    ['oboe', 'Db4 Eb4', 'rl', []],
    ['oboe', 'C4 D♭4', 'rr', [1]],
    ['alto saxophone', 'B3 C4', 'lr', []],
  ])('%s: %s', (instrument, notes, sides, slides) => {
    expect(sidesOf(instrument, notes)).toBe(sides);
    expect(sideChain(instrument, notes)).toMatchObject({ slides });
  });
  test('what is no note is named; an instrument without such keys has no chain', () => {
    expect(sideChain('clarinet', 'B4 H5')).toEqual({ wrong: 'H5' });
    expect(sideChain('violin', 'B4')).toBeNull();
  });
  test('no choice of sides slides less, on 500 chains', () => {
    const may: Record<string, readonly ('left' | 'right')[]> = {
      B4: ['left', 'right'],
      C5: ['left', 'right'],
      'C#5': ['left', 'right'],
      'D#5': ['right'],
      G4: [],
    };
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...Object.keys(may)), { minLength: 1, maxLength: 8 }), (notes) => {
        const ways = notes.reduce<(string | null)[][]>(
          (found, note) =>
            found.flatMap((way) => {
              const sides = may[note] ?? [];
              return (sides.length === 0 ? [null] : sides).map((side) => [...way, side]);
            }),
          [[]],
        );
        const slides = (way: readonly (string | null)[]) =>
          way.filter(
            (side, at) => at > 0 && side !== null && side === way[at - 1] && notes[at] !== notes[at - 1],
          ).length;
        const chosen = sideChain('clarinet', notes.join(' ')) as SideChain;
        expect(chosen.slides).toHaveLength(Math.min(...ways.map(slides)));
        expect(slides(chosen.sides)).toBe(chosen.slides.length);
      }),
      { numRuns: 500 },
    );
  });
});

test.each([
  ['C4', 60],
  ['Eb5', 75],
  ['F♯3', 54],
  ['B3', 59],
  ['h4', null],
])('%s is note %s', (name, number) => expect(noteNumber(name)).toBe(number));

test.each([
  ['D5 E5', '1 2', 'keyboard', null],
  ['D5 E5', '1', 'keyboard', '1 finger for 2 notes: which is missing?'],
  ['', '1 6', 'keyboard', 'Is there a finger “6” on this instrument?'],
  ['', '0 4 T', 'strings', null],
  ['', '5', 'strings', 'Is there a finger “5” on this instrument?'],
  ['', 'fork', 'oboe', null],
] as const)('"%s" with %s on %s', (notes, fingers, family, question) =>
  expect(fingeringQuestion({ notes, fingers }, family)).toBe(question),
);
