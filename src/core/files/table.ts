import Papa from 'papaparse';
import { severalLines } from '../plain-text';

/** A table as pasted: rows of cells, trimmed; empty rows left out. `line` counts from 1 in the text. */
export interface PastedTable {
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
  readonly columns: number;
  /** Rows after the most that are taken at once; they are not read. */
  readonly leftOut: number;
}

/** Most rows taken at once. */
const MAX_ROWS = 5_000;
const DELIMITERS = ['\t', ',', ';', '|'] as const;

/** The separator that cuts the first row into the most cells; a comma where none cuts it. */
function delimiterOf(source: string): string {
  const widths = DELIMITERS.map((delimiter) => {
    const first = Papa.parse<string[]>(source, { delimiter, preview: 1, skipEmptyLines: 'greedy' }).data[0];
    return first?.length ?? 0;
  });
  const most = Math.max(...widths);
  return most > 1 ? (DELIMITERS[widths.indexOf(most)] ?? ',') : ',';
}

/**
 * Reads text copied from a document or a spreadsheet: tabs, commas, semicolons or bars, quotes as usual.
 * A cell that `formatCsv` led by an apostrophe is given back without it.
 */
export function parseTable(source: string): PastedTable {
  const plain = source.replace(/^\uFEFF/, '');
  const parsed = Papa.parse<string[]>(plain, { delimiter: delimiterOf(plain), skipEmptyLines: false });
  const rows = parsed.data
    .map((cells, at) => ({ line: at + 1, cells: cells.map(unguarded) }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  return {
    rows: rows.slice(0, MAX_ROWS),
    columns: rows.reduce((most, row) => Math.max(most, row.cells.length), 0),
    leftOut: Math.max(0, rows.length - MAX_ROWS),
  };
}

/** What a spreadsheet may run as a formula, also after spaces, after a separator of its own, or in full width. */
const FORMULA = /^\s*[=+\-@;|＝＋－＠]/;

/** Whether a cell would be run, or would lose the spaces at its ends, if it were written as it is. */
function needsGuard(cell: string): boolean {
  const inner = cell.replace(/^'+/, '');
  return FORMULA.test(inner) || inner !== inner.trim();
}
const guarded = (cell: string) => (needsGuard(cell) ? `'${cell}` : cell);
function unguarded(cell: string): string {
  return cell.startsWith("'") && needsGuard(cell) ? cell.slice(1) : cell.trim();
}

/**
 * Rows as CSV (RFC 4180). A cell a spreadsheet would run as a formula, or that begins or ends with spaces, is led by an
 * apostrophe, so that it stays the text it is; `parseTable` takes the apostrophe off again. A cell with any separator
 * stands in quotes. Control characters other than line breaks and tabs are left out.
 */
export const formatCsv = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((row) => row.map((cell) => guarded(severalLines(cell)))),
    { newline: '\r\n', quotes: (cell) => /[\t,;|\n]/.test(String(cell)) },
  )}\r\n`;
/** Column of each field, or -1; `header` says whether the first row names the columns. */
export interface ColumnMap<Field extends string> {
  readonly header: boolean;
  readonly columns: Readonly<Record<Field, number>>;
}

/** Finds the fields by the words in the first row; without a header, in the order given. */
export function guessColumns<Field extends string>(
  table: PastedTable,
  words: Readonly<Record<Field, readonly string[]>>,
): ColumnMap<Field> {
  // "Practice (min/day)" is "practice min day".
  const first = (table.rows[0]?.cells ?? []).map((cell) =>
    (
      cell
        .toLocaleLowerCase('en')
        .replace(/d\.\s*o\.\s*b\.?/, 'dob')
        .match(/[\p{L}\p{N}]+/gu) ?? []
    ).join(' '),
  );
  const fields = Object.keys(words) as Field[];
  const found = fields.map((field) => first.findIndex((cell) => words[field].includes(cell)));
  const header = found.filter((at) => at >= 0).length >= Math.min(2, table.columns);
  const columns = fields.map((_, at) => (header ? (found[at] ?? -1) : at < table.columns ? at : -1));
  return {
    header,
    columns: Object.fromEntries(fields.map((field, at) => [field, columns[at] ?? -1])) as Record<
      Field,
      number
    >,
  };
}
