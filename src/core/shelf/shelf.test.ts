import { expect, test } from 'vitest';
import type { Piece, RepertoireEntry } from '../repertoire';
import { crosswalk, type CrosswalkRow } from '../requirements';
import { entryWith, pieceWith } from '../requirements/arbitrary';
import { seeded } from '../seeded';
import { calendarDay } from '../time';
import { backupsFor } from './backups';
import { likelyTwins, withPieceFor } from './duplicates';
import { coverageOf, exposureOf, firstMetIn } from './exposure';
import { partsByLevel, partTurns } from './players';
import { ANY_PIECE, inOrder, leadsTo, matching, metreKindOf, openShelf, related } from './shelf';
import { idsWith, openTextIndex } from './text-index';

const WORDS = ['Quay', 'Gull', 'Tide', 'Harbour', 'Bourrée', 'Air', 'March', 'no. 2', 'no. 12', 'Chandler’s'];
const DEMANDS = ['swell', 'one flat', 'syncopation', 'high register', 'grace notes'];

/** Pieces drawn from few words, so that they meet often. */
function drawn(seed: number, count: number) {
  const random = seeded(seed);
  const of = <Item>(items: readonly Item[]) => items[Math.floor(random() * items.length)] as Item;
  const some = <Item>(items: readonly Item[]) => items.filter(() => random() < 0.4);
  const pieces = new Map(
    Array.from({ length: count }, (_, at) => {
      const piece = pieceWith(`p${at}`, {
        title: `${of(WORDS)} ${of(WORDS)}`,
        composer: of(['P. Ostrey', 'A. Hewn', 'O. Verrane', '']),
        metre: of(['6/8', '3/4', '2+3/8', null]),
        key: of(['G major', 'D minor', null]),
        seconds: of([60, 120, 180, null]),
        demands: some(DEMANDS),
      });
      return [piece.id, piece] as const;
    }),
  );
  const rows = [...pieces.keys()].map((pieceId): CrosswalkRow => ({
    pieceId,
    spread: 0,
    places: some(['one', 'two']).map((setId) => {
      const rank = 1 + Math.floor(random() * 4);
      return { setId, family: setId, levelName: `Level ${rank}`, list: of(['A', 'B']), rank, common: rank };
    }),
  }));
  return { pieces, shelf: openShelf(pieces, rows), random, of, some };
}
const INSTRUMENTS = new Map([
  ['one', 'flute'],
  ['two', 'oboe'],
]);

test('words: every piece in which each begins a word is found, and no other; a title before a composer', () => {
  const plain = (text: string) =>
    text
      .toLowerCase()
      .replaceAll('é', 'e')
      .replaceAll('’', '')
      .split(/[^a-z0-9]+/);
  for (let seed = 1; seed <= 40; seed += 1) {
    const { pieces, of } = drawn(seed, 60);
    const asked = [
      of(['qu', 'GULL', 'bourree', '1', 'no', 'chandlers', 'h']),
      of(['m', 'a', 'swell', '6', 'tid']),
    ];
    const found = idsWith(openTextIndex(pieces.values()), asked.join('  '));
    const expected = [...pieces.values()].filter((piece) => {
      const words = [
        piece.title,
        piece.composer,
        ...piece.demands,
        piece.key,
        piece.metre,
        piece.kind,
      ].flatMap((text) => plain(text ?? ''));
      return asked.every((ask) => words.some((word) => word.startsWith(ask.toLowerCase())));
    });
    expect([...found].sort()).toEqual(expected.map(({ id }) => id).sort());
  }
  const pieces = [
    pieceWith('other', { title: 'Tide Air', composer: 'A. Hewn' }),
    pieceWith('name', { title: 'Gull Row', composer: 'T. Quayle' }),
    pieceWith('inner', { title: 'Gull at the Quay' }),
    pieceWith('begins', { title: 'Quay Air' }),
  ];
  const index = openTextIndex(pieces);
  expect(idsWith(index, 'quay')).toEqual(['begins', 'inner', 'name']);
  expect(idsWith(index, 'quey')).toEqual(['inner', 'begins', 'name']);
  expect(idsWith(index, 'zzzz')).toEqual([]);
  expect(idsWith(index, ' ')).toHaveLength(4);
});

