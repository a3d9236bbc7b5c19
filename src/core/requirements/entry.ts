import type { BarRange } from '../music';
import type { Piece } from '../repertoire';
import type { Student } from '../students';
import type { CalendarDay } from '../time';
import {
  choiceCount,
  choosesPieces,
  listedPieces,
  type LevelOf,
  type SetOf,
  type Session,
} from './requirement-set';
import { valueAt } from '../value-at';

/** What fills one slot: a piece of the library, or the bars prepared of a given excerpt. */
export type Choice =
  | { readonly kind: 'piece'; readonly pieceId: string }
  | { readonly kind: 'excerpt'; readonly bars: BarRange };

/** Choices by component id; a component without choices is absent or has an empty list. */
export type Programme = Readonly<Record<string, readonly Choice[]>>;

/** What is known of a recorded submission. */
export interface Takes {
  readonly count: number;
  readonly continuous: boolean;
}

export interface Waiver {
  readonly ruleId: string;
  readonly by: string;
  readonly why: string;
}

/** What rules ask about the student. */
export type Candidate = Pick<Student, 'birthDate' | 'levelsHeld' | 'schoolYear'>;

/** A piece of an earlier entry of the student. */
export interface UsedPiece {
  readonly pieceId: string;
  readonly day: CalendarDay;
  readonly what: string;
}

/** Everything a rule may look at. `session` is null while none is picked. */
export interface EntryOf<R = unknown> {
  readonly today: CalendarDay;
  readonly set: SetOf<R>;
  readonly level: LevelOf<R>;
  readonly session: Session | null;
  readonly student: Candidate;
  readonly pieces: ReadonlyMap<string, Piece>;
  readonly programme: Programme;
  readonly facts: Readonly<Record<string, string>>;
  readonly enteredOn: CalendarDay | null;
  readonly takes: Takes | null;
  readonly recordingSentOn: CalendarDay | null;
  /** What is done about each topic of a condition; a topic nobody settled is absent. */
  readonly conditions: Readonly<Record<string, string>>;
  /** The edition of the music used, by component id. */
  readonly editions: Readonly<Record<string, string>>;
  /** Ids of components played from memory. */
  readonly memorised: readonly string[];
  /** Ids of scale rows heard secure. */
  readonly scalesHeard: readonly string[];
  /** Pieces of this student's earlier entries. */
  readonly used: readonly UsedPiece[];
  readonly waivers: readonly Waiver[];
}

/** One component's choices, with what may still fill it. */
export interface Slot {
  readonly componentId: string;
  readonly letter: string;
  /** The choice is the student's own: no list binds it. */
  readonly ownChoice: boolean;
  readonly fromMemory: boolean;
  readonly chosen: readonly Piece[];
  /** Choices still needed to reach the component's minimum. */
  readonly open: number;
  /** Choices the maximum leaves room for, `open` included. */
  readonly room: number;
  /** Pieces that may still be chosen; "any" where the choice is the student's own. */
  readonly candidates: readonly Piece[] | 'any';
}

export const piecesOf = (entry: EntryOf, componentId: string): Piece[] =>
  (valueAt(entry.programme, componentId) ?? []).flatMap((choice) => {
    const piece = choice.kind === 'piece' ? entry.pieces.get(choice.pieceId) : undefined;
    return piece ? [piece] : [];
  });

/** The slots of the components that choose pieces, in the level's order. */
export function openSlots(entry: EntryOf): Slot[] {
  const taken = new Set(
    entry.level.components.flatMap(({ id }) => piecesOf(entry, id).map((piece) => piece.id)),
  );
  return entry.level.components.filter(choosesPieces).map((component) => {
    const chosen = piecesOf(entry, component.id);
    const { min, max } = choiceCount(component);
    const listed = listedPieces(component, entry.set);
    const candidates = listed
      ? listed.flatMap((id) => {
          const piece = entry.pieces.get(id);
          return piece && !taken.has(id) ? [piece] : [];
        })
      : ('any' as const);
    return {
      componentId: component.id,
      letter: component.letter,
      ownChoice: component.source.kind === 'own choice',
      fromMemory: entry.memorised.includes(component.id),
      chosen,
      open: Math.max(0, min - chosen.length),
      room: Math.max(0, max - chosen.length),
      candidates,
    };
  });
}
