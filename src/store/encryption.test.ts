import { describe, expect, test } from 'vitest';
import { parseStudioFile, readRequirementFile } from '@/core/files';
import { readSealed, seal, unseal } from './encryption';

const said = (why: string) => expect.stringContaining(why) as string;

describe('a sealed file', () => {
  test('opens with its passphrase and with no other', async () => {
    const file = readSealed(await seal(new TextEncoder().encode('the studio'), 'low tide'));
    if (!file.ok) throw new Error(JSON.stringify(file.why));
    expect(new TextDecoder().decode((await unseal(file.value, 'low tide'))!)).toBe('the studio');
    expect(await unseal(file.value, 'high tide')).toBeNull();
  });
  test.each([
    ['asks for endless rounds', { iterations: 1_000_001 }, '/iterations', 'above 1000000'],
    ['is of a later version', { version: 2, iterations: 'new' }, '/version', 'newer Formal Stave'],
    ['lacks its salt', { salt: null }, '/salt', 'may not be null'],
  ])(
    'that %s is refused with its reason, before any passphrase is tried',
    async (_, change, pointer, why) => {
      const file = JSON.parse(await seal(new TextEncoder().encode('the studio'), 'low tide')) as object;
      expect(readSealed(JSON.stringify({ ...file, ...change }))).toMatchObject({
        ok: false,
        why: [{ pointer, message: said(why) }],
      });
    },
  );
});

test.each(['formal-stave-studio', 'formal-stave-requirement'])(
  'a newer %s says that it is newer',
  (format) => {
    const file = { format, version: 9, anything: 'else' };
    const read =
      format === 'formal-stave-studio' ? parseStudioFile(JSON.stringify(file)) : readRequirementFile(file);
    expect(read).toMatchObject({
      ok: false,
      why: [{ pointer: '/version', message: said('newer Formal Stave') }],
    });
  },
);
