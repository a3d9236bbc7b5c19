import { BARE_PIECE, type Piece } from '../repertoire';
import { openSlots, piecesOf, type Slot } from './entry';
import { compiledParts, looksAtPieces, search, type Rule } from './rules';
import { factsWith } from './search-facts';
import { holds, NEVER_LOST, type SearchPiece } from './search-parts';
import type { RuleStatus } from './verdict';
import type { Entry } from './with-rules';

/** Places looked at before nothing is said. */
const MOST = 60_000;

/** A way of filling is looked for with one of each sort of pieces: those alike in all that the rule asks. */
interface Sort {
  readonly places: readonly SearchPiece[];
}

/**
 * Whether some way of filling the open slots may keep a rule, every slot between its least and its most, no piece twice;
 * where not every place that must be filled can be, as many as can. Tried way by way.
 * @param status - of a rule that looks at no piece
 * @returns undefined where that was not certain in the ways looked at
 */
export function canBeKept(rule: Rule, entry: Entry, status: (rule: Rule) => RuleStatus): boolean | undefined {
  if (!looksAtPieces(rule)) return undefined;
  const slots = openSlots(entry);
  const at = new Map(slots.map((slot, index) => [slot.componentId, index]));
  const whole = compiledParts(rule, (place) => place.facts[0], at);
  const place = (piece: Piece, slot: Slot, index: number): SearchPiece => ({
    piece,
    slot: index,
    facts: [search.fact(rule, piece, slot, entry.set)],
  });
  const facts = factsWith(entry, status);
  const tells = (piece: Piece) => search.tells(rule, piece, facts.known);
  const sorts = slots.map((slot, index) =>
    slot.candidates === 'any'
      ? ownSorts(rule, entry, slot, index)
      : sortsOf(
          slot.candidates.map((piece) => place(piece, slot, index)),
          slots,
          tells,
        ),
  );
  const must = mostFilled(slots);
  const chosen = slots.flatMap((slot, index) => slot.chosen.map((piece) => place(piece, slot, index)));
  const places = [...chosen];
  const restMust = slots.map((_, from) => slots.slice(from).reduce((sum, { open }) => sum + open, 0));
  let tried = 0;
  const visit = (slotAt: number, sortAt: number, taken: number, filled: number): boolean => {
    const slot = slots[slotAt];
    if (!slot) return filled === must && whole.status(places, facts) !== 'unmet';
    // What is left empty here must be filled elsewhere.
    if (filled + Math.max(0, slot.open - taken) + (restMust[slotAt + 1] ?? 0) < must) return false;
    if (visit(slotAt + 1, 0, 0, filled)) return true;
    if (taken >= slot.room) return false;
    const own = sorts[slotAt] ?? [];
    for (let index = sortAt; index < own.length; index += 1) {
      const next = own[index]?.places.find((each) => !holds(places, each));
      if (!next) continue;
      tried += 1;
      if (tried > MOST) return false;
      places.push(next);
      const lost = whole.lost !== NEVER_LOST && whole.lost(places, facts);
      const found = !lost && visit(slotAt, index, taken + 1, filled + (taken < slot.open ? 1 : 0));
      places.pop();
      if (found) return true;
    }
    return false;
  };
  if (visit(0, 0, 0, 0)) return true;
  return tried > MOST ? undefined : false;
}

/** Candidates in sorts: alike in their facts, in the slots they may fill, and in what tells them apart in this entry. */
function sortsOf(
  candidates: readonly SearchPiece[],
  slots: readonly Slot[],
  tells: (piece: Piece) => unknown,
): Sort[] {
  const sorts = new Map<string, SearchPiece[]>();
  for (const each of candidates) {
    const { piece } = each;
    const lists = slots.map(({ candidates: all }) => all !== 'any' && all.includes(piece));
    const key = JSON.stringify([each.facts, lists, tells(piece)]);
    sorts.set(key, [...(sorts.get(key) ?? []), each]);
  }
  return [...sorts.values()].map((places) => ({ places }));
}

/** Pieces of the student's own that nobody knows yet: one sort for everything the rule could find in them. */
function ownSorts(rule: Rule, entry: Entry, slot: Slot, index: number): Sort[] {
  const ranks = new Set(search.ranks(rule));
  return [null, ...ranks].map((rank) => ({
    places: Array.from({ length: slot.room }, (_, at) => ({
      piece: unknownPiece(`${slot.componentId} ${at} ${rank ?? ''}`),
      slot: index,
      facts: [search.unknown(rule, slot, entry.set, rank)],
    })),
  }));
}

/** No id of a record has a slash-free space at its start, so it is nobody's. */
const unknownPiece = (id: string): Piece => ({ ...BARE_PIECE, id: ` ${id}` });

/** How many of the places that must be filled can be, no piece in two of them: a matching of places to pieces. */
function mostFilled(slots: readonly Slot[]): number {
  const places = slots.flatMap(({ open, candidates }) =>
    candidates === 'any' ? [] : Array.from({ length: open }, () => candidates),
  );
  const own = slots.reduce((sum, { open, candidates }) => sum + (candidates === 'any' ? open : 0), 0);
  const holder = new Map<Piece, number>();
  const fill = (at: number, tried: Set<Piece>): boolean =>
    (places[at] ?? []).some((piece) => {
      if (tried.has(piece)) return false;
      tried.add(piece);
      const other = holder.get(piece);
      if (other !== undefined && !fill(other, tried)) return false;
      holder.set(piece, at);
      return true;
    });
  return own + places.filter((_, at) => fill(at, new Set())).length;
}

/** Whether the slots depend on one another or are short of pieces, so that they cannot be looked at one by one. */
export function areTangled(entry: Entry, slots: readonly Slot[]): boolean {
  const seen = new Set<Piece>();
  for (const { candidates, room, open } of slots) {
    if (room === 0 || candidates === 'any') continue;
    if (candidates.length < open) return true;
    for (const piece of candidates) {
      if (seen.has(piece)) return true;
      seen.add(piece);
    }
  }
  const chosen = slots.flatMap(({ componentId }) => piecesOf(entry, componentId));
  return new Set(chosen).size < chosen.length;
}
