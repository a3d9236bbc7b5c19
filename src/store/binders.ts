import {
  binderOf,
  looksKept,
  readRecord,
  recordKey,
  type KindTable,
  type Problem,
  type StoredRecord,
} from '@/core/files';

/** One record before and after; null where there was none or there is none any more. */
export interface Change {
  readonly key: string;
  readonly before: StoredRecord | null;
  readonly after: StoredRecord | null;
}

export interface SetAside {
  readonly key: string;
  readonly value: unknown;
  readonly problems: readonly Problem[];
}

/** Where records stand whose owner is not there. */
const LOOSE = 'loose';

/** A binder as the browser keeps it. */
interface KeptBinder {
  readonly records: readonly unknown[];
  /** Values that are no records of this program, as they were read. */
  readonly aside?: readonly unknown[];
}
const isBinder = (value: unknown): value is KeptBinder =>
  typeof value === 'object' && value !== null && Array.isArray((value as Partial<KeptBinder>).records);

/** All records of a studio, each in the binder of its owner. */
export class Binders {
  readonly #records = new Map<string, StoredRecord>();
  readonly #places = new Map<string, string>();
  readonly #keys = new Map<string, Set<string>>();
  readonly #aside = new Map<string, SetAside[]>();
  /** Binders that do not stand in the browser as they stand here. */
  readonly dirty = new Set<string>();
  /** What records of earlier versions held and now stands apart, to be kept before the binders are. */
  readonly apart = new Map<string, string>();

  constructor(private readonly kinds: KindTable) {}

  get records(): ReadonlyMap<string, StoredRecord> {
    return this.#records;
  }
  get aside(): readonly SetAside[] {
    return [...this.#aside.values()].flat();
  }

  /**
   * Takes a binder in as it was read: records are taken at their word, what was set aside is looked at again. What is
   * of no form this program knows stays in the binder.
   */
  read(binder: string, value: unknown): void {
    if (!isBinder(value)) {
      this.#putAside(binder, binder, value, [{ pointer: '', message: 'is no binder of records' }]);
      return;
    }
    for (const each of value.records) {
      if (looksKept(each, this.kinds)) this.#placeRead(binder, each);
      else this.readAnew(binder, each);
    }
    if (Array.isArray(value.aside)) for (const each of value.aside) this.readAnew(binder, each);
  }
  /** Takes a value in after checking it whole. */
  readAnew(binder: string, value: unknown): void {
    const read = readRecord(value, { kinds: this.kinds, apart: this.apart });
    if (!read.ok) {
      this.#putAside(binder, nameOf(value) ?? binder, value, read.why);
      return;
    }
    this.dirty.add(binder);
    this.#placeRead(binder, read.value);
  }
  /** A record that stands in two binders was on its way from one to the other: both are written anew. */
  #placeRead(binder: string, record: StoredRecord): void {
    const key = recordKey(record);
    const other = this.#places.get(key);
    if (other === undefined) this.#place(binder, key, record);
    else for (const each of [binder, other]) this.dirty.add(each);
  }

  #place(binder: string, key: string, record: StoredRecord): void {
    const before = this.#places.get(key);
    if (before !== undefined && before !== binder) this.#unplace(before, key);
    this.#records.set(key, record);
    this.#places.set(key, binder);
    const keys = this.#keys.get(binder);
    if (keys) keys.add(key);
    else this.#keys.set(binder, new Set([key]));
  }
  #unplace(binder: string, key: string): void {
    this.dirty.add(binder);
    this.#keys.get(binder)?.delete(key);
  }
  #putAside(binder: string, key: string, value: unknown, problems: readonly Problem[]): void {
    this.#aside.set(binder, [...(this.#aside.get(binder) ?? []), { key, value, problems }]);
  }

  /**
   * What an action left. Owners that come with what is theirs are placed first.
   * @param empties - binders of which nothing stays, not even what was set aside
   */
  take(changes: readonly Change[], empties: readonly string[] = []): void {
    for (const { key, after } of changes) {
      const place = this.#places.get(key);
      if (after) this.#records.set(key, after);
      else {
        this.#records.delete(key);
        this.#places.delete(key);
        if (place !== undefined) this.#unplace(place, key);
      }
    }
    for (const { key, after } of changes) {
      if (!after) continue;
      const binder = binderOf(after, this.kinds, this.#records) ?? this.#places.get(key) ?? LOOSE;
      this.#place(binder, key, after);
      this.dirty.add(binder);
    }
    for (const binder of empties) {
      for (const key of this.#keys.get(binder) ?? []) {
        this.#records.delete(key);
        this.#places.delete(key);
      }
      this.#keys.delete(binder);
      this.#aside.delete(binder);
      this.dirty.add(binder);
    }
  }

  /** Takes records out that turned out not to hold; they stay in their binder as they are. */
  setAside(found: readonly { readonly key: string; readonly problems: readonly Problem[] }[]): string[] {
    return found.flatMap(({ key, problems }) => {
      const record = this.#records.get(key);
      const binder = this.#places.get(key);
      // It may have been put right since it was looked at.
      if (!record || binder === undefined || readRecord(record, { kinds: this.kinds }).ok) return [];
      this.#records.delete(key);
      this.#places.delete(key);
      this.#keys.get(binder)?.delete(key);
      this.#putAside(binder, key, record, problems);
      return [key];
    });
  }

  /** A binder as it is to be kept; null when nothing is left in it. */
  valueOf(binder: string): KeptBinder | null {
    const records = [...(this.#keys.get(binder) ?? [])].map((key) => this.#records.get(key));
    const aside = (this.#aside.get(binder) ?? []).map(({ value }) => value);
    if (records.length + aside.length === 0) return null;
    return aside.length === 0 ? { records } : { records, aside };
  }
}

/** "student/orla" of a value that says so. */
function nameOf(value: unknown): string | null {
  const { kind, id } = (value ?? {}) as { readonly kind?: unknown; readonly id?: unknown };
  return typeof kind === 'string' && typeof id === 'string' ? `${kind}/${id}` : null;
}
