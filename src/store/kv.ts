import localforage from 'localforage';

/** The few things the store asks of the browser. A `set` has happened wholly once it resolves, or not at all. */
export interface Kv {
  get(key: string): Promise<unknown>;
  set(key: string, value: unknown): Promise<void>;
  remove(key: string): Promise<void>;
  keys(): Promise<string[]>;
  /** Everything there is, in the order of the keys. */
  all(): Promise<[string, unknown][]>;
  clear(): Promise<void>;
}

/** localForage on IndexedDB, one database for each studio. */
export function browserKv(name: string): Kv {
  const db = localforage.createInstance({ name, storeName: 'kept', driver: localforage.INDEXEDDB });
  return {
    get: (key) => db.getItem(key),
    set: async (key, value) => {
      await db.setItem(key, value);
    },
    remove: (key) => db.removeItem(key),
    keys: () => db.keys(),
    all: async () => {
      const entries: [string, unknown][] = [];
      await db.iterate((value, key) => void entries.push([key, value]));
      return entries;
    },
    clear: () => db.clear(),
  };
}
