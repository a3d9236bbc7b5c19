import equal from 'fast-deep-equal';
import { loadWords, readRecord, recordKey, type StoredRecord } from '@/core/files';
import type { CalendarDay } from '@/core/time';
import { withRevision } from './changes';
import { newId } from './seed';
import {
  attachedInSnapshots,
  notedSnapshots,
  recordsOfSnapshot,
  snapshotDb,
  writeSnapshot,
} from './snapshot-store';
import { currentRecords, sweep, takeRecords } from './studio-store';
import type { Which } from './which';

export interface SnapshotInfo {
  readonly day: CalendarDay;
  readonly records: number;
}

/**
 * Keeps the studio as it stands, once on each day on which something was changed. An empty studio, and one that is as
 * the last snapshot has it, is not worth a place.
 */
export const keepSnapshot = (which: Which, today: CalendarDay): Promise<void> =>
  writeSnapshot(which, today, currentRecords());

export async function listSnapshots(which: Which): Promise<SnapshotInfo[]> {
  return (await notedSnapshots(which))
    .map(({ day, records }) => ({ day, records }))
    .sort((a, b) => (a.day < b.day ? 1 : -1));
}

/** Puts the records of a day back, as one action that can be undone; records made since stay. */
export async function restoreSnapshot(which: Which, day: CalendarDay): Promise<boolean> {
  const kept = recordsOfSnapshot(await snapshotDb(which).getItem(day));
  if (!kept) return false;
  await loadWords();
  const current = new Map(currentRecords().map((record) => [recordKey(record), record]));
  const apart = new Map<string, string>();
  const records = kept.flatMap((each): StoredRecord[] => {
    const read = readRecord(each, { apart });
    if (!read.ok) return [];
    const now = current.get(recordKey(read.value));
    if (now && equal(now.data, read.value.data)) return [];
    // Putting back is a change like any other: a revision of its own, after those there are.
    return [{ ...read.value, revs: withRevision(now?.revs ?? read.value.revs, newId()) }];
  });
  return takeRecords(`restore the snapshot of ${day}`, records, apart);
}

/** Removes texts and recordings that no record, entry or snapshot names any more. */
export const sweepAttached = async (which: Which): Promise<void> => sweep(await attachedInSnapshots(which));
