import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { NO_STUDIO, withRecords, type StoredRecord } from '@/core/files';
import type { Kv } from './kv';
import { problemsIn } from './problems-in';
import { changesOf, reverse, type Edit } from './changes';
import { Journal } from './journal';
import { FaultyKv, sharedTabs } from './test-kv';

let counter = 0;
const rev = () => `rev${(counter += 1)}`;
const closure = (id: string, name: string): Edit => {
  const data = { id, name, from: '2027-02-15', to: '2027-02-21', stops: 'lessons' };
  return { kind: 'closure', data };
};
const nameOf = (records: ReadonlyMap<string, StoredRecord>, id: string) =>
  ((records.get(`closure/${id}`) ?? records.get(`student/${id}`))?.data as { name?: string } | undefined)
    ?.name;

async function opened(kv: Kv, tabs = sharedTabs()) {
  const journal = new Journal(kv, tabs());
  await journal.open();
  return journal;
}
/** An edit, and what is written after it was acknowledged. */
async function edit(journal: Journal, edits: readonly Edit[]) {
  const entry = await journal.commit('edit', (records) => changesOf(records, edits, rev));
  await journal.settled();
  return entry;
}

const student = (id: string, name: string): Edit => {
  const bare = { slot: { kind: 'none' }, sharesWith: null, birthDate: null, reachSemitones: null };
  const none = { levelsHeld: [], schoolYear: null, archivedOn: null, minutesByWeekday: Array(7).fill(0) };
  const data = { id, name, instrument: 'flute', ...bare, ...none };
  return { kind: 'student', data };
};
/** Records in two binders, written together. */
const spread = (name: string) => [closure('a', name), student('b', name)];

/** A pair of records is always written together: half an action would show as two different names. */
const pair = (name: string) => [closure('a', name), closure('b', name)];
const namesOf = (journal: Journal) => [
  nameOf(journal.state.records, 'a'),
  nameOf(journal.state.records, 'b'),
];

describe('a fault at every step of the write path', () => {
  test.each([
    ['before the step is done, alone', false, false],
    ['before the step is done, others in between', false, true],
    ['just after it is done, alone', true, false],
    ['just after it is done, others in between', true, true],
  ])(
    '%s: acknowledged edits are there after a restart, and none is half there',
    async (_, doneFirst, isShared) => {
      const EDITS = [
        spread('first'),
        spread('second'),
        [closure('a', 'third'), { kind: 'student', remove: 'b' }, closure('c', 'third')],
      ] as const;
      /** How many edits a tab acknowledges; a dead one says no more. */
      const acknowledgedBy = async (kv: FaultyKv, edits: readonly (readonly Edit[])[]) => {
        const tabs = sharedTabs();
        const journal = await opened(kv, tabs);
        let acknowledged = 0;
        for (const each of edits) {
          // Another tab has the turn, and so this one looks at what it did.
          if (isShared) await tabs()(() => Promise.resolve());
          if (!(await edit(journal, each).catch(() => null))) break;
          acknowledged += 1;
        }
        return acknowledged;
      };
      const healthy = new FaultyKv();
      await acknowledgedBy(healthy, EDITS.slice(0, 1));
      const setUp = healthy.steps;
      const whole = new FaultyKv();
      expect(await acknowledgedBy(whole, EDITS)).toBe(3);
      const steps = whole.steps;
      expect(steps).toBe(setUp + 8 + (isShared ? 4 : 0));

      for (let failAt = setUp + 1; failAt <= steps; failAt += 1) {
        const kv = new FaultyKv(new Map(), failAt, doneFirst);
        const acknowledged = await acknowledgedBy(kv, EDITS);
        const after = await opened(new FaultyKv(kv.data));
        const [a, b] = namesOf(after);
        const c = nameOf(after.state.records, 'c');
        const states: Record<string, number> = { 'first/first/': 1, 'second/second/': 2, 'third//third': 3 };
        const state = states[`${a ?? ''}/${b ?? ''}/${c ?? ''}`];
        expect(state, `failed at ${failAt}: ${a} ${b} ${c}`).toBeGreaterThanOrEqual(acknowledged);
        // And the start after that finds the same: the replay is finished, not repeated over newer edits.
        await edit(after, [closure('a', 'later')]);
        const again = await opened(new FaultyKv(kv.data));
        expect(nameOf(again.state.records, 'a')).toBe('later');
      }
    },
  );
});

test('two tabs, 200 interleaved edits: none is lost, and both see the same', async () => {
  const data = new Map<string, unknown>();
  const tabs = sharedTabs();
  const [one, two] = [await opened(new FaultyKv(data), tabs), await opened(new FaultyKv(data), tabs)];
  const add = (journal: Journal, mark: string) =>
    journal.commit('append', (records) =>
      changesOf(
        records,
        [closure('log', `${nameOf(records, 'log') ?? ''}${mark}`.slice(-120)), closure(mark, mark)],
        rev,
      ),
    );
  await Promise.all(Array.from({ length: 200 }, (_, at) => add(at % 2 === 0 ? one : two, `e${at}`)));
  await Promise.all([one.refresh(), two.refresh()]);
  expect(one.state.records.size).toBe(201);
  expect([...one.state.records].sort()).toEqual([...two.state.records].sort());
  expect((await opened(new FaultyKv(data))).state.records.size).toBe(201);
});

