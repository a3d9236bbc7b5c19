import { expect, test } from 'vitest';
import { KINDS, type KindTable, type RecordKind } from '../src/core/files';
import { id, list, object, whole } from '../src/core/shape';
import { seeded } from '../src/core/seeded';
import { changesOf, type Edit } from '../src/store/changes';
import { Journal } from '../src/store/journal';
import { FaultyKv, sharedTabs } from '../src/store/test-kv';
import { largeRecords } from './large-records';

/** A kind that comes later, and what a year of it is in the large studio. */
const kinds: KindTable = {
  ...KINDS,
  practice: {
    plural: 'practice',
    shape: object({ id, studentId: id, minutes: whole(0, 720), pieces: list(id, 20) }),
    home: { owner: 'student', ownerId: (data) => (data as unknown as { studentId: string }).studentId },
    names: ['piece'],
  },
};
const ENTRIES = 250;
const middle = (all: readonly number[]) => [...all].sort((a, b) => a - b)[all.length >> 1] ?? NaN;
const timed = async (work: () => Promise<unknown>) => {
  const since = performance.now();
  await work();
  return performance.now() - since;
};

test('practice entries with a shape of a later kind in the large studio: opening, and one more entry', async () => {
  const random = seeded(5);
  const records = largeRecords({ students: 200, levels: 120, pieces: 5_000, sheets: 62, lessons: 12 });
  const students = records.filter(({ kind }) => kind === 'student').map((record) => record.id);
  let revision = 0;
  const entry = (studentId: string, at: number): Edit => ({
    kind: 'practice' as RecordKind,
    data: { id: `${studentId}-${at}`, studentId, minutes: Math.floor(random() * 60), pieces: [] } as never,
  });
  const opened = async (kv: FaultyKv) => {
    const journal = new Journal(kv, sharedTabs()(), undefined, '', kinds);
    await journal.open();
    return journal;
  };
  const given = (journal: Journal, edits: readonly Edit[]) =>
    journal.commit('practice', (all) => changesOf(all, edits, () => `r${(revision += 1)}`, kinds));
  const kv = new FaultyKv();
  const journal = await opened(kv);
  await journal.commit('taken in', () =>
    records.map((after) => ({ key: `${after.kind}/${after.id}`, before: null, after })),
  );
  await journal.settled();
  const without = middle(await each(5, () => timed(() => opened(kv))));
  await given(
    journal,
    students.flatMap((name) => Array.from({ length: ENTRIES }, (_, at) => entry(name, at))),
  );
  await journal.settled();
  const raw = middle(await each(5, () => timed(() => kv.all('binders'))));
  const reopened = middle(await each(5, () => timed(() => opened(kv))));
  const again = await opened(kv);
  expect([...again.state.records.keys()].filter((key) => key.startsWith('practice/'))).toHaveLength(
    students.length * ENTRIES,
  );
  const one = middle(
    await each(9, async (round) => {
      const took = await timed(() => given(again, [entry(students[round] ?? '', ENTRIES + round)]));
      await again.settled();
      return took;
    }),
  );
  const write = middle(await each(9, (round) => timed(() => kv.set('journal', `raw${round}`, { round }))));
  console.log(
    `${(students.length * ENTRIES).toLocaleString('en')} practice entries of a kind added in the bench, in memory: opening ${reopened.toFixed(0)} ms (${without.toFixed(0)} without them), ${(reopened / raw).toFixed(2)} times the raw read of ${raw.toFixed(0)} ms; one more entry acknowledged in ${one.toFixed(2)} ms (a bare write ${write.toFixed(3)} ms)`,
  );
}, 300_000);

async function each<T>(count: number, work: (round: number) => Promise<T>): Promise<T[]> {
  const all: T[] = [];
  for (let round = 0; round < count; round += 1) all.push(await work(round));
  return all;
}
