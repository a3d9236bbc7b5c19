import { inTerms } from '../terms';
import { oneLine, severalLines } from '../plain-text';
import { formatTime, NOTE_VALUES, parseTime, type NoteValue, type Tempo } from '../music';
import type { Piece, PiecePart } from '../repertoire';
import { refuse, type Result } from '../result';
import { readDemands, readParts, writeDemands, writeParts } from './piece-words';
import { formatCsv, type ColumnMap, type PastedTable } from './table';

export const PIECE_COLUMNS = {
  title: ['title', 'piece', 'name'],
  composer: ['composer', 'by'],
  time: ['time', 'duration', 'length'],
  key: ['key'],
  metre: ['metre', 'meter', 'time signature'],
  bars: ['bars', 'measures'],
  tempo: ['tempo', 'speed'],
  accompaniment: ['accompaniment', 'accompanied'],
  kind: ['kind', 'type'],
  period: ['period'],
  character: ['character'],
  demands: ['demands', 'asks for', 'skills'],
  toLearn: ['to learn', 'bars to learn', 'new bars', 'measures to learn', 'new measures'],
  span: ['span', 'widest span'],
  instrument: ['instrument', 'for', 'instruments'],
  parts: ['parts'],
  book: ['book', 'published in', 'source', 'edition'],
  page: ['page', 'pages'],
  notes: ['notes', 'note'],
} as const;
export type PieceColumn = keyof typeof PIECE_COLUMNS;
/** A catalogue's table has the grade beside the piece. */
export const GRADED_COLUMNS = { grade: ['grade', 'level', 'rank'], ...PIECE_COLUMNS } as const;
export type GradedColumn = keyof typeof GRADED_COLUMNS;

/** Cells that may hold several lines. */
const LINES: ReadonlySet<string> = new Set(['demands', 'parts', 'notes'] satisfies PieceColumn[]);

export interface BadRow {
  readonly line: number;
  readonly cells: readonly string[];
  readonly why: string;
}

/**
 * Rows of a pasted table as pieces; a row with one bad cell is named and left out, never guessed at.
 * @param newId - an id for the piece of a line
 */
export function readPieces(
  table: PastedTable,
  map: ColumnMap<PieceColumn>,
  newId: (line: number) => string,
): { readonly pieces: readonly Piece[]; readonly bad: readonly BadRow[] } {
  const { items, bad } = readRows(table, map, (cell, line) => pieceOf(cell, newId(line)));
  return { pieces: items, bad };
}

/** Rows of a pasted catalogue: pieces as `readPieces` reads them, each with its grade from 1 to 50. */
export const readGraded = (
  table: PastedTable,
  map: ColumnMap<GradedColumn>,
  newId: (line: number) => string,
): {
  readonly items: readonly { readonly piece: Piece; readonly rank: number }[];
  readonly bad: readonly BadRow[];
} =>
  readRows(table, map, (cell, line) => {
    const rank = /^\d{1,2}$/.test(cell('grade')) ? Number(cell('grade')) : 0;
    if (rank < 1 || rank > 50) return refuse(`"${cell('grade')}" is not a grade from 1 to 50`);
    const piece = pieceOf(cell, newId(line));
    return piece.ok ? { ok: true, value: { piece: piece.value, rank } } : piece;
  });

function readRows<Column extends string, Item>(
  table: PastedTable,
  map: ColumnMap<Column | 'title' | 'composer'>,
  read: (cell: (field: Column | 'title' | 'composer') => string, line: number) => Result<Item, string>,
): { readonly items: readonly Item[]; readonly bad: readonly BadRow[] } {
  const items: Item[] = [];
  const bad: BadRow[] = [];
  const seen = new Map<string, number>();
  for (const { line, cells } of table.rows.slice(map.header ? 1 : 0)) {
    const cell = (field: Column | 'title' | 'composer') => {
      const written = map.columns[field] < 0 ? '' : (cells[map.columns[field]] ?? '');
      return LINES.has(field) ? severalLines(written) : oneLine(written);
    };
    const item = read(cell, line);
    const key = `${cell('title')}/${cell('composer')}`.toLowerCase();
    const twin = seen.get(key);
    if (!item.ok) bad.push({ line, cells, why: item.why });
    else if (twin !== undefined) bad.push({ line, cells, why: `the same piece as line ${twin}` });
    else {
      seen.set(key, line);
      items.push(item.value);
    }
  }
  return { items, bad };
}

