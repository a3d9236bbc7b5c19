import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ok, refuse } from '@/core/result';
import { defineJob, feed, type Job, type Reply } from './job';
import { serve, type WorkerPort } from './serve';

type Hear = (event: { readonly data: unknown; readonly message: string }) => void;

/** A worker in the same thread: what is posted is heard a moment later, as a copy. */
class FakeWorker {
  static all: FakeWorker[] = [];
  readonly #hear: Record<'message' | 'error', Hear[]> = { message: [], error: [] };
  readonly #inside: Hear[] = [];
  isEnded = false;

  constructor(run: (port: WorkerPort) => void) {
    FakeWorker.all.push(this);
    run({
      addEventListener: (_: 'message', hear: Hear) => void this.#inside.push(hear),
      postMessage: (data: unknown) => this.#later(this.#hear.message, { data, message: '' }),
    });
  }
  #later(hearers: readonly Hear[], event: Parameters<Hear>[0]) {
    const copy = structuredClone(event);
    queueMicrotask(() => {
      if (!this.isEnded) for (const hear of hearers) hear(copy);
    });
  }
  addEventListener(kind: 'message' | 'error', hear: Hear) {
    this.#hear[kind].push(hear);
  }
  postMessage(data: unknown) {
    this.#later(this.#inside, { data, message: '' });
  }
  terminate() {
    this.isEnded = true;
  }
  /** The worker dies of a mistake of its own. */
  die(message: string) {
    for (const hear of this.#hear.error) hear({ data: null, message });
  }
}

type Sum = Job<readonly number[], number, number, 'empty'>;
const works = (port: WorkerPort, fed: unknown[]) =>
  serve<{ sum: Sum; silent: Job<null, never, number, never> }>(
    {
      sum: async (numbers, asked) => {
        if (numbers.length === 0) return refuse('empty');
        let sum = 0;
        for (const each of numbers) {
          if (asked.cancelled) throw new Error('worked on');
          if (Number.isNaN(each)) throw new Error('not a number');
          sum += each;
          asked.tell(sum);
          await Promise.resolve();
        }
        return ok(sum);
      },
      silent: () => new Promise(() => undefined),
    },
    (data) => fed.push(data),
    port,
  );

let fed: unknown[] = [];
const startFor = () => () => new FakeWorker((port) => works(port, fed)) as unknown as Worker;
const settle = async () => {
  for (let n = 0; n < 60; n += 1) await Promise.resolve();
};

beforeEach(() => {
  FakeWorker.all = [];
  fed = [];
  vi.stubGlobal('window', globalThis);
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe.each([true, false])('a job whose worker stays: %s', (keepAlive) => {
  const job = () =>
    defineJob<readonly number[], number, number, 'empty'>('sum', {
      start: startFor(),
      limit: 100,
      keepAlive,
    });
  const heard = async (sum: Sum, numbers: readonly number[]) => {
    const replies: Reply<number, number, 'empty'>[] = [];
    sum.ask(numbers, (reply) => replies.push(reply));
    await settle();
    return replies;
  };

  test('tells of its progress and ends once: answered, refused or crashed', async () => {
    const sum = job();
    expect(await heard(sum, [1, 2])).toEqual([
      { kind: 'progress', progress: 1 },
      { kind: 'progress', progress: 3 },
      { kind: 'answer', id: expect.any(Number) as number, answer: 3 },
    ]);
    expect(await heard(sum, [])).toMatchObject([{ kind: 'refused', why: 'empty' }]);
    expect(await heard(sum, [NaN])).toMatchObject([{ kind: 'crashed', message: 'not a number' }]);
    expect(await sum.answer([4, 5])).toMatchObject({ kind: 'answer', answer: 9 });
    expect(FakeWorker.all).toHaveLength(keepAlive ? 1 : 4);
    expect(FakeWorker.all.every(({ isEnded }) => isEnded === !keepAlive)).toBe(true);
  });
  test('called off: that is heard at once, and nothing after it', async () => {
    const sum = job();
    const replies: unknown[] = [];
    const cancel = sum.ask([1, 2, 3], (reply) => replies.push(reply));
    cancel();
    cancel();
    expect(replies).toEqual([{ kind: 'cancelled' }]);
    await settle();
    expect(replies).toHaveLength(1);
    expect(await heard(sum, [1])).toHaveLength(2);
  });
  test('a worker that dies or falls silent crashes its questions, and the next one has a new worker', async () => {
    const sum = job();
    const replies: unknown[] = [];
    sum.ask([1, 2], (reply) => replies.push(reply));
    FakeWorker.all[0]!.die('out of memory');
    await settle();
    expect(replies).toMatchObject([{ kind: 'crashed', message: 'out of memory' }]);
    expect(await heard(sum, [7])).toHaveLength(2);
    expect(FakeWorker.all).toHaveLength(2);
    const silent = defineJob<null, never, number, never>('silent', {
      start: startFor(),
      limit: 100,
      keepAlive,
    });
    const answer = silent.answer(null);
    await vi.advanceTimersByTimeAsync(101);
    expect(await answer).toMatchObject({ kind: 'crashed', message: 'no answer' });
    expect(FakeWorker.all.at(-1)!.isEnded).toBe(true);
  });
});

test('jobs that name the same worker share it, and it is fed in the order of the questions', async () => {
  const start = startFor();
  const options = { start, limit: 100, keepAlive: true };
  const sum = defineJob<readonly number[], number, number, 'empty'>('sum', options);
  const missing = defineJob<null, never, null, never>('missing', options);
  feed(start, 'before there is a worker');
  sum.warm();
  feed(start, 'a change');
  expect(await missing.answer(null)).toMatchObject({ kind: 'crashed' });
  expect(await sum.answer([1])).toMatchObject({ answer: 1 });
  expect(fed).toEqual(['a change']);
  expect(FakeWorker.all).toHaveLength(1);
});
