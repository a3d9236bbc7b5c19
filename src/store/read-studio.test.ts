import fc from 'fast-check';
import { expect, test } from 'vitest';
import { NO_STUDIO, ownedBy, KINDS, withRecords, type NowStands } from '@/core/files';
import { changesOf } from './changes';
import { HEAD } from './entry';
import { Journal } from './journal';
import type { Kv } from './kv';
import { readStudio } from './read-studio';
import { FaultyKv, sharedTabs } from './test-kv';

let counter = 0;
const rev = () => `rev${(counter += 1)}`;
const closure = (id: string, name: string) => ({
  kind: 'closure' as const,
  data: { id, name, from: '2027-02-15', to: '2027-02-21', stops: 'lessons' },
});

/** The same store where the writer is slow to come to the binders and the reader slow to come to the entries. */
function slow(kv: Kv, ticks: number): Kv {
  const wait = async () => {
    for (let n = 0; n < ticks; n += 1) await Promise.resolve();
  };
  return {
    ...kv,
    set: async (area, key, value) => {
      if (area === 'binders') await wait();
      await kv.set(area, key, value);
    },
    remove: async (area, key) => {
      if (area === 'binders') await wait();
      await kv.remove(area, key);
    },
    get: async (area, key) => {
      if (area === 'journal' && key !== HEAD) await wait();
      return kv.get(area, key);
    },
  };
}

test('a studio read while it is written to, with the changes told since, is the studio', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.record({
          id: fc.constantFrom('a', 'b', 'c'),
          name: fc.constantFrom('x', 'y', 'z'),
          how: fc.constantFrom('edit', 'edit', 'remove', 'erase'),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      fc.nat(60),
      fc.nat(11),
      fc.nat(40),
      fc.nat(60),
      async (steps, steady, begin, writing, looking) => {
        const kv = new FaultyKv();
        const fed: (readonly NowStands[])[] = [];
        const journal: Journal = new Journal(slow(kv, writing), sharedTabs()(), (keys) => {
          if (keys !== 'all')
            fed.push(
              keys.map(
                (key) =>
                  journal.state.records.get(key) ?? {
                    kind: 'closure',
                    id: key.split('/')[1] ?? '',
                    data: null,
                  },
              ),
            );
        });
        await journal.open();
        let reading: Promise<unknown> = Promise.resolve();
        let told = 0;
        let read = NO_STUDIO;
        for (const [at, { id, name, how }] of steps.entries()) {
          const key = `closure/${id}`;
          const kept =
            how === 'erase'
              ? journal.commit(
                  how,
                  (records) =>
                    ownedBy(key, KINDS, records).map((each) => ({ key: each, before: null, after: null })),
                  { purge: true },
                )
              : journal.commit(how, (records) =>
                  changesOf(
                    records,
                    [how === 'edit' ? closure(id, name) : { kind: 'closure', remove: id }],
                    rev,
                  ),
                );
          if (at === begin % steps.length) {
            // The worker starts somewhere in the middle of a write, and hears of what is kept from then on.
            for (let n = 0; n < steady; n += 1) await Promise.resolve();
            told = fed.length;
            reading = readStudio(slow(kv, looking)).then((studio) => {
              read = studio;
            });
          }
          await kept;
        }
        await reading;
        for (const changes of fed.slice(told)) read = withRecords(read, changes);
        const expected = withRecords(NO_STUDIO, journal.state.records.values());
        expect(new Map([...read.closures].sort())).toEqual(new Map([...expected.closures].sort()));
      },
    ),
    { numRuns: 600 },
  );
});
