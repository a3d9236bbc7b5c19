/** All lists of a requirement from one table. */
import { describe, expect, test } from 'vitest';
import { BARE_PIECE, type Piece } from '../repertoire';
import type { RequirementSet } from '../requirements';
import { withList } from '../requirements';
import requirement from '../../demo/tarrin-flute-2026.json';
import { LIST_COLUMNS, LISTS_COLUMNS, readLists } from './list-table';
import { formatPieces } from './piece-table';
import { guessColumns, parseTable } from './table';

const { set } = requirement as unknown as { set: RequirementSet };
const known: Piece = { ...BARE_PIECE, id: 'known', title: 'Slack Tide', composer: 'Ada Pell', seconds: 90 };
const read = (source: string) => {
  const table = parseTable(source);
  return readLists(table, guessColumns(table, LISTS_COLUMNS), (line) => `new-${line}`, [known], set, null);
};

describe('a table of all lists', () => {
  const { items, bad } = read(
    [
      'Level\tList\tNo\tTitle\tComposer\tBars\tBook\tPage',
      'Level 1\tS\tS3\tslack tide\tAda  Pell\t24\tHarbour Pieces\t12',
      '1\tDance\t\tFerry Reel\tB Orr\t\t\t',
      'Level 1\tStudy\t4\tSlack Tide\tAda Pell\t\t\t',
      'Level 99\tS\t\tNowhere\tB Orr\t\t\t',
      'Level 1\tQ\t\tNowhere\tB Orr\t\t\t',
      'Level 1\tS\t\tSlack Tide\tAda Pell\t\t\t',
    ].join('\n'),
  );
  test('each row goes to its level and list, by name, letter or place', () => {
    expect(
      items.map(({ levelId, componentId, number, piece }) => [levelId, componentId, number, piece.id]),
    ).toEqual([
      ['level-1', 's', 'S3', 'known'],
      ['level-1', 'd', '', 'new-3'],
      ['level-1', 'y', '4', 'known'],
    ]);
  });
  test('a piece the library has keeps what is known of it and gains what the row adds', () => {
    expect(items[0]?.piece).toEqual({ ...known, bars: 24, book: 'Harbour Pieces', page: '12' });
  });
  test('rows that name no level or list, or a piece twice in one list, say so', () => {
    expect(bad.map(({ line, why }) => [line, why.slice(0, 34)])).toEqual([
      [5, 'there is no level "Level 99"; ther'],
      [6, 'there is no list "Q" in Level 1; t'],
      [7, 'the same piece as line 2'],
    ]);
  });
});

test('a title without a composer, or one with other facts, is no piece of the library', () => {
  const nameless = { ...known, id: 'nameless', title: 'Minuet', composer: '' };
  const table = parseTable(
    'Level\tList\tTitle\tComposer\tTime\nLevel 1\tS\tMinuet\t\t\nLevel 2\tS\tMinuet\t\t\nLevel 1\tS\tSlack Tide\tAda Pell\t4:00',
  );
  const map = guessColumns(table, LISTS_COLUMNS);
  const { items } = readLists(table, map, (line) => `new-${line}`, [known, nameless], set, null);
  expect(items.map(({ piece }) => [piece.id, piece.seconds])).toEqual([
    ['new-2', null],
    ['new-3', null],
    ['new-4', 240],
  ]);
});

test('a list goes out with its numbers and comes back with them', () => {
  const out = parseTable(formatPieces([{ ...known, book: 'Harbour Pieces', page: '12' }], { known: 'S3' }));
  const spot = { levelId: 'level-1', componentId: 's' };
  const back = readLists(out, guessColumns(out, LIST_COLUMNS), () => 'x', [], set, spot);
  expect(back.items).toMatchObject([
    { ...spot, number: 'S3', piece: { book: 'Harbour Pieces', page: '12' } },
  ]);
});

test('numbers go with the pieces that leave the list', () => {
  const numbered = withList(
    set,
    'level-1',
    's',
    () => ['a', 'b'],
    new Map([
      ['a', '1'],
      ['b', '2'],
    ]),
  );
  const source = withList(numbered, 'level-1', 's', () => ['b', 'c']).levels[0]?.components.find(
    ({ id }) => id === 's',
  )?.source;
  expect(source).toMatchObject({ pieceIds: ['b', 'c'], numbers: { b: '2' } });
  expect(source).not.toHaveProperty('numbers.a');
});
