import equal from 'fast-deep-equal';
import {
  currentVersion,
  KINDS,
  recordKey,
  REVISIONS,
  type KindTable,
  validateData,
  type Problem,
  type RecordKind,
  type StoredRecord,
} from '@/core/files';
import type { Change } from './binders';

/** What an action asks for: the new data of a record, or its removal. */
export type Edit =
  | { readonly kind: RecordKind; readonly data: { readonly id: string } }
  | { readonly kind: RecordKind; readonly remove: string };

/** An edit whose data its record cannot hold: of the wrong shape, or with a problem of its kind. */
export class InvalidEdit extends Error {
  constructor(
    readonly key: string,
    readonly problems: readonly Problem[],
  ) {
    super(`${key}: ${problems.map((each) => `${each.pointer} ${each.message}`).join('; ')}`);
  }
}

/** Where an edit does not hold and why, as one sentence says it. */
export const placesOf = ({ problems }: InvalidEdit): string =>
  problems
    .slice(0, 3)
    .map(({ pointer, message }) => `${pointer.replace(/^\//, '').replaceAll('/', ' ')} ${message}`)
    .join('; ');

export const withRevision = (revs: readonly string[], rev: string): readonly string[] =>
  [...revs, rev].slice(-REVISIONS);

/** Edits as checked changes of records; an edit that changes nothing is left out. Later edits of a record win. */
export function changesOf(
  records: ReadonlyMap<string, StoredRecord>,
  edits: readonly Edit[],
  newRevision: () => string,
  kinds: KindTable = KINDS,
): Change[] {
  const changes = new Map<string, Change>();
  for (const edit of edits) {
    const id = 'remove' in edit ? edit.remove : edit.data.id;
    const key = recordKey({ kind: edit.kind, id });
    const before = records.get(key) ?? null;
    if ('remove' in edit) {
      if (before) changes.set(key, { key, before, after: null });
      continue;
    }
    const checked = validateData(edit.kind, edit.data, kinds);
    if (!checked.ok) throw new InvalidEdit(key, checked.why);
    if (before && equal(before.data, edit.data)) continue;
    const after: StoredRecord = {
      kind: edit.kind,
      id,
      v: currentVersion(edit.kind, kinds),
      revs: withRevision(before?.revs ?? [], newRevision()),
      data: edit.data,
    };
    changes.set(key, { key, before, after });
  }
  return [...changes.values()];
}

/**
 * The same action backwards; "changed" when a record no longer holds what the action left in it. Data is compared, not
 * revisions: what was undone or redone since has new revisions and is still as the action left it.
 */
export function reverse(
  records: ReadonlyMap<string, StoredRecord>,
  done: readonly Change[],
  newRevision: () => string,
): Change[] | 'changed' {
  if (done.some(({ key, after }) => !equal(records.get(key)?.data ?? null, after?.data ?? null)))
    return 'changed';
  return done.map(({ key, before }) => {
    const now = records.get(key) ?? null;
    return {
      key,
      before: now,
      after: before && { ...before, revs: withRevision(now?.revs ?? before.revs, newRevision()) },
    };
  });
}
