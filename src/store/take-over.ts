import { KINDS, loadWords, readRecord, type KindTable, type StoredRecord } from '@/core/files';
import { Binders, type Change } from './binders';
import { entryKey, HEAD, isSeq, ROWS, type JournalEntry, type JournalHead, type Noted } from './entry';
import { AREAS, type Kv } from './kv';

/** A database of the form before binders: each record a row of its own, the journal among them. */
export interface Rows {
  all(): Promise<[string, unknown][]>;
  clear(): Promise<void>;
}

interface RowEntry {
  readonly seq: number;
  readonly action?: unknown;
  readonly changes: readonly { readonly key: string; readonly before?: unknown; readonly after: unknown }[];
  readonly applied?: unknown;
}

const RECORD = 'r/';
const ENTRY = 'j/';
const BASE = 'm/base';
/** Entries taken along. */
const KEPT = 300;
/** An entry this far from the first number there is stands beside the journal. */
const FAR = 100_000;

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isRowEntry = (value: unknown, key: string): value is RowEntry =>
  isFields(value) &&
  isSeq(value['seq']) &&
  ENTRY + entryKey(value['seq']) === key &&
  Array.isArray(value['changes']) &&
  value['changes'].every(
    (change: unknown) =>
      isFields(change) &&
      typeof change['key'] === 'string' &&
      change['key'].includes('/') &&
      (change['after'] === null || isFields(change['after'])),
  );

/** Everything a database of rows holds, its unfinished actions finished. */
interface RowStudio {
  /** By key, as they stand there. */
  readonly values: ReadonlyMap<string, unknown>;
  readonly entries: readonly RowEntry[];
  /** Values beside the journal, as they stand there. */
  readonly odd: readonly unknown[];
}

function readRows(rows: readonly (readonly [string, unknown])[]): RowStudio {
  const values = new Map<string, unknown>();
  const entries: RowEntry[] = [];
  const odd: unknown[] = [];
  const written = rows.filter(([key]) => key.startsWith(ENTRY)).sort(([a], [b]) => (a < b ? -1 : 1));
  const base = rows.find(([key]) => key === BASE)?.[1];
  let last = 0;
  for (const [key, value] of rows) if (key.startsWith(RECORD)) values.set(key.slice(RECORD.length), value);
  for (const [key, value] of written) {
    const seq = Number(key.slice(ENTRY.length));
    const from = isSeq(base) ? base : 1;
    const follows = isSeq(seq) && (last === 0 ? seq < from + FAR : seq === last + 1);
    if (follows) last = seq;
    if (follows && isRowEntry(value, key)) entries.push(value);
    else odd.push(value);
  }
  const first = entries.findIndex(({ applied }) => applied !== true);
  for (const { key, after } of first < 0 ? [] : entries.slice(first).flatMap(({ changes }) => changes)) {
    if (after === null) values.delete(key);
    else values.set(key, after);
  }
  return { values, entries, odd };
}

/**
 * Takes a database of rows over into binders, once, its journal included. Cut short at any step it begins again at the
 * next start; the caller clears the rows when everything stands in its new place.
 * @param keep - keeps a snapshot of the records before anything is written
 * @returns what a page of the program before wrote into its rows after that, to be kept as an action
 */
export async function takeOver(
  rows: Rows,
  kv: Kv,
  keep: (records: readonly StoredRecord[]) => Promise<void>,
  kinds: KindTable = KINDS,
): Promise<readonly Change[]> {
  const all = await rows.all();
  if (all.length === 0) return [];
  await loadWords();
  const studio = readRows(all);
  if ((await kv.get('journal', HEAD)) === null) {
    await write(studio, kv, keep, kinds);
    return [];
  }
  const taken = await kv.get('journal', ROWS);
  const late = studio.entries.filter(({ seq }) => seq > (isSeq(taken) ? taken : 0));
  return late.flatMap(({ changes }) =>
    changes.flatMap(({ key, after }): Change[] => {
      const read = after === null ? null : readRecord(after, { kinds });
      return read?.ok === false ? [] : [{ key, before: null, after: read?.value ?? null }];
    }),
  );
}

async function write(
  { values, entries, odd }: RowStudio,
  kv: Kv,
  keep: (records: readonly StoredRecord[]) => Promise<void>,
  kinds: KindTable,
): Promise<void> {
  for (const area of AREAS) await kv.clear(area);
  const binders = new Binders(kinds);
  const aside: unknown[] = [...odd];
  const taken: Change[] = [];
  for (const [key, value] of values) {
    const read = readRecord(value, { kinds, apart: binders.apart });
    if (read.ok && `${read.value.kind}/${read.value.id}` === key)
      taken.push({ key, before: null, after: read.value });
    else aside.push(value);
  }
  binders.take(taken);
  for (const value of aside) binders.readAnew('loose', value);
  await keep([...binders.records.values()]);
  const side = (value: unknown) =>
    value === null || value === undefined ? null : readRecord(value, { kinds, apart: binders.apart });
  const kept = entries.slice(-KEPT).map(({ seq, action, changes }): JournalEntry => ({
    seq,
    action: typeof action === 'string' ? action : '',
    // Nobody's: the tabs it was done in are gone.
    tab: '',
    turn: null,
    purge: false,
    empties: [],
    // A side that does not hold stands for nothing: neither for a record nor for there being none.
    changes: changes.flatMap(({ key, ...sides }): Change[] => {
      const [before, after] = [side(sides.before), side(sides.after)];
      if (before?.ok === false || after?.ok === false) return [];
      return [{ key, before: before?.value ?? null, after: after?.value ?? null }];
    }),
  }));
  for (const [id, text] of binders.apart) await kv.set('attached', id, text);
  for (const entry of kept) await kv.set('journal', entryKey(entry.seq), entry);
  await Promise.all(
    [...binders.dirty, 'loose'].map(async (binder) => {
      const value = binders.valueOf(binder);
      if (value) await kv.set('binders', binder, value);
    }),
  );
  const noted = kept.map(({ seq, action, tab, turn }): Noted => ({ seq, action, tab, turn }));
  const last = kept.at(-1)?.seq ?? 0;
  await kv.set('journal', ROWS, last);
  const head: JournalHead = { base: kept[0]?.seq ?? last + 1, applied: last, noted };
  // From here on the new form is in force.
  await kv.set('journal', HEAD, head);
}
