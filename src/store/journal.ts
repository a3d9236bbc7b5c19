import { KINDS, loadWords, readRecord, WordsMissing, type KindTable, type StoredRecord } from '@/core/files';
import { Binders, type Change, type SetAside } from './binders';
import {
  badEntry,
  entryKey,
  HEAD,
  headOf,
  isEntry,
  isOfEntry,
  numbersOf,
  type JournalEntry,
  type JournalHead,
  type Noted,
  type Turn,
} from './entry';
import type { Kv } from './kv';
import type { Lock } from './lock';

export interface JournalState {
  /** By key; changed in place. */
  readonly records: ReadonlyMap<string, StoredRecord>;
  readonly aside: readonly SetAside[];
  /** Number of the last action kept. */
  readonly seq: number;
  /** The entries that are still there, in their order. */
  readonly noted: readonly Noted[];
}

/** Entries kept to be undone, and for tabs that wake up late; how many more there may be before the first are dropped. */
const KEPT = 300;
const SLACK = 100;

export interface CommitOptions {
  readonly purge?: boolean;
  readonly empties?: readonly string[];
  readonly turn?: Turn | null;
  /** Whether the tab can take it back. */
  readonly undoable?: boolean;
  /** What stands apart from the records, by id: kept before the entry that names it. */
  readonly attach?: ReadonlyMap<string, unknown>;
}

/**
 * Records in binders over a key-value store that has no transactions over several keys.
 *
 * An action is first one journal entry (atomic), then the binders it touches are written, then the head of the journal
 * says so. At start, and whenever the lock is taken, entries another tab or a killed one left unfinished are finished
 * in their order. So an acknowledged action is never lost and never half there.
 */
export class Journal {
  #binders: Binders;
  #bad: readonly SetAside[] = [];
  #base = 1;
  #seq = 0;
  #applied = 0;
  #noted: readonly Noted[] = [];
  /** The last entry, the one most likely to be undone: it need not be read again. */
  #last: JournalEntry | null = null;
  #emptied = false;
  #finishing: Promise<void> = Promise.resolve();

  constructor(
    private readonly kv: Kv,
    private readonly lock: Lock,
    /** Called after every change of `state`, with the keys that changed; "all" when everything was read anew. */
    private readonly changed: (keys: readonly string[] | 'all') => void = () => undefined,
    private readonly tab = '',
    private readonly kinds: KindTable = KINDS,
  ) {
    this.#binders = new Binders(kinds);
  }

