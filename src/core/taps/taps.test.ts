import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isProof } from '@/proof-runs';
import { seeded } from '../seeded';
import { measureTaps } from './measure';
import { tempoDifference } from './compare';

interface Hand {
  readonly perMinute: number;
  /** Per cent a minute. */
  readonly drift: number;
  readonly seconds: number;
  /** Standard deviations: of each beat the hand thinks of, as a share of it, and of each tap, in seconds. */
  readonly clock: number;
  readonly finger: number;
  /** Shares of beats left out, of taps beside the beat, and of taps that bounce. */
  readonly leftOut: number;
  readonly stray: number;
  readonly bounce: number;
}

const STILL = { clock: 0, finger: 0, leftOut: 0, stray: 0, bounce: 0 };

/** What a hand taps: the beats of its clock, each tap a little off. */
function tap(hand: Hand, random: () => number) {
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const taps: number[] = [];
  const odd = { leftOut: 0, stray: 0, bounce: 0 };
  let beats = 0;
  for (let time = 0; time < hand.seconds; beats += 1) {
    const isEnd = time === 0;
    if (!isEnd && random() < hand.leftOut) odd.leftOut += 1;
    else {
      const at = time + hand.finger * normal();
      taps.push(at);
      if (random() < hand.bounce) {
        odd.bounce += 1;
        taps.push(at + 0.02 + 0.03 * random());
      }
    }
    const beat =
      (60 / (hand.perMinute * (1 + (hand.drift / 100) * (time / 60)))) * (1 + hand.clock * normal());
    if (random() < hand.stray) {
      odd.stray += 1;
      taps.push(time + beat * (0.35 + 0.3 * random()));
    }
    time += beat;
  }
  return { taps, odd };
}

test('taps without any error: the tempo and the drift they were made with, in whatever order they come', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 40, max: 160 }),
      fc.integer({ min: -10, max: 10 }),
      fc.integer({ min: 30, max: 120 }),
      fc.nat(),
      (perMinute, drift, seconds, seed) => {
        const { taps } = tap({ ...STILL, perMinute, drift, seconds }, seeded(seed));
        const found = measureTaps(taps.toReversed());
        expect(found).toMatchObject({ beats: taps.length, bounces: 0, strays: 0, leftOut: 0 });
        expect(found.about).toBe(found.seconds < 60);
        const real = (60 * (taps.length - 1)) / ((taps.at(-1) ?? 0) - (taps[0] ?? 0));
        expect(Math.abs((found.perMinute ?? 0) / real - 1)).toBeLessThan(0.003);
        // Of the tempo in the middle, where the hand's is of its beginning.
        const middle = drift / (1 + (drift / 100) * (found.seconds / 120));
        if (found.drift)
          expect(Math.abs(found.drift.percent - middle)).toBeLessThan(0.05 + Math.abs(drift) / 25);
      },
    ),
  );
});

test('beats left out, taps beside the beat and a finger that bounces are told, and change little', () => {
  const random = seeded(19);
  const hands = Array.from({ length: 300 }, () => {
    const perMinute = 50 + 90 * random();
    const hand = { perMinute, drift: 0, seconds: 60, clock: 0.005, finger: 0.005 };
    const { taps, odd } = tap({ ...hand, leftOut: 0.04, stray: 0.03, bounce: 0.05 }, random);
    return { perMinute, odd, found: measureTaps(taps) };
  });
  for (const { perMinute, odd, found } of hands) {
    expect(found.bounces).toBe(odd.bounce);
    expect(Math.abs((found.perMinute ?? 0) / perMinute - 1)).toBeLessThan(0.01);
  }
  // One beside a beat that is left out may stand for it, so they are told about right: seldom more than two off.
  const off = hands.map(({ odd, found }) => Math.abs(found.strays - odd.stray));
  expect(off.reduce((sum, each) => sum + each, 0) / off.length).toBeLessThan(0.6);
  expect(off.filter((each) => each > 2).length).toBeLessThan(15);
});

test('what is too little is not told', () => {
  expect(measureTaps([])).toMatchObject({ beats: 0, perMinute: null, spread: null, drift: null });
  expect(measureTaps([1, 2, 3])).toMatchObject({ beats: 3, perMinute: null });
  expect(measureTaps([0, 0.5, 1, 1.5])).toMatchObject({ beats: 4, perMinute: 120, drift: null, about: true });
});

test('two passages that should match: their difference over their mean', () => {
  const at = (perMinute: number) =>
    measureTaps(tap({ ...STILL, perMinute, drift: 0, seconds: 20 }, seeded(1)).taps);
  expect(tempoDifference(at(100), at(100), 4)).toMatchObject({ isWithin: true });
  const found = tempoDifference(at(96), at(104), 4);
  expect(found?.percent).toBeCloseTo(8, 1);
  expect(found?.isWithin).toBe(false);
  expect(tempoDifference(at(96), measureTaps([1]), 4)).toBeNull();
});

test('300 hands over a minute and more: a drift is not told of those that are steady, nor missed in those that are not', () => {
  const random = seeded(41);
  const tries = Array.from({ length: 300 }, (_, at) => {
    const hand: Hand = {
      perMinute: 50 + 90 * random(),
      drift: at < 150 ? 0 : (random() < 0.5 ? -1 : 1) * (5 + 10 * random()),
      seconds: 60 + 30 * random(),
      clock: 0.01,
      finger: 0.012,
      leftOut: 0.02,
      stray: 0.01,
      bounce: 0.02,
    };
    return { hand, found: measureTaps(tap(hand, random).taps) };
  });
  const [steady, drifting] = [tries.slice(0, 150), tries.slice(150)];
  const told = (all: typeof tries) => all.filter(({ found }) => found.drift?.told).length;
  const errors = (of: (each: (typeof tries)[number]) => number) =>
    tries.map((each) => Math.abs(of(each))).toSorted((a, b) => a - b)[150] ?? NaN;
  const tempo = errors(
    ({ hand, found }) =>
      100 *
      ((found.perMinute ?? 0) / (hand.perMinute * (1 + (hand.drift / 100) * (found.seconds / 120))) - 1),
  );
  const drift = errors(
    ({ hand, found }) =>
      (found.drift?.percent ?? 0) - hand.drift / (1 + (hand.drift / 100) * (found.seconds / 120)),
  );
  if (isProof)
    console.log(
      `taps, 300 hands of 60 to 90 s: drift told of ${told(steady)} of 150 steady (at most 3) and of ${told(drifting)} of 150 that drift by 5 % a minute or more; ` +
        `median error of the tempo ${tempo.toFixed(2)} %, of the drift ${drift.toFixed(2)} % a minute`,
    );
  expect(told(steady)).toBeLessThanOrEqual(3);
  expect(told(drifting)).toBeGreaterThanOrEqual(140);
  expect(tempo).toBeLessThan(0.2);
  expect(drift).toBeLessThan(0.6);
});
