import { readRecord, recordKey, type Problem, type StoredRecord } from '@/core/files';
import { breathe } from './breathe';
import type { Kv } from './kv';

/** One record before and after; null where there was none or there is none any more. */
export interface Change {
  readonly key: string;
  readonly before: StoredRecord | null;
  readonly after: StoredRecord | null;
}

/** One action, whole. It is in force from the moment it stands in the journal. */
export interface JournalEntry {
  readonly seq: number;
  readonly action: string;
  readonly changes: readonly Change[];
  readonly applied: boolean;
  /** Nothing of what it removed may stay behind: the journal up to here is emptied after it. */
  readonly purge: boolean;
}

export interface SetAside {
  readonly key: string;
  readonly value: unknown;
  readonly problems: readonly Problem[];
}

/** One at a time across tabs. */
export type Lock = <T>(work: () => Promise<T>) => Promise<T>;

export interface JournalState {
  readonly records: ReadonlyMap<string, StoredRecord>;
  readonly aside: readonly SetAside[];
  readonly seq: number;
}

const RECORD = 'r/';
const ENTRY = 'j/';
const BASE = 'm/base';
const entryKey = (seq: number) => `${ENTRY}${String(seq).padStart(10, '0')}`;

/** Entries kept behind the last one, for tabs that wake up late. */
const KEPT = 300;
/** Milliseconds of reading records between two looks at what the teacher does. */
const SLICE = 25;

/**
 * Records over a key-value store that has no transactions over several keys.
 *
 * An action is first one journal entry (atomic), then applied to the records, then marked applied. At
 * start, and whenever the lock is taken, entries another tab or a killed one left unfinished are finished
 * in their order. So an acknowledged action is never lost and never half there.
 */
export class Journal {
  #records = new Map<string, StoredRecord>();
  #aside: SetAside[] = [];
  #seq = 0;
  /** Entries that stand in the journal but could not be applied yet. */
  #unfinished: JournalEntry[] = [];

  constructor(
    private readonly kv: Kv,
    private readonly lock: Lock,
    /** Called after every change of `state`, with the keys that changed; "all" when everything was read anew. */
    private readonly changed: (keys: readonly string[] | 'all') => void = () => undefined,
  ) {}

