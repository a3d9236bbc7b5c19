import type { BarRange } from '../music';
import { sectionsFrom } from '../runs';
import type { Piece } from './piece';

/** The sections a piece is started from: as its score was read, else of about eight bars each; none where its bars are not known. */
export const sectionsOf = ({ work, bars }: Pick<Piece, 'work' | 'bars'>): readonly BarRange[] =>
  bars === null
    ? []
    : sectionsFrom(
        (work?.chunks ?? []).map((chunk) => chunk.bars.from),
        bars,
      );
