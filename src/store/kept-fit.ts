import localforage from 'localforage';
import type { StudioFit } from '@/core/forecast';

/** The fit of a studio's forecasts with the text of what it was made from; it can be made again at any time. */
interface Kept {
  readonly from: string;
  readonly fit: StudioFit;
}

const KEY = 'fit';
const database = (of: string): LocalForage =>
  localforage.createInstance({ name: `${of}-forecast`, storeName: 'kept', driver: localforage.INDEXEDDB });

/**
 * The fit that was made from the same, or null.
 * @param of - name of the studio's databases
 */
export async function studioFitOf(of: string, from: string): Promise<StudioFit | null> {
  const kept = await database(of).getItem<Partial<Kept>>(KEY);
  return kept?.from === from && kept.fit?.form === 1 ? kept.fit : null;
}

export async function keepStudioFit(of: string, from: string, fit: StudioFit): Promise<void> {
  await database(of).setItem<Kept>(KEY, { from, fit });
}
