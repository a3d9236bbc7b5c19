import { expect, test } from 'vitest';
import { isProof } from '@/proof-runs';
import { inventedScore } from '../performer';
import { readScoreText } from '../score';
import { seeded } from '../seeded';
import { dictionary, figureWords, isSameFigure, type Figure } from './figures';
import { questionOf, type Question } from './listen';
import { listenToRhythm } from './listen-to-taps';
import type { RhythmTapped } from './answer';
import { figuresTold, tapRhythm } from './rhythm';
import { soundingRoad, type SoundingRoad } from './road';

function questionAbout(seed: number, metre: '4/4' | '3/4' | '6/8'): Question {
  const read = readScoreText(
    inventedScore({
      seed,
      bars: 12,
      metre,
      hands: 1,
      road: 'plain',
      dotted: metre !== '6/8',
      ornaments: false,
      tempo: 90,
      octave: 5,
    }),
  );
  const question = read.ok && questionOf(read.value, { part: null, bars: null, repeats: true, ending: null });
  if (!read.ok || !question || !question.ok) throw new Error('no question');
  return question.value;
}
function roadOf(seed: number, metre: '4/4' | '3/4' | '6/8'): SoundingRoad {
  const { score, layout, part, roads } = questionAbout(seed, metre);
  const [road] = roads;
  if (!road) throw new Error('no road');
  return soundingRoad(score, layout, part, road);
}

/** What a hand does: a tempo with some rubato, a spread, and in some beats another figure than is written. */
interface Hand {
  readonly seed: number;
  readonly spread: number;
  /** Share of the beats tapped as something else. */
  readonly wrong: number;
  readonly qpm: number;
}
interface Tapped {
  readonly taps: readonly number[];
  /** Beats tapped as something else, as they are told. */
  readonly wrong: ReadonlySet<string>;
}
function tap(road: SoundingRoad, { seed, spread, wrong, qpm }: Hand): Tapped {
  const chance = seeded(seed * 31 + 7);
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const secondsAt = (place: number) => (place * 60) / qpm + 0.06 * Math.sin(place / 7) + 1;
  const taps: number[] = [];
  const others = new Set<string>();
  let wasOther = false;
  for (const { number, pass, at, length, beat, simple } of road.bars) {
    if (beat === null) continue;
    for (let index = 0; index < Math.round(length / beat); index += 1) {
      const from = at + index * beat;
      const written = road.events
        .filter((event) => event.at > from - 1e-6 && event.at < from + beat - 1e-6)
        .map((event) => (event.at - from) / beat);
      // What another figure begins with is heard as such: the beat itself is tapped, and not two in a row are other ones.
      const choices = dictionary(simple).filter(
        (figure) => figure[0] === 0 && !isSameFigure(figure, written) && figure.length <= 3,
      );
      const isOther: boolean = !wasOther && written[0] === 0 && chance() < wrong;
      const figure: Figure = isOther ? (choices[Math.floor(chance() * choices.length)] ?? written) : written;
      wasOther = isOther;
      if (isOther) others.add(`${number} ${pass} ${index + 1} ${figureWords(figure, beat)}`);
      for (const share of figure) taps.push(secondsAt(from + share * beat) + spread * normal());
    }
  }
  return { taps, wrong: others };
}
const told = ({ figures }: Pick<RhythmTapped, 'figures'>) =>
  figures.map(({ number, pass, beat, tapped }) => `${number} ${pass} ${beat} ${tapped}`);

test('a tapped rhythm: which figure was taken for which, and nothing of a true one', () => {
  const METRES = ['4/4', '3/4', '6/8'] as const;
  for (const spread of [0.006, 0.01, 0.025]) {
    const sums = { wrong: 0, told: 0, both: 0, falsely: 0, takes: 0, spread: 0 };
    for (let seed = 1; seed <= (isProof ? 36 : 9); seed += 1) {
      const road = roadOf(seed, METRES[seed % 3] ?? '4/4');
      const hand = { seed, spread, qpm: 60 + 3 * (seed % 8) };
      const faulty = tap(road, { ...hand, wrong: 0.12 });
      const heard = tapRhythm(faulty.taps, road);
      sums.wrong += faulty.wrong.size;
      sums.told += heard.figures.length;
      sums.both += told(heard).filter((each) => faulty.wrong.has(each)).length;
      const clean = tapRhythm(tap(road, { ...hand, wrong: 0 }).taps, road);
      sums.falsely += clean.figures.length;
      sums.spread += clean.spread ?? 0;
      sums.takes += 1;
      expect(Math.abs((clean.qpm ?? 0) / hand.qpm - 1)).toBeLessThan(0.03);
    }
    console.log(
      `rhythm, spread ${1000 * spread} ms: told as ${(sums.spread / sums.takes).toFixed(0)}; ${sums.both} of ${sums.told} told are true, of ${sums.wrong}; ${sums.falsely} told of ${sums.takes} clean takes`,
    );
    if (spread > 0.02) continue;
    expect(sums.both / sums.told).toBeGreaterThan(0.95);
    expect(sums.both / sums.wrong).toBeGreaterThan(0.85);
    expect(sums.falsely).toBe(0);
  }
});

