/** What leaves as a calendar or a table, and what comes in with control characters. */
import fc from 'fast-check';
import ICAL from 'ical.js';
import { describe, expect, test } from 'vitest';
import { NOTE_VALUES } from '../music';
import { ACCOMPANIMENTS, PIECE_KINDS, type Piece } from '../repertoire';
import { calendarDay } from '../time';
import { hasControls } from '../plain-text';
import { formatCalendar, type CalendarEvent } from './calendar';
import { formatPieces, PIECE_COLUMNS, readPieces, type PieceColumn } from './piece-table';
import { readRecord, validateData } from './records';
import { formatCsv, guessColumns, parseTable } from './table';

const today = calendarDay('2027-01-20');
const event = (rest: Partial<CalendarEvent>): CalendarEvent => ({
  uid: 'a@x',
  title: 'Visit',
  day: today,
  at: null,
  place: '',
  note: '',
  ...rest,
});

describe('a calendar', () => {
  const breaking = 'Orla\r\nBEGIN:VEVENT\r\nSUMMARY:Foreign\r\nEND:VEVENT';
  test.each(['name', 'uid', 'title', 'place', 'note'])(
    'a line break in the %s starts no line',
    async (field) => {
      const text = await formatCalendar(
        field === 'name' ? breaking : 'Orla',
        [event(field === 'name' ? {} : { [field]: breaking })],
        today,
      );
      expect(text.match(/^BEGIN:VEVENT/gm)).toHaveLength(1);
      expect(text).not.toMatch(/^SUMMARY:Foreign/m);
    },
  );
  test('no carriage return stands alone, commas are escaped, a note keeps its lines', async () => {
    const text = await formatCalendar(
      'Orla, Level 5; flute\\',
      [event({ title: 'Kelp Air,\rslow', note: 'one\rtwo\r\nthree,\u0007 four' })],
      today,
    );
    expect(text.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
    expect(text).toContain('NAME:Orla\\, Level 5\\; flute\\\\\r\n');
    expect(text).toContain('SUMMARY:Kelp Air\\, slow\r\n');
    expect(text).toContain('DESCRIPTION:one\\ntwo\\nthree\\, four\r\n');
  });
  test('every line has at most 75 octets, and unfolded it says what was put in', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.string({ unit: 'grapheme', maxLength: 250, size: 'max' }),
        fc.string({ unit: 'binary', maxLength: 250, size: 'max' }),
        async (name, note) => {
          const text = await formatCalendar(name, [event({ title: name, note: `n${note}` })], today);
          for (const line of text.split('\r\n'))
            expect(new TextEncoder().encode(line).length).toBeLessThan(76);
          const read = new ICAL.Component(ICAL.parse(text) as []).getFirstSubcomponent('vevent');
          if (!hasControls(name)) expect(read?.getFirstPropertyValue('summary')).toBe(name);
        },
      ),
      { numRuns: 200 },
    );
  });
});

/** Names as people and spreadsheets make them: separators, quotes, formulas, spaces at the ends, other scripts. */
const words = (maxLength: number) =>
  fc
    .oneof(
      fc.string({ unit: 'grapheme', maxLength }),
      fc.string({
        unit: fc.constantFrom(...',;|:\\\'"=+-@＝ ab\u00a0'.split('')),
        maxLength: Math.min(maxLength, 8),
      }),
    )
    .filter((text) => !hasControls(text) && text.length <= maxLength);
const named = (maxLength: number) => words(maxLength).filter((text) => text !== '');
const fact = (maxLength: number) => fc.option(named(maxLength));
const demands = fc.uniqueArray(named(80), { maxLength: 4 });
const piece: fc.Arbitrary<Piece> = fc
  .record({
    id: fc.constant('p'),
    title: named(120),
    composer: words(120),
    kind: fc.constantFrom(...PIECE_KINDS),
    seconds: fc.option(fc.integer({ min: 0, max: 36_000 })),
    bars: fc.option(fc.integer({ min: 1, max: 9_999 })),
    barsToLearn: fc.option(fc.integer({ min: 0, max: 9_999 })),
    key: fact(40),
    metre: fact(40),
    tempo: fc.option(
      fc.record({
        unit: fc.constantFrom(...NOTE_VALUES),
        perMinute: fc.oneof(fc.integer({ min: 10, max: 600 }), fc.double({ min: 10, max: 600, noNaN: true })),
      }),
    ),
    period: fact(60),
    character: fact(60),
    accompaniment: fc.option(fc.constantFrom(...ACCOMPANIMENTS)),
    demands,
    parts: fc.uniqueArray(fc.record({ name: named(120), demands }), {
      maxLength: 3,
      selector: ({ name }) => name,
    }),
    span: fc.option(fc.integer({ min: 1, max: 60 })),
    notes: fc.option(fc.array(named(60), { minLength: 1, maxLength: 3 }).map((lines) => lines.join('\n'))),
  })
  .map(({ parts, span, notes, ...rest }) => ({
    ...rest,
    ...(parts.length > 0 && { parts }),
    ...(span !== null && { span }),
    ...(notes !== null && { notes }),
  }));

