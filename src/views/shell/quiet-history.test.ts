// @vitest-environment jsdom
import { expect, test, vi } from 'vitest';
import { quietHistory } from './quiet-history';

test('the browser is not told again what stands in its history, and is told everything else', () => {
  const told = vi.spyOn(History.prototype, 'replaceState');
  history.replaceState({ index: 1, scrollY: 0 }, '', '/plan');
  quietHistory();
  told.mockClear();
  history.replaceState({ index: 1, scrollY: 0 }, '');
  expect(told).not.toHaveBeenCalled();
  history.replaceState({ index: 1, scrollY: 40 }, '');
  history.replaceState({ index: 1, scrollY: 40 }, '', '/plan?goal=g');
  expect(told).toHaveBeenCalledTimes(2);
  expect(history.state).toEqual({ index: 1, scrollY: 40 });
  expect(location.search).toBe('?goal=g');
});
