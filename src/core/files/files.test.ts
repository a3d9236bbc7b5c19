import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import fairlead from '../../demo/fairlead-winds-2027.json';
import kept from './kept/version-1.json';
import kept2 from './kept/version-2.json';
import demo from '../../demo/studio.json';
import { calendarDay } from '../time';
import { formatCalendar } from './calendar';
import { previewMerge, withoutStudents } from './merge';
import { formatPieces, PIECE_COLUMNS, readPieces, type PieceColumn } from './piece-table';
import { currentVersion, readRecord, recordKey, type StoredRecord } from './records';
import { KINDS, type RecordKind } from './kinds';
import { parseRequirementFile } from './requirement-file';
import { checksumOf, formatStudioFile, parseStudioFile } from './studio-file';
import { guessColumns, parseTable } from './table';
import { pointerOf } from './validate';

const today = calendarDay('2027-01-20');
const records: StoredRecord[] = (demo as { kind: RecordKind; data: { id: string } }[]).map(
  ({ kind, data }) => ({ kind, id: data.id, v: currentVersion(kind), revs: ['r1'], data }),
);
const studioFile = formatStudioFile(records, today);
const requirementFile = JSON.stringify(fairlead);

/** Ways a file gets hurt: by hand, by a cut transfer, by another program, on purpose. */
const HOSTILE = [
  '__proto__',
  'constructor',
  '<script>alert(1)</script>',
  '=HYPERLINK("x")',
  '\u0000',
  '1e999',
  'null',
  '[]',
  '{}',
  '-1',
  '"',
  '9'.repeat(40),
  '\u202e',
];
const mutation = (source: string): fc.Arbitrary<string> =>
  fc.oneof(
    fc
      .record({
        at: fc.nat(source.length - 1),
        drop: fc.integer({ min: 0, max: 40 }),
        put: fc.oneof(fc.constantFrom(...HOSTILE), fc.string({ maxLength: 12 })),
      })
      .map(({ at, drop, put }) => source.slice(0, at) + put + source.slice(at + drop)),
    fc.nat(source.length).map((at) => source.slice(0, at)),
    fc
      .record({
        pick: fc.nat(),
        put: fc.oneof(
          fc.constantFrom<unknown>(null, -1, 1e308, '', [], {}, '__proto__', 'x'.repeat(5000), true),
          fc.jsonValue({ maxDepth: 3 }),
        ),
      })
      .map(({ pick, put }) => JSON.stringify(replaceSomewhere(JSON.parse(source) as unknown, pick, put))),
    fc
      .record({ pick: fc.nat(), name: fc.constantFrom('__proto__', 'constructor', 'toString', 'extra') })
      .map(({ pick, name }) => addField(source, pick, name)),
  );

