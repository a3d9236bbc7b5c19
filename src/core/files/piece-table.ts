import { formatTime, NOTE_VALUES, parseTime, type NoteValue, type Tempo } from '../music';
import type { Piece } from '../repertoire';
import { refuse, type Result } from '../result';
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
} as const;
export type PieceColumn = keyof typeof PIECE_COLUMNS;
/** A catalogue's table has the grade beside the piece. */
export const GRADED_COLUMNS = { grade: ['grade', 'level', 'rank'], ...PIECE_COLUMNS } as const;
export type GradedColumn = keyof typeof GRADED_COLUMNS;

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
    if (rank < 1 || rank > 50) return refuse(`"${cell('grade')}" is no grade from 1 to 50`);
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
    const cell = (field: Column | 'title' | 'composer') =>
      map.columns[field] < 0 ? '' : (cells[map.columns[field]] ?? '');
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

function pieceOf(cell: (field: PieceColumn) => string, id: string): Result<Piece, string> {
  const title = cell('title');
  if (title === '') return refuse('no title');
  if (title.length > 120 || cell('composer').length > 120)
    return refuse('a name of more than 120 characters');
  const seconds = cell('time') === '' ? null : parseTime(cell('time'));
  if (seconds === undefined || (seconds !== null && seconds > 36_000))
    return refuse(`"${cell('time')}" is no time: write 2:45`);
  const bars = cell('bars') === '' ? null : Number(cell('bars'));
  if (bars !== null && !(Number.isInteger(bars) && bars >= 1 && bars <= 9_999))
    return refuse(`"${cell('bars')}" is no number of bars`);
  const metre = cell('metre');
  if (metre.length > 40 || cell('key').length > 40)
    return refuse('a key or metre of more than 40 characters');
  const tempo = tempoOf(cell('tempo'));
  if (tempo === undefined) return refuse(`"${cell('tempo')}" is no tempo: write 96 or q. = 72`);
  const accompaniment = accompanimentOf(cell('accompaniment'));
  if (accompaniment === undefined)
    return refuse(`"${cell('accompaniment')}" is neither accompanied nor unaccompanied`);
  const kind = cell('kind').toLowerCase() || 'piece';
  if (kind !== 'piece' && kind !== 'study' && kind !== 'duet')
    return refuse(`"${cell('kind')}" is not piece, study or duet`);
  if (cell('period').length > 60 || cell('character').length > 60)
    return refuse('a period or character of more than 60 characters');
  const demands = [
    ...new Set(
      cell('demands')
        .split(/[;\n]/)
        .map((each) => each.trim()),
    ),
  ].filter((each) => each !== '');
  if (demands.length > 60 || demands.some((each) => each.length > 80))
    return refuse('more than 60 demands, or one of more than 80 characters');
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
      barsToLearn: null,
      key: cell('key') === '' ? null : cell('key'),
      metre: metre === '' ? null : metre,
      tempo,
      period: fact('period'),
      character: fact('character'),
      accompaniment,
      demands,
    },
  };
}

/** "96", "q = 96", "q.=72"; null when empty, undefined when it is none of these. */
export function tempoOf(source: string): Tempo | null | undefined {
  if (source === '') return null;
  const match = /^(?:([a-z]\.?)\s*=\s*)?(\d{2,3})$/.exec(source.trim());
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

/** The pieces as CSV with the columns `readPieces` reads; cells a spreadsheet would run stay text. */
export const formatPieces = (pieces: readonly Piece[]): string =>
  formatCsv([
    Object.values(PIECE_COLUMNS).map(([name]) => name),
    ...pieces.map((piece) => [
      piece.title,
      piece.composer,
      piece.seconds === null ? '' : formatTime(piece.seconds),
      piece.key ?? '',
      piece.metre ?? '',
      piece.bars === null ? '' : String(piece.bars),
      piece.tempo === null ? '' : `${piece.tempo.unit} = ${piece.tempo.perMinute}`,
      piece.accompaniment ?? '',
      piece.kind,
      piece.period ?? '',
      piece.character ?? '',
      piece.demands.join('; '),
    ]),
  ]);
