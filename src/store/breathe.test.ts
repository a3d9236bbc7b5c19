import { afterEach, expect, test, vi } from 'vitest';
import { breathe } from './breathe';

afterEach(() => vi.unstubAllGlobals());

test.each([
  ['has no scheduler', undefined],
  ['has one that cannot give way', {}],
])('where the browser %s, what waits is done first', async (_, scheduler) => {
  vi.stubGlobal('scheduler', scheduler);
  const done: string[] = [];
  setTimeout(() => done.push('what waited'));
  await breathe();
  expect(done).toEqual(['what waited']);
});

test('where it has one, the browser says when to go on', async () => {
  const goOn = vi.fn(() => Promise.resolve());
  vi.stubGlobal('scheduler', { yield: goOn });
  await breathe();
  expect(goOn).toHaveBeenCalledOnce();
});
