import localforage from 'localforage';
import { readRecord, recordKey, type StoredRecord } from '@/core/files';
import type { CalendarDay } from '@/core/time';
import { withRevision } from './changes';
import { newId } from './seed';
import { currentRecords, takeRecords, type Which } from './studio-store';

/** Days kept; our choice, because a mistake is noticed within the week or not at all. */
const KEPT = 7;

export interface SnapshotInfo {
  readonly day: CalendarDay;
  readonly records: number;
}

const store = (which: Which) =>
  localforage.createInstance({ name: `formal-stave-${which}-snapshots`, storeName: 'kept' });

/** Keeps today's first state of the studio, once a day. */
export async function keepSnapshot(which: Which, today: CalendarDay): Promise<void> {
  const db = store(which);
  if (!(await db.keys()).includes(today)) await db.setItem(today, currentRecords());
  for (const day of (await db.keys()).sort().slice(0, -KEPT)) await db.removeItem(day);
}

export async function listSnapshots(which: Which): Promise<SnapshotInfo[]> {
  const infos: SnapshotInfo[] = [];
  await store(which).iterate((value, key) => {
    if (Array.isArray(value)) infos.push({ day: key as CalendarDay, records: value.length });
  });
  return infos.sort((a, b) => (a.day < b.day ? 1 : -1));
}

/** Puts the records of a day back, as one action that can be undone; records made since stay. */
export async function restoreSnapshot(which: Which, day: CalendarDay): Promise<boolean> {
  const value = await store(which).getItem(day);
  if (!Array.isArray(value)) return false;
  const current = new Map(currentRecords().map((record) => [recordKey(record), record]));
  const records = value.flatMap((each): StoredRecord[] => {
    const read = readRecord(each);
    if (!read.ok) return [];
    const now = current.get(recordKey(read.value));
    if (now && JSON.stringify(now.data) === JSON.stringify(read.value.data)) return [];
    // Putting back is a change like any other: a revision of its own, after those there are.
    return [{ ...read.value, revs: withRevision(now?.revs ?? read.value.revs, newId()) }];
  });
  return takeRecords(`restore the snapshot of ${day}`, records);
}

/** Leaves nothing of the keys in any snapshot. */
export async function forgetInSnapshots(which: Which, keys: ReadonlySet<string>): Promise<void> {
  const db = store(which);
  for (const day of await db.keys()) {
    const value = await db.getItem(day);
    if (Array.isArray(value))
      await db.setItem(
        day,
        (value as StoredRecord[]).filter((record) => !keys.has(`${record.kind}/${record.id}`)),
      );
  }
}

export const dropSnapshots = (which: Which): Promise<void> => store(which).clear();
