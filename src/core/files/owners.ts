import type { KindTable } from './kinds';
import { recordKey, type StoredRecord } from './records';

type Records = ReadonlyMap<string, StoredRecord>;

/** The key of the record this one belongs to; null for one that belongs to none. */
export function ownerKey({ kind, data }: StoredRecord, kinds: KindTable): string | null {
  const home = kinds[kind]?.home;
  return home?.owner === undefined ? null : recordKey({ kind: home.owner, id: home.ownerId(data) });
}

/** The binder a record stands in: that of the last of its owners; null while one of them is not there. */
export function binderOf(record: StoredRecord, kinds: KindTable, records: Records): string | null {
  const home = kinds[record.kind]?.home;
  if (!home) return null;
  if (home.owner === undefined) return home.binder(record.data);
  const owner = records.get(recordKey({ kind: home.owner, id: home.ownerId(record.data) }));
  return owner ? binderOf(owner, kinds, records) : null;
}

/** The keys of a record and of all that belongs to it, and to that. */
export function ownedBy(key: string, kinds: KindTable, records: Records): string[] {
  const owned = new Set([key]);
  // Owners may come after what is theirs.
  for (let before = 0; before < owned.size;) {
    before = owned.size;
    for (const [each, record] of records) {
      const owner = ownerKey(record, kinds);
      if (owner !== null && owned.has(owner)) owned.add(each);
    }
  }
  return [...owned];
}
