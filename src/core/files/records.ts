import { oneLine, severalLines } from '../plain-text';
import { refuse, type Result } from '../result';
import { KINDS, type Identified, type Kind, type KindTable, type RecordKind } from './kinds';
import { HOLDS_CONTROLS, anyObject, id, list, object, oneOf, text, whole, type Shape } from '../shape';
import { validate, type Problem } from './validate';

/** One thing the studio keeps. `revs` are the ids of its revisions, latest last, the last twelve at most. */
export interface StoredRecord {
  readonly kind: RecordKind;
  readonly id: string;
  /** Version of the kind's form. */
  readonly v: number;
  readonly revs: readonly string[];
  readonly data: Identified;
}

/** Revisions kept with a record, to tell older from changed on both sides. */
export const REVISIONS = 12;

const envelopeOf = (kinds: KindTable) =>
  object({
    kind: oneOf(Object.keys(kinds)),
    id,
    v: whole(1, 1_000),
    revs: list(text(40, 1), REVISIONS, 1),
    data: anyObject,
  });
const envelopes = new WeakMap<KindTable, Shape>();
function envelope(kinds: KindTable): Shape {
  const shape = envelopes.get(kinds) ?? envelopeOf(kinds);
  envelopes.set(kinds, shape);
  return shape;
}

const kindIn = (kinds: KindTable, name: string): Kind => {
  const kind = Object.hasOwn(kinds, name) ? kinds[name] : undefined;
  if (!kind) throw new Error(`there is no kind of record called ${name}`);
  return kind;
};

export const currentVersion = (kind: RecordKind, kinds: KindTable = KINDS): number =>
  (kindIn(kinds, kind).steps?.length ?? 0) + 1;

export const recordKey = (record: { readonly kind: string; readonly id: string }): string =>
  `${record.kind}/${record.id}`;

export const shapeOf = (kind: RecordKind): Shape => KINDS[kind].shape;

/** What data holds: its shape first, then what its kind asks of it. Every way in goes through here. */
export function validateData(
  kind: RecordKind,
  data: unknown,
  kinds: KindTable = KINDS,
): Result<unknown, readonly Problem[]> {
  const of = kindIn(kinds, kind);
  const formed = validate<Identified>(of.shape, data);
  if (!formed.ok) return formed;
  const found = of.problems?.(formed.value) ?? [];
  return found.length === 0 ? formed : refuse(found);
}

/**
 * Data kept or saved before control characters were refused: at the places where they stand, they are taken out and
 * line breaks put right. Everything else is as it was, and is named if it is wrong.
 */
function withoutControls(shape: Shape, data: unknown): unknown {
  const mended = structuredClone(data);
  // At most 50 places are named at once; each pass mends those it is told of.
  for (let passes = 0; passes < 1_000; passes++) {
    const formed = validate(shape, mended);
    const places = formed.ok ? [] : formed.why.filter(({ message }) => message === HOLDS_CONTROLS);
    if (places.length === 0) break;
    for (const { pointer } of places) mendAt(mended, pointer);
  }
  return mended;
}
function mendAt(data: unknown, pointer: string): void {
  const names = pointer
    .split('/')
    .slice(1)
    .map((name) => name.replace(/~1/g, '/').replace(/~0/g, '~'));
  const last = names.pop() ?? '';
  const parent = names.reduce((value, name) => (value as Record<string, unknown>)[name], data);
  const fields = parent as Record<string, string>;
  const value = fields[last] ?? '';
  // Text of several lines is first given clean line breaks; if it is told of again, it was meant for one line.
  const lines = severalLines(value);
  fields[last] = lines === value ? oneLine(value) : lines;
}

export interface Reading {
  readonly kinds?: KindTable;
  /** Takes what earlier versions held in the record and now stands apart, by id. */
  readonly apart?: Map<string, string>;
}

/**
 * Any value to a record of the current version, or every problem with its place.
 * A record of a later version than this program knows is refused, never cut down.
 */
export function readRecord(
  value: unknown,
  { kinds = KINDS, apart = new Map() }: Reading = {},
): Result<StoredRecord, readonly Problem[]> {
  const outer = validate<StoredRecord>(envelope(kinds), value);
  if (!outer.ok) return outer;
  const { kind, v } = outer.value;
  const version = currentVersion(kind, kinds);
  if (v > version)
    return refuse([{ pointer: '/v', message: `version ${v} is newer than this program (${version})` }]);
  let data: unknown = outer.value.data;
  const { steps = [], shape } = kindIn(kinds, kind);
  for (const step of steps.slice(v - 1)) data = step(data, apart);
  let inner = validateData(kind, data, kinds);
  if (!inner.ok && inner.why.some(({ message }) => message === HOLDS_CONTROLS)) {
    data = withoutControls(shape, data);
    inner = validateData(kind, data, kinds);
  }
  if (!inner.ok)
    return refuse(inner.why.map((problem) => ({ ...problem, pointer: `/data${problem.pointer}` })));
  const read = { ...outer.value, v: version, data: data as StoredRecord['data'] };
  return read.data.id === read.id
    ? { ok: true, value: read }
    : refuse([{ pointer: '/data/id', message: 'differs from the id of the record' }]);
}

/**
 * Whether a value looks like a record of today by its envelope, version and id: what this program wrote. Its data is
 * checked whole later, by `readRecord`.
 */
export function looksKept(value: unknown, kinds: KindTable = KINDS): value is StoredRecord {
  if (!envelope(kinds).fits(value)) return false;
  const { kind, id: name, v, data } = value as StoredRecord;
  return v === currentVersion(kind, kinds) && data.id === name;
}