test('facets: each narrows to just the pieces that answer it, all at once', () => {
  for (let seed = 1; seed <= 200; seed += 1) {
    const { shelf, random, of, some } = drawn(seed, 40);
    const maybe = <Value>(value: Value) => (random() < 0.25 ? value : null);
    const had = maybe(new Set(some(DEMANDS)));
    const query = {
      ...ANY_PIECE,
      setId: maybe(of(['one', 'two'])),
      levelName: maybe(of(['Level 1', 'Level 2'])),
      list: maybe('A'),
      instrument: maybe('flute'),
      demands: random() < 0.3 ? [of(DEMANDS)] : [],
      metre: maybe(of(['compound', 'irregular', '3/4'])),
      key: maybe('G major'),
      longest: maybe(120),
      newAtMost: maybe(1),
      near: maybe({ pieceId: 'p0', as: of(['prepares for', 'follows from'] as const) }),
    };
    const kind: Readonly<Record<string, string>> = {
      '6/8': 'compound',
      '3/4': 'simple',
      '2+3/8': 'irregular',
    };
    const zero = shelf.get('p0');
    const expected = inOrder(shelf).filter((item) => {
      const { piece, places } = item;
      if (
        (query.setId ?? query.levelName ?? query.list ?? query.instrument) !== null &&
        !places.some(
          (place) =>
            [place.setId, null].includes(query.setId) &&
            [place.levelName, null].includes(query.levelName) &&
            [place.list, null].includes(query.list) &&
            [INSTRUMENTS.get(place.setId), null].includes(query.instrument),
        )
      )
        return false;
      if (query.demands[0] && !piece.demands.includes(query.demands[0])) return false;
      if (query.metre && piece.metre !== query.metre && kind[piece.metre ?? ''] !== query.metre) return false;
      if (query.key && piece.key !== query.key) return false;
      if (query.longest && (piece.seconds ?? 999) > query.longest) return false;
      if (query.newAtMost && had && piece.demands.filter((each) => !had.has(each)).length > 1) return false;
      if (!query.near || !zero) return true;
      return query.near.as === 'prepares for' ? leadsTo(item, zero) : leadsTo(zero, item);
    });
    expect(matching(inOrder(shelf), query, shelf, had, INSTRUMENTS)).toEqual(expected);
  }
});

test('what prepares for a piece shares a demand and stands lower; nothing prepares for itself or both ways in one set', () => {
  for (let seed = 1; seed <= 20; seed += 1) {
    const { shelf } = drawn(seed, 30);
    for (const a of shelf.values())
      for (const { piece } of related(shelf, a.piece.id, 'prepares for', 99)) {
        const b = shelf.get(piece.id);
        expect(a.piece.demands.some((demand) => piece.demands.includes(demand))).toBe(true);
        const lower = a.places.some((one) =>
          b?.places.some((other) => one.setId === other.setId && one.rank < other.rank),
        );
        const together = a.places.some((one) => b?.places.some((other) => one.setId === other.setId));
        expect(lower || (!together && a.piece.demands.length < piece.demands.length)).toBe(true);
      }
  }
});

test.each([
  ['6/8', 'compound'],
  ['2+2+3/8', 'irregular'],
  ['3/4', 'simple'],
  ['unbarred', null],
  ['2+/8', 'simple'],
])('%s is %s', (printed, kind) => expect(metreKindOf(printed)).toBe(kind));

test.each<[string, Partial<Piece>, Partial<Piece>, boolean]>([
  ['an article and a full stop', { title: 'The Quay, no. 2' }, { title: 'Quay nr 2' }, true],
  ['other order, other case', { title: 'Air in the Marsh' }, { title: 'marsh AIR' }, true],
  ['another number', { title: 'Quay no. 2' }, { title: 'Quay no. 3' }, false],
  [
    'initials left out',
    { title: 'Quay', composer: 'P. Ostrey' },
    { title: 'Quay', composer: 'Ostrey' },
    true,
  ],
  [
    'another composer',
    { title: 'Quay', composer: 'A. Hewn' },
    { title: 'Quay', composer: 'P. Ostrey' },
    false,
  ],
  ['no composer, the same key', { title: 'Quay', composer: '' }, { title: 'Quay' }, true],
  ['no composer, another key', { title: 'Quay', composer: '', key: 'A minor' }, { title: 'Quay' }, false],
])('duplicates: %s', (_, one, other, same) => {
  expect(likelyTwins([pieceWith('a', one), pieceWith('b', other)]).length === 1).toBe(same);
});

test('a piece joined into its twin: ids and lists change, words do not, nothing appears twice in a list', () => {
  const before = {
    id: 'goal',
    programme: { a: [{ kind: 'piece', pieceId: 'twin' }], b: [{ kind: 'piece', pieceId: 'else' }] },
    catalogue: [
      { pieceId: 'kept', rank: 2 },
      { pieceId: 'twin', rank: 3 },
      { pieceId: 'else', rank: 1 },
    ],
    lists: [
      ['twin', 'kept', 'else'],
      ['else', 'twin'],
    ],
    title: 'twin',
    none: null,
  };
  expect(withPieceFor(before, 'twin', 'kept')).toEqual({
    ...before,
    programme: { a: [{ kind: 'piece', pieceId: 'kept' }], b: [{ kind: 'piece', pieceId: 'else' }] },
    catalogue: [
      { pieceId: 'kept', rank: 2 },
      { pieceId: 'else', rank: 1 },
    ],
    lists: [
      ['kept', 'else'],
      ['else', 'kept'],
    ],
  });
});

