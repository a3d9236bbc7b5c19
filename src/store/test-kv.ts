import type { Lock } from './journal';
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

/** One at a time, as Web Locks give it to tabs. */
export function sharedLock(): Lock {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const next = last.then(work, work);
    last = next.catch(() => undefined);
    return next;
  };
}
