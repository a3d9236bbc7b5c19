import { barsToLearn, type Piece } from '../repertoire';
import {
  commonLevel,
  forInstrument,
  placesOf,
  type CommonLevels,
  type RequirementSet,
} from '../requirements';

/** Pieces placed at the level or so many below on the common scale are looked at, and those placed nowhere. */
const BELOW = 1;
/** Pieces looked at; our choice, because a search through them all would not end. */
const MOST = 60;

/** The pieces an own choice is looked for among. */
export interface OwnChoices {
  readonly pieces: readonly Piece[];
  /** Pieces for the instrument that are not looked at: what rests on there being no other is then not certain. */
  readonly cut: number;
  /** Pieces of which nobody has said for which instrument they are: none of them is offered. */
  readonly unsaid: number;
}
export const NO_OWN_CHOICE: OwnChoices = { pieces: [], cut: 0, unsaid: 0 };

/**
 * The pieces an own choice of a level is looked for among, one way for the fit, the programmes and the level check: for the
 * instrument, placed about the level in any set or nowhere, those with the fewest bars to learn first (ties by id).
 * @param level - on the common scale
 * @param instrument - the student's, or those a level is open to, with commas between them
 */
export function ownChoices(
  level: number,
  instrument: string,
  pieces: ReadonlyMap<string, Piece>,
  sets: Iterable<RequirementSet>,
  common: CommonLevels,
): OwnChoices {
  const all = [...sets];
  const isFor = forInstrument(all);
  const placed = new Set<string>();
  const near = new Set<string>();
  for (const set of all)
    for (const [pieceId, places] of placesOf(set)) {
      placed.add(pieceId);
      if (
        places.some(({ rank }) => {
          const at = commonLevel(common, set.family, rank);
          return at <= level && at >= level - BELOW;
        })
      )
        near.add(pieceId);
    }
  const bars = (piece: Piece) => barsToLearn(piece) ?? Infinity;
  const said = [...pieces.values()].map((piece) => ({ piece, is: isFor(piece, instrument) }));
  const own = said.filter(({ is }) => is === 'yes').map(({ piece }) => piece);
  const found = own
    .filter(({ id }) => near.has(id) || !placed.has(id))
    .sort((a, b) => (bars(a) === bars(b) ? (a.id < b.id ? -1 : 1) : bars(a) - bars(b)))
    .slice(0, MOST);
  return {
    pieces: found,
    cut: own.length - found.length,
    unsaid: said.filter(({ is }) => is === 'unknown').length,
  };
}

/** Pieces a teacher may pick an own choice from by hand: all that are not known to be for other instruments. */
export function piecesFor(
  instrument: string,
  pieces: ReadonlyMap<string, Piece>,
  sets: Iterable<RequirementSet>,
): ReadonlyMap<string, Piece> {
  const isFor = forInstrument(sets);
  return new Map([...pieces].filter(([, piece]) => isFor(piece, instrument) !== 'no'));
}