const begun = (studentId: string, pieceId: string, part: string | null, day: string): RepertoireEntry => ({
  id: `${studentId}${pieceId}`,
  studentId,
  pieceId,
  part,
  stretch: false,
  steps: [{ state: 'begun', day: calendarDay(day) }],
});
const MARCH = pieceWith('march', {
  demands: ['Swell', 'triplets', 'basses'],
  parts: [
    { name: 'Guitar 2', demands: ['basses'] },
    { name: 'Guitar 1', demands: ['Swell', 'triplets'] },
  ],
});

test('exposure counts the part that was played, and never what only others met', () => {
  const pieces = new Map(
    [MARCH, pieceWith('air', { demands: ['swell', 'one flat'] })].map((each) => [each.id, each]),
  );
  const entries = [begun('s', 'march', 'Guitar 2', '2026-05-01'), begun('s', 'air', null, '2026-03-01')];
  const met = exposureOf([...entries, begun('s', 'gone', null, '2020-01-01')], pieces);
  expect(Object.fromEntries(met)).toEqual({
    basses: { pieceIds: ['march'], since: '2026-05-01' },
    swell: { pieceIds: ['air'], since: '2026-03-01' },
    'one flat': { pieceIds: ['air'], since: '2026-03-01' },
  });
  expect(firstMetIn(MARCH, 'Guitar 1', met)).toEqual(['triplets']);
  expect(firstMetIn(MARCH, 'a part that is gone', new Map())).toEqual(MARCH.demands);
  const { set, level } = entryWith([], [{ pieces: [...pieces.values()], min: 1, max: 1 }], {});
  expect(
    coverageOf(set, level, pieces, met).map(({ demand, pieces: count, met: how }) => [
      demand,
      count,
      how !== null,
    ]),
  ).toEqual([
    ['triplets', 1, false],
    ['Swell', 2, true],
    ['basses', 1, true],
    ['one flat', 1, true],
  ]);
});

test('parts by level: none left out, groups as large as each other, the further on never below', () => {
  for (let count = 0; count <= 9; count += 1) {
    const players = Array.from({ length: count }, (_, at) => ({ id: `s${at}`, level: (at * 7) % 5 }));
    const given = partsByLevel(MARCH, players);
    expect([...given.keys()].sort()).toEqual(players.map(({ id }) => id).sort());
    const levels = (part: string) =>
      players.flatMap(({ id, level }) => (given.get(id) === part ? [level] : []));
    const [hard, easy] = [levels('Guitar 1'), levels('Guitar 2')];
    expect(hard.length - easy.length).toBe(count % 2);
    if (easy.length > 0) expect(Math.min(...hard)).toBeGreaterThanOrEqual(Math.max(...easy));
  }
  expect(partsByLevel(pieceWith('alone'), [{ id: 's', level: 1 }]).size).toBe(0);
  const turns = partTurns(
    [
      begun('s', 'march', 'Guitar 2', '2026-05-01'),
      begun('t', 'march', 'Guitar 1', '2026-05-01'),
      begun('t', 'march', 'none', '2026-05-02'),
    ],
    new Map([[MARCH.id, MARCH]]),
  );
  expect(Object.fromEntries(turns)).toEqual({ s: [0, 1], t: [1] });
});

test('a backup is a learned piece of the list that breaks no rule more, for the piece it would stand for', () => {
  const [a, b, c, d] = [
    pieceWith('a', { composer: 'A. Hewn' }),
    pieceWith('b', { composer: 'P. Ostrey' }),
    pieceWith('c', { composer: 'P. Ostrey' }),
    pieceWith('d', { composer: 'R. Kestle' }),
  ] as [Piece, Piece, Piece, Piece];
  const entry = entryWith(
    [{ id: 'r', kind: 'different composers' }],
    [
      { pieces: [a, c], min: 1, max: 1 },
      { pieces: [b, d], min: 1, max: 1 },
    ],
    { a: [{ kind: 'piece', pieceId: 'a' }], b: [{ kind: 'piece', pieceId: 'b' }] },
  );
  expect(backupsFor(entry, ['c', 'd', 'elsewhere'])).toEqual([
    { componentId: 'b', insteadOf: 'b', pieceId: 'd' },
  ]);
  const open = { ...entry, programme: { b: [{ kind: 'piece' as const, pieceId: 'd' }] } };
  expect(backupsFor(open, ['c', 'b'])).toEqual([
    { componentId: 'a', insteadOf: null, pieceId: 'c' },
    { componentId: 'b', insteadOf: 'd', pieceId: 'b' },
  ]);
  expect(crosswalk([entry.set], {}).map(({ pieceId }) => pieceId)).toEqual(['a', 'c', 'b', 'd']);
});
