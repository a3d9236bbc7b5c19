import equal from 'fast-deep-equal';
import type { BarRange, Tempo } from '../music';
import { barsToLearnIn, type ScoreWork } from '../score';

export const ACCOMPANIMENTS = ['accompanied', 'unaccompanied'] as const;
export type Accompaniment = (typeof ACCOMPANIMENTS)[number];
export const PIECE_KINDS = ['piece', 'study', 'duet'] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

export interface Piece {
  readonly id: string;
  readonly title: string;
  readonly composer: string;
  readonly kind: PieceKind;
  /** Performed time in seconds; null when nobody has timed it. */
  readonly seconds: number | null;
  /** Printed bars; null when not counted. */
  readonly bars: number | null;
  /** Bars that are new to the fingers (repeats of the same bar left out); null: all of them. */
  readonly barsToLearn: number | null;
  /** "D major", "no key"; null when unknown. */
  readonly key: string | null;
  /** "6/8", "unbarred"; null when unknown. */
  readonly metre: string | null;
  readonly tempo: Tempo | null;
  readonly period: string | null;
  readonly character: string | null;
  readonly accompaniment: Accompaniment | null;
  readonly demands: readonly string[];
  /** Parts of music for several players, highest first; left out where one player has it all. */
  readonly parts?: readonly PiecePart[];
  /** The instruments or voices it is for, substitutes too, with commas; left out where nobody said. */
  readonly instrument?: string;
  /** Widest span one hand plays at once, in semitones; left out where nobody measured it. */
  readonly span?: number;
  /** The kept score it is read from; left out where its facts are typed. */
  readonly scoreId?: string;
  /** What that score says of how to practise it; left out until it was read. */
  readonly work?: ScoreWork;
  /** The book it is printed in, and where; left out where nobody said. */
  readonly book?: string;
  readonly page?: string;
  /** Bars that everyone knows, so that nobody may miss them: they are never cut. Left out where there are none. */
  readonly wellKnown?: readonly BarRange[];
  readonly notes?: string;
}

/** A piece of which nothing is known. */
export const BARE_PIECE: Omit<Piece, 'id'> = {
  title: '',
  composer: '',
  kind: 'piece',
  seconds: null,
  bars: null,
  barsToLearn: null,
  key: null,
  metre: null,
  tempo: null,
  period: null,
  character: null,
  accompaniment: null,
  demands: [],
};

/** One player's part, with what that part asks for. */
export interface PiecePart {
  readonly name: string;
  readonly demands: readonly string[];
}

/** The same piece with some of what can be left out left out. */
export const omit = (
  piece: Piece,
  ...names: readonly (
    'instrument' | 'parts' | 'span' | 'scoreId' | 'work' | 'book' | 'page' | 'wellKnown' | 'notes'
  )[]
): Piece =>
  Object.fromEntries(
    Object.entries(piece).filter(([name]) => !(names as readonly string[]).includes(name)),
  ) as unknown as Piece;

/** What a player meets: the demands of the part played, or of the whole piece where no such part is known. */
export const demandsOfPart = (piece: Piece, part: string | null): readonly string[] =>
  piece.parts?.find(({ name }) => name === part)?.demands ?? piece.demands;

const isOpen = (value: unknown): boolean =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);

/** Whether nothing two tellings say of a piece is said otherwise by the other; a title's letters and its kind left aside. */
export const agree = (a: Piece, b: Piece): boolean =>
  Object.keys({ ...a, ...b })
    .filter((name) => !['id', 'title', 'composer', 'kind', 'scoreId', 'work', 'notes'].includes(name))
    .every((name) => {
      const [one, other] = [a, b].map((each) => each[name as keyof Piece]);
      return isOpen(one) || isOpen(other) || equal(one, other);
    });

/** The piece as it is known, and what another telling of it adds; nothing that is known is changed. */
export const filledFrom = (known: Piece, told: Piece): Piece => ({
  ...told,
  ...(Object.fromEntries(Object.entries(known).filter(([, value]) => !isOpen(value))) as unknown as Piece),
});

/** Bars to learn, or null when neither count is known. */
export const barsToLearn = (piece: Piece): number | null => piece.barsToLearn ?? piece.bars;

/** Bars of an excerpt that are new to the fingers; all of them where no score says which are alike. */
export const excerptToLearn = ({ work }: Pick<Piece, 'work'>, bars: BarRange): number =>
  work ? barsToLearnIn(work, bars) : bars.to - bars.from + 1;

export function keyMode(key: string): 'major' | 'minor' | 'neither' {
  if (/\bmajor\b/i.test(key)) return 'major';
  return /\bminor\b/i.test(key) ? 'minor' : 'neither';
}

/** A composer's name with case and spaces evened out: two names that give the same are one composer. */
export const composerKey = (name: string): string => name.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
