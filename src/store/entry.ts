import type { StoredRecord } from '@/core/files';
import type { Change, SetAside } from './binders';

/** An action that takes another one back, or does again what was taken back. */
export interface Turn {
  readonly way: 'undo' | 'redo';
  /** Sequence number of the entry whose changes are reversed. */
  readonly of: number;
}

/** What is known of every entry without reading it. */
export interface Noted {
  readonly seq: number;
  readonly action: string;
  /** The tab it was done in; only that one takes it back. */
  readonly tab: string;
  readonly turn: Turn | null;
}

/** One action, whole. It is in force from the moment it stands in the journal. */
export interface JournalEntry extends Noted {
  readonly changes: readonly Change[];
  /** Nothing of what it removed may stay behind: the journal up to here is emptied after it. */
  readonly purge: boolean;
  /** Binders of which nothing stays. */
  readonly empties: readonly string[];
}

/** Sequence numbers beyond this are no journal's: its keys have ten figures. */
const MOST = 9_999_999_999;
/** The journal begins no further behind its base: so many entries no session leaves to an erasure that was cut short. */
const FAR = 100_000;

export const entryKey = (seq: number): string => String(seq).padStart(10, '0');
export const isSeq = (value: unknown): value is number =>
  typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= MOST;

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isSide = (value: unknown): value is StoredRecord | null =>
  value === null ||
  (isFields(value) &&
    typeof value['kind'] === 'string' &&
    typeof value['id'] === 'string' &&
    Array.isArray(value['revs']) &&
    isFields(value['data']));
const isChange = (value: unknown): value is Change =>
  isFields(value) && typeof value['key'] === 'string' && isSide(value['before']) && isSide(value['after']);
const isTurn = (value: unknown): value is Turn | null =>
  value === null ||
  (isFields(value) && (value['way'] === 'undo' || value['way'] === 'redo') && isSeq(value['of']));

export const isNoted = (value: unknown): value is Noted =>
  isFields(value) &&
  isSeq(value['seq']) &&
  typeof value['action'] === 'string' &&
  typeof value['tab'] === 'string' &&
  isTurn(value['turn']);

export const isEntry = (value: unknown, seq: number): value is JournalEntry =>
  isNoted(value) &&
  value.seq === seq &&
  Array.isArray((value as Partial<JournalEntry>).changes) &&
  (value as JournalEntry).changes.every(isChange) &&
  Array.isArray((value as Partial<JournalEntry>).empties);

export const badEntry = (key: string, value: unknown): SetAside => ({
  key: `journal/${key}`,
  value,
  problems: [{ pointer: '', message: 'is not an entry of the journal' }],
});

/** The numbers of entries that follow one another from the first on, and the keys that stand outside of them. */
export function numbersOf(
  keys: readonly string[],
  base: number,
): { readonly seqs: readonly number[]; readonly odd: readonly string[] } {
  const seqs: number[] = [];
  const odd: string[] = [];
  for (const key of [...keys].sort()) {
    const seq = Number(key);
    const last = seqs.at(-1);
    const follows =
      isSeq(seq) && entryKey(seq) === key && (last === undefined ? seq < base + FAR : seq === last + 1);
    if (follows) seqs.push(seq);
    else odd.push(key);
  }
  return { seqs, odd };
}

/** What is written after every action: how far the binders have come, and what entries there are. */
export interface JournalHead {
  /** Number of the first entry there is. */
  readonly base: number;
  /** Number of the last entry whose binders are written. */
  readonly applied: number;
  readonly noted: readonly Noted[];
}
export const HEAD = 'head';
/** Number of the last action taken over from a database of the form before. */
export const ROWS = 'rows';

export const isOfEntry = (key: string) => key !== HEAD && key !== ROWS;

export function headOf(value: unknown): JournalHead {
  const head = (value ?? {}) as Partial<JournalHead>;
  return {
    base: isSeq(head.base) ? head.base : 1,
    applied: isSeq(head.applied) ? head.applied : 0,
    noted: Array.isArray(head.noted) ? head.noted.filter(isNoted) : [],
  };
}