test('a full disk: the edit is refused, nothing of it is in force, and the next one works', async () => {
  const kv = new FaultyKv();
  const journal = await opened(kv);
  await edit(journal, pair('kept'));
  const set = kv.set;
  kv.set = () => Promise.reject(new DOMException('full', 'QuotaExceededError'));
  await expect(edit(journal, pair('lost'))).rejects.toThrow('full');
  expect(namesOf(journal)).toEqual(['kept', 'kept']);
  kv.set = set;
  await edit(journal, pair('again'));
  expect(namesOf(await opened(new FaultyKv(kv.data)))).toEqual(['again', 'again']);
});

test('a disk that fills between the journal and the binders keeps the acknowledged edit', async () => {
  const kv = new FaultyKv();
  const journal = await opened(kv);
  const set = kv.set;
  kv.set = (area, key, value) =>
    area === 'binders' ? Promise.reject(new Error('quota')) : set(area, key, value);
  await edit(journal, pair('acknowledged'));
  kv.set = set;
  expect(namesOf(await opened(new FaultyKv(kv.data)))).toEqual(['acknowledged', 'acknowledged']);
});

describe('damaged by hand', () => {
  const damaged = async (records: readonly unknown[]) => {
    const kv = new FaultyKv();
    await edit(await opened(kv), pair('good'));
    const binder = kv.data.get('binders/studio') as { records: unknown[] };
    kv.data.set('binders/studio', { records: [...binder.records.slice(1), ...records] });
    return kv;
  };
  const hurt = { kind: 'closure', id: 'a', v: 1, revs: ['x'], data: { id: 'a', name: 7 } };
  test.each<[string, unknown, string]>([
    ['not a record at all', 'words', 'studio'],
    ['null', null, 'studio'],
    ['of a kind nobody knows', { ...hurt, kind: 'tuba' }, 'tuba/a'],
    ['of a later version', { ...hurt, v: 99 }, 'closure/a'],
    ['under another id', { ...hurt, data: { id: 'b' } }, 'closure/a'],
  ])('a value %s is set aside as the studio opens, and stays in its binder', async (_, value, key) => {
    const kv = await damaged([value]);
    const journal = await opened(new FaultyKv(kv.data));
    expect(nameOf(journal.state.records, 'b')).toBe('good');
    expect(journal.state.aside.map((each) => each.key)).toEqual([key]);
    await edit(journal, [closure('c', 'later')]);
    const binder = kv.data.get('binders/studio') as { records: unknown[]; aside: unknown[] };
    expect(binder.aside).toEqual([value]);
    expect(binder.records).toHaveLength(2);
  });
  test('data that does not hold opens, and is set aside by the check of all data', async () => {
    const kv = await damaged([hurt]);
    const journal = await opened(new FaultyKv(kv.data));
    expect(journal.state.records.has('closure/a')).toBe(true);
    const found = problemsIn([...journal.state.records.values()]);
    expect(found.map((each) => each.key)).toEqual(['closure/a']);
    journal.setAside(found);
    expect([...journal.state.records.keys()]).toEqual(['closure/b']);
    await edit(journal, [closure('c', 'later')]);
    const again = await opened(new FaultyKv(kv.data));
    expect(again.state.aside.map((each) => each.value)).toEqual([hurt]);
  });
  test.each([null, 'text', [], {}, { records: 'none' }])(
    'a binder that is %j stays as it is',
    async (value) => {
      const kv = await damaged([]);
      kv.data.set('binders/student/orla', value);
      const journal = await opened(new FaultyKv(kv.data));
      expect(journal.state.aside.map((each) => each.key)).toEqual(['student/orla']);
      await edit(journal, [closure('c', 'later')]);
      await edit(journal, [student('orla', 'Orla')]);
      expect(kv.data.get('binders/student/orla')).toMatchObject({
        records: [{ id: 'orla' }],
        aside: [value],
      });
    },
  );
});

