import { expect, test } from 'vitest';
import { composerKey, keyMode } from './piece';

test.each([
  ['G major', 'major'],
  ['f sharp MINOR', 'minor'],
  ['no key', 'neither'],
])('%s is %s', (key, mode) => expect(keyMode(key)).toBe(mode));

test.each([
  ['A. Hewn', ' a.  hewn', true],
  ['A. Hewn', 'B. Hewn', false],
])('%s and %s: %s', (a, b, same) => {
  expect(composerKey(a) === composerKey(b)).toBe(same);
});
