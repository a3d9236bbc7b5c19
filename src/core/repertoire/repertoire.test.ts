import { expect, test } from 'vitest';
import { keyMode, sameComposer } from './piece';

test.each([
  ['G major', 'major'],
  ['f sharp MINOR', 'minor'],
  ['no key', 'neither'],
])('%s is %s', (key, mode) => expect(keyMode(key)).toBe(mode));

test.each([
  ['A. Hewn', ' a.  hewn', true],
  ['A. Hewn', 'B. Hewn', false],
])('%s and %s: %s', (a, b, same) => {
  expect(sameComposer(a, b)).toBe(same);
});
