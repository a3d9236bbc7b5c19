import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { StoredRecord } from '@/core/files';
import { changesOf, reverse, type Edit } from './changes';
import { stacksOf } from './history';
import { Journal } from './journal';
import { FaultyKv, sharedTabs } from './test-kv';

let counter = 0;
const rev = () => `rev${(counter += 1)}`;
const closure = (id: string, name: string): Edit => {
  const data = { id, name, from: '2027-02-15', to: '2027-02-21', stops: 'lessons' };
  return { kind: 'closure', data };
};

/** A tab: edits, undo and redo as the store does them, and a fresh start of it. */
async function tab(kv: FaultyKv, open: ReturnType<typeof sharedTabs>, id: string) {
  let journal = new Journal(kv, open(), undefined, id);
  await journal.open();
  const stacks = () => stacksOf(journal.state.noted, id);
  return {
    edit: (edits: readonly Edit[]) =>
      journal.commit('edit', (records) => changesOf(records, edits, rev)).then((entry) => entry !== null),
    /** Whether it was done; null where there is nothing, or another tab is in the way. */
    turn: async (way: 'undo' | 'redo') => {
      const step = (way === 'undo' ? stacks().done : stacks().undone).at(-1);
      const entry = step && (await journal.entry(step.seq));
      if (!entry) return false;
      const made = await journal.commit(
        way,
        (records) => {
          const back = reverse(records, entry.changes, rev);
          return back === 'changed' ? [] : back;
        },
        { turn: { way, of: entry.seq } },
      );
      return made !== null;
    },
    reload: async () => {
      await journal.settled();
      journal = new Journal(kv, open(), undefined, id);
      await journal.open();
    },
    refresh: () => journal.refresh(),
    names: () =>
      [...journal.state.records.values()]
        .map((record: StoredRecord) => `${record.id} ${(record.data as unknown as { name: string }).name}`)
        .sort(),
    stacks,
  };
}

const step = fc.record({
  by: fc.constantFrom(0, 1),
  id: fc.constantFrom('a', 'b', 'c'),
  name: fc.option(fc.string({ minLength: 1, maxLength: 4, unit: fc.constantFrom('x', 'y', 'z') })),
  reload: fc.boolean(),
});

describe('undo from the journal', () => {
  test('n edits of two tabs are taken back by n undos of each and brought again by n redos, over reloads', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 25 }), async (steps) => {
        const kv = new FaultyKv();
        const open = sharedTabs();
        const tabs = [await tab(kv, open, 'one'), await tab(kv, open, 'two')] as const;
        const made = [0, 0];
        for (const { by, id, name, reload } of steps) {
          const at = by === 0 ? 0 : 1;
          // Each tab has records of its own: what is of the other is in nobody's way.
          const own = `${id}${at}`;
          const done = await tabs[at].edit([
            name === null ? { kind: 'closure', remove: own } : closure(own, name),
          ]);
          if (done) made[at] = (made[at] ?? 0) + 1;
          if (reload) await tabs[at].reload();
        }
        await tabs[0].refresh();
        const after = tabs[0].names();
        for (const at of [0, 1] as const) {
          for (let n = 0; n < (made[at] ?? 0); n += 1) {
            expect(await tabs[at].turn('undo')).toBe(true);
            if (n % 3 === 0) await tabs[at].reload();
          }
          expect(await tabs[at].turn('undo')).toBe(false);
        }
        await tabs[0].refresh();
        expect(tabs[0].names()).toEqual([]);
        for (const at of [1, 0] as const) {
          for (let n = 0; n < (made[at] ?? 0); n += 1) {
            expect(await tabs[at].turn('redo')).toBe(true);
            if (n % 4 === 0) await tabs[at].reload();
          }
          expect(await tabs[at].turn('redo')).toBe(false);
        }
        await tabs[0].refresh();
        expect(tabs[0].names()).toEqual(after);
      }),
      { numRuns: 60, seed: 7 },
    );
  });

  test('any undo, redo and edit leaves the stacks of a model that keeps them in memory', async () => {
    const act = fc.constantFrom('edit', 'undo', 'redo');
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 30 }), async (acts) => {
        const one = await tab(new FaultyKv(), sharedTabs(), 'one');
        const states: string[][] = [[]];
        let at = 0;
        for (const [n, each] of acts.entries()) {
          if (each === 'edit') {
            await one.edit([closure('log', `edit ${n}`)]);
            states.splice((at += 1), states.length, one.names());
          } else {
            const next = at + (each === 'undo' ? -1 : 1);
            const possible = states[next] !== undefined;
            expect(await one.turn(each)).toBe(possible);
            if (possible) at = next;
          }
          expect(one.names()).toEqual(states[at]);
          expect(one.stacks().done).toHaveLength(at);
          expect(one.stacks().undone).toHaveLength(states.length - 1 - at);
        }
      }),
      { numRuns: 60, seed: 8 },
    );
  });

  test('another tab is in the way only where it changed the same record', async () => {
    const kv = new FaultyKv();
    const open = sharedTabs();
    const [one, two] = [await tab(kv, open, 'one'), await tab(kv, open, 'two')];
    await one.edit([closure('a', 'mine'), closure('b', 'mine')]);
    await two.edit([closure('c', 'theirs')]);
    await one.edit([closure('d', 'mine')]);
    await two.edit([closure('b', 'theirs')]);
    expect(await one.turn('undo')).toBe(true);
    expect(await one.turn('undo')).toBe(false);
    await two.turn('undo');
    expect(await one.turn('undo')).toBe(true);
    expect(one.names()).toEqual(['c theirs']);
  });

  test('at least 300 actions can be taken back after thousands, and what is older leaves the browser', async () => {
    const kv = new FaultyKv();
    const one = await tab(kv, sharedTabs(), 'one');
    for (let n = 0; n < 1_000; n += 1) await one.edit([closure('log', `edit ${n}`)]);
    await one.reload();
    expect(one.stacks().done.length).toBeGreaterThanOrEqual(300);
    const entries = [...kv.data.keys()].filter((key) => /^journal\/\d/.test(key));
    expect(entries.length).toBeLessThanOrEqual(400);
    // Taking back is an action too: it takes the place of the oldest ones.
    for (let n = 0; n < 150; n += 1) expect(await one.turn('undo')).toBe(true);
    expect(one.names()).toEqual(['log edit 849']);
  });
});
