import fc from 'fast-check';
import { expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import {
  inventedScore,
  type Invention,
  CLEAN_PLAYER,
  perform,
  writtenMusic,
  type Player,
} from '../performer';
import { readScoreText, type Score } from '../score';
import type { Heard } from './answer';
import { listenToKeys, questionOf } from './listen';
import { KEYS_COSTS, VOICE_COSTS, type HeardNote } from './match';

const anyInvention: fc.Arbitrary<Invention> = fc.record({
  seed: fc.integer({ min: 1, max: 5_000 }),
  bars: fc.constantFrom(8, 16, 24),
  metre: fc.constantFrom('4/4' as const, '3/4' as const, '2/4' as const, '6/8' as const),
  hands: fc.constantFrom(1 as const, 2 as const),
  road: fc.constantFrom('plain' as const, 'endings' as const, 'da capo' as const),
  dotted: fc.boolean(),
  ornaments: fc.boolean(),
  tempo: fc.integer({ min: 60, max: 120 }),
  octave: fc.constantFrom(3, 4, 5),
});
const anyPlayer: fc.Arbitrary<Player> = fc.record({
  seed: fc.integer({ min: 1, max: 100_000 }),
  tempo: fc.integer({ min: 56, max: 132 }),
  drift: fc.integer({ min: -6, max: 6 }),
  rubato: fc.constantFrom(0, 0.03, 0.06),
  spread: fc.constantFrom(0.005, 0.015, 0.025),
  wrong: fc.constantFrom(0, 0.03),
  missed: fc.constantFrom(0, 0.02),
  added: fc.constantFrom(0, 0.02),
  stops: fc.constantFrom(0, 0.01),
  restarts: fc.constantFrom(0, 0.01),
  skips: fc.constant(0),
  shortShare: fc.constantFrom(0.25, 0.33),
  until: fc.constant(1),
  lead: fc.constant(0.8),
});

function invent(wish: Invention): Score {
  const read = readScoreText(inventedScore(wish));
  if (!read.ok) throw new Error('the invented score cannot be read');
  return read.value;
}
function hear(score: Score, notes: readonly HeardNote[], costs = KEYS_COSTS): Heard {
  const question = questionOf(score, { part: null, bars: null, repeats: true, ending: null });
  if (!question.ok) throw new Error('no question');
  return listenToKeys(notes, question.value, costs);
}
function played(score: Score, player: Player): HeardNote[] {
  const [road] = writtenMusic(score);
  if (!road) throw new Error('no road');
  return perform(road, player).notes.map(({ on, off, pitch, velocity }) => ({ on, off, pitch, velocity }));
}
const EVERYTHING = 60;

test('readings that are let go on the way would not have won', () => {
  fc.assert(
    fc.property(anyInvention, anyPlayer, fc.constantFrom(KEYS_COSTS, VOICE_COSTS), (wish, player, costs) => {
      const score = invent(wish);
      const notes = played(score, player);
      expect(hear(score, notes, costs)).toEqual(hear(score, notes, { ...costs, margin: EVERYTHING }));
    }),
    { numRuns: proofRuns(100) },
  );
});

/** What was heard without its times. */
const places = ({ notes, missed, jumps, stops, bars, road, complete }: Heard) => ({
  road,
  complete,
  notes: notes.map(({ number, pass, kind, id }) => [number, pass, kind, id]),
  missed: missed.map(({ id }) => id),
  jumps: jumps.map(({ kind, from, to }) => [kind, from, to]),
  stops: stops.map(({ number, fermata }) => [number, fermata]),
  bars: bars.map(({ number, pass, certain }) => [number, pass, certain]),
});
const near = (a: number, b: number, share = 1e-6) => Math.abs(a - b) <= share * Math.max(1, Math.abs(b));

test('shifted in time, the same is heard', () => {
  fc.assert(
    fc.property(anyInvention, anyPlayer, fc.integer({ min: 1, max: 600 }), (wish, player, later) => {
      const score = invent(wish);
      const notes = played(score, player);
      const first = hear(score, notes);
      const shifted = hear(
        score,
        notes.map((note) => ({ ...note, on: note.on + later, off: note.off + later })),
      );
      expect(places(shifted)).toEqual(places(first));
      expect(shifted.bars.every(({ qpm }, at) => near(qpm, first.bars[at]?.qpm ?? 0, 1e-5))).toBe(true);
    }),
    { numRuns: proofRuns(100) },
  );
});

test('written and played elsewhere, the same is heard', () => {
  fc.assert(
    fc.property(anyInvention, anyPlayer, fc.constantFrom(-12, 12), (wish, player, by) => {
      const score = invent({ ...wish, octave: 4, ornaments: false });
      const moved = invent({ ...wish, octave: 4 + by / 12, ornaments: false });
      const notes = played(score, player);
      const there = notes.map((note) => ({ ...note, pitch: note.pitch + by }));
      expect(places(hear(moved, there))).toEqual(places(hear(score, notes)));
    }),
    { numRuns: proofRuns(100) },
  );
});

test('at double the tempo every bar is twice as fast', () => {
  fc.assert(
    fc.property(anyInvention, anyPlayer, (wish, player) => {
      const score = invent({ ...wish, hands: 1 });
      const notes = played(score, {
        ...player,
        wrong: 0,
        missed: 0,
        added: 0,
        stops: 0,
        restarts: 0,
        spread: 0.004,
        tempo: player.tempo / 2,
      });
      const first = hear(score, notes);
      const fast = hear(
        score,
        notes.map((note) => ({ ...note, on: note.on / 2, off: note.off / 2 })),
      );
      expect(fast.bars.length).toBe(first.bars.length);
      expect(fast.bars.every(({ qpm }, at) => near(qpm, 2 * (first.bars[at]?.qpm ?? 0), 1e-3))).toBe(true);
    }),
    { numRuns: proofRuns(100) },
  );
});

test('a clean take has no slip, no stop and no jump, and is complete; cut short it never is', () => {
  fc.assert(
    fc.property(
      anyInvention,
      anyPlayer,
      fc.double({ min: 0.2, max: 0.9, noNaN: true }),
      (wish, player, until) => {
        const score = invent(wish);
        const clean: Player = { ...player, wrong: 0, missed: 0, added: 0, stops: 0, restarts: 0 };
        const heard = hear(score, played(score, clean));
        expect(heard.notes.every(({ kind }) => kind === 'right')).toBe(true);
        expect([heard.missed, heard.stops, heard.jumps]).toEqual([[], [], []]);
        expect([heard.complete, heard.road, heard.rightPart]).toEqual([true, 'as written', true]);
        const [road] = writtenMusic(score);
        const cut = hear(score, played(score, { ...player, until }));
        // Where the return is left out, or a repeat, what is cut short may end where that road does.
        if (wish.road === 'plain') expect(cut.complete).not.toBe(true);
        expect(road?.notes.length).toBeGreaterThan(0);
      },
    ),
    {
      numRuns: 60,
      // A pitch that comes again at once in both hands, each a little off.
      examples: [
        [
          {
            seed: 1362,
            bars: 24,
            metre: '3/4',
            hands: 2,
            road: 'plain',
            dotted: true,
            ornaments: false,
            tempo: 60,
            octave: 3,
          },
          { ...CLEAN_PLAYER, seed: 23430, tempo: 95, drift: 1, rubato: 0, spread: 0.025 },
          0.2,
        ],
        // The last note is one of the chord before it, and follows it fast.
        [
          {
            seed: 194,
            bars: 16,
            metre: '4/4',
            hands: 2,
            road: 'plain',
            dotted: false,
            ornaments: false,
            tempo: 60,
            octave: 3,
          },
          { ...CLEAN_PLAYER, seed: 87368, tempo: 101, rubato: 0.06, spread: 0.015 },
          0.2,
        ],
      ],
    },
  );
});

test('what is not the piece at all is told, and nothing is said of its bars', () => {
  fc.assert(
    fc.property(anyInvention, anyInvention, anyPlayer, (wish, other, player) => {
      const [score, another] = [
        invent({ ...wish, hands: 1, octave: 4, bars: 16 }),
        invent({ ...other, seed: wish.seed + 7_001, hands: 1, octave: 4, bars: 16 }),
      ];
      const heard = hear(score, played(another, player));
      expect(heard.rightPart).toBe(false);
      expect([heard.part, heard.notes, heard.bars]).toEqual([null, [], []]);
      expect(heard.refused).toContainEqual({
        what: 'everything at bars',
        why: 'what was heard fits none of the parts',
      });
    }),
    { numRuns: proofRuns(100) },
  );
});

test('nothing heard, one note heard, and notes before the beginning are no trouble', () => {
  const score = invent({
    seed: 3,
    bars: 8,
    metre: '4/4',
    hands: 1,
    road: 'plain',
    dotted: false,
    ornaments: false,
    tempo: 90,
    octave: 4,
  });
  expect(hear(score, [])).toMatchObject({ complete: null, rightPart: null, notes: [] });
  const [first] = played(score, CLEAN_PLAYER);
  if (!first) throw new Error('no note');
  expect(hear(score, [first])).toMatchObject({ complete: false, notes: [{ kind: 'right', id: 0 }] });
  const early = { on: 0.05, off: 0.1, pitch: 30, velocity: 50 };
  const heard = hear(score, [early, ...played(score, CLEAN_PLAYER)]);
  expect(heard.notes[0]).toMatchObject({ kind: 'added', written: null, id: null });
  expect(heard).toMatchObject({ complete: true, missed: [] });
});
