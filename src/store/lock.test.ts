import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sharedTabs } from './test-kv';

const rest = (turns: number) =>
  Array.from({ length: turns }).reduce<Promise<void>>((so) => so.then(() => undefined), Promise.resolve());

test('works of any tabs never overlap, all are done, and newest is only who wrote last', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.record({
          tab: fc.nat(2),
          /** How long it waits to begin after the one before, and how long it takes. */
          after: fc.nat(12),
          takes: fc.nat(6),
          fails: fc.boolean(),
        }),
        { maxLength: 25 },
      ),
      async (works) => {
        const open = sharedTabs();
        const tabs = [open(), open(), open()];
        let inside = 0;
        let wrote = -1;
        let hasFailed = false;
        const all: Promise<unknown>[] = [];
        for (const { tab, after, takes, fails } of works) {
          await rest(after);
          const done = tabs[tab]?.(async (isNewest) => {
            inside += 1;
            expect(inside).toBe(1);
            if (isNewest) expect([wrote, hasFailed]).toEqual([tab, false]);
            await rest(takes);
            wrote = tab;
            hasFailed = fails;
            inside -= 1;
            if (fails) throw new Error('not kept');
          });
          all.push(
            expect(done)[fails ? 'rejects' : 'resolves'][fails ? 'toThrow' : 'toBe'](
              fails ? 'not kept' : undefined,
            ),
          );
        }
        await Promise.all(all);
      },
    ),
  );
});

test('a tab alone is the newest from its second work on; one that is asked is not', async () => {
  const open = sharedTabs();
  const [one, two] = [open(), open()];
  const knows = (tab: typeof one) => tab((isNewest) => Promise.resolve(isNewest));
  expect([await knows(one), await knows(one), await knows(one)]).toEqual([false, true, true]);
  expect([await knows(two), await knows(two), await knows(one)]).toEqual([false, true, false]);
});
