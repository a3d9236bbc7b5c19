import localforage from 'localforage';
import { KINDS, recordKey, textId, type Kind, type StoredRecord } from '@/core/files';
import { daysBetween, isCalendarDay, type CalendarDay } from '@/core/time';
import type { Which } from './which';

/** Days kept; our choice, because a mistake is noticed within the week or not at all. */
const KEPT = 7;
/** Days further from one another than this do not push each other out: a clock was wrong, or there was a long break. */
const FAR = 60;
/** Most days kept in all, whatever the clock did. */
const MOST = 28;

/** What is known of a snapshot without reading it. */
export interface SnapshotNote {
  readonly day: CalendarDay;
  /** Rises with every snapshot written. */
  readonly order: number;
  readonly records: number;
  /** Same records in the same revisions, same stamp. */
  readonly stamp: string;
}
const INDEX = 'index';

/** Snapshots were bare lists of records before they had an order. */
export const recordsOfSnapshot = (value: unknown): readonly StoredRecord[] | null => {
  const records: unknown = Array.isArray(value) ? value : (value as { records?: unknown } | null)?.records;
  return Array.isArray(records) ? (records as StoredRecord[]) : null;
};

export const snapshotDb = (which: Which): LocalForage =>
  localforage.createInstance({ name: `formal-stave-${which}-snapshots`, storeName: 'kept' });

const stampOf = (records: readonly StoredRecord[]): string =>
  textId(
    records
      .map((record) => `${recordKey(record)} ${record.revs.at(-1) ?? ''}`)
      .sort()
      .join('\n'),
  );

const isNote = (value: unknown): value is SnapshotNote => {
  const { day, order, records, stamp } = (value ?? {}) as Partial<SnapshotNote>;
  return (
    typeof day === 'string' &&
    isCalendarDay(day) &&
    typeof order === 'number' &&
    typeof records === 'number' &&
    typeof stamp === 'string'
  );
};

/** The last written first. Snapshots are read only where their notes are missing. */
export async function notedSnapshots(which: Which): Promise<readonly SnapshotNote[]> {
  const db = snapshotDb(which);
  const [index, keys] = await Promise.all([db.getItem<unknown>(INDEX), db.keys()]);
  const days = keys.filter((key): key is CalendarDay => isCalendarDay(key));
  const noted = new Map(
    (Array.isArray(index) ? index.filter(isNote) : []).map((note) => [note.day, note] as const),
  );
  const notes: SnapshotNote[] = [];
  for (const day of days) {
    const note = noted.get(day) ?? noteOf(day, await db.getItem<unknown>(day));
    if (note) notes.push(note);
  }
  return notes.sort((a, b) => b.order - a.order || (a.day < b.day ? 1 : -1));
}
function noteOf(day: CalendarDay, value: unknown): SnapshotNote | null {
  const records = recordsOfSnapshot(value);
  if (!records) return null;
  const { order } = value as { readonly order?: unknown };
  return {
    day,
    order: typeof order === 'number' ? order : 0,
    records: records.length,
    stamp: stampOf(records),
  };
}

/** Keeps records under a day, unless there is a snapshot of that day or the last one is the same. */
export async function writeSnapshot(
  which: Which,
  day: CalendarDay,
  records: readonly StoredRecord[],
): Promise<void> {
  const before = await notedSnapshots(which);
  if (records.length === 0 || before.some((note) => note.day === day)) return;
  const stamp = stampOf(records);
  const [last] = before;
  if (last?.stamp === stamp) return;
  const db = snapshotDb(which);
  const note = { day, order: (last?.order ?? 0) + 1, records: records.length, stamp };
  await db.setItem(day, { order: note.order, records });
  const notes = [note, ...before];
  const dropped = new Set(
    tooMany(
      notes.map((each) => each.day),
      day,
    ),
  );
  for (const each of dropped) await db.removeItem(each);
  await db.setItem(
    INDEX,
    notes.filter((each) => !dropped.has(each.day)),
  );
}

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

/** Leaves nothing of the keys in any snapshot. */
export async function forgetInSnapshots(which: Which, keys: ReadonlySet<string>): Promise<void> {
  const db = snapshotDb(which);
  const notes = await notedSnapshots(which);
  const after: SnapshotNote[] = [];
  for (const note of notes) {
    const records = (recordsOfSnapshot(await db.getItem(note.day)) ?? []).filter(
      (record) => !keys.has(recordKey(record)),
    );
    await db.setItem(note.day, { order: note.order, records });
    after.push({ ...note, records: records.length, stamp: stampOf(records) });
  }
  await db.setItem(INDEX, after);
}

/** Ids of what stands apart from the records of any snapshot. */
export async function attachedInSnapshots(which: Which): Promise<ReadonlySet<string>> {
  const db = snapshotDb(which);
  const ids = new Set<string>();
  for (const { day } of await notedSnapshots(which))
    for (const { kind, data } of recordsOfSnapshot(await db.getItem(day)) ?? [])
      for (const id of (KINDS[kind] as Kind | undefined)?.attached?.(data) ?? []) if (id) ids.add(id);
  return ids;
}

export const dropSnapshots = (which: Which): Promise<void> => snapshotDb(which).clear();
