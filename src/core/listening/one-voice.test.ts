import { expect, test } from 'vitest';
import { hearOneVoice } from './one-voice';
import { RATE } from './sound';

const A = 440;
const SECONDS = 2;
const START = 0.2;
const SPAN = { low: 60, high: 80 };

/** A tone of three partials with a little noise, silence before and after it. */
function tone(phase: (time: number) => number, gain: (time: number) => number = () => 1): Float32Array {
  let seed = 7;
  const noise = () => ((seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647 - 0.5) * 0.004;
  return Float32Array.from({ length: (SECONDS + 2 * START) * RATE }, (_, at) => {
    const time = at / RATE - START;
    if (time < 0 || time > SECONDS) return noise();
    const edge = Math.min(1, time / 0.02, (SECONDS - time) / 0.02);
    const angle = 2 * Math.PI * A * time + phase(time);
    return (
      noise() +
      0.2 *
        edge *
        gain(time) *
        [1, 0.4, 0.2].reduce((sum, size, k) => sum + size * Math.sin((k + 1) * angle), 0)
    );
  });
}
const steady = () => 0;
/** Cents to either side, six times a second. */
const vibrato = (cents: number) => (time: number) =>
  ((2 ** (cents / 1_200) - 1) * A * Math.sin(2 * Math.PI * 6 * time)) / 6;
const begunAgainAt =
  (...times: readonly number[]) =>
  (time: number) =>
    2 * times.filter((each) => time >= each).length;
const dipAt = (at: number, depth: number) => (time: number) => (Math.abs(time - at) < 0.025 ? depth : 1);

test.each([
  ['held', tone(steady), [0]],
  ['held with a wide vibrato', tone(vibrato(40)), [0]],
  ['held, growing and fading', tone(steady, (time) => 0.3 + 0.7 * Math.sin((Math.PI * time) / SECONDS)), [0]],
  ['begun again at the same level', tone(begunAgainAt(0.5, 1.2)), [0, 0.5, 1.2]],
  ['begun again six times a second', tone(begunAgainAt(1, 1.167, 1.333)), [0, 1, 1.167, 1.333]],
  ['begun again under a vibrato', tone((time) => vibrato(15)(time) + begunAgainAt(1)(time)), [0, 1]],
  ['tongued: the level dips, the wave goes on', tone(steady, dipAt(1, 0.3)), [0, 1]],
])('one pitch %s', (_, samples, starts) => {
  const { notes } = hearOneVoice({ rate: RATE, samples }, SPAN);
  expect(notes.map(({ pitch }) => pitch)).toEqual(starts.map(() => 69));
  notes.forEach(({ on }, at) => expect(Math.abs(on - START - (starts[at] ?? 0))).toBeLessThan(0.04));
});
