import equal from 'fast-deep-equal';
import localforage from 'localforage';
import { readRecord, recordKey, type StoredRecord } from '@/core/files';
import { daysBetween, isCalendarDay, type CalendarDay } from '@/core/time';
import { withRevision } from './changes';
import { newId } from './seed';
import { currentRecords, takeRecords, type Which } from './studio-store';

/** Days kept; our choice, because a mistake is noticed within the week or not at all. */
const KEPT = 7;
/** Days further from one another than this do not push each other out: a clock was wrong, or there was a long break. */
const FAR = 60;
/** Most days kept in all, whatever the clock did. */
const MOST = 28;

interface Snapshot {
  /** Rises with every snapshot written. */
  readonly order: number;
  readonly records: readonly StoredRecord[];
}
/** Snapshots were bare lists of records before they had an order. */
const snapshotOf = (value: unknown): Snapshot | null =>
  Array.isArray(value)
    ? { order: 0, records: value as StoredRecord[] }
    : typeof value === 'object' && value !== null && Array.isArray((value as Snapshot).records)
      ? (value as Snapshot)
      : null;

export interface SnapshotInfo {
  readonly day: CalendarDay;
  readonly records: number;
}

const store = (which: Which) =>
  localforage.createInstance({ name: `formal-stave-${which}-snapshots`, storeName: 'kept' });

async function written(which: Which): Promise<{ readonly day: CalendarDay; readonly snapshot: Snapshot }[]> {
  const found: { day: CalendarDay; snapshot: Snapshot }[] = [];
  await store(which).iterate((value, key) => {
    const snapshot = snapshotOf(value);
    if (snapshot && isCalendarDay(key)) found.push({ day: key, snapshot });
  });
  return found.sort((a, b) => b.snapshot.order - a.snapshot.order || (a.day < b.day ? 1 : -1));
}

/**
 * Keeps the studio as it stands, once on each day on which something was changed. An empty studio, and one that is as
 * the last snapshot has it, is not worth a place.
 */
export async function keepSnapshot(which: Which, today: CalendarDay): Promise<void> {
  const before = await written(which);
  const records = currentRecords();
  if (records.length === 0 || before.some(({ day }) => day === today)) return;
  const [last] = before;
  if (last && sameRevisions(last.snapshot.records, records)) return;
  const db = store(which);
  await db.setItem(today, { order: (last?.snapshot.order ?? 0) + 1, records } satisfies Snapshot);
  const days = [today, ...before.map(({ day }) => day)];
  for (const day of tooMany(days, today)) await db.removeItem(day);
}

const sameRevisions = (a: readonly StoredRecord[], b: readonly StoredRecord[]): boolean => {
  const revisions = new Map(a.map((record) => [recordKey(record), record.revs.at(-1)]));
  return (
    a.length === b.length && b.every((record) => revisions.get(recordKey(record)) === record.revs.at(-1))
  );
};

/**
 * Days to be dropped: of those that lie near one another the last seven written are kept, and days after today count
 * among nobody's seven.
 * @param days - the last written first
 */
function tooMany(days: readonly CalendarDay[], today: CalendarDay): CalendarDay[] {
  const near = (a: CalendarDay, b: CalendarDay) =>
    Math.abs(daysBetween(a, b)) <= FAR && a > today === b > today;
  return days.filter(
    (day, at) => at >= MOST || days.slice(0, at).filter((later) => near(later, day)).length >= KEPT,
  );
}

export async function listSnapshots(which: Which): Promise<SnapshotInfo[]> {
  return (await written(which))
    .map(({ day, snapshot }) => ({ day, records: snapshot.records.length }))
    .sort((a, b) => (a.day < b.day ? 1 : -1));
}

/** Puts the records of a day back, as one action that can be undone; records made since stay. */
export async function restoreSnapshot(which: Which, day: CalendarDay): Promise<boolean> {
  const snapshot = snapshotOf(await store(which).getItem(day));
  if (!snapshot) return false;
  const current = new Map(currentRecords().map((record) => [recordKey(record), record]));
  const records = snapshot.records.flatMap((each): StoredRecord[] => {
    const read = readRecord(each);
    if (!read.ok) return [];
    const now = current.get(recordKey(read.value));
    if (now && equal(now.data, read.value.data)) return [];
    // Putting back is a change like any other: a revision of its own, after those there are.
    return [{ ...read.value, revs: withRevision(now?.revs ?? read.value.revs, newId()) }];
  });
  return takeRecords(`restore the snapshot of ${day}`, records);
}

/** Leaves nothing of the keys in any snapshot. */
export async function forgetInSnapshots(which: Which, keys: ReadonlySet<string>): Promise<void> {
  const db = store(which);
  for (const { day, snapshot } of await written(which))
    await db.setItem(day, {
      ...snapshot,
      records: snapshot.records.filter((record) => !keys.has(recordKey(record))),
    });
}

export const dropSnapshots = (which: Which): Promise<void> => store(which).clear();