test('another moment and a bouncing finger change no figure; an early end and a stop make hardly one out of nothing', () => {
  const more = { cut: 0, stopped: 0, figures: 0 };
  const METRES = ['4/4', '3/4', '6/8'] as const;
  for (let seed = 1; seed <= (isProof ? 120 : 24); seed += 1) {
    const road = roadOf(seed, METRES[seed % 3] ?? '4/4');
    const { taps, wrong } = tap(road, { seed, spread: 0.006, wrong: 0.1, qpm: 60 + (seed % 30) });
    const whole = tapRhythm(taps, road);
    expect(told(tapRhythm([...taps.map((each) => each + 7.3 - seed)].reverse(), road))).toEqual(told(whole));
    expect(told(tapRhythm([...taps, ...taps.map((each) => each + 0.02)], road))).toEqual(told(whole));
    const count = Math.max(12, Math.floor((0.3 + (0.7 * (seed % 7)) / 7) * taps.length));
    const isNew = (each: string) => !wrong.has(each) && !told(whole).includes(each);
    const stopped = taps.map((each, at) => (at < count ? each : each + 4));
    more.cut += told(tapRhythm(taps.slice(0, count), road)).filter(isNew).length;
    more.stopped += told(tapRhythm(stopped, road)).filter(isNew).length;
    more.figures += whole.figures.length;
  }
  console.log(
    `rhythm, beside ${more.figures} figures: ${more.cut} made out of nothing where a take ends early, ${more.stopped} where it stops`,
  );
  expect(more.cut).toBeLessThan(0.02 * more.figures);
  expect(more.stopped).toBeLessThan(0.02 * more.figures);
  const road = roadOf(1, '4/4');
  expect(tapRhythm([], road)).toMatchObject({ qpm: null, figures: [] });
  expect(tapRhythm([1], road)).toMatchObject({ qpm: null, figures: [] });
});

test('taps of the beat alone, and of another rhythm, are not called slips', () => {
  const refusedOf = (taps: readonly number[]) => listenToRhythm(taps, questionAbout(2, '4/4'));
  const beats = Array.from({ length: 48 }, (_, at) => 1 + at * 0.7);
  for (const taps of [beats, beats.flatMap((at) => [at, at + 0.2, at + 0.3, at + 0.55])]) {
    const heard = refusedOf(taps);
    expect([heard.rhythm, heard.refused.at(-1)?.what]).toEqual([undefined, 'the rhythm']);
  }
});

test('a hand that is not steady is believed when two of three takes agree', () => {
  const take = (spread: number, ...tapped: string[]): RhythmTapped => ({
    qpm: 80,
    spread,
    beats: 8,
    unread: 0,
    figures: tapped.map((words, at) => ({
      number: 1 + at,
      pass: 1,
      beat: 2,
      at,
      written: 'two quavers',
      tapped: words,
    })),
  });
  const words = (...takes: readonly RhythmTapped[]) => figuresTold(takes).map(({ tapped }) => tapped);
  expect(words()).toEqual([]);
  expect(words(take(10, 'a', 'b'))).toEqual(['a', 'b']);
  expect(words(take(30, 'a', 'b'))).toEqual([]);
  expect(words(take(30, 'a', 'b'), take(30, 'a', 'c'))).toEqual(['a']);
  expect(words(take(30, 'a', 'b'), take(30, 'd', 'c'), take(30, 'a', 'c'))).toEqual(['a', 'c']);
  // The last three count.
  expect(words(take(30, 'a'), take(30, 'b'), take(30, 'c'), take(30, 'a'))).toEqual([]);
});

test.each([
  [[0], 1, 'a crotchet'],
  [[0], 1.5, 'a dotted crotchet'],
  [[0, 1 / 2], 1, 'two quavers'],
  [[0, 3 / 4], 1, 'a dotted quaver and a semiquaver'],
  [[0, 1 / 2, 3 / 4], 1, 'a quaver and two semiquavers'],
  [[0, 1 / 3, 2 / 3], 1, 'a triplet of quavers'],
  [[0, 2 / 3], 1, 'a crotchet and a quaver in triplets'],
  [[0, 1 / 3, 2 / 3], 1.5, 'three quavers'],
  [[0, 2 / 3], 1.5, 'a crotchet and a quaver'],
  [[0, 1 / 2], 1.5, 'two dotted quavers'],
  [[1 / 2], 1, 'after the beat a quaver'],
  [[0, 1 / 2], 2, 'two crotchets'],
  [[0, 1 / 5], 1, '2 notes in other shares of the beat'],
  [[], 1, 'nothing'],
])('%j of a beat of %d crotchets is %s', (figure, beat, words) => {
  expect(figureWords(figure, beat)).toBe(words);
});
