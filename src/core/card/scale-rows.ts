import { lastRowResults, type RowResult } from '../programme';
import type { ScaleRow } from '../requirements';

/**
 * Rows in the order in which they should be played: weak ones first, of these the one heard longest ago; then those never
 * heard; then the others, longest unheard first.
 * @param from - how many of those never heard were drawn before, so that the table is gone through
 */
export function drawOrder(
  rows: readonly ScaleRow[],
  heard: readonly string[],
  results: readonly RowResult[],
  from: number,
): ScaleRow[] {
  const last = lastRowResults(results);
  const dayOf = ({ id }: ScaleRow) => last.get(id)?.day ?? '';
  const byDay = (a: ScaleRow, b: ScaleRow) => (dayOf(a) < dayOf(b) ? -1 : dayOf(a) > dayOf(b) ? 1 : 0);
  const isWeak = ({ id }: ScaleRow) => (last.get(id)?.how ?? 'clean') !== 'clean';
  const isNew = (row: ScaleRow) => !last.has(row.id) && !heard.includes(row.id);
  const fresh = rows.filter(isNew);
  const start = fresh.length > 0 ? from % fresh.length : 0;
  return [
    ...rows.filter(isWeak).sort(byDay),
    ...fresh.slice(start),
    ...fresh.slice(0, start),
    ...rows.filter((row) => !isWeak(row) && !isNew(row)).sort(byDay),
  ];
}

/** "D major scale, 2 octaves, slurred, together". */
export const rowWords = ({ key, form, octaves, articulation, hands }: ScaleRow): string =>
  [`${key} ${form}`, `${octaves} ${octaves === 1 ? 'octave' : 'octaves'}`, articulation, hands]
    .filter(Boolean)
    .join(', ');
