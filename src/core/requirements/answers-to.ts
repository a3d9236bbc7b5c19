import { holds, type Piece, type PiecePredicate } from '../repertoire';
import type { SetOf } from './requirement-set';

/** What a rule may ask of one chosen piece: a property of the piece itself, or of its place in the entry. */
export type ChoicePredicate =
  | PiecePredicate
  | { readonly on: 'component'; readonly is: string }
  | { readonly on: 'own choice'; readonly is: 'own choice' | 'listed' }
  /** Graded so by the set's catalogue, both included; a piece it does not grade is not. */
  | { readonly on: 'grade'; readonly from: number; readonly to: number }
  | { readonly on: 'memory'; readonly is: 'from memory' | 'with the music' };

/** Where a piece stands in the entry, as far as a predicate asks. */
export interface ChoicePlace {
  readonly componentId: string;
  readonly ownChoice: boolean;
  readonly fromMemory: boolean;
}

/** Whether a piece chosen in a place answers; the piece null stands for any piece of the student's own. */
export function answersTo(
  where: ChoicePredicate,
  piece: Piece | null,
  place: ChoicePlace,
  set: Pick<SetOf, 'catalogue'>,
): boolean | 'unknown' {
  switch (where.on) {
    case 'component':
      return place.componentId === where.is;
    case 'own choice':
      return place.ownChoice === (where.is === 'own choice');
    case 'memory':
      return place.fromMemory === (where.is === 'from memory');
    case 'grade': {
      if (piece === null) return 'unknown';
      const graded = set.catalogue.find((each) => each.pieceId === piece.id);
      return graded !== undefined && graded.rank >= where.from && graded.rank <= where.to;
    }
    default:
      return piece === null ? 'unknown' : holds(where, piece);
  }
}
