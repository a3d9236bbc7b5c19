import { tempoOf } from '@/core/files';
import type { ScaleRow } from '@/core/requirements';

/** A row of a scale table as a line: key, form, octaves, tempo, articulation, hands. */
export const scaleRowText = ({ key, form, octaves, tempo, articulation, hands }: ScaleRow): string =>
  [key, form, String(octaves), tempo ? `${tempo.unit}=${tempo.perMinute}` : '', articulation, hands]
    .join(', ')
    .replace(/(, )+$/, '');

/** The rows of a table typed a row a line, or what is wrong with the first line that is not read. */
export function scaleRowsOf(text: string): ScaleRow[] | string {
  const rows: ScaleRow[] = [];
  for (const [at, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const [key = '', form = '', octaves = '1', tempo = '', articulation = '', hands = ''] = line
      .split(',')
      .map((cell) => cell.trim());
    const place = `Line ${at + 1}`;
    if (key === '' || form === '') return `${place}: a key and a form, as D major, scale, 2.`;
    if (!/^[1-8]$/.test(octaves)) return `${place}: “${octaves}” is not a number of octaves.`;
    const read = tempoOf(tempo);
    if (read === undefined) return `${place}: “${tempo}” is not a tempo: write q=96.`;
    const id = `${key} ${form} ${octaves} ${hands}`
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-');
    if (rows.some((row) => row.id === id)) return `${place}: this row appears twice.`;
    rows.push({ id, key, form, octaves: Number(octaves), tempo: read, articulation, hands });
  }
  return rows;
}
