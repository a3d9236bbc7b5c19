import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { noteOf, scoreOf } from './arbitrary';
import { noteName, withNamedNotes } from './named-notes';
import { readScoreText } from './read-score';
import { ASSUMED_DIFFICULTY, DIFFICULTIES } from './difficulty-figures';
import { xRay, type XRay } from './x-ray';
import { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';

function looked(text: string, options: Partial<XRayOptions> = {}): XRay {
  const read = readScoreText(text);
  const seen = read.ok ? xRay(read.value, { ...PLAIN_X_RAY, ...options }) : null;
  if (!seen?.ok) throw new Error('not read');
  return seen.value;
}

describe('laws of the x-ray', () => {
  const letters = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
  const anyBar = fc
    .array(
      fc.record({
        step: fc.constantFrom(...letters),
        octave: fc.integer({ min: 3, max: 5 }),
        length: fc.constantFrom(2, 4, 8),
      }),
      { minLength: 1, maxLength: 6 },
    )
    .map((notes) => {
      // Notes fill one bar of sixteen divisions exactly.
      let left = 16;
      return notes.flatMap((note, at) => {
        const length = at === notes.length - 1 ? left : Math.min(left, note.length);
        left -= length;
        return length > 0 ? [{ ...note, length }] : [];
      });
    });
  const anyPiece = fc.array(anyBar, { minLength: 1, maxLength: 8 });
  type Piece = readonly (readonly {
    readonly step: string;
    readonly octave: number;
    readonly length: number;
  }[])[];
  const written = (piece: Piece, octaves = 0) =>
    scoreOf(
      piece.map((bar) =>
        bar.map(({ step, octave, length }) => noteOf(`${step}${octave + octaves}`, length)).join(''),
      ),
    );

  test('a note of the file is found by its name, whatever else stands in the file', () => {
    const between = fc.constantFrom(
      '',
      '<!-- <note> is none -->',
      '<unknown><note/></unknown>',
      noteOf('B4', 0, '<grace/>').replace('<note>', '<note xml:id="x" default-x="3">'),
    );
    fc.assert(
      fc.property(anyPiece, fc.array(between, { minLength: 48, maxLength: 48 }), (piece, more) => {
        let at = 0;
        const text = written(piece).replaceAll(
          '<note>',
          () => `${more[at++ % more.length] ?? ''}<note id='n'>`,
        );
        const [read, named] = [readScoreText(text), withNamedNotes(text)];
        if (!read.ok) throw new Error('not read');
        expect(readScoreText(named)).toEqual(read);
        for (const { order, pitch, spelling } of read.value.parts[0]?.measures.flatMap(
          ({ notes }) => notes,
        ) ?? []) {
          const found = named.split(`<note id="${noteName(order)}"`);
          expect(found).toHaveLength(2);
          const octave = Number(/<octave>(\d)/.exec(found[1] ?? '')?.[1]);
          expect([/<step>(\w)/.exec(found[1] ?? '')?.[1], octave]).toEqual([
            'CDEFGAB'[spelling?.letter ?? -1],
            Math.floor((pitch ?? 0) / 12) - 1,
          ]);
        }
      }),
    );
  });

  test('transposing changes no count and no time', () => {
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const [low, high] = [looked(written(piece)), looked(written(piece, 2))];
        expect([high.printed, high.performed, high.toLearn, high.seconds]).toEqual([
          low.printed,
          low.performed,
          low.toLearn,
          low.seconds,
        ]);
      }),
    );
  });
  test('times add up, and a note cut into tied ones takes as long', () => {
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const found = looked(written(piece));
        expect(found.measureSeconds.reduce((sum, each) => sum + each, 0)).toBeCloseTo(found.seconds, 9);
        const tied = scoreOf(
          piece.map((bar) =>
            bar
              .flatMap(({ step, octave, length }) => [
                noteOf(`${step}${octave}`, length / 2, '<tie type="start"/>'),
                noteOf(`${step}${octave}`, length / 2, '<tie type="stop"/>'),
              ])
              .join(''),
          ),
        );
        expect(looked(tied).seconds).toBeCloseTo(found.seconds, 9);
      }),
    );
  });
  test('a piece played twice through has no more to learn; chunks are 2 to 8 bars and cover it', () => {
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const [once, twice] = [looked(written(piece)), looked(written([...piece, ...piece]))];
        expect(twice.toLearn).toBe(once.toLearn);
        expect(
          twice.chunks.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, at) => from + at)),
        ).toEqual(twice.layout.bars.map((_, at) => at));
        expect(twice.chunks.every(({ from, to }) => to - from + 1 <= 8)).toBe(true);
        expect(twice.difficulty.every((each) => each >= 0 && each <= 1)).toBe(true);
      }),
    );
  });
  test('what makes a bar hard counts by its share: the same shares twice over change nothing, one alone is the whole', () => {
    const shares = DIFFICULTIES.map((each) => `${each}Share` as const);
    const onlyOf = (one: (typeof shares)[number]) =>
      Object.fromEntries(shares.map((each) => [each, Number(each === one)]));
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const text = written(piece);
        const twofold = Object.fromEntries(shares.map((each) => [each, ASSUMED_DIFFICULTY[each] * 2]));
        const plain = looked(text).difficulty;
        looked(text, { difficulty: twofold }).difficulty.forEach((each, at) =>
          expect(each).toBeCloseTo(plain[at] ?? NaN, 9),
        );
        const alone = shares.map((each) => looked(text, { difficulty: onlyOf(each) }).difficulty);
        plain.forEach((each, at) =>
          expect(each).toBeCloseTo(
            shares.reduce(
              (sum, name, of) => sum + (ASSUMED_DIFFICULTY[name] / 100) * (alone[of]?.[at] ?? 0),
              0,
            ),
            9,
          ),
        );
        const nothing = Object.fromEntries(shares.map((each) => [each, 0]));
        expect(looked(text, { difficulty: nothing }).difficulty.every((each) => each === 0)).toBe(true);
      }),
    );
  });
});
