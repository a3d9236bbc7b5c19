import type { Contrast, SearchPiece } from '../requirements';

/** What a piece is worth in a programme, in whole points, and the skills it would have to be learned with. */
export interface PieceWorth {
  readonly points: number;
  /** Indexes into the points that skills cost; a skill that several pieces ask for costs once. */
  readonly skills: readonly number[];
  /** Whole minutes of work, 0 or more; left out where no time is given. */
  readonly minutes?: number;
}

export interface BestQuestion {
  /** By candidate; null leaves it out. */
  readonly worth: (place: SearchPiece) => PieceWorth | null;
  /** Whole points, 0 or more, that each skill takes away. */
  readonly skillCosts: readonly number[];
  /** Points for each further value the pieces have between them: two tempos, three keys. */
  readonly contrasts: readonly { readonly in: Contrast; readonly points: number }[];
  /** Minutes there are for the work, and the points each minute beyond them takes away; left out where time is no matter. */
  readonly time?: { readonly minutes: number; readonly points: number };
  /** How many programmes are wanted. */
  readonly count: number;
  /** Ids of pieces that every programme must have. */
  readonly locked: readonly string[];
  /** The search ends with the first `count` programmes, whatever they are worth. */
  readonly anyWillDo?: true;
}

export interface RankedProgramme {
  readonly places: readonly SearchPiece[];
  readonly points: number;
  /** Indexes of the skills it costs. */
  readonly skills: readonly number[];
}

export interface BestAnswer {
  /** Best first; ties by the ids of their pieces in order. */
  readonly programmes: readonly RankedProgramme[];
  /** Places looked at. */
  readonly tried: number;
  /** False when `goOn` ended the search: the programmes are then the best so far. */
  readonly whole: boolean;
}
