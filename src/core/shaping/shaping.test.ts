import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { emptyShaping, repeatsOf, returnsIn, shapingQuestions, withMark, type ShapeMark } from './shaping';

const bars = (from: number, to = from) => ({ from, to });
const peak = (from: number): ShapeMark => ({ id: `p${from}`, shape: 'peak', bars: bars(from), text: '' });
const again = (
  from: number,
  to: number,
  of: readonly [number, number],
  grade: 'more' | 'less',
): ShapeMark => ({
  id: `a${from}`,
  shape: 'comes again',
  bars: bars(from, to),
  again: { of: bars(...of), grade },
  text: '',
});
const tempo = (from: number, backTo?: number): ShapeMark => ({
  id: `t${from}`,
  shape: 'tempo',
  bars: bars(from),
  ...(backTo !== undefined && { backTo }),
  text: '',
});
const piece = { title: 'Gull Stairs', bars: 40 };
const planOf = (...marks: ShapeMark[]) =>
  marks.reduce((plan, mark) => withMark(plan, mark), emptyShaping('s', 'w', 'g'));

describe('what is open in a shaping plan', () => {
  test.each<[string, ShapeMark[], string[]]>([
    ['nothing is asked where nothing is planned', [], []],
    [
      'one peak, a repeat graded and a tempo that comes back',
      [peak(30), again(9, 12, [1, 4], 'more'), tempo(20, 1)],
      [],
    ],
    ['no peak', [tempo(20, 1)], ['Where is the peak?']],
    ['two peaks', [peak(30), peak(9)], ['Which is the one peak: bars 9, 30?']],
    ['no tempo comes back', [peak(3), tempo(20)], ['Which tempo comes back after bar 20?']],
    [
      'a tempo of later',
      [peak(3), tempo(20, 22)],
      ['Bar 22 does not come before bar 20: whose tempo comes back?'],
    ],
    ['beyond the end', [peak(41)], ['Gull Stairs has 40 bars: is bar 41 meant?']],
    [
      'a repeat before what it repeats',
      [peak(3), again(1, 4, [9, 12], 'less')],
      ['Which comes first, bars 9–12 or bars 1–4?'],
    ],
    [
      'other lengths',
      [peak(3), again(9, 11, [1, 4], 'less')],
      ['Bars 9–11 and bars 1–4 are not equally long: which are meant?'],
    ],
    [
      'two repeats in the same bars',
      [peak(3), again(9, 12, [1, 4], 'less'), again(12, 15, [1, 4], 'less')],
      ['Bars 12–15 and bars 9–12 overlap: which are meant?'],
    ],
  ])('%s', (_, marks, questions) => expect(shapingQuestions(planOf(...marks), piece)).toEqual(questions));

  test('the times of a phrase stand together, whichever of them a repeat names', () => {
    const plan = planOf(
      again(17, 20, [9, 12], 'less'),
      again(9, 12, [1, 4], 'more'),
      again(30, 31, [5, 6], 'more'),
    );
    expect(repeatsOf(plan)).toEqual([
      {
        bars: bars(1, 4),
        times: [
          { bars: bars(9, 12), grade: 'more' },
          { bars: bars(17, 20), grade: 'less' },
        ],
      },
      { bars: bars(5, 6), times: [{ bars: bars(30, 31), grade: 'more' }] },
    ]);
  });
});

test('what comes back in a score: stretches of two bars and more, each as long as it can be, none missed', () => {
  const song = fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 24 });
  fc.assert(
    fc.property(song, (notes) => {
      // By bar the first with the same notes; 0 for silence, as a score is read.
      const same = notes.map((note) => (note === 0 ? 0 : notes.indexOf(note) + 1));
      const found = returnsIn({ same });
      const covered = new Set<number>();
      for (const { bars: back, of } of found) {
        expect(back.to - back.from).toBe(of.to - of.from);
        expect(back.to).toBeGreaterThan(back.from);
        expect(of.to).toBeLessThan(back.from);
        for (let at = 0; at <= back.to - back.from; at += 1) {
          expect(notes[back.from - 1 + at]).toBe(notes[of.from - 1 + at]);
          expect(covered.has(back.from + at)).toBe(false);
          covered.add(back.from + at);
        }
        // One bar more on its right would be another phrase.
        expect(
          back.to === same.length || same[back.to] !== (same[back.to - 1] ?? 0) + 1 || of.to + 1 >= back.from,
        ).toBe(true);
      }
      for (let at = 1; at < same.length; at += 1) {
        const [before = 0, now = 0] = [same[at - 1], same[at]];
        const isBack = before > 0 && before < at && now === before + 1 && now < at;
        if (isBack) expect(covered.has(at + 1) || covered.has(at)).toBe(true);
      }
    }),
    { numRuns: 500 },
  );
});
