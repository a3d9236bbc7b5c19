import { keptLock, type Lock } from './lock';
import type { Area, Kv } from './kv';

/** A store in memory that can fail: at its nth step from now on it throws, before or after the step is done. */
export class FaultyKv implements Kv {
  steps = 0;
  constructor(
    /** By area and key: "binders/studio". */
    readonly data = new Map<string, unknown>(),
    public failAt = Infinity,
    private readonly doneFirst = false,
  ) {}
  async #step<T>(work: () => T): Promise<T> {
    await Promise.resolve();
    this.steps += 1;
    if (this.steps < this.failAt) return structuredClone(work());
    // A dead tab: the step at the fault may just have happened, none after it does.
    if (this.steps === this.failAt && this.doneFirst) work();
    throw new Error('the tab died');
  }
  #of(area: Area): [string, unknown][] {
    return [...this.data]
      .flatMap(([key, value]): [string, unknown][] =>
        key.startsWith(`${area}/`) ? [[key.slice(area.length + 1), value]] : [],
      )
      .sort(([a], [b]) => (a < b ? -1 : 1));
  }
  get = (area: Area, key: string) => this.#step(() => this.data.get(`${area}/${key}`) ?? null);
  set = (area: Area, key: string, value: unknown) =>
    this.#step(() => void this.data.set(`${area}/${key}`, structuredClone(value)));
  remove = (area: Area, key: string) => this.#step(() => void this.data.delete(`${area}/${key}`));
  keys = (area: Area) => this.#step(() => this.#of(area).map(([key]) => key));
  all = (area: Area) => this.#step(() => this.#of(area));
  clear = (area: Area) =>
    this.#step(() => {
      for (const [key] of this.#of(area)) this.data.delete(`${area}/${key}`);
    });
}

/** The tabs of one browser: each call is one more, and gives its lock. */
export function sharedTabs(): () => Lock {
  const hearing = new Set<() => void>();
  let last: Promise<unknown> = Promise.resolve();
  return () => {
    let hears: () => void = () => undefined;
    return keptLock('shared', {
      locks: {
        request: (_name, work) => {
          const next = last.then(work);
          last = next.catch(() => undefined);
          return next;
        },
      },
      ask: () => {
        for (const each of hearing) if (each !== hears) queueMicrotask(each);
      },
      onAsked: (asked) => {
        hears = asked;
        hearing.add(asked);
      },
      mayKeep: () => true,
      leave: () => hearing.delete(hears),
    }).run;
  };
}
