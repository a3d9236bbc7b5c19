import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { inventedScore, type Invention, writtenMusic } from '../performer';
import { readScoreText } from '../score';
import {
  clicksOfBars,
  clicksOfRungs,
  patternWords,
  playbackOf,
  readPatterns,
  rotationsOf,
  tempoOfTaps,
  type PlaybackAsked,
} from '.';

const metre = (text: string) => readPatterns(text) ?? [];
const accents = (text: string, smallest: number | null) =>
  clicksOfBars(metre(text), 60, { smallest })
    .clicks.map(({ accent }) => accent.charAt(0))
    .join('');

describe('metronome', () => {
  test.each([
    ['4/4', null, 'bggg'],
    ['4/4', 0.5, 'bbgbgbgb'],
    ['6/8', null, 'bg'],
    ['6/8', 0.5, 'bppgpp'],
    ['3/4', 1, 'bgg'],
    ['2+2+3/8', 0.5, 'bpgpgpp'],
    ['3+2+2/8', null, 'bgg'],
    ['7/8', 0.5, 'bpgpgpp'],
    ['5/4', 1, 'bpgpp'],
    ['4/4, 2+3/8', 0.5, 'bbgbgbgbbpgpp'],
  ])('%s, smallest heard %s: %s', (text, smallest, expected) =>
    // A part between two pulses begins with b as a downbeat does: told apart by place.
    expect(accents(text, smallest)).toBe(expected),
  );

  test.each(['', '4', '4/3', '0/4', '2++3/8', '99/4', 'x, 4/4'])('%j is no metre', (text) =>
    expect(readPatterns(text)).toBeNull(),
  );

  test('the small pulse is as long in every metre, whatever comes after what', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('4/4', '3/4', '6/8', '7/8', '3+2/8', '2+3+3/8', '9/8', '5/8'), {
          minLength: 2,
          maxLength: 9,
        }),
        fc.double({ min: 30, max: 240, noNaN: true }),
        (bars, perMinute) => {
          const { clicks, seconds } = clicksOfBars(metre(bars.join(',')), perMinute, { smallest: 0.5 });
          const ends = [...clicks.map(({ at }) => at), seconds];
          for (let at = 1; at < ends.length; at += 1)
            expect((ends[at] ?? 0) - (ends[at - 1] ?? 0)).toBeCloseTo(30 / perMinute, 9);
        },
      ),
    ));

  test('each rung has its bars at its tempo', () => {
    const { bars, rungs, seconds } = clicksOfRungs(metre('3/4'), [60, 90], 2, { smallest: null });
    expect(bars).toEqual([0, 3, 6, 8]);
    expect(rungs).toEqual([0, 6]);
    expect(seconds).toBeCloseTo(10, 9);
  });

  test('groups turn, and are written as they are counted', () => {
    expect(rotationsOf([2, 2, 3])).toEqual([
      [2, 2, 3],
      [2, 3, 2],
      [3, 2, 2],
    ]);
    expect(rotationsOf([3, 3])).toEqual([[3, 3]]);
    expect(metre('6/8, 3+2+2/8, 4/4').map(patternWords)).toEqual(['6/8', '3+2+2/8', '4/4']);
  });

  test('tapping finds the tempo of the last taps, and begins anew after a pause', () => {
    expect(tempoOfTaps([0, 0.5])).toBeNull();
    expect(tempoOfTaps([0, 0.5, 1.01, 1.5])).toBeCloseTo(120, 0);
    expect(tempoOfTaps([0, 1, 2, 3, 8, 8.5, 9])).toBeCloseTo(120, 9);
  });
});

const PIECE: Invention = {
  seed: 3,
  bars: 16,
  metre: '4/4',
  hands: 2,
  road: 'endings',
  dotted: true,
  ornaments: false,
  tempo: 96,
  octave: 5,
};
const ASKED: PlaybackAsked = {
  bars: null,
  repeats: true,
  ending: null,
  perMinute: null,
  countIn: 0,
  grouping: null,
  smallPulse: false,
};
const scoreOf = (wish: Partial<Invention>) => {
  const read = readScoreText(inventedScore({ ...PIECE, ...wish }));
  if (!read.ok) throw new Error('the invented score cannot be read');
  return read.value;
};
const played = (wish: Partial<Invention>, asked: Partial<PlaybackAsked>) => {
  const playback = playbackOf(scoreOf(wish), { ...ASKED, ...asked });
  if (!playback.ok) throw new Error('refused');
  return playback.value;
};

describe('a score played', () => {
  test('every note of the written order sounds once, for as long as it is written', () =>
    fc.assert(
      fc.property(
        fc.record({
          seed: fc.integer({ min: 1, max: 500 }),
          bars: fc.integer({ min: 8, max: 20 }),
          metre: fc.constantFrom('4/4' as const, '3/4' as const),
          road: fc.constantFrom('plain' as const, 'endings' as const),
        }),
        (wish) => {
          const [road] = writtenMusic(scoreOf(wish));
          const { notes, bars } = played(wish, {});
          const crotchet = 60 / PIECE.tempo;
          expect(bars.map(({ number, pass }) => [number, pass])).toEqual(
            road?.bars.map(({ number, pass }) => [number, pass]),
          );
          expect(notes).toHaveLength(road?.notes.length ?? 0);
          road?.notes.forEach(({ at, length, midi }, index) => {
            expect(notes[index]?.midi).toBe(midi);
            expect(notes[index]?.at).toBeCloseTo(at * crotchet, 6);
            expect(notes[index]?.seconds).toBeCloseTo(length * crotchet, 6);
          });
        },
      ),
      { numRuns: 25 },
    ));

  test('at another tempo, counted in, some bars of it', () => {
    const { notes, bars, clicks, countedIn, seconds, printed } = played(
      {},
      { perMinute: 48, countIn: 2, bars: { from: 3, to: 4 } },
    );
    expect(printed).toBe(96);
    expect(countedIn).toBeCloseTo(10, 9);
    expect(bars.map(({ number, at }) => [number, Math.round(at * 1000) / 1000])).toEqual([
      [3, 10],
      [4, 15],
    ]);
    expect(seconds).toBeCloseTo(20, 9);
    expect(notes[0]?.at).toBeGreaterThanOrEqual(10);
    expect(clicks.map(({ accent }) => accent.charAt(0)).join('')).toBe('bggg'.repeat(4));
  });
});
