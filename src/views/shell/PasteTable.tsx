import { inTerms } from '@/core/terms';
import { useMemo, useRef, type ReactNode } from 'react';
import { guessColumns, parseTable, type BadRow, type ColumnMap, type PastedTable } from '@/core/files';
import { Button, CheckField, DialogActs, SelectField, Table, TextField } from '@/ui';
import type { Draft } from './use-draft';
import css from './PasteTable.module.css';

/** Rows to fix shown at once. */
const MOST_SHOWN = 30;

/** What a teacher has typed of a table. */
interface Typed<Field extends string> {
  readonly text: string;
  /** Which column is what, where it was picked by hand. */
  readonly own: ColumnMap<Field> | null;
  /** Cells typed over, by line. */
  readonly mended: Readonly<Record<number, readonly string[]>>;
}

/**
 * A table copied from a document or a spreadsheet: which column is what, what comes in, and every row
 * that cannot, with its line and its reason. A bad row is mended in its place, cell by cell.
 */
export function PasteTable<Field extends string, Item>({
  form,
  onTake,
  ...rest
}: PasteProps<Field, Item> & { readonly form: Draft<null> }) {
  const [typed, setTyped] = form.field<Typed<Field>>('table', { text: '', own: null, mended: {} });
  return (
    <Pasted
      {...rest}
      typed={typed}
      onType={(part) => setTyped((before) => ({ ...before, ...part }))}
      onTake={(items, left) => {
        form.drop();
        onTake(items, left);
      }}
    />
  );
}

interface PasteProps<Field extends string, Item> {
  readonly fields: Readonly<Record<Field, readonly string[]>>;
  readonly read: (
    table: PastedTable,
    map: ColumnMap<Field>,
  ) => {
    readonly items: readonly Item[];
    readonly bad: readonly BadRow[];
    /** What the table leaves open, to be answered before its rows come in. */
    readonly questions?: ReactNode;
  };
  /** One of them: "student". */
  readonly itemWord: string;
  readonly preview: (item: Item) => readonly ReactNode[];
  /** @param left - rows that stay out */
  readonly onTake: (items: readonly Item[], left: readonly BadRow[]) => void;
}

function Pasted<Field extends string, Item>({
  fields,
  read,
  itemWord,
  preview,
  typed: { text, own, mended },
  onType,
  onTake,
}: PasteProps<Field, Item> & {
  readonly typed: Typed<Field>;
  readonly onType: (part: Partial<Typed<Field>>) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const table = useMemo(() => {
    const parsed = parseTable(text);
    return { ...parsed, rows: parsed.rows.map((row) => ({ ...row, cells: mended[row.line] ?? row.cells })) };
  }, [text, mended]);
  const guessed = useMemo(() => guessColumns(table, fields), [table, fields]);
  const map = own ?? guessed;
  const { items, bad, questions } = useMemo(() => read(table, map), [read, table, map]);
  const take = (pasted: string) => onType({ text: pasted, own: null, mended: {} });
  const names = Object.keys(fields) as Field[];
  const nameOf = (field: Field) => inTerms(fields[field][0] ?? field);
  const mapped = names.filter((field) => map.columns[field] >= 0);
  const badLines = new Set(bad.map((row) => row.line));
  // A row that is being mended stays where it is until the table is taken.
  const shown = table.rows
    .filter((row) => badLines.has(row.line) || mended[row.line] !== undefined)
    .slice(0, MOST_SHOWN);
  const header = table.rows[0]?.cells ?? [];
  return (
    <>
      <TextField
        label="Table"
        hint="Copy the rows from a document or a spreadsheet and paste them here. A first row with column names is read as such."
        value={text}
        rows={7}
        first
        onChange={take}
      />
      <div>
        <Button look="quiet" onClick={() => input.current?.click()}>
          Open a CSV file
        </Button>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,.tsv,.txt,text/csv"
          aria-label="CSV file"
          onChange={({ target }) => {
            void target.files?.[0]?.text().then(take);
            target.value = '';
          }}
        />
      </div>
      {table.rows.length > 0 && (
        <>
          <CheckField
            label="The first row names the columns"
            checked={map.header}
            onChange={(checked) => onType({ own: { ...map, header: checked } })}
          />
          <div className={css.columns}>
            {names.map((field) => (
              <SelectField
                key={field}
                label={nameOf(field)}
                value={String(map.columns[field])}
                options={[
                  { value: '-1', label: 'not in the table' },
                  ...Array.from({ length: table.columns }, (_, at) => ({
                    value: String(at),
                    label: `column ${at + 1}${header[at] ? `: ${header[at]}` : ''}`,
                  })),
                ]}
                onChange={(value) =>
                  onType({ own: { ...map, columns: { ...map.columns, [field]: Number(value) } } })
                }
              />
            ))}
          </div>
          {questions}
          {table.leftOut > 0 && (
            <p className={css.bad} role="alert">
              The last {table.leftOut} rows are too many for one paste and are left out. Paste them after
              these.
            </p>
          )}
          {shown.length > 0 && (
            <div className={css.bad}>
              <p role="status">
                {bad.length === 0
                  ? 'Every row is fixed.'
                  : `${bad.length} ${bad.length === 1 ? 'row is' : 'rows are'} left out. Fix ${bad.length === 1 ? 'it' : 'them'} here, or go on without.`}
              </p>
              <Table label="Rows to fix" head={['Line', 'Reason', ...mapped.map(nameOf)]} tight>
                {shown.map(({ line, cells }) => (
                  <tr key={line}>
                    <th scope="row">{line}</th>
                    <td>{bad.find((row) => row.line === line)?.why ?? 'fixed'}</td>
                    {mapped.map((field) => {
                      const at = map.columns[field];
                      return (
                        <td key={field}>
                          <input
                            className={css.cell}
                            aria-label={`Line ${line}, ${nameOf(field)}`}
                            value={cells[at] ?? ''}
                            onChange={(event) =>
                              onType({
                                mended: {
                                  ...mended,
                                  [line]: Array.from(
                                    { length: Math.max(cells.length, at + 1) },
                                    (_, place) => (place === at ? event.target.value : (cells[place] ?? '')),
                                  ),
                                },
                              })
                            }
                          />
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </Table>
              {bad.length > shown.length && (
                <p>The first {MOST_SHOWN} are shown; the others follow as these are fixed.</p>
              )}
            </div>
          )}
          <Table
            label="Preview"
            head={[items.length === 1 ? `One ${itemWord}` : `First rows of ${items.length} ${itemWord}s`]}
            tight
          >
            {items.slice(0, 5).map((item, at) => (
              <tr key={at}>
                <td>
                  {preview(item)
                    .filter((part) => part !== null && part !== '')
                    .map((part, index) => (
                      <span key={index}>
                        {index > 0 ? ' · ' : ''}
                        {part}
                      </span>
                    ))}
                </td>
              </tr>
            ))}
          </Table>
        </>
      )}
      <DialogActs>
        <Button look="do" disabled={items.length === 0} onClick={() => onTake(items, bad)}>
          Import {items.length} {items.length === 1 ? itemWord : `${itemWord}s`}
        </Button>
      </DialogActs>
    </>
  );
}
