import { formatTime } from '@/core/music';
import type { Studio } from '@/core/files';
import { stateOf, type Piece, type RepertoireEntry } from '@/core/repertoire';
import { idsWith, matching, newDemands, type ShelfItem, type ShelfQuery } from '@/core/shelf';
import { formatDay } from '@/core/time';
import type { Shelved } from './use-shelf';

/** The pieces that have the words and answer the facets; by nearness where words are given, else by level and title. */
export function lookedUp(
  { shelf, order, index, instruments }: Shelved,
  text: string,
  query: ShelfQuery,
  had: ReadonlySet<string> | null,
): readonly ShelfItem[] {
  const items =
    text.trim() === ''
      ? order
      : idsWith(index, text)
          .map((id) => shelf.get(id))
          .filter((item) => item !== undefined);
  return matching(items, query, shelf, had, instruments);
}

/** "Tarrin Board flute: Level 5 A"; the edition is named where another edition of the set is here as well. */
export function placeWords(place: ShelfItem['places'][number], sets: Studio['sets']): string {
  const set = sets.get(place.setId);
  const others = [...sets.values()].filter(({ family }) => family === place.family).length > 1;
  const at = place.list === 'catalogue' ? place.levelName : `${place.levelName} ${place.list}`;
  return `${place.family}${others && set ? ` ${set.edition.name}` : ''}: ${at}`;
}

/** "no new demand", "1 new: syncopation"; empty where no student is looked at. */
export function newWords(piece: Piece, had: ReadonlySet<string> | null): string {
  if (!had) return '';
  if (piece.demands.length === 0) return 'demands not known';
  const fresh = newDemands(piece, had);
  return fresh.length === 0 ? 'no new demand' : `${fresh.length} new: ${fresh.join(', ')}`;
}

export const timeWords = ({ seconds }: Piece): string =>
  seconds === null ? 'not timed' : formatTime(seconds);

/** "first target since 14 January 2027". */
export function stateWords(entry: RepertoireEntry): string {
  const last = entry.steps.at(-1);
  return last ? `${stateOf(entry)} since ${formatDay(last.day, 'written')}` : stateOf(entry);
}