export function pieceOf(cell: (field: PieceColumn) => string, id: string): Result<Piece, string> {
  const title = cell('title');
  if (title === '') return refuse('no title');
  if (title.length > 120 || cell('composer').length > 120 || cell('instrument').length > 120)
    return refuse('a name of more than 120 characters');
  const seconds = cell('time') === '' ? null : parseTime(cell('time'));
  if (seconds === undefined || (seconds !== null && seconds > 36_000))
    return refuse(`"${cell('time')}" is not a time: write 2:45`);
  const bars = wholeOf(cell('bars'), 1, 9_999);
  if (bars === undefined) return refuse(inTerms`"${cell('bars')}" is not a number of bars`);
  const barsToLearn = wholeOf(cell('toLearn'), 0, 9_999);
  if (barsToLearn === undefined)
    return refuse(inTerms`"${cell('toLearn')}" is not a number of bars to learn`);
  const span = wholeOf(cell('span'), 1, 60);
  if (span === undefined) return refuse(`"${cell('span')}" is not a span of 1 to 60 semitones`);
  const metre = cell('metre');
  if (metre.length > 40 || cell('key').length > 40)
    return refuse(inTerms('a key or metre of more than 40 characters'));
  const tempo = tempoOf(cell('tempo'));
  if (tempo === undefined) return refuse(`"${cell('tempo')}" is not a tempo: write 96 or q. = 72`);
  const accompaniment = accompanimentOf(cell('accompaniment'));
  if (accompaniment === undefined)
    return refuse(`"${cell('accompaniment')}" is neither accompanied nor unaccompanied`);
  const kind = cell('kind').toLowerCase() || 'piece';
  if (kind !== 'piece' && kind !== 'study' && kind !== 'duet')
    return refuse(`"${cell('kind')}" is not piece, study or duet`);
  if (cell('period').length > 60 || cell('character').length > 60)
    return refuse('a period or character of more than 60 characters');
  const demands = readDemands(cell('demands'));
  const parts = readParts(cell('parts'));
  if ([demands, ...parts.map((part) => part.demands)].some(tooMany))
    return refuse('more than 60 demands, or one of more than 80 characters');
  const wrong = problemOfParts(parts);
  if (wrong !== null) return refuse(wrong);
  if (cell('book').length > 120 || cell('page').length > 20)
    return refuse('a book of more than 120 characters, or a page of more than 20');
  const notes = cell('notes');
  if (notes.length > 1_000) return refuse('notes of more than 1,000 characters');
  const fact = (field: PieceColumn) => (cell(field) === '' ? null : cell(field));
  return {
    ok: true,
    value: {
      id,
      title,
      composer: cell('composer'),
      kind,
      seconds,
      bars,
      barsToLearn,
      key: cell('key') === '' ? null : cell('key'),
      metre: metre === '' ? null : metre,
      tempo,
      period: fact('period'),
      character: fact('character'),
      accompaniment,
      demands,
      ...(cell('instrument') !== '' && { instrument: cell('instrument') }),
      ...(parts.length > 0 && { parts }),
      ...(span !== null && { span }),
      ...(cell('book') !== '' && { book: cell('book') }),
      ...(cell('page') !== '' && { page: cell('page') }),
      ...(notes !== '' && { notes }),
    },
  };
}

/** A whole number from `min` to `max`; null when empty, undefined when it is none. */
function wholeOf(source: string, min: number, max: number): number | null | undefined {
  if (source === '') return null;
  const value = /^\d{1,5}$/.test(source) ? Number(source) : NaN;
  return value >= min && value <= max ? value : undefined;
}
const tooMany = (demands: readonly string[]) =>
  demands.length > 60 || demands.some((each) => each.length > 80);

function problemOfParts(parts: readonly PiecePart[]): string | null {
  if (parts.length > 40 || parts.some(({ name }) => name.length > 120))
    return 'more than 40 parts, or one with a name of more than 120 characters';
  const names = parts.map(({ name }) => name);
  const twice = names.find((name, at) => names.indexOf(name) < at);
  return twice === undefined ? null : `the part "${twice}" appears twice`;
}

/** "96", "q = 96", "q.=72"; null when empty, undefined when it is none of these. */
export function tempoOf(source: string): Tempo | null | undefined {
  if (source === '') return null;
  const match = /^(?:([a-z]\.?)\s*=\s*)?(\d{2,3}(?:\.\d+)?)$/.exec(source.trim());
  if (!match) return undefined;
  const unit = (match[1] ?? 'q') as NoteValue;
  const perMinute = Number(match[2]);
  return NOTE_VALUES.includes(unit) && perMinute >= 10 && perMinute <= 600 ? { unit, perMinute } : undefined;
}

function accompanimentOf(source: string): Piece['accompaniment'] | undefined {
  const word = source.toLowerCase();
  if (word === '') return null;
  if (['accompanied', 'yes', 'piano', 'pianist'].includes(word)) return 'accompanied';
  return ['unaccompanied', 'no', 'alone', 'solo'].includes(word) ? 'unaccompanied' : undefined;
}

/**
 * The pieces as CSV with the columns `readPieces` reads, so that they come back as they went but for their ids and their
 * kept scores. Cells a spreadsheet would run stay text.
 */
export const formatPieces = (
  pieces: readonly Piece[],
  numbers: Readonly<Record<string, string>> | null = null,
): string =>
  formatCsv([
    [...(numbers ? ['number'] : []), ...Object.values(PIECE_COLUMNS).map(([name]) => name)],
    ...pieces.map((piece) => {
      const cells = cellsOf(piece);
      return [
        ...(numbers ? [numbers[piece.id] ?? ''] : []),
        ...(Object.keys(PIECE_COLUMNS) as PieceColumn[]).map((column) => cells[column]),
      ];
    }),
  ]);

/** A piece as a row of a table: `pieceOf` reads it back, but for its id and its kept score. */
export const cellsOf = (piece: Piece): Readonly<Record<PieceColumn, string>> => ({
  title: piece.title,
  composer: piece.composer,
  time: piece.seconds === null ? '' : formatTime(piece.seconds),
  key: piece.key ?? '',
  metre: piece.metre ?? '',
  bars: piece.bars === null ? '' : String(piece.bars),
  tempo: piece.tempo === null ? '' : `${piece.tempo.unit} = ${piece.tempo.perMinute}`,
  accompaniment: piece.accompaniment ?? '',
  kind: piece.kind,
  period: piece.period ?? '',
  character: piece.character ?? '',
  demands: writeDemands(piece.demands),
  toLearn: piece.barsToLearn === null ? '' : String(piece.barsToLearn),
  span: piece.span === undefined ? '' : String(piece.span),
  instrument: piece.instrument ?? '',
  parts: writeParts(piece.parts ?? []),
  book: piece.book ?? '',
  page: piece.page ?? '',
  notes: piece.notes ?? '',
});
