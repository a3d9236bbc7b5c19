import { expect, test } from 'vitest';
import { guessColumns, LISTS_COLUMNS, namedLists, parseTable, readLists } from '@/core/files';
import { studio as STUDIO } from '../test-studio';
import { blankComponent, blankDraft, blankLevel, draftOf, wholeDraft, type Draft } from './draft';
import {
  changedPiece,
  openRows,
  placesOf,
  rowOf,
  typedPiece,
  withListed,
  withMissing,
  withRow,
} from './draft-lists';
import { levelToCheck, setOfDraft } from './draft-set';

let next = 0;
const newId = () => `new-${(next += 1)}`;
const DRAFT = blankDraft('2027-01-20');

/** A table pasted into all lists of a draft, its missing levels and lists added. */
function paste(draft: Draft, rows: readonly string[], mode: 'add' | 'replace' = 'add') {
  const table = parseTable(['Level\tList\tTitle\tNo', ...rows].join('\n'));
  const map = guessColumns(table, LISTS_COLUMNS);
  const grown = withMissing(draft, namedLists(table, map, placesOf(draft)), newId);
  const library = new Map(Object.values(draft.pieces).map(({ piece }) => [piece.id, piece]));
  const { items, bad } = readLists(table, map, newId, library.values(), placesOf(grown), null);
  return { draft: withListed(grown, items, mode, library), bad };
}
/** "Level 1 (1): A List A 2, B List B 1" for each level. */
const shapeOf = (draft: Draft) =>
  draft.levels.map(
    ({ name, rank, components }) =>
      `${name} (${rank}): ${components.map((each) => `${each.letter} ${each.name} ${each.pieceIds.length}`).join(', ')}`,
  );

test.each<[string, Draft, readonly string[], readonly string[]]>([
  [
    'levels that are not there, in the order of the table',
    DRAFT,
    ['Grade 2\tA\tOne', 'Grade 2\tB\tTwo', 'Grade 4\tA\tThree', 'grade 2\ta\tFour'],
    ['Grade 2 (2): A List A 2, B List B 1', 'Grade 4 (4): A List A 1, B List B 0'],
  ],
  [
    'the untouched first level is one of those named',
    DRAFT,
    ['Level 1\tA\tOne', 'Level 2\tA\tTwo'],
    ['Level 1 (1): A List A 1', 'Level 2 (2): A List A 1'],
  ],
  [
    'a level that was named stays, and the new ones are like the last',
    {
      ...DRAFT,
      levels: [
        {
          ...blankLevel('x', 1),
          name: 'Entry',
          components: [blankComponent('A'), { ...blankComponent('S'), source: 'prepared', name: 'Tests' }],
        },
      ],
    },
    ['Higher\tA\tOne', 'Higher\tStudies\tTwo'],
    ['Entry (1): A List A 0, S Tests 0', 'Higher (2): A List A 1, B Studies 1, S Tests 0'],
  ],
  [
    'a level by its place alone; a row without a title adds nothing',
    DRAFT,
    ['3\tA\tOne', '7\tA\t'],
    ['Level 3 (3): A List A 1'],
  ],
])('pasted lists: %s', (_name, draft, rows, shape) => {
  expect(shapeOf(paste(draft, rows).draft)).toEqual(shape);
});

test('pasted again: pieces stand once, or make room; numbers follow; a bad row is named', () => {
  const first = paste(DRAFT, ['Level 1\tA\tOne\t1a', 'Level 1\tA\tTwo\t1b']).draft;
  const list = (draft: Draft) => draft.levels[0]?.components[0];
  const title = (draft: Draft) => list(draft)?.pieceIds.map((id) => draft.pieces[id]?.piece.title);
  const more = paste(first, ['Level 1\tA\tThree\t1c', '\tA\tFour\t']);
  expect(title(more.draft)).toEqual(['One', 'Two', 'Three']);
  expect(Object.values(list(more.draft)?.numbers ?? {})).toEqual(['1a', '1b', '1c']);
  expect(more.bad.map(({ line }) => line)).toEqual([3]);
  const replaced = paste(first, ['Level 1\tA\tThree\t1c'], 'replace').draft;
  expect(title(replaced)).toEqual(['Three']);
  expect(Object.values(list(replaced)?.numbers ?? {})).toEqual(['1c']);
});

test('a typed row: a piece of the library by its name, a new one, or the reason it is none', () => {
  const library = [...STUDIO.pieces.values()];
  const [known] = library;
  if (!known) throw new Error('the demo has pieces');
  const by = typedPiece({ title: known.title.toUpperCase(), composer: known.composer }, newId, library);
  expect(by.ok && by.value.piece).toEqual(known);
  expect(typedPiece({ title: 'Fen Air', time: '1:40', number: '4' }, newId, library)).toMatchObject({
    ok: true,
    value: { number: '4', piece: { title: 'Fen Air', seconds: 100 } },
  });
  expect(typedPiece({ title: 'Fen Air', time: 'long' }, newId, library)).toMatchObject({ ok: false });
  expect(typedPiece({ composer: 'A. Hewn' }, newId, library)).toEqual({ ok: false, why: 'no title' });
});

test('a row opened and kept as it was is the same piece, of every piece of the demo', () => {
  for (const piece of STUDIO.pieces.values())
    expect(changedPiece(piece, rowOf(piece, undefined))).toEqual({ ok: true, value: piece });
});

test('what is typed of a row is no piece yet: it is not saved without, and does not stop the check of the level', () => {
  const set = STUDIO.sets.get('tarrin-flute-2026');
  if (!set) throw new Error('the demo has the flute syllabus');
  const before = draftOf(set);
  const pieces = new Set(STUDIO.pieces.keys());
  const [level] = before.levels;
  const at = level?.components.findIndex(({ source }) => source === 'list') ?? -1;
  const component = level?.components[at];
  if (!level || !component) throw new Error('its first level has a list');
  const typing = withRow(component, '', { title: 'Fen' });
  const draft = {
    ...before,
    levels: before.levels.with(0, {
      ...level,
      components: level.components.with(at, { ...component, typing }),
    }),
  };
  const read = setOfDraft(draft, newId, pieces);
  expect(read).toMatchObject({
    ok: false,
    problems: { [`levels.0.components.${at}.rows`]: /not added yet/ },
  });
  expect(levelToCheck({ ...draft, name: '', sessions: [] }, level.id, pieces)?.levels).toHaveLength(1);
  expect(openRows({ ...component, typing: withRow({ ...component, typing }, '', { title: ' ' }) })).toBe(0);
});

test('a draft an earlier version kept is read with what it did not know', () => {
  const without = (value: object, ...names: readonly string[]) =>
    Object.fromEntries(Object.entries(value).filter(([name]) => !names.includes(name)));
  const old = {
    ...without(DRAFT, 'pieces', 'copyOf'),
    levels: DRAFT.levels.map((level) => ({
      ...level,
      components: level.components.map((component) => without(component, 'typing')),
    })),
  } as unknown as Draft;
  expect(wholeDraft(old)).toEqual(DRAFT);
});
