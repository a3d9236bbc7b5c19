import { describe, expect, test } from 'vitest';
import { NO_STUDIO, type Studio } from '../files';
import { findIn } from './find';

const named = <T>(records: readonly (Readonly<Record<string, unknown>> & { readonly id: string })[]) =>
  new Map(records.map((record) => [record.id, record])) as unknown as ReadonlyMap<string, T>;

const studio: Studio = {
  ...NO_STUDIO,
  students: named([
    { id: 'orla', name: 'Orla Penhallow', instrument: 'flute', archivedOn: null },
    { id: 'zoe', name: 'Zoë Air', instrument: 'oboe', archivedOn: '2026-01-01' },
  ]),
  sets: named([
    {
      id: 'quay',
      name: 'Quay Board',
      instrument: 'flute',
      edition: { name: '2026' },
      levels: [{ id: 'five', name: 'Level 5' }],
    },
  ]),
  pieces: named([
    { id: 'air', title: 'Low Water Air', composer: 'T. Marsh' },
    { id: 'first', title: 'Air for Two', composer: 'P. Orla' },
    { id: 'stair', title: 'Stairs', composer: 'T. Marsh' },
  ]),
};
const VIEWS = [{ title: 'Plan', sub: 'view' }];
const found = (words: string, most = 20) =>
  findIn(studio, words, VIEWS, most).map((each) => ('id' in each ? each.id : each.title));

describe('find', () => {
  test.each([
    ['nothing typed', '', []],
    ['a title that begins so, then a word of one, then within', 'air', ['first', 'zoe', 'air', 'stair']],
    ['words in any order, of title and beside it', 'marsh low', ['air']],
    ['without the accent', 'zoe', ['zoe']],
    ['an accent typed', 'ZOË', ['zoe']],
    ['a student before a piece, whose composer has the name', 'orla', ['orla', 'first']],
    ['archived is said and found', 'archived', ['zoe']],
    ['a level by its set', '5 quay', ['five']],
    ['a view', 'pl', ['Plan']],
    ['every word must be there', 'low nothing', []],
  ] as const)('%s', (_, words, ids) => {
    expect(found(words)).toEqual(ids);
  });

  test('no more than asked for; what changed is found', () => {
    expect(found('air', 2)).toEqual(['first', 'zoe']);
    const renamed = { ...studio, pieces: named<never>([{ id: 'air', title: 'Ebb', composer: '' }]) };
    expect(findIn(renamed, 'ebb', [], 5).map((each) => each.title)).toEqual(['Ebb']);
    expect(findIn(renamed, 'low water', [], 5)).toEqual([]);
  });
});