  get state(): JournalState {
    return {
      records: this.#binders.records,
      aside: [...this.#bad, ...this.#binders.aside],
      seq: this.#seq,
      noted: this.#noted,
    };
  }

  /** Reads everything and finishes what was left unfinished. */
  async open(): Promise<void> {
    await this.lock(() => this.#load());
    this.changed('all');
  }

  /** Once the binders of the last action are written. */
  settled = (): Promise<void> => this.#finishing;

  /**
   * Runs an action on the newest records and keeps what it changes. Resolves once the action cannot be lost any more;
   * rejects when it was not kept, and then nothing of it is in force. Its binders are written after that.
   * @param compute - the changes, from the newest records; an empty list keeps nothing
   */
  commit(
    action: string,
    compute: (records: ReadonlyMap<string, StoredRecord>) => readonly Change[],
    { purge = false, empties = [], turn = null, undoable = true, attach = new Map() }: CommitOptions = {},
  ): Promise<JournalEntry | null> {
    return new Promise((resolve, reject) => {
      const keep = async (isNewest: boolean) => {
        await this.#catchUp(isNewest);
        const changes = compute(this.#binders.records);
        if (changes.length === 0) {
          resolve(null);
          return;
        }
        const entry: JournalEntry = {
          seq: this.#seq + 1,
          action,
          tab: undoable ? this.tab : '',
          turn,
          changes,
          purge,
          empties,
        };
        for (const [id, value] of attach) await this.kv.set('attached', id, value);
        await this.kv.set('journal', entryKey(entry.seq), entry);
        this.#take(entry);
        if (!purge) resolve(entry);
        this.#finishing = this.#finish().catch(() => undefined);
        await this.#finishing;
        resolve(entry);
      };
      this.lock(keep).catch(reject);
    });
  }

  /** Takes in what other tabs have done. */
  async refresh(): Promise<void> {
    await this.lock((isNewest) => this.#catchUp(isNewest));
  }

  /** An entry as it was kept; null when it is there no more, or holds what no record of today holds. */
  async entry(seq: number): Promise<JournalEntry | null> {
    if (this.#last?.seq === seq) return this.#last;
    const value = await this.kv.get('journal', entryKey(seq));
    return isEntry(value, seq) ? this.#today(value) : null;
  }

  attached = (id: string): Promise<unknown> => this.kv.get('attached', id);

  /** Sets aside what turned out not to hold. */
  setAside(found: readonly SetAside[]): void {
    const keys = this.#binders.setAside(found);
    if (keys.length > 0) this.changed(keys);
  }

  /**
   * Removes what stands apart and nothing names any more, neither a record nor an entry.
   * @param named - ids that are named elsewhere: by snapshots
   */
  async sweep(named: ReadonlySet<string>): Promise<void> {
    await this.lock(async (isNewest) => {
      await this.#catchUp(isNewest);
      const ofRecord = (record: StoredRecord | null) =>
        (record && this.kinds[record.kind]?.attached?.(record.data)) ?? [];
      const used = new Set([...named, ...[...this.#binders.records.values()].flatMap(ofRecord)]);
      const idle = (await this.kv.keys('attached')).filter((id) => !used.has(id));
      if (idle.length === 0) return;
      for (const { seq } of this.#noted) {
        const entry = await this.entry(seq);
        for (const { before, after } of entry?.changes ?? [])
          for (const id of [...ofRecord(before), ...ofRecord(after)]) used.add(id);
      }
      for (const id of idle) if (!used.has(id)) await this.kv.remove('attached', id);
    });
  }

  /** What says why something does not hold is loaded where something does not. */
  async #load(): Promise<void> {
    try {
      await this.#loadAll();
    } catch (error) {
      if (!(error instanceof WordsMissing)) throw error;
      await loadWords();
      await this.#loadAll();
    }
  }
  async #loadAll(): Promise<void> {
    const [binders, keys, headValue] = await Promise.all([
      this.kv.all('binders'),
      this.kv.keys('journal'),
      this.kv.get('journal', HEAD),
    ]);
    const head = headOf(headValue);
    this.#binders = new Binders(this.kinds);
    for (const [name, value] of binders) this.#binders.read(name, value);
    const { seqs, odd } = numbersOf(keys.filter(isOfEntry), head.base);
    this.#base = head.base;
    this.#applied = head.applied;
    this.#seq = Math.max(head.base - 1, Math.min(head.applied, seqs.at(-1) ?? head.applied));
    this.#last = null;
    this.#noted = head.noted.filter(({ seq }) => seqs.includes(seq) && seq <= this.#seq);
    this.#bad = [];
    // Left behind by an emptying or a shortening that was cut short.
    for (const seq of seqs) if (seq < head.base) await this.kv.remove('journal', entryKey(seq));
    for (const key of odd) this.#setAsideEntry(key, await this.kv.get('journal', key));
    for (const seq of seqs.filter((each) => each > this.#seq)) {
      const key = entryKey(seq);
      this.#takeRead(key, seq, await this.kv.get('journal', key));
    }
    await this.#finish().catch(() => undefined);
  }

  /** Entries past the last one known, in order; a gap (emptied journal) means reading everything again. */
  async #catchUp(isNewest: boolean): Promise<void> {
    await loadWords();
    await this.#finish();
    if (isNewest) return;
    for (let first = true; ; first = false) {
      const seq = this.#seq + 1;
      const key = entryKey(seq);
      const [value, headValue] = await Promise.all([
        this.kv.get('journal', key),
        first ? this.kv.get('journal', HEAD) : null,
      ]);
      if (first) {
        const { base, applied } = headOf(headValue);
        if (base > seq) {
          await this.#load();
          this.changed('all');
          return;
        }
        this.#applied = Math.max(this.#applied, applied);
      }
      if (value === null || value === undefined) break;
      this.#takeRead(key, seq, value);
    }
    await this.#finish();
  }

  /** The number of an entry that is none stays taken: it stays where it is, and what comes after it counts. */
  #takeRead(key: string, seq: number, value: unknown): void {
    const entry = isEntry(value, seq) ? this.#today(value) : null;
    if (entry) this.#take(entry);
    else {
      this.#setAsideEntry(key, value);
      this.#seq = seq;
    }
  }
  #setAsideEntry(key: string, value: unknown): void {
    this.#bad = [...this.#bad, badEntry(key, value)];
  }

  /** An entry of an earlier program with its records as they are today; null where one of them does not hold. */
  #today(entry: JournalEntry): JournalEntry | null {
    const changes: Change[] = [];
    for (const { key, ...sides } of entry.changes) {
      const [before, after] = [sides.before, sides.after].map((record) =>
        record ? readRecord(record, { kinds: this.kinds, apart: this.#binders.apart }) : null,
      );
      if (before?.ok === false || after?.ok === false) return null;
      changes.push({ key, before: before?.value ?? null, after: after?.value ?? null });
    }
    return { ...entry, changes };
  }

  #take(entry: JournalEntry): void {
    // What another tab has written already need not be written again.
    const before = entry.seq <= this.#applied ? new Set(this.#binders.dirty) : null;
    this.#binders.take(entry.changes, entry.empties);
    if (before) {
      this.#binders.dirty.clear();
      for (const binder of before) this.#binders.dirty.add(binder);
    }
    this.#seq = entry.seq;
    const { seq, action, tab, turn } = entry;
    this.#noted = entry.purge ? [] : [...this.#noted, { seq, action, tab, turn }];
    this.#last = entry.purge ? null : entry;
    this.#emptied ||= entry.purge;
    this.changed(entry.changes.map((change) => change.key));
  }

  async #finish(): Promise<void> {
    const { dirty, apart } = this.#binders;
    if (dirty.size === 0 && this.#applied >= this.#seq) return;
    for (const [id, text] of apart) {
      await this.kv.set('attached', id, text);
      apart.delete(id);
    }
    // Each binder is written once, so the order of these writes does not matter.
    await Promise.all(
      [...dirty].map(async (binder) => {
        const value = this.#binders.valueOf(binder);
        await (value ? this.kv.set('binders', binder, value) : this.kv.remove('binders', binder));
        dirty.delete(binder);
      }),
    );
    if (this.#emptied) await this.#empty();
    else {
      await this.#writeHead();
      if (this.#noted.length > KEPT + SLACK) await this.#prune();
    }
  }

  async #writeHead(): Promise<void> {
    const head: JournalHead = { base: this.#base, applied: this.#seq, noted: this.#noted };
    await this.kv.set('journal', HEAD, head);
    this.#applied = this.#seq;
  }

  /** Empties the journal; that it is empty is said before its last entry goes, so that no reader misses it. */
  async #empty(): Promise<void> {
    const last = entryKey(this.#seq);
    const keys = (await this.kv.keys('journal')).filter(isOfEntry);
    for (const key of keys) if (key < last) await this.kv.remove('journal', key);
    this.#base = this.#seq + 1;
    await this.#writeHead();
    await this.kv.remove('journal', last);
    this.#emptied = false;
  }

  async #prune(): Promise<void> {
    const dropped = this.#noted.slice(0, -KEPT);
    this.#noted = this.#noted.slice(-KEPT);
    this.#base = this.#noted[0]?.seq ?? this.#seq + 1;
    await this.#writeHead();
    for (const { seq } of dropped) await this.kv.remove('journal', entryKey(seq));
  }
}
