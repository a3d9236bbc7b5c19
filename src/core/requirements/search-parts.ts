import type { Piece } from '../repertoire';
import type { OpenStatus } from './verdict';

/** A piece in a slot, with what each rule will ask of it looked up once. */
export interface SearchPiece {
  readonly piece: Piece;
  readonly slot: number;
  /** By rule, in the order of the compiled level's rules. */
  readonly facts: readonly unknown[];
}

/** Where a piece stands while programmes are searched. */
export interface Place {
  readonly componentId: string;
  readonly ownChoice: boolean;
  /** Left out while it is not settled. */
  readonly fromMemory?: boolean;
}

export interface AnyRule {
  readonly id: string;
  readonly kind: string;
}

/** What rules need to know of the student's entry besides the pieces. */
export interface SearchFacts {
  /** What the rule's own module finds in the entry, or takes for possible where there is none. */
  readonly known: (rule: AnyRule) => unknown;
  /** How a rule that looks at no piece stands. */
  readonly status: (rule: AnyRule) => OpenStatus;
}

export type FactOf<T = unknown> = (place: SearchPiece) => T;

/** A rule as functions of a programme. */
export interface CompiledParts {
  /** Whether a programme with all its pieces chosen keeps the rule; undecided where a fact is unknown. */
  readonly status: (places: readonly SearchPiece[], facts: SearchFacts) => OpenStatus;
  /** Whether no way of adding pieces can mend it. */
  readonly lost: (places: readonly SearchPiece[], facts: SearchFacts) => boolean;
  /** Sums that every programme which keeps it holds: a search looks ahead by them. Left out where there are none. */
  readonly limits?: (facts: SearchFacts) => readonly SumLimit[];
}

/** More than any sum: no Infinity, so that it can be taken back. */
export const ANY_AMOUNT = 1e12;

/** A sum over the pieces of a programme that no programme which keeps a rule takes beyond `bound`. */
export interface SumLimit {
  readonly bound: number;
  /** `-ANY_AMOUNT` where a piece may take away any amount. */
  readonly use: FactOf<number>;
}

/** No rule of this kind is ever lost before the programme is whole. */
export const NEVER_LOST = () => false;
export const limitsOf = (min: number, max: number, use: FactOf<number>): readonly SumLimit[] => [
  { bound: max, use },
  { bound: -min, use: (place) => -use(place) },
];
export const kept = (yes: boolean): OpenStatus => (yes ? 'met' : 'unmet');

/** Whether two places have the same known value. Programmes are short, so looking at pairs is quickest. */
export function hasRepeat(places: readonly SearchPiece[], fact: FactOf): boolean {
  for (let at = 1; at < places.length; at += 1) {
    const value = fact(places[at] as SearchPiece);
    if (value === null) continue;
    for (let before = 0; before < at; before += 1)
      if (fact(places[before] as SearchPiece) === value) return true;
  }
  return false;
}

export function countIn(places: readonly SearchPiece[], slot: number): number {
  let count = 0;
  for (const place of places) if (place.slot === slot) count += 1;
  return count;
}

/** Whether a programme has the piece in some place. */
export function holds(places: readonly SearchPiece[], { piece }: SearchPiece): boolean {
  for (const place of places) if (place.piece === piece) return true;
  return false;
}
