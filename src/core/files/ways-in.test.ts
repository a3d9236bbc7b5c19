import { describe, expect, test } from 'vitest';
import fairlead from '../../demo/fairlead-winds-2027.json';
import demo from '../../demo/studio.json';
import { checkRule, type Entry } from '../requirements';
import { valueAt } from '../value-at';
import { previewMerge } from './merge';
import { currentVersion, readRecord, validateData, type StoredRecord } from './records';
import type { RecordKind } from './kinds';
import { parseRequirementFile } from './requirement-file';
import { checksumOf, parseStudioFile } from './studio-file';
import { problemsOfRecord } from './whole-check';

const recordOf = (kind: RecordKind, data: { id: string }): StoredRecord => ({
  kind,
  id: data.id,
  v: currentVersion(kind),
  revs: ['r1'],
  data,
});
/** A studio file of records as they stand, its checksum right. */
const fileOf = (records: readonly StoredRecord[]) =>
  JSON.stringify({
    format: 'formal-stave-studio',
    version: 1,
    exportedOn: '2027-01-20',
    checksum: checksumOf(records),
    records,
  });
const ofDemo = (kind: RecordKind) => structuredClone(demo.find((each) => each.kind === kind)!.data) as never;
const set = fairlead.set;

describe('what a kind asks of its data is asked on every way in', () => {
  const level = set.levels[0]!;
  test.each<[string, RecordKind, object, string]>([
    [
      'a level that names no scheme',
      'set',
      { ...set, levels: [{ ...level, schemeId: 'none' }] },
      '/levels/0/schemeId',
    ],
    [
      'an edition that ends before it begins',
      'set',
      { ...set, edition: { ...set.edition, to: '2001-01-01' } },
      '/edition/to',
    ],
    ['a level twice', 'set', { ...set, levels: [level, level] }, '/levels'],
    [
      'a closure that ends before it begins',
      'closure',
      { ...(ofDemo('closure') as object), to: '2001-01-01' },
      '/to',
    ],
    [
      'a part twice',
      'piece',
      { ...fairlead.pieces[0]!, parts: ['1', '1'].map((name) => ({ name, demands: [] })) },
      '/parts/1/name',
    ],
    [
      'a sheet that supersedes itself',
      'sheet',
      { ...(ofDemo('sheet') as { id: string }), supersedes: (ofDemo('sheet') as { id: string }).id },
      '/supersedes',
    ],
  ])('%s', (_, kind, data, pointer) => {
    const places = (why: unknown) => (why as { pointer: string }[]).map((each) => each.pointer);
    const edited = validateData(kind, data);
    expect(edited.ok ? [] : places(edited.why)).toContain(pointer);
    const record = recordOf(kind, data as never);
    const kept = readRecord(record);
    expect(kept.ok ? [] : places(kept.why)).toContain(`/data${pointer}`);
    const file = parseStudioFile(fileOf([record]));
    expect(file.ok ? [] : places(file.why)).toContain(`/records/0/data${pointer}`);
  });
  test('skills of one’s own in a circle: in a file, and in the whole check of a studio', () => {
    const record = recordOf('settings', {
      ...(ofDemo('settings') as object),
      ownSkills: [
        { id: 'x', name: 'x', family: 'general', needs: [['y']], stage: 3 },
        { id: 'y', name: 'y', family: 'general', needs: [['x']], stage: 3 },
      ],
    } as never);
    expect(problemsOfRecord(record).map(({ pointer }) => pointer)).toContain('/data/ownSkills');
    const file = parseStudioFile(fileOf([record]));
    expect(file.ok ? [] : file.why.map(({ pointer }) => pointer)).toContain('/records/0/data/ownSkills');
  });
  test('a set whose piece was deleted still opens', () => {
    expect(readRecord(recordOf('set', set as never)).ok).toBe(true);
  });
});

const INHERITED = [...Object.getOwnPropertyNames(Object.prototype), 'prototype'];
describe('names of Object.prototype', () => {
  test.each(INHERITED)('%s is no id, in a record, a studio file or a requirement file', (name) => {
    const text = JSON.stringify(set).replaceAll('"1"', JSON.stringify(name));
    expect(text).not.toBe(JSON.stringify(set));
    const data = JSON.parse(text) as never;
    expect(readRecord(recordOf('set', data)).ok).toBe(false);
    expect(parseStudioFile(fileOf([recordOf('set', data)])).ok).toBe(false);
    expect(parseRequirementFile(JSON.stringify({ ...fairlead, set: data })).ok).toBe(false);
    const goal = ofDemo('goal') as { programme: object };
    expect(
      validateData('goal', { ...goal, programme: JSON.parse(`{${JSON.stringify(name)}:[]}`) as object }).ok,
    ).toBe(false);
  });
  test.each(INHERITED)('a fact called %s that nobody stated is not stated', (name) => {
    expect(valueAt({}, name)).toBeUndefined();
    const entry = { facts: {}, conditions: {}, waivers: [] } as unknown as Entry;
    expect(checkRule({ id: 'r', kind: 'entry fact', fact: name }, entry).status).not.toBe('met');
    expect(checkRule({ id: 'r', kind: 'condition', topic: name, allows: null }, entry).status).not.toBe(
      'met',
    );
  });
});

test('equal data whose fields stand in another order is no conflict', () => {
  const mine = recordOf('closure', ofDemo('closure'));
  const turned = Object.fromEntries(Object.entries(mine.data).reverse()) as { id: string };
  const theirs = { ...mine, revs: ['other'], data: turned };
  expect(JSON.stringify(turned)).not.toBe(JSON.stringify(mine.data));
  expect(previewMerge([mine], [theirs])).toMatchObject({ same: 1, conflicts: [], update: [] });
});
