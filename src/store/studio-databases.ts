import type { CalendarDay } from '@/core/time';
import type { Change } from './binders';
import { hasDrafts } from './drafts';
import { browserKv, databaseOf, type Kv } from './kv';
import type { Lock } from './lock';
import { browserRows } from './rows';
import { writeSnapshot } from './snapshot-store';
import { databaseName, type Which } from './which';

/** A studio that is in this browser though the choice of it is not: a browser killed early loses the choice alone. */
export async function studioThere(): Promise<Which | null> {
  const names = new Set((await indexedDB.databases()).map(({ name }) => name));
  const name = databaseName('own');
  const hasBinders =
    names.has(databaseOf(name, 'journal')) && (await browserKv(name).keys('journal')).length > 0;
  const hasRows = names.has(name) && (await browserRows(name).all()).length > 0;
  return hasBinders || hasRows || (await hasDrafts('own')) ? 'own' : null;
}

/** A database of the form before binders, taken over once. */
export async function takenOver(
  which: Which,
  store: Kv,
  lock: Lock,
  today: CalendarDay,
): Promise<readonly Change[]> {
  const name = databaseName(which);
  const databases = await indexedDB.databases();
  if (!databases.some((each) => each.name === name)) return [];
  const rows = browserRows(name);
  const { takeOver } = await import('./take-over');
  return lock(async () => {
    const late = await takeOver(rows, store, (records) => writeSnapshot(which, today, records));
    if (late.length === 0) await rows.clear();
    return late;
  });
}