describe('an entry of the journal damaged by hand', () => {
  const key = (seq: number) => String(seq).padStart(10, '0');
  test.each<[string, string, unknown]>([
    ['a change that is none', key(2), { seq: 2, action: 'x', changes: [null], applied: false }],
    ['a change without a key', key(2), { seq: 2, action: 'x', changes: [{ after: {} }], applied: false }],
    ['no list of changes', key(2), { seq: 2, action: 'x', changes: 'all', applied: false }],
    ['another number than its key', key(2), { seq: 7, action: 'x', changes: [], applied: false }],
    [
      'a number beyond all measure',
      '9007199254740993',
      { seq: Number('9007199254740993'), changes: [], applied: true },
    ],
    ['a number far ahead', key(9_000_000), { seq: 9_000_000, changes: [], applied: false }],
    ['nothing at all', key(2), null],
  ])('%s is set aside; what stands in the others opens, and edits go on', async (_, at, value) => {
    const kv = new FaultyKv();
    await edit(await opened(kv), pair('good'));
    kv.data.set(`journal/${at}`, value);
    const journal = await opened(new FaultyKv(kv.data));
    expect(namesOf(journal)).toEqual(['good', 'good']);
    expect(journal.state.aside.map((each) => each.key)).toEqual([`journal/${at}`]);
    await edit(journal, pair('later'));
    expect(journal.state.seq).toBeLessThan(10);
    const again = await opened(new FaultyKv(kv.data));
    expect(namesOf(again)).toEqual(['later', 'later']);
    expect(kv.data.get(`journal/${at}`)).toEqual(value);
  });
  test('a base beyond all measure is passed over, and a tab that is open goes on past a bad entry', async () => {
    const data = new Map<string, unknown>();
    const tabs = sharedTabs();
    const one = await opened(new FaultyKv(data), tabs);
    await edit(one, pair('first'));
    data.set('journal/head', { base: 1e300, applied: -1, noted: [7] });
    const two = await opened(new FaultyKv(data), tabs);
    expect(two.state.seq).toBe(1);
    await tabs()(() => Promise.resolve(void data.set(`journal/${key(2)}`, { seq: 2, changes: [null] })));
    await edit(two, pair('second'));
    await one.refresh();
    expect(namesOf(one)).toEqual(['second', 'second']);
    expect(data.get(`journal/${key(2)}`)).toEqual({ seq: 2, changes: [null] });
  });
});

describe('undo', () => {
  test('takes an action back, and back again', async () => {
    const journal = await opened(new FaultyKv());
    await edit(journal, pair('before'));
    const done = await edit(journal, pair('after'));
    const back = await journal.commit('undo', (records) => {
      const changes = reverse(records, done?.changes ?? [], rev);
      return changes === 'changed' ? [] : changes;
    });
    expect(namesOf(journal)).toEqual(['before', 'before']);
    await journal.commit('redo', (records) => {
      const changes = reverse(records, back?.changes ?? [], rev);
      return changes === 'changed' ? [] : changes;
    });
    expect(namesOf(journal)).toEqual(['after', 'after']);
  });

  test('refuses where another tab has since changed the same record', async () => {
    const data = new Map<string, unknown>();
    const tabs = sharedTabs();
    const [one, two] = [await opened(new FaultyKv(data), tabs), await opened(new FaultyKv(data), tabs)];
    const done = await edit(one, pair('mine'));
    await edit(two, [closure('b', 'theirs')]);
    await one.refresh();
    expect(reverse(one.state.records, done?.changes ?? [], rev)).toBe('changed');
  });
});

test('what is erased for good is nowhere in the store, and late tabs notice', async () => {
  const data = new Map<string, unknown>();
  const tabs = sharedTabs();
  const [one, late] = [await opened(new FaultyKv(data), tabs), await opened(new FaultyKv(data), tabs)];
  await edit(one, pair('Secretname'));
  await late.refresh();
  await edit(one, [closure('b', 'kept')]);
  await one.commit('erase', () => [{ key: 'closure/a', before: null, after: null }], { purge: true });
  expect(JSON.stringify([...data])).not.toContain('Secretname');
  await late.refresh();
  expect(namesOf(late)).toEqual([undefined, 'kept']);
  await edit(late, [closure('d', 'new')]);
  await one.refresh();
  expect(nameOf(one.state.records, 'd')).toBe('new');
});

test('a tab that wakes after an erasure reads everything anew, and a kind left empty is empty there', async () => {
  const data = new Map<string, unknown>();
  const tabs = sharedTabs();
  const one = await opened(new FaultyKv(data), tabs);
  await edit(one, [closure('only', 'x')]);
  let shown = NO_STUDIO;
  const late: Journal = new Journal(new FaultyKv(data), tabs(), (keys) => {
    const { records } = late.state;
    if (keys === 'all') shown = withRecords(NO_STUDIO, records.values());
  });
  await late.open();
  expect(shown.closures.size).toBe(1);
  await one.commit('erase', () => [{ key: 'closure/only', before: null, after: null }], { purge: true });
  await late.refresh();
  expect(shown.closures.size).toBe(0);
});

test('any sequence of edits opens again as it was left, whatever was pruned', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.option(fc.string({ minLength: 1, maxLength: 5 }))),
        {
          maxLength: 30,
        },
      ),
      async (edits) => {
        const kv = new FaultyKv();
        const journal = await opened(kv);
        for (const [id, name] of edits)
          await edit(journal, [name === null ? { kind: 'closure', remove: id } : closure(id, name)]);
        const again = await opened(new FaultyKv(kv.data));
        expect([...again.state.records].sort()).toEqual([...journal.state.records].sort());
        expect(again.state.seq).toBe(journal.state.seq);
      },
    ),
    { numRuns: 60, seed: 11 },
  );
});
