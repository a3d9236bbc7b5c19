import equal from 'fast-deep-equal';
import type { Student } from '../students';
import { KINDS } from './kinds';
import { ownedBy } from './owners';
import { recordKey, type StoredRecord } from './records';

/** What importing records would do, before it does anything. */
export interface MergePreview {
  readonly add: readonly StoredRecord[];
  readonly update: readonly { readonly mine: StoredRecord; readonly theirs: StoredRecord }[];
  /** Changed on both sides since they were one: the teacher chooses. */
  readonly conflicts: readonly { readonly mine: StoredRecord; readonly theirs: StoredRecord }[];
  readonly same: number;
  /** Records of the file that are older than the studio's. */
  readonly older: number;
}

/** What would be taken without some students: neither they nor anything that belongs to them. */
export function withoutStudents(merge: MergePreview, ids: ReadonlySet<string>): MergePreview {
  const byKey = new Map(merge.add.map((record) => [recordKey(record), record]));
  const theirs = new Set([...ids].flatMap((id) => ownedBy(recordKey({ kind: 'student', id }), KINDS, byKey)));
  const add = merge.add.filter((record) => !theirs.has(recordKey(record)));
  // Who shared a lesson with one of them shares it with nobody here.
  const alone = add.map((record) =>
    record.kind === 'student' && ids.has((record.data as Student).sharesWith ?? '')
      ? { ...record, data: { ...record.data, sharesWith: null } }
      : record,
  );
  return { ...merge, add: alone };
}

const last = (record: StoredRecord) => record.revs.at(-1) ?? '';

/**
 * Compares by id and revision: a record whose last revision the other side has in its past is the older one.
 */
export function previewMerge(mine: readonly StoredRecord[], theirs: readonly StoredRecord[]): MergePreview {
  const byKey = new Map(mine.map((record) => [recordKey(record), record]));
  const add: StoredRecord[] = [];
  const update: { mine: StoredRecord; theirs: StoredRecord }[] = [];
  const conflicts: { mine: StoredRecord; theirs: StoredRecord }[] = [];
  let same = 0;
  let older = 0;
  for (const record of theirs) {
    const own = byKey.get(recordKey(record));
    if (!own) add.push(record);
    else if (last(own) === last(record) || equal(own.data, record.data)) same += 1;
    else if (own.revs.includes(last(record))) older += 1;
    else if (record.revs.includes(last(own))) update.push({ mine: own, theirs: record });
    else conflicts.push({ mine: own, theirs: record });
  }
  return { add, update, conflicts, same, older };
}
