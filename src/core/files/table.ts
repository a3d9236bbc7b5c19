import Papa from 'papaparse';

/** A table as pasted: rows of cells, trimmed; empty rows left out. `line` counts from 1 in the text. */
export interface PastedTable {
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
  readonly columns: number;
  /** Rows after the most that are taken at once; they are not read. */
  readonly leftOut: number;
}

/** Most rows taken at once. */
const MAX_ROWS = 5_000;

/** Reads text copied from a document or a spreadsheet: tabs, commas or semicolons, quotes as usual. */
export function parseTable(source: string): PastedTable {
  const delimiter = source.includes('\t') ? '\t' : '';
  const parsed = Papa.parse<string[]>(source.replace(/^\uFEFF/, ''), {
    delimiter,
    delimitersToGuess: [',', ';', '|'],
    skipEmptyLines: false,
  });
  const rows = parsed.data
    .map((cells, at) => ({ line: at + 1, cells: cells.map((cell) => cell.trim()) }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  return {
    rows: rows.slice(0, MAX_ROWS),
    columns: rows.reduce((most, row) => Math.max(most, row.cells.length), 0),
    leftOut: Math.max(0, rows.length - MAX_ROWS),
  };
}

/** A cell a spreadsheet would run as a formula is led by an apostrophe, so that it stays text. */
const neutral = (cell: string) => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);

export const formatCsv = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((row) => row.map(neutral)),
    { newline: '\r\n' },
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
  const first = (table.rows[0]?.cells ?? []).map((cell) => cell.toLowerCase());
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
