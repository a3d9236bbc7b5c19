import type { Piece } from '../../repertoire';
import { piecesOf, type EntryOf, type Slot } from '../entry';
import { componentOf, listedPieces } from '../requirement-set';
import type { OpenStatus } from '../verdict';

/**
 * @param possible - whether some way of filling the open slots meets the rule
 * @param kept - whether nothing is open any more and the rule is met as things stand
 */
export const decide = (possible: boolean, kept: boolean): OpenStatus =>
  possible ? (kept ? 'met' : 'undecided') : 'unmet';

export const within = (value: number, min: number | null, max: number | null) =>
  value >= (min ?? -Infinity) && value <= (max ?? Infinity);
export const sum = <T>(items: readonly T[], of: (item: T) => number) =>
  items.reduce((all, item) => all + of(item), 0);

export const fillable = (slot: Slot, wanted: number) =>
  slot.candidates === 'any' ? wanted : Math.min(wanted, slot.candidates.length);
export const openOf = (slots: readonly Slot[]) => sum(slots, (slot) => slot.open);
export const chosenOf = (slots: readonly Slot[]) => slots.flatMap((slot) => slot.chosen);

/** Of the pieces that may still fill a slot, the most that may be such, and the fewest that must. */
export function addable(slot: Slot, answerOf: (piece: Piece | null) => boolean | 'unknown') {
  if (slot.candidates === 'any') {
    const own = answerOf(null);
    return { most: own === false ? 0 : slot.room, least: own === true ? slot.open : 0 };
  }
  const may = slot.candidates.filter((piece) => answerOf(piece) !== false).length;
  const mayNot = slot.candidates.filter((piece) => answerOf(piece) !== true).length;
  const open = Math.min(slot.open, slot.candidates.length);
  return { most: Math.min(slot.room, may), least: Math.max(0, open - mayNot) };
}

/** Titles chosen for a component that its list does not have. */
export function strays(entry: EntryOf, componentId: string): string[] {
  const component = componentOf(entry.level, componentId);
  const listed = component ? listedPieces(component, entry.set) : null;
  return listed
    ? piecesOf(entry, componentId).flatMap((piece) => (listed.includes(piece.id) ? [] : [piece.title]))
    : [];
}
