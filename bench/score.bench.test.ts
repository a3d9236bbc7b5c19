import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { SaxesParser } from 'saxes';
import { expect, test } from 'vitest';
import { utf8 } from '../src/core/score/arbitrary';
import { readScore, xRay } from '../src/core/score';
import { longScore } from './long-score';
import { standsOn, undisturbed } from './undisturbed';

const median = (times: readonly number[]) => [...times].sort((a, b) => a - b)[times.length >> 1] ?? 0;
const timed = (work: () => unknown) => {
  const since = performance.now();
  work();
  return performance.now() - since;
};

test('a score of 5 MB: the x-ray beside the bare parse of the same text', async () => {
  const text = longScore(5_000_000);
  const bytes = utf8(text);
  const bare = () => {
    const parser = new SaxesParser();
    for (let at = 0; at < text.length; at += 65_536) parser.write(text.slice(at, at + 65_536));
    parser.close();
  };
  const whole = () => {
    const read = readScore(bytes);
    if (!read.ok) throw new Error('not read');
    expect(xRay(read.value.score).ok).toBe(true);
  };
  const round = () => ({ bare: timed(bare), whole: timed(whole) });
  const first = round();
  // The second is still half compiled.
  round();
  const rounds = await undisturbed(7, () => Promise.resolve(round()));
  // What reading and looking hold at most, garbage included: heard at every piece read, and at the end.
  setFlagsFromString('--expose-gc');
  (runInNewContext('gc') as () => void)();
  const held = () => process.memoryUsage().heapUsed;
  const before = held();
  let [most, told] = [0, 0];
  const read = readScore(bytes, () => {
    told += 1;
    most = Math.max(most, held() - before);
  });
  if (!read.ok) throw new Error('not read');
  expect(xRay(read.value.score).ok).toBe(true);
  most = Math.max(most, held() - before);
  const [parse, all] = [
    median(rounds.samples.map((each) => each.bare)),
    median(rounds.samples.map((each) => each.whole)),
  ];
  console.log(
    `score of ${(bytes.length / 1e6).toFixed(1)} MB: bare parse ${parse.toFixed(0)} ms, read and x-ray ${all.toFixed(0)} ms, ${(all / parse).toFixed(2)} times (limit 2; ${standsOn(rounds)}; the very first ${first.bare.toFixed(0)} and ${first.whole.toFixed(0)} ms); at most ${(most / 1e6).toFixed(0)} MB of heap, progress told ${told} times`,
  );
}, 120_000);
