import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';
import { textId, type StoredRecord } from '@/core/files';
import { changesOf } from './changes';
import { Journal } from './journal';
import { takeOver } from './take-over';
import { FaultyKv, sharedTabs } from './test-kv';

type Row = [string, unknown];
/** A database of rows as the program before kept it. */
const keptRows = (name: string): Row[] =>
  JSON.parse(
    gunzipSync(readFileSync(new URL(`./kept/${name}.json.gz`, import.meta.url))).toString(),
  ) as Row[];
const demo = keptRows('demo-rows');

/** A few records of each binder and the last entries: enough to be cut short at every step. */
const few = ((): Row[] => {
  const count = new Map<string, number>();
  const records = demo.filter(([key]) => {
    const [area = '', kind = ''] = key.split('/');
    const seen = (count.get(kind) ?? 0) + 1;
    count.set(kind, seen);
    return area === 'r' && (kind === 'student' || kind === 'closure' || (kind !== 'set' && seen <= 3));
  });
  const entries = demo.filter(([key]) => key.startsWith('j/') && key !== 'j/0000000001');
  return [...records, ...entries, ['m/base', 2]];
})();

const rowsOf = (all: readonly Row[]) => {
  const rows = { left: [...all], all: () => Promise.resolve(rows.left), clear: () => Promise.resolve() };
  rows.clear = () => {
    rows.left = [];
    return Promise.resolve();
  };
  return rows;
};
const none = () => Promise.resolve();
async function opened(kv: FaultyKv) {
  const journal = new Journal(kv, sharedTabs()(), undefined, 'a tab');
  await journal.open();
  return journal;
}
const sorted = (records: Iterable<StoredRecord>) =>
  [...records].sort((a, b) => (`${a.kind}/${a.id}` < `${b.kind}/${b.id}` ? -1 : 1));

async function takenOver(rows: readonly Row[]) {
  const kv = new FaultyKv();
  const snapshots: (readonly StoredRecord[])[] = [];
  await takeOver(rowsOf(rows), kv, (records) => {
    snapshots.push(records);
    return Promise.resolve();
  });
  return { kv, journal: await opened(kv), snapshots };
}

describe('a kept demo of the form before', () => {
  test('comes over whole: what was acknowledged but not applied, what was removed, what was damaged, the texts', async () => {
    const { kv, journal, snapshots } = await takenOver(demo);
    const { records, aside, seq } = journal.state;
    expect(records.get('student/orla')?.data).toMatchObject({ notes: 'Acknowledged, not yet applied.' });
    expect(records.get('sheet/kept-sheet')?.data).toMatchObject({ marks: { notes: 5 } });
    expect(aside.map((each) => each.key)).toEqual(['student/hurt']);
    expect(seq).toBe(4);
    const rows = demo.filter(([key]) => key.startsWith('r/') && key !== 'r/student/hurt');
    expect(records.size).toBe(rows.length);
    for (const [key, row] of rows) {
      const { data } = records.get(key.slice(2)) ?? {};
      const before = (row as StoredRecord).data as { xml?: string };
      if (before.xml === undefined) {
        if (key !== 'r/student/orla') expect(data).toEqual(before);
      } else {
        const { xml, ...rest } = before;
        expect(data).toEqual({ ...rest, textId: textId(xml) });
        expect(await journal.attached(textId(xml))).toBe(xml);
      }
    }
    expect(sorted(snapshots[0] ?? [])).toEqual(sorted(records.values()));
    expect(JSON.stringify([...kv.data].filter(([key]) => !key.startsWith('attached/')))).not.toContain(
      '<score',
    );
  });

  test('its journal comes along, and edits go on from its numbers', async () => {
    const { kv, journal } = await takenOver(demo);
    expect(journal.state.noted.map(({ action }) => action)).toEqual([
      'lay out the demo',
      'give a mark',
      'remove a closure',
      'save Orla',
    ]);
    expect((await journal.entry(4))?.changes[0]).toMatchObject({ key: 'student/orla' });
    await journal.commit('edit', (all) => changesOf(all, [{ kind: 'closure', remove: 'x' }], () => 'r'));
    await journal.commit('edit', (all) => changesOf(all, [{ kind: 'student', remove: 'jonah' }], () => 'r'));
    await journal.settled();
    const again = await opened(new FaultyKv(kv.data));
    expect(again.state.seq).toBe(5);
    expect(again.state.records.has('student/jonah')).toBe(false);
  });

  test.each([
    ['before the step is done', false],
    ['just after it is done', true],
  ])(
    'killed at every step, %s: the next start has everything, once',
    async (_, doneFirst) => {
      const whole = await takenOver(few);
      const healthy = new FaultyKv();
      await takeOver(rowsOf(few), healthy, none);
      expect(healthy.steps).toBeGreaterThan(20);
      for (let failAt = 1; failAt <= healthy.steps; failAt += 1) {
        const kv = new FaultyKv(new Map(), failAt, doneFirst);
        const rows = rowsOf(few);
        await takeOver(rows, kv, none).catch(() => undefined);
        // The rows go only after everything stands, so the next start finds them.
        expect(rows.left).toHaveLength(few.length);
        const next = new FaultyKv(kv.data);
        expect(await takeOver(rows, next, none)).toEqual([]);
        const journal = await opened(next);
        expect(sorted(journal.state.records.values())).toEqual(sorted(whole.journal.state.records.values()));
        expect(journal.state.aside).toHaveLength(1);
        expect(journal.state.seq).toBe(4);
      }
    },
    60_000,
  );

  test('what a page of the program before kept afterwards is brought as changes, and nothing else', async () => {
    const { kv } = await takenOver(demo);
    const orla = demo.find(([key]) => key === 'r/student/orla')?.[1] as StoredRecord;
    const after = { ...orla, revs: [...orla.revs, 'late'], data: { ...orla.data, notes: 'late' } };
    const late = { seq: 5, action: 'save Orla', changes: [{ key: 'student/orla', before: orla, after }] };
    const rows = rowsOf([
      ['r/student/orla', after],
      ['j/0000000005', { ...late, applied: true }],
    ]);
    expect(await takeOver(rows, new FaultyKv(kv.data), none)).toEqual([
      { key: 'student/orla', before: null, after },
    ]);
    expect(await takeOver(rowsOf([]), new FaultyKv(kv.data), none)).toEqual([]);
  });
});

test('a kept studio of 20,000 records comes over whole, in a few hundred binders', async () => {
  const rows = keptRows('large-rows');
  const { kv, journal } = await takenOver(rows);
  const { records, aside } = journal.state;
  expect(aside).toEqual([]);
  const kept = rows.filter(([key]) => key.startsWith('r/'));
  expect(records.size).toBe(kept.length);
  for (const [key, row] of kept) expect(records.get(key.slice(2))).toEqual(row);
  const binders = [...kv.data.keys()].filter((key) => key.startsWith('binders/'));
  expect(binders.length).toBeLessThan(300);
}, 60_000);
