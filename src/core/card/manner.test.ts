import { expect, test } from 'vitest';
import { mannerOf } from './manner';

test('parts of the playing come apart first and together then, and each return is another way', () => {
  const place = { kind: 'chunk', id: '', bars: { from: 1, to: 4 }, heat: 0.5, notes: [] } as const;
  for (const family of [
    'keyboard',
    'strings',
    'guitar',
    'harp',
    'voice',
    'percussion',
    'brass',
    'flute',
    'oboe',
    'woodwind',
    null,
  ] as const) {
    const ways = [0, 1, 2, 3, 4, 5].map((before) => mannerOf('learn', place, before, family).how);
    for (let at = 1; at < ways.length; at += 1) expect(ways[at]).not.toBe(ways[at - 1]);
  }
});
