/**
 * The repertoire shelf: pieces found by words and by what they are, their twins, what a student has met in them.
 *
 * Levels are those printed in each set. Read `matching` first; `exposureOf` answers what a student has ever met through
 * the parts actually played.
 */
export { backupsFor, type Backup } from './backups';
export { likelyTwins, withPieceFor } from './duplicates';
export { partsByLevel, partTurns } from './players';
export { coverageOf, exposureOf, firstMetIn, type Exposure, type LevelDemand, type Met } from './exposure';
export {
  ANY_PIECE,
  countsOf,
  inOrder,
  matching,
  metreKindOf,
  newDemands,
  openShelf,
  related,
  RELATIONS,
  sharedDemands,
  type Relation,
  type Shelf,
  type ShelfItem,
  type ShelfQuery,
} from './shelf';
export { idsWith, openTextIndex, type TextIndex } from './text-index';