describe('CSV', () => {
  const back = (text: string) => {
    const table = parseTable(text);
    return readPieces(table, guessColumns<PieceColumn>(table, PIECE_COLUMNS), () => 'p');
  };
  test('pieces come back as they went, however few there are', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(piece, {
          minLength: 1,
          maxLength: 4,
          selector: ({ title, composer }) => `${title}/${composer}`.toLowerCase(),
        }),
        (pieces) => {
          expect(back(formatPieces(pieces))).toEqual({ pieces, bad: [] });
        },
      ),
      { numRuns: 1_000 },
    );
  });
  test('one piece with several demands is read with its own separator', () => {
    const [read] = back('Title,Composer,Demands\r\nKelp Air,R. Quoin,a; b; c; d; e\r\n').pieces;
    expect(read).toMatchObject({ title: 'Kelp Air', demands: ['a', 'b', 'c', 'd', 'e'] });
  });
  test.each([
    '=1+1',
    ' =1+1',
    '\n=1+1',
    '\t@sum',
    '＝1',
    '＋1',
    '－1',
    '＠x',
    ';=1+1',
    '|=1',
    '\u00a0-2',
    "'=1",
  ])('the formula %j stays text in every cell that a spreadsheet could cut out, and comes back', (cell) => {
    const text = formatCsv([
      [cell, 'b'],
      ['c', `d;${cell}`],
    ]);
    expect(text.startsWith("'") || text.startsWith(`"'`)).toBe(true);
    // Quotes keep a spreadsheet with another separator from cutting the cell.
    expect(text).toContain('"d;');
    expect(parseTable(text).rows.map(({ cells }) => cells)).toEqual([
      [cell, 'b'],
      ['c', `d;${cell}`],
    ]);
  });
  test.each(["'Twas Brillig", "'", "''", 'a=b', 'Gull - slow'])('%j is left as it is', (cell) =>
    expect(formatCsv([[cell, 'b']])).toBe(`${cell},b\r\n`),
  );
  test('control characters are left out of what is written', () =>
    expect(formatCsv([['a\u0000b\rc', 'd\u0007']])).toBe('"ab\nc",d\r\n'));
});

describe('control characters', () => {
  const closure = { id: 'c', name: 'Mid-term', from: '2027-02-15', to: '2027-02-19', stops: 'both' };
  test.each(['\n', '\r', '\t', '\u0000', '\u0007', '\u007f', '\u0085', '\u2028'])(
    '%j is refused in a name, and in a name that is a field',
    (control) => {
      const read = validateData('closure', { ...closure, name: `Mid${control}term` });
      expect(read).toMatchObject({
        ok: false,
        why: [{ pointer: '/name', message: 'holds a control character' }],
      });
      expect(
        validateData('sheet', {
          id: 's',
          goalId: 'g',
          componentId: 'A',
          pieceId: null,
          schemeId: 'x',
          schemeVersion: 1,
          assessor: 'teacher',
          day: '2027-01-20',
          marks: { [`tone${control}`]: 3 },
          notes: [],
          closed: true,
          supersedes: null,
        }).ok,
      ).toBe(false);
    },
  );
  test('a note keeps its line breaks and tabs; other controls are refused there too', () => {
    const lesson = { id: 'l', studentId: 's', day: '2027-01-20', state: 'held', note: '', movedTo: null };
    const taken = (note: string) => validateData('lesson', { ...lesson, note }).ok;
    expect([taken('one\n\ttwo'), taken('one\rtwo'), taken('one\u0000')]).toEqual([true, false, false]);
  });
  test('kept data that holds them is mended, not set aside; what else is wrong is still named', () => {
    const kept = (kind: string, data: { readonly id: string }) =>
      readRecord({ kind, id: data.id, v: 1, revs: ['r'], data });
    expect(kept('closure', { ...closure, name: 'Mid\r\nterm\u0000' } as { id: string })).toMatchObject({
      ok: true,
      value: { data: { ...closure, name: 'Mid term' } },
    });
    const lesson = { id: 'l', studentId: 's', day: '2027-01-20', state: 'held', movedTo: null };
    expect(kept('lesson', { ...lesson, note: 'one\r\ntwo\u0007' } as { id: string })).toMatchObject({
      ok: true,
      value: { data: { note: 'one\ntwo' } },
    });
    expect(kept('closure', { ...closure, name: 'Mid\tterm', to: 'soon' } as { id: string })).toMatchObject({
      ok: false,
      why: [{ pointer: '/data/to' }],
    });
  });
});