  get state(): JournalState {
    return { records: this.#records, aside: this.#aside, seq: this.#seq };
  }

  /** Reads everything and finishes what was left unfinished. */
  async open(): Promise<void> {
    await this.lock(() => this.#load());
    this.changed('all');
  }

  /**
   * Runs an action on the newest records and keeps what it changes. Resolves once the action cannot be
   * lost any more; rejects when it was not kept, and then nothing of it is in force.
   * @param compute - the changes, from the newest records; an empty list keeps nothing
   */
  async commit(
    action: string,
    compute: (records: ReadonlyMap<string, StoredRecord>) => readonly Change[],
    options: { readonly purge?: boolean } = {},
  ): Promise<JournalEntry | null> {
    return this.lock(async () => {
      await this.#catchUp();
      const changes = compute(this.#records);
      if (changes.length === 0) return null;
      const entry: JournalEntry = {
        seq: this.#seq + 1,
        action,
        changes,
        applied: false,
        purge: options.purge ?? false,
      };
      await this.kv.set(entryKey(entry.seq), entry);
      this.#take(entry);
      this.#unfinished.push(entry);
      await this.#finish().catch(() => undefined);
      return entry;
    });
  }

  /** Takes in what other tabs have done. */
  async refresh(): Promise<void> {
    await this.lock(() => this.#catchUp());
  }

  async #load(): Promise<void> {
    const all = await this.kv.all();
    const records = new Map<string, unknown>();
    const written = new Map<string, unknown>();
    let base = 1;
    for (const [key, value] of all) {
      if (key.startsWith(RECORD)) records.set(key.slice(RECORD.length), value);
      else if (key.startsWith(ENTRY)) written.set(key, value);
      else if (key === BASE && isSeq(value)) base = value;
    }
    const { entries, bad, last } = entriesOf(written, base);
    const first = entries.findIndex((entry) => !entry.applied);
    const late = first < 0 ? [] : entries.slice(first);
    for (const { key, after } of late.flatMap((entry) => entry.changes)) {
      if (after) records.set(key, after);
      else records.delete(key);
    }
    const found = new Map<string, StoredRecord>();
    const aside: SetAside[] = [...bad];
    let since = performance.now();
    for (const [key, value] of records) {
      if (performance.now() - since > SLICE) {
        await breathe();
        since = performance.now();
      }
      const read = readRecord(value);
      if (read.ok && recordKey(read.value) === key) found.set(key, read.value);
      else
        aside.push({
          key,
          value,
          problems: read.ok ? [{ pointer: '/id', message: 'stands under another name' }] : read.why,
        });
    }
    this.#records = found;
    this.#aside = aside;
    this.#seq = Math.max(base - 1, last);
    this.#unfinished = late;
    await this.#finish().catch(() => undefined);
    await this.#prune(base, entries);
  }

  /** Entries past the last one known, in order; a gap (emptied journal) means reading everything again. */
  async #catchUp(): Promise<void> {
    await this.#finish();
    const base = await this.kv.get(BASE);
    if (typeof base === 'number' && base > this.#seq + 1) {
      await this.#load();
      this.changed('all');
      return;
    }
    for (;;) {
      const key = entryKey(this.#seq + 1);
      const entry = await this.kv.get(key);
      if (entry === null || entry === undefined) return;
      if (!isEntry(entry, key)) {
        // Its number is taken: it stays where it is, and what comes after it counts.
        this.#aside = [...this.#aside, setAside(key, entry)];
        this.#seq += 1;
        continue;
      }
      this.#take(entry);
      if (!entry.applied) {
        this.#unfinished.push(entry);
        await this.#finish();
      }
    }
  }

  #take(entry: JournalEntry): void {
    const records = new Map(this.#records);
    for (const { key, after } of entry.changes) {
      if (after) records.set(key, after);
      else records.delete(key);
    }
    this.#records = records;
    this.#seq = entry.seq;
    this.changed(entry.changes.map((change) => change.key));
  }

  async #finish(): Promise<void> {
    for (let entry = this.#unfinished[0]; entry; entry = this.#unfinished[0]) {
      // Each key stands once in an entry, so the order of these writes does not matter.
      await Promise.all(
        entry.changes.map(({ key, after }) =>
          after ? this.kv.set(RECORD + key, after) : this.kv.remove(RECORD + key),
        ),
      );
      if (entry.purge) await this.#purge(entry.seq);
      else await this.kv.set(entryKey(entry.seq), { ...entry, applied: true });
      this.#unfinished.shift();
    }
  }

  /** Empties the journal up to and with `seq`; the emptied part is announced first, so that no reader misses it. */
  async #purge(seq: number): Promise<void> {
    for (const key of await this.kv.keys())
      if (key.startsWith(ENTRY) && key < entryKey(seq)) await this.kv.remove(key);
    await this.kv.set(BASE, seq + 1);
    await this.kv.remove(entryKey(seq));
  }

  async #prune(base: number, entries: readonly JournalEntry[]): Promise<void> {
    if (entries.length <= 2 * KEPT || this.#unfinished.length > 0) return;
    const keep = Math.max(base, this.#seq - KEPT + 1);
    await this.kv.set(BASE, keep);
    for (const entry of entries) if (entry.seq < keep) await this.kv.remove(entryKey(entry.seq));
  }
}

/** Sequence numbers beyond this are no journal's: its keys have ten figures. */
const MOST = 9_999_999_999;
/** The journal begins no further behind its base: so many entries no session leaves to an erasure that was cut short. */
const FAR = 100_000;
const isSeq = (value: unknown): value is number =>
  typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= MOST;

const isPlain = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isChange = (value: unknown): value is Change =>
  isPlain(value) &&
  typeof value['key'] === 'string' &&
  value['key'].includes('/') &&
  (value['after'] === null || isPlain(value['after']));

const isEntry = (value: unknown, key: string): value is JournalEntry =>
  isPlain(value) &&
  isSeq(value['seq']) &&
  entryKey(value['seq']) === key &&
  Array.isArray(value['changes']) &&
  value['changes'].every(isChange);

const setAside = (key: string, value: unknown): SetAside => ({
  key,
  value,
  problems: [{ pointer: '', message: 'is not an entry of the journal' }],
});

/**
 * The entries that follow one another from the first on, in order; what is none, and what stands after a gap, is set
 * aside. The number of one set aside stays taken, so that it is not written over.
 */
function entriesOf(
  written: ReadonlyMap<string, unknown>,
  base: number,
): {
  readonly entries: JournalEntry[];
  readonly bad: readonly SetAside[];
  /** The last number taken; 0 for none. */
  readonly last: number;
} {
  const entries: JournalEntry[] = [];
  const bad: SetAside[] = [];
  let last = 0;
  for (const [key, value] of [...written].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const seq = Number(key.slice(ENTRY.length));
    const follows = entryKey(seq) === key && isSeq(seq) && (last === 0 ? seq < base + FAR : seq === last + 1);
    if (follows) last = seq;
    if (follows && isEntry(value, key)) entries.push(value);
    else bad.push(setAside(key, value));
  }
  return { entries, bad, last };
}
