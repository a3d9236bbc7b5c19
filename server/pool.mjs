// Work that takes the processor's time is done in threads beside the one that answers.
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Piscina from 'piscina';

const dist = fileURLToPath(new URL('../dist', import.meta.url));

/** Milliseconds a request may take, from being asked to being answered. */
const DEADLINE = 5_000;
/** Of those that may take longer: a recording is listened to slowly. */
const LONGER = { listen: 60_000 };
/** Requests that wait for a thread; our choice: more would wait longer than the deadline. */
const MOST_WAITING = 16;
/** Megabytes a thread may hold. */
const MEMORY = 512;

const problem = (status, title, detail) => ({
  status,
  headers: [
    ['content-type', 'application/problem+json; charset=utf-8'],
    ['cache-control', 'no-store'],
    ['x-content-type-options', 'nosniff'],
    ...(status === 503 ? [['retry-after', '2']] : []),
  ],
  text: JSON.stringify({ type: 'about:blank', title, status, detail }),
});

/**
 * A pool of threads that work requests out.
 * @returns `ask`, which answers every question within the deadline, if only that it was not worked out, and `close`
 */
export function createPool({ deadline = DEADLINE, longer = LONGER, waiting = MOST_WAITING } = {}) {
  // One processor is left for the thread that answers.
  const threads = Math.max(1, availableParallelism() - 1);
  const pool = new Piscina({
    filename: join(dist, 'pool', 'worker.mjs'),
    minThreads: 1,
    maxThreads: threads,
    concurrentTasksPerWorker: 1,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY },
  });
  // A thread that died says so to who asked; nothing more is to be done.
  pool.on('error', () => undefined);
  let asked = 0;
  async function ask(question) {
    if (asked >= threads + waiting)
      return problem(503, 'Too many requests at once', 'Nothing was worked out; ask again in a moment');
    asked += 1;
    const most = longer[question.name] ?? deadline;
    try {
      return await pool.run(question, { signal: AbortSignal.timeout(most) });
    } catch (error) {
      if (error?.name === 'AbortError')
        return problem(503, 'It takes too long', `Not worked out within ${most / 1_000} seconds`);
      return problem(500, 'It could not be worked out', 'The fault is the server’s');
    } finally {
      asked -= 1;
    }
  }
  return { ask, close: () => pool.destroy() };
}
