/**
 * Pieces and what is known of them.
 *
 * A fact nobody has given is `null`, never a guess: a rule that needs it answers "undecided".
 * Seconds are performed time at the printed tempo; bars are printed bars. Read `Piece` first.
 */
export { holds, PREDICATE_VALUES, type PiecePredicate } from './predicate';
export {
  ACCOMPANIMENTS,
  barsToLearn,
  excerptToLearn,
  composerKey,
  demandsOfPart,
  agree,
  filledFrom,
  BARE_PIECE,
  omit,
  PIECE_KINDS,
  type Accompaniment,
  type Piece,
  type PieceKind,
  type PiecePart,
} from './piece';
export {
  breadthPace,
  isLearned,
  REPERTOIRE_STATES,
  stateOf,
  withStep,
  type BreadthPace,
  type RepertoireEntry,
  type RepertoireState,
} from './own-repertoire';
export { playedAsWords, playedPiece } from './played-as';
export { sectionsOf } from './sections';
