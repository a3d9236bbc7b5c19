import { expect, test } from 'vitest';
import { heavyProgrammes } from './heavy-level';
import { longScore } from './long-score';
import { useServer } from './served';

const server = useServer();

/** Seconds of heavy requests. */
const SECONDS = Number(process.env['SECONDS'] ?? 60);

test('health while the heaviest legal requests are worked out', async () => {
  const url = server();
  const until = performance.now() + SECONDS * 1_000;
  const score = longScore(5_000_000);
  const count = new Map<string, number>();
  const send = async (what: string, path: string, type: string, body: string) => {
    const response = await fetch(url + path, { method: 'POST', headers: { 'content-type': type }, body });
    const text = await response.text();
    if (response.status === 503) expect(JSON.parse(text)).toMatchObject({ status: 503 });
    const key = `${what} ${response.status}`;
    count.set(key, (count.get(key) ?? 0) + 1);
  };
  const client = async (seed: number) => {
    for (let n = 0; performance.now() < until; n += 1)
      await (n % 2 === 0
        ? send('programmes', '/api/programmes', 'application/json', JSON.stringify(heavyProgrammes(seed + n)))
        : send('score', '/api/score', 'application/xml', score));
  };
  const times: number[] = [];
  const ask = async () => {
    while (performance.now() < until) {
      const since = performance.now();
      expect((await fetch(`${url}/api/health`)).status).toBe(200);
      times.push(performance.now() - since);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };
  await Promise.all([ask(), ...[1, 1_001, 2_001, 3_001].map(client)]);
  times.sort((a, b) => a - b);
  const at = (share: number) => times[Math.min(times.length - 1, Math.floor(times.length * share))] ?? NaN;
  console.log(
    `health during ${SECONDS} s: ${times.length} answers, half within ${at(0.5).toFixed(0)} ms, 99 % within ${at(0.99).toFixed(0)} ms (limit 100), longest ${at(1).toFixed(0)} ms; answered: ${[...count].map(([what, n]) => `${what}: ${n}`).join(', ')}`,
  );
}, 600_000);
