import { inTerms } from '../terms';
import { metreKind, noteLength, parseMetre } from '../music';
import type { Piece } from '../repertoire';
import type { TempoBands } from './requirement-set';

export const CONTRASTS = ['tempo', 'period', 'character', 'metre', 'key'] as const;
export type Contrast = (typeof CONTRASTS)[number];

/** Where a set says nothing. Our choice, because the words printed over pieces change about there. */
export const ASSUMED_BANDS: TempoBands = { slowBelow: 76, fastFrom: 108 };

const plain = (text: string) => text.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');

/** The beats a minute of the metre's own beat; the printed figure where the metre is unknown or unbarred. */
function beatsPerMinute({ tempo, metre }: Piece): number | null {
  if (tempo === null) return null;
  const signature = metre === null ? undefined : parseMetre(metre);
  if (!signature) return tempo.perMinute;
  const beat = (metreKind(signature) === 'compound' ? 3 : 1) / signature.lower;
  return (tempo.perMinute * noteLength(tempo.unit)) / beat;
}

/**
 * What a piece brings to a contrast: two pieces contrast when these differ. Null when the fact is unknown.
 * A metre is its kind and its upper figure, so 3/4 and 3/8 are one metre; a tempo is slow, moderate or fast.
 * @param bands - of the set that asks
 */
export function contrastValue(
  piece: Piece,
  contrast: Contrast,
  { slowBelow, fastFrom }: TempoBands = ASSUMED_BANDS,
): string | null {
  switch (contrast) {
    case 'tempo': {
      const beats = beatsPerMinute(piece);
      if (beats === null) return null;
      return beats < slowBelow ? 'slow' : beats < fastFrom ? 'moderate' : 'fast';
    }
    case 'metre': {
      if (piece.metre === null) return null;
      const metre = parseMetre(piece.metre);
      return metre ? inTerms`${metreKind(metre)}, ${metre.upper} in the bar` : plain(piece.metre);
    }
    case 'period':
    case 'character':
    case 'key': {
      const value = piece[contrast];
      return value === null ? null : plain(value);
    }
  }
}
