import fc from 'fast-check';
import * as yup from 'yup';
import { describe, expect, test } from 'vitest';
import fairlead from '../../demo/fairlead-winds-2027.json';
import demo from '../../demo/studio.json';
import { day } from '../shape';
import { groupOf, groupsOf } from './groups';
import {
  KINDS,
  ofGoal,
  ofStudent,
  type Identified,
  type Kind,
  type KindTable,
  type RecordKind,
} from './kinds';
import { binderOf, ownedBy } from './owners';
import { currentVersion, looksKept, readRecord, recordKey, type StoredRecord } from './records';
import { id, list, object, whole, type Shape } from '../shape';
import { emptyOf, NO_STUDIO, withRecords } from './studio';

interface Visit extends Identified {
  readonly studentId: string;
  readonly day: string;
  readonly minutes: number;
}
/** A kind of record that comes later: one entry in the table is all it takes. */
const visit: Kind<Visit> = {
  plural: 'visits',
  shape: object({ id, studentId: id, day, minutes: whole(0, 720), pieces: list(id, 20) }),
  home: { owner: 'student', ownerId: ({ studentId }) => studentId },
  names: ['piece'],
  problems: ({ minutes, day: on }) =>
    minutes === 0 && on === '2027-01-01' ? [{ pointer: '/minutes', message: 'nobody plays none' }] : [],
};
const kinds: KindTable = { ...KINDS, visit };

const record = (kind: string, data: Identified): StoredRecord => ({
  kind: kind as RecordKind,
  id: data.id,
  v: kind === 'visit' ? 1 : currentVersion(kind as RecordKind),
  revs: ['r'],
  data,
});
const all = (demo as unknown as { kind: string; data: Identified }[]).map(({ kind, data }) =>
  record(kind, data),
);
const entry = (name: string, studentId: string) =>
  record('visit', { id: name, studentId, day: '2027-01-19', minutes: 20, pieces: [] } as Identified);
const practised = [entry('p1', 'orla'), entry('p2', 'jonah'), entry('p3', 'orla')];
const records = new Map([...all, ...practised].map((each) => [recordKey(each), each]));

describe('a kind that one entry adds', () => {
  test('is read and refused by its own shape and problems, and unknown without the entry', () => {
    const [first] = practised as [StoredRecord];
    expect(readRecord(first, { kinds })).toEqual({ ok: true, value: first });
    expect(looksKept(first, kinds)).toBe(true);
    expect(readRecord(first)).toMatchObject({ ok: false, why: [{ pointer: '/kind' }] });
    const wrong = { ...first, data: { ...first.data, day: '2027-01-01', minutes: 0 } };
    expect(readRecord(wrong, { kinds })).toMatchObject({ ok: false, why: [{ pointer: '/data/minutes' }] });
  });
  test('stands in its owner’s binder, and goes when the owner is erased', () => {
    expect(practised.map((each) => binderOf(each, kinds, records))).toEqual([
      'student/orla',
      'student/jonah',
      'student/orla',
    ]);
    expect(binderOf(entry('p4', 'nobody'), kinds, records)).toBeNull();
    const erased = ownedBy('student/orla', kinds, records);
    expect(erased).toEqual(expect.arrayContaining(['student/orla', 'goal/orla-5', 'visit/p1', 'visit/p3']));
    expect(erased).not.toContain('visit/p2');
  });
  test('has its map and its groups in the studio', () => {
    const studio = withRecords(emptyOf(kinds) as never, records.values(), kinds) as unknown as {
      visits: ReadonlyMap<string, Visit>;
    };
    expect(groupOf(studio.visits, ofStudent, 'orla').map((each) => each.id)).toEqual(['p1', 'p3']);
  });
});

test('what is erased with a student is all that names the student, or a goal of the student, as owner', () => {
  const goals = all.filter(({ kind, data }) => kind === 'goal' && (data as never)['studentId'] === 'orla');
  const ids = new Set(goals.map((goal) => goal.id));
  const hers = all.filter(
    ({ kind, id: own, data }) =>
      ((kind === 'student' || kind === 'skillbook') && own === 'orla') ||
      (kind !== 'student' && (data as never)['studentId'] === 'orla') ||
      ids.has((data as never)['goalId']),
  );
  const keys = ownedBy('student/orla', KINDS, new Map(all.map((each) => [recordKey(each), each])));
  expect(new Set(keys)).toEqual(new Set(hers.map(recordKey)));
});

test('every kind says where its records stand, and every owner and every kind it names is a kind', () => {
  for (const { home, names } of Object.values(KINDS)) {
    if (home.owner !== undefined) expect(Object.keys(KINDS)).toContain(home.owner);
    for (const name of names) expect(Object.keys(KINDS)).toContain(name);
  }
});

