import { holds, type Piece } from '../repertoire';
import type { RequirementSet } from './requirement-set';
import type { ChoicePredicate } from './rule';

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
  set: Pick<RequirementSet, 'catalogue'>,
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
