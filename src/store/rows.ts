import localforage from 'localforage';
import type { Rows } from './take-over';

/** A studio's database of the form before binders, where there is one. */
export function browserRows(name: string): Rows {
  const db = localforage.createInstance({ name, storeName: 'kept', driver: localforage.INDEXEDDB });
  return {
    all: async () => {
      const entries: [string, unknown][] = [];
      await db.iterate((value, key) => void entries.push([key, value]));
      return entries;
    },
    clear: () => db.clear(),
  };
}
