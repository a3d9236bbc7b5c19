import { expect, test } from 'vitest';
import { listenToKeys, listenToSound, questionOf, type Question } from '../src/core/listening';
import {
  inventedScore,
  type Invention,
  CLEAN_PLAYER,
  perform,
  PLAIN_RECORDING,
  soundOf,
  writtenMusic,
  type PlayedNote,
} from '../src/core/performer';
import { readScoreText } from '../src/core/score';

const MINUTE = 60;
const TIMES = 21;
const PIECE: Invention = {
  seed: 11,
  bars: 40,
  metre: '4/4',
  hands: 2,
  road: 'endings',
  dotted: false,
  ornaments: false,
  tempo: 96,
  octave: 5,
};

/** A piece, and so many times of it played by a student without a break, until it is long enough. */
function take(
  wish: Invention,
  seconds: number,
): { question: Question; notes: PlayedNote[]; seconds: number } {
  const read = readScoreText(inventedScore(wish));
  if (!read.ok) throw new Error('the piece cannot be read');
  const question = questionOf(read.value, { part: null, bars: null, repeats: true, ending: null });
  const [road] = writtenMusic(read.value);
  if (!question.ok || !road) throw new Error('the piece cannot be asked about');
  const notes: PlayedNote[] = [];
  let from = 0;
  for (let seed = 1; from < seconds; seed += 1) {
    const played = perform(road, {
      ...CLEAN_PLAYER,
      seed,
      tempo: 96,
      wrong: 0.02,
      added: 0.01,
      stops: 0.005,
    });
    for (const note of played.notes) notes.push({ ...note, on: note.on + from, off: note.off + from });
    from += played.seconds;
  }
  return { question: question.value, notes: notes.filter(({ on }) => on < seconds), seconds };
}
const timed = (work: () => unknown): number => {
  const from = performance.now();
  work();
  return performance.now() - from;
};
const middle = (values: readonly number[]) => values.toSorted((a, b) => a - b)[values.length >> 1] ?? 0;

test('notes of a minute and of ten', () => {
  const listen = ({ question, notes }: ReturnType<typeof take>) => listenToKeys(notes, question);
  const [one, ten] = [take(PIECE, MINUTE), take(PIECE, 10 * MINUTE)];
  const first = timed(() => listen(one));
  for (let time = 1; time < TIMES; time += 1) listen(one);
  const short = middle(Array.from({ length: TIMES }, () => timed(() => listen(one))));
  const before = process.memoryUsage();
  const long = timed(() => listen(ten));
  const after = process.memoryUsage();
  const more = (after.heapUsed + after.arrayBuffers - before.heapUsed - before.arrayBuffers) / 1e6;
  console.log(
    `listening to keys: a minute (${one.notes.length} notes) ${short.toFixed(0)} ms (limit 60; the first time ${first.toFixed(0)}), ten (${ten.notes.length} notes) ${long.toFixed(0)} ms, ${(long / short).toFixed(1)} times as long; ${more.toFixed(0)} MB more held`,
  );
  expect(long / short).toBeLessThan(20);
});

test('a minute of one voice', () => {
  const { question, notes, seconds } = take({ ...PIECE, hands: 1 }, MINUTE);
  const sound = { rate: PLAIN_RECORDING.rate, samples: soundOf(notes, seconds, PLAIN_RECORDING) };
  const took = middle(Array.from({ length: 3 }, () => timed(() => listenToSound('one', sound, question))));
  console.log(`listening to one voice: a minute ${(took / 1000).toFixed(2)} s (limit 6)`);
  expect(took / 1000).toBeLessThan(MINUTE / 4);
}, 60_000);
