type Work = () => Promise<unknown>;
interface Options {
  readonly signal?: AbortSignal;
}

/** Of all files a worker reads: a tab that one of them opened still holds its name in the next. */
const last = new Map<string, Promise<unknown>>();

/** The browser's locks for tests without a browser: one holder of a name at a time; who waits may give up. */
export function standInLocks(): void {
  const request = async (name: string, ...rest: readonly [Work] | readonly [Options, Work]) => {
    const work = rest.length === 1 ? rest[0] : rest[1];
    const signal = rest.length === 1 ? undefined : rest[0].signal;
    const before = last.get(name) ?? Promise.resolve();
    const free = signal
      ? Promise.race([
          before,
          new Promise((_, reject) =>
            signal.addEventListener('abort', () => reject(new Error('gave up waiting'))),
          ),
        ])
      : before;
    const next = free.then(work);
    last.set(
      name,
      Promise.allSettled([before, next]).then(() => undefined),
    );
    return next;
  };
  Object.assign(navigator, { locks: { request }, storage: { persist: () => Promise.resolve(true) } });
}
