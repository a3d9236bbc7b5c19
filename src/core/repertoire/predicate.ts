import { metreKind, parseMetre } from '../music';
import { ACCOMPANIMENTS, keyMode, PIECE_KINDS, type Piece } from './piece';

/** A property of a piece that a rule counts. */
export type PiecePredicate =
  | { readonly on: 'metre'; readonly is: 'simple' | 'compound' | 'irregular' }
  | { readonly on: 'accompaniment'; readonly is: 'accompanied' | 'unaccompanied' }
  | { readonly on: 'key mode'; readonly is: 'major' | 'minor' | 'neither' }
  | { readonly on: 'kind'; readonly is: 'piece' | 'study' | 'duet' }
  | { readonly on: 'period'; readonly is: string }
  | { readonly on: 'character'; readonly is: string };

/** The values each property may be compared with; `null` where any text may stand. */
export const PREDICATE_VALUES: Readonly<Record<PiecePredicate['on'], readonly string[] | null>> = {
  metre: ['simple', 'compound', 'irregular'],
  accompaniment: ACCOMPANIMENTS,
  'key mode': ['major', 'minor', 'neither'],
  kind: PIECE_KINDS,
  period: null,
  character: null,
};

/** Whether the piece has the property; "unknown" when the fact it rests on was never given. */
export function holds(predicate: PiecePredicate, piece: Piece): boolean | 'unknown' {
  switch (predicate.on) {
    case 'metre': {
      if (piece.metre === null) return 'unknown';
      const metre = parseMetre(piece.metre);
      return metre !== undefined && metreKind(metre) === predicate.is;
    }
    case 'key mode':
      return piece.key === null ? 'unknown' : keyMode(piece.key) === predicate.is;
    case 'kind':
      return piece.kind === predicate.is;
    case 'accompaniment':
    case 'period':
    case 'character': {
      const value = piece[predicate.on];
      return value === null ? 'unknown' : value.toLowerCase() === predicate.is.toLowerCase();
    }
  }
}
