import { refuse, type Result } from '../result';
import type { Shape } from './shape';
import {
  closureShape,
  goalShape,
  lessonShape,
  pieceShape,
  repertoireShape,
  scoreShape,
  settingsShape,
  sheetShape,
  skillBookShape,
  studentShape,
} from './shapes';
import { setShape } from './set-shape';
import { oneLine, severalLines } from '../plain-text';
import { HOLDS_CONTROLS, anyObject, id, list, object, oneOf, text, whole } from './shape';
import { RECORD_KINDS, type RecordKind } from './record-kind';
import { MIGRATIONS, type Migrations } from './migrations';
import { problemsOfKind } from './problems-of-kind';
import { validate, type Problem } from './validate';

/** One thing the studio keeps. `revs` are the ids of its revisions, latest last, the last twelve at most. */
export interface StoredRecord {
  readonly kind: RecordKind;
  readonly id: string;
  /** Version of the kind's form. */
  readonly v: number;
  readonly revs: readonly string[];
  readonly data: { readonly id: string };
}

const SHAPES: Readonly<Record<RecordKind, Shape>> = {
  student: studentShape,
  set: setShape,
  piece: pieceShape,
  goal: goalShape,
  sheet: sheetShape,
  lesson: lessonShape,
  closure: closureShape,
  skillbook: skillBookShape,
  score: scoreShape,
  repertoire: repertoireShape,
  settings: settingsShape,
};

const envelope = object({
  kind: oneOf(RECORD_KINDS),
  id,
  v: whole(1, 1_000),
  revs: list(text(40, 1), 12, 1),
  data: anyObject,
});

export const currentVersion = (kind: RecordKind, migrations: Migrations = MIGRATIONS): number =>
  (migrations[kind]?.length ?? 0) + 1;

export const recordKey = (record: Pick<StoredRecord, 'kind' | 'id'>): string => `${record.kind}/${record.id}`;

export const shapeOf = (kind: RecordKind): Shape => SHAPES[kind];

/** What data holds: its shape first, then what its kind asks of it. Every way in goes through here. */
export function validateData(kind: RecordKind, data: unknown): Result<unknown, readonly Problem[]> {
  const formed = validate(SHAPES[kind], data);
  if (!formed.ok) return formed;
  const problems = problemsOfKind(kind, data);
  return problems.length === 0 ? formed : refuse(problems);
}

/**
 * Data kept or saved before control characters were refused: at the places where they stand, they are taken out and
 * line breaks put right. Everything else is as it was, and is named if it is wrong.
 */
function withoutControls(kind: RecordKind, data: unknown): unknown {
  const mended = structuredClone(data);
  // At most 50 places are named at once; each pass mends those it is told of.
  for (let passes = 0; passes < 1_000; passes++) {
    const formed = validate(SHAPES[kind], mended);
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

/**
 * Any value to a record of the current version, or every problem with its place.
 * A record of a later version than this program knows is refused, never cut down.
 */
export function readRecord(
  value: unknown,
  migrations: Migrations = MIGRATIONS,
): Result<StoredRecord, readonly Problem[]> {
  const outer = validate<StoredRecord>(envelope, value);
  if (!outer.ok) return outer;
  const { kind, v } = outer.value;
  const version = currentVersion(kind, migrations);
  if (v > version)
    return refuse([{ pointer: '/v', message: `version ${v} is newer than this program (${version})` }]);
  let data: unknown = outer.value.data;
  for (const step of (migrations[kind] ?? []).slice(v - 1)) data = step(data);
  let inner = validateData(kind, data);
  if (!inner.ok && inner.why.some(({ message }) => message === HOLDS_CONTROLS)) {
    data = withoutControls(kind, data);
    inner = validateData(kind, data);
  }
  if (!inner.ok)
    return refuse(inner.why.map((problem) => ({ ...problem, pointer: `/data${problem.pointer}` })));
  const read = { ...outer.value, v: version, data: data as StoredRecord['data'] };
  return read.data.id === read.id
    ? { ok: true, value: read }
    : refuse([{ pointer: '/data/id', message: 'differs from the id of the record' }]);
}
