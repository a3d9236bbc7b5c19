import type { Studio } from '@/core/files';
import type { CrosswalkRow, RequirementSet } from '@/core/requirements';

/** A column a published name: its instruments and editions stand in one. */
export const crosswalkColumns = (sets: readonly RequirementSet[]): string[] =>
  [...new Set(sets.map(({ name }) => name))].sort((a, b) => a.localeCompare(b, 'en'));

export interface CrosswalkLine {
  readonly pieceId: string;
  readonly title: string;
  readonly composer: string;
  /** By column: "Level 3 A"; an edition is named where the piece stands elsewhere in another one. */
  readonly cells: readonly string[];
  readonly spread: number;
}

export function crosswalkLines(
  rows: readonly CrosswalkRow[],
  { sets, pieces }: Pick<Studio, 'sets' | 'pieces'>,
  columns: readonly string[],
  wanted: { readonly text: string; readonly apart: boolean; readonly several: boolean },
): CrosswalkLine[] {
  const words = wanted.text.toLowerCase().split(/\s+/).filter(Boolean);
  return rows.flatMap(({ pieceId, places, spread }) => {
    const piece = pieces.get(pieceId);
    const named = `${piece?.title ?? pieceId} ${piece?.composer ?? ''}`.toLowerCase();
    const own = new Set(places.map(({ setId }) => sets.get(setId)?.name ?? ''));
    if (!words.every((word) => named.includes(word))) return [];
    if ((wanted.apart && spread === 0) || (wanted.several && own.size < 2)) return [];
    const cells = columns.map((column) => {
      const here = places.filter(({ setId }) => sets.get(setId)?.name === column);
      const at = ({ levelName, list }: (typeof here)[0]) =>
        list === 'catalogue' ? levelName : `${levelName} ${list}`;
      if (new Set(here.map(at)).size <= 1) return here[0] ? at(here[0]) : '';
      return here.map((place) => `${at(place)} (${sets.get(place.setId)?.edition.name ?? ''})`).join(', ');
    });
    return [{ pieceId, title: piece?.title ?? pieceId, composer: piece?.composer ?? '', cells, spread }];
  });
}