/** Puts `put` in place of one of all values inside, counted in the order they stand. */
function replaceSomewhere(value: unknown, pick: number, put: unknown): unknown {
  const paths: (string | number)[][] = [];
  const walk = (each: unknown, path: (string | number)[]): void => {
    paths.push(path);
    if (Array.isArray(each)) each.forEach((item, at) => walk(item, [...path, at]));
    else if (typeof each === 'object' && each !== null)
      for (const [name, item] of Object.entries(each)) walk(item, [...path, name]);
  };
  walk(value, []);
  const path = paths[pick % paths.length] ?? [];
  const [last] = path.slice(-1);
  if (last === undefined) return put;
  let parent = value as Record<string | number, unknown>;
  for (const step of path.slice(0, -1)) parent = parent[step] as Record<string | number, unknown>;
  parent[last] = put;
  return value;
}
function addField(source: string, pick: number, name: string): string {
  const places = [...source.matchAll(/\{/g)].map((match) => match.index + 1);
  const at = places[pick % places.length] ?? 1;
  return `${source.slice(0, at)}"${name}":{"polluted":1},${source.slice(at)}`;
}

describe('2,000 hurt files', () => {
  test.each([
    ['studio', studioFile, parseStudioFile],
    ['requirement', requirementFile, parseRequirementFile],
  ] as const)(
    '%s: an error with its place, or a valid import; never a crash or a hang',
    (_, source, parse) => {
      expect(source.length).toBeLessThan(50_000);
      const seen = { taken: 0, refused: 0 };
      fc.assert(
        fc.property(mutation(source), (hurt) => {
          const start = performance.now();
          const read = parse(hurt);
          expect(performance.now() - start).toBeLessThan(2000);
          seen[read.ok ? 'taken' : 'refused'] += 1;
          if (!read.ok) {
            expect(read.why.length).toBeGreaterThan(0);
            for (const { pointer, message } of read.why) {
              expect(pointer).toMatch(/^(\/.*)?$/s);
              expect(message).not.toBe('');
            }
          }
        }),
        { numRuns: proofRuns(1_000), seed: 5 },
      );
      expect(seen.refused).toBeGreaterThan(proofRuns(700));
      expect(({} as { polluted?: unknown }).polluted).toBeUndefined();
    },
    120_000,
  );
});

describe('a studio file', () => {
  test('comes back as it went, and equal studios give equal files', () => {
    const read = parseStudioFile(studioFile);
    expect(read.ok && [...read.value.records].sort((a, b) => (recordKey(a) < recordKey(b) ? -1 : 1))).toEqual(
      [...records].sort((a, b) => (recordKey(a) < recordKey(b) ? -1 : 1)),
    );
    expect(formatStudioFile([...records].reverse(), today)).toBe(studioFile);
  });

  test.each([
    ['cut short', studioFile.slice(0, -100), '', 'not JSON'],
    [
      'a mark changed without the checksum',
      studioFile.replace('"Orla Penhallow"', '"Orla Penhallew"'),
      '/checksum',
      'does not fit',
    ],
    [
      'of a later version',
      studioFile.replace('"version":1', '"version":2'),
      '/version',
      'newer Formal Stave',
    ],
    ['something else', '{"format":"notes"}', '/format', 'must be one of'],
    [
      'with a bad day in one record',
      withRecords(
        records.map((each) =>
          each.id === 'orla' ? { ...each, data: { ...each.data, birthDate: '2012-02-30' } } : each,
        ),
      ),
      '/records/',
      'a day that exists',
    ],
    ['with a record twice', withRecords([...records, records[0]!]), '/records/', 'appears twice'],
  ])('%s is refused whole, and says where', (_, source, pointer, message) => {
    const read = parseStudioFile(source);
    if (read.ok) throw new Error('taken');
    expect(read.why[0]?.pointer.startsWith(pointer)).toBe(true);
    expect(read.why[0]?.message).toContain(message);
  });
});
function withRecords(changed: readonly StoredRecord[]): string {
  return JSON.stringify({
    format: 'formal-stave-studio',
    version: 1,
    exportedOn: today,
    checksum: checksumOf(changed),
    records: changed,
  });
}

test('importing tells new, newer, older, same and changed on both sides apart', () => {
  const base = records.find((each) => each.id === 'orla') as StoredRecord;
  const at = (id: string, revs: string[], name: string): StoredRecord => ({
    ...base,
    id,
    revs,
    data: { ...base.data, id, name } as never,
  });
  const mine = [
    at('same', ['a'], 'x'),
    at('behind', ['a'], 'x'),
    at('ahead', ['a', 'b'], 'y'),
    at('both', ['a', 'm'], 'mine'),
    at('alike', ['a', 'm'], 'z'),
  ];
  const theirs = [
    at('same', ['a'], 'x'),
    at('behind', ['a', 'b'], 'y'),
    at('ahead', ['a'], 'x'),
    at('both', ['a', 't'], 'theirs'),
    at('alike', ['a', 't'], 'z'),
    at('new', ['q'], 'n'),
  ];
  const preview = previewMerge(mine, theirs);
  expect(preview.add.map((each) => each.id)).toEqual(['new']);
  expect(preview.update.map((each) => each.theirs.id)).toEqual(['behind']);
  expect(preview.conflicts.map((each) => each.theirs.id)).toEqual(['both']);
  expect([preview.same, preview.older]).toEqual([2, 1]);
});

test('records of an earlier version are brought forward step by step; later ones are refused', () => {
  const steps = [(data: unknown) => ({ ...(data as object), stops: 'both' })];
  const kinds = { ...KINDS, closure: { ...KINDS.closure, steps } };
  const old = {
    kind: 'closure',
    id: 'c',
    v: 1,
    revs: ['r'],
    data: { id: 'c', name: 'x', from: '2027-01-01', to: '2027-01-02' },
  };
  expect(readRecord(old, { kinds })).toMatchObject({ ok: true, value: { v: 2, data: { stops: 'both' } } });
  expect(readRecord({ ...old, v: 3 }, { kinds })).toMatchObject({ ok: false, why: [{ pointer: '/v' }] });
});

describe('a pasted list', () => {
  const read = (text: string) => {
    const table = parseTable(text);
    return readPieces(table, guessColumns<PieceColumn>(table, PIECE_COLUMNS), (line) => `p${line}`);
  };
  test.each([
    ['tabs', 'Title\tComposer\tTime\tBars\nKelp Air\tR. Quoin\t2:10\t40'],
    ['commas and quotes', 'Composer,Title,Time,Bars\n"R. Quoin","Kelp Air",2:10,40\n'],
    ['semicolons, other words', 'piece;by;duration;measures\nKelp Air;R. Quoin;130;40'],
    ['no header', 'Kelp Air\tR. Quoin\t2:10\t\t\t40'],
  ])('%s', (_, text) => {
    expect(read(text)).toMatchObject({
      bad: [],
      pieces: [{ title: 'Kelp Air', composer: 'R. Quoin', seconds: 130, bars: 40 }],
    });
  });

  test('bad rows are named with line and reason; the rest come in', () => {
    const { pieces, bad } = read(
      'Title\tComposer\tTime\tBars\tTempo\nA\tX\t2:10\t40\tq. = 72\n\nB\tX\t2;10\t\t\n\tX\t1:00\t\t\nC\tX\t\t0\t\nD\tX\t\t\tfast\na\tx\t\t\t',
    );
    expect(pieces.map((piece) => piece.title)).toEqual(['A']);
    expect(pieces[0]?.tempo).toEqual({ unit: 'q.', perMinute: 72 });
    expect(bad.map(({ line, why }) => `${line}: ${why}`)).toEqual([
      '4: "2;10" is not a time: write 2:45',
      '5: no title',
      '6: "0" is not a number of bars',
      '7: "fast" is not a tempo: write 96 or q. = 72',
      '8: the same piece as line 2',
    ]);
  });

  test('more rows than are taken at once are counted, not dropped in silence', () => {
    const table = parseTable(Array.from({ length: 5_003 }, (_, at) => `Piece ${at}\tA. Hewn`).join('\n'));
    expect([table.rows.length, table.leftOut]).toEqual([5_000, 3]);
  });

  test('a fact too long for its field names its row', () => {
    const { pieces, bad } = read(`Title\tComposer\tPeriod\nA\tX\t${'long '.repeat(20)}\nB\tX\tearly`);
    expect([pieces.map((piece) => piece.title), bad.map((row) => row.line)]).toEqual([['B'], [2]]);
  });

  test('as CSV and back it is the same, and formulas stay text', () => {
    const { pieces } = read(
      'Title\tComposer\tTime\tKey\tMetre\tBars\tTempo\tAccompanied\nKelp "Air", slow\tR. Quoin\t2:10\tG major\t6/8\t40\te = 168\talone\nGull\tA. Hewn',
    );
    const again = read(formatPieces(pieces));
    expect(again.pieces.map((piece) => ({ ...piece, id: '' }))).toEqual(
      pieces.map((piece) => ({ ...piece, id: '' })),
    );
    const formula = {
      ...(pieces[0] as (typeof pieces)[number]),
      title: '=1+1',
      composer: '@sum',
      key: '+2',
      metre: '-3',
    };
    expect(formatPieces([formula]).split('\r\n')[1]).toBe(
      "'=1+1,'@sum,2:10,'+2,'-3,40,e = 168,unaccompanied,piece,,,,,,,,,,",
    );
  });
});

test('iCalendar text: whole days, times, folding and escapes', async () => {
  const text = await formatCalendar(
    'Orla',
    [
      {
        uid: 'a@x',
        title: 'Visit; Level 5, flute',
        day: calendarDay('2027-03-31'),
        at: null,
        place: 'Customs House',
        note: '',
      },
      {
        uid: 'b@x',
        title: 'Lesson',
        day: today,
        at: { start: '15:40', minutes: 30 },
        place: '',
        note: 'x'.repeat(90),
      },
    ],
    today,
  );
  expect(text).toContain('SUMMARY:Visit\\; Level 5\\, flute\r\n');
  expect(text).toContain('DTSTART;VALUE=DATE:20270331\r\nDTEND;VALUE=DATE:20270401\r\n');
  expect(text).toContain('DTSTART:20270120T154000\r\nDURATION:PT30M\r\n');
  expect(text.split('\r\n').every((line) => line.length <= 76)).toBe(true);
});

test.each([
  ['levels[2].name', '/levels/2/name'],
  ['programme["a.b/c~d"][0]', '/programme/a.b~1c~0d/0'],
  [undefined, ''],
])('the path %s as a JSON pointer', (path, pointer) => expect(pointerOf(path)).toBe(pointer));

describe('records and files of earlier versions', () => {
  test.each([
    ...Object.entries(kept).map(([kind, data]) => [kind, 1, data] as const),
    ...Object.entries(kept2).map(([kind, data]) => [kind, 2, data] as const),
  ])('a %s of version %i is read as one of today, nothing lost', (kind, v, data) => {
    const read = readRecord({ kind, id: data.id, v, revs: ['r'], data });
    if (!read.ok) throw new Error(JSON.stringify(read.why));
    expect(read.value.v).toBe(currentVersion(kind as RecordKind));
    expect(read.value.data).toMatchObject(data);
  });
  test('a requirement file of version 1 is read as one of today', () => {
    const file = { format: 'formal-stave-requirement', version: 1, set: kept.set, pieces: fairlead.pieces };
    const read = parseRequirementFile(JSON.stringify(file));
    if (!read.ok) throw new Error(JSON.stringify(read.why));
    expect(read.value.version).toBe(2);
    expect(read.value.set.schemes[0]).toMatchObject({ totalling: { kind: 'sum' }, panel: null });
    expect(read.value.set.sessions[0]).toMatchObject({ late: null, recordingDue: null, fee: '' });
  });
  test.each([null, 3, [], {}, { id: 'x', levels: 3, schemes: [null], sessions: { a: 1 } }])(
    'what is no record of version 1 is refused with its place: %j',
    (data) => {
      const read = readRecord({ kind: 'set', id: 'x', v: 1, revs: ['r'], data });
      expect(read.ok ? [] : read.why.map((each) => each.pointer.startsWith('/data'))).toContain(true);
    },
  );
});

test('students left out of a file take everything that is theirs with them, and nothing else', () => {
  const whole = previewMerge([], records);
  const of = (name: string, data: unknown) => (data as Record<string, unknown>)[name];
  const goals = records.filter(({ kind, data }) => kind === 'goal' && of('studentId', data) === 'orla');
  const ids = new Set(goals.map(({ id }) => id));
  const hers = records.filter(
    ({ kind, id, data }) =>
      id === 'orla' ||
      ids.has(id) ||
      of('studentId', data) === 'orla' ||
      (kind === 'sheet' && ids.has(String(of('goalId', data)))),
  );
  expect(new Set(hers.map(({ kind }) => kind))).toContain('sheet');
  const left = withoutStudents(whole, new Set(['orla'])).add;
  expect(new Set(left)).toEqual(new Set(records.filter((record) => !hers.includes(record))));
});