describe('groups', () => {
  const of = ofGoal as unknown as (data: Identified) => string;
  const change = fc.record({
    id: fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'),
    goalId: fc.option(fc.constantFrom('x', 'y')),
  });
  test('are after any changes what counting anew finds, and those no change touched are the same', () => {
    fc.assert(
      fc.property(fc.array(fc.array(change, { minLength: 1, maxLength: 2 }), { maxLength: 12 }), (steps) => {
        let studio = withRecords(NO_STUDIO, [
          { kind: 'sheet', id: 'still', data: { id: 'still', goalId: 'untouched' } as Identified },
          ...['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'].map((name) => ({
            kind: 'sheet',
            id: name,
            data: { id: name, goalId: 'x' } as Identified,
          })),
        ]);
        const still = groupOf(studio.sheets as never, of, 'untouched');
        for (const step of steps) {
          studio = withRecords(
            studio,
            step.map(({ id: name, goalId }) => ({
              kind: 'sheet',
              id: name,
              data: goalId === null ? null : ({ id: name, goalId } as Identified),
            })),
          );
          const carried = groupsOf(studio.sheets as ReadonlyMap<string, Identified>, of);
          const anew = groupsOf(new Map(studio.sheets as ReadonlyMap<string, Identified>), of);
          expect(new Map(carried)).toEqual(new Map(anew));
        }
        expect(groupOf(studio.sheets as never, of, 'untouched')).toEqual(still);
      }),
      { numRuns: 200, seed: 3 },
    );
  });
  test('a change leaves the maps of other kinds, and the groups of other owners, the very same', () => {
    const studio = withRecords(NO_STUDIO, all);
    const before = groupOf(studio.sheets, ofGoal, 'orla-5');
    const other = [...studio.sheets.values()].find(({ goalId }) => goalId !== 'orla-5')!;
    const after = withRecords(studio, [
      { kind: 'sheet', id: other.id, data: { ...other, day: '2027-01-21' } as Identified },
    ]);
    expect(after.goals).toBe(studio.goals);
    expect(after.sheets).not.toBe(studio.sheets);
    expect(groupOf(after.sheets, ofGoal, 'orla-5')).toBe(before);
  });
});

/** The verdict of the Yup schema alone. */
function holds(shape: Shape, value: unknown): boolean {
  try {
    shape.yup(yup).validateSync(value, { abortEarly: true, strict: true });
    return true;
  } catch (error) {
    if (error instanceof yup.ValidationError) return false;
    throw error;
  }
}

describe('the quick test of a shape', () => {
  const samples: [string, Shape, unknown][] = [
    ...all.map((each): [string, Shape, unknown] => [
      recordKey(each),
      KINDS[each.kind as Exclude<RecordKind, 'score'>].shape,
      each.data,
    ]),
    ['set/fairlead', KINDS.set.shape, fairlead.set],
  ];
  test('passes everything the demo holds', () => {
    for (const [key, shape, data] of samples) expect([key, shape.fits(data)]).toEqual([key, true]);
  });
  test('never passes what the schema refuses, wherever a value is hurt', () => {
    const put = fc.oneof(
      fc.constantFrom<unknown>(
        null,
        undefined,
        -1,
        1.5,
        NaN,
        Infinity,
        '',
        ' ',
        'x'.repeat(5_000),
        [],
        {},
        true,
      ),
      fc.constantFrom<unknown>(
        '__proto__',
        'a\u0000b',
        'two\nlines',
        '2027-02-30',
        '25:00',
        new Date(0),
        10n,
      ),
      fc.jsonValue({ maxDepth: 2 }),
    );
    const tried = { passed: 0, refused: 0 };
    fc.assert(
      fc.property(fc.nat(samples.length - 1), fc.nat(), put, fc.boolean(), (at, pick, value, asName) => {
        const [key, shape, data] = samples[at]!;
        const hurt = hurtSomewhere(data, pick, value, asName);
        const fits = shape.fits(hurt);
        tried[fits ? 'passed' : 'refused'] += 1;
        if (fits) expect([key, hurt, holds(shape, hurt)]).toEqual([key, hurt, true]);
      }),
      { numRuns: 3_000, seed: 4 },
    );
    expect(Math.min(tried.passed, tried.refused)).toBeGreaterThan(150);
  });
});

/** A copy with one of all its values replaced, or a field added beside one. */
function hurtSomewhere(data: unknown, pick: number, value: unknown, asName: boolean): unknown {
  const copy = structuredClone(data);
  const places: [Record<string, unknown>, string][] = [];
  const walk = (each: unknown): void => {
    if (typeof each !== 'object' || each === null) return;
    for (const name of Object.keys(each)) {
      places.push([each as Record<string, unknown>, name]);
      walk((each as Record<string, unknown>)[name]);
    }
  };
  walk(copy);
  const [parent, name] = places[pick % places.length]!;
  if (asName && !Array.isArray(parent)) parent[typeof value === 'string' ? value : 'extra'] = parent[name];
  else parent[name] = value;
  return copy;
}
