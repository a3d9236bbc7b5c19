import { inTerms } from '@/core/terms';
import { formatTime } from '@/core/music';
import type { Piece } from '@/core/repertoire';

/** A pasted piece as its row is shown before it comes in; what is not known is left out. */
export const pieceWords = (piece: Piece): readonly string[] =>
  [
    piece.title,
    piece.composer,
    piece.seconds === null ? '' : formatTime(piece.seconds),
    piece.key ?? '',
    piece.metre ?? '',
    piece.bars === null ? '' : inTerms`${piece.bars} bars`,
    [piece.book, piece.page && `p. ${piece.page}`].filter(Boolean).join(', '),
  ].filter((word) => word !== '');
