import localforage from 'localforage';

/** What the browser keeps of a studio: binders of records, the journal, and what stands apart from the records. */
export const AREAS = ['binders', 'journal', 'attached'] as const;
export type Area = (typeof AREAS)[number];

/** The few things the store asks of the browser. A `set` has happened wholly once it resolves, or not at all. */
export interface Kv {
  get(area: Area, key: string): Promise<unknown>;
  set(area: Area, key: string, value: unknown): Promise<void>;
  remove(area: Area, key: string): Promise<void>;
  keys(area: Area): Promise<string[]>;
  /** Everything there is in an area, in the order of the keys. */
  all(area: Area): Promise<[string, unknown][]>;
  clear(area: Area): Promise<void>;
}

export const databaseOf = (name: string, area: Area): string => `${name}-${area}`;

/** localForage on IndexedDB, one database for each area of a studio. */
export function browserKv(name: string): Kv {
  const database = (area: Area) =>
    localforage.createInstance({
      name: databaseOf(name, area),
      storeName: 'kept',
      driver: localforage.INDEXEDDB,
    });
  const of: Readonly<Record<Area, LocalForage>> = {
    binders: database('binders'),
    journal: database('journal'),
    attached: database('attached'),
  };
  return {
    get: (area, key) => of[area].getItem(key),
    set: async (area, key, value) => {
      await of[area].setItem(key, value);
    },
    remove: (area, key) => of[area].removeItem(key),
    keys: (area) => of[area].keys(),
    all: async (area) => {
      const entries: [string, unknown][] = [];
      await of[area].iterate((value, key) => void entries.push([key, value]));
      return entries;
    },
    clear: (area) => of[area].clear(),
  };
}
