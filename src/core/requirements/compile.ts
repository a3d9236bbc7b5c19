import type { Piece } from '../repertoire';
import { choiceCount, choosesPieces, listedPieces, type TempoBands } from './requirement-set';
import { compiledParts, knownOf, looksAtPieces, search, type Rule } from './rules';
import type { CompiledParts, SearchFacts, SearchPiece } from './search-parts';
import type { Level, RequirementSet } from './with-rules';

/** A component that takes pieces, with every piece it may take. */
export interface SearchSlot {
  readonly at: number;
  readonly componentId: string;
  readonly min: number;
  readonly max: number;
  readonly candidates: readonly SearchPiece[];
}

/** Nothing known of the entry: no piece used before, any class, every fact still open. */
export const NO_FACTS: SearchFacts = {
  known: (rule) => knownOf(rule, null),
  status: () => 'undecided',
};

export interface CompiledRule extends CompiledParts {
  readonly rule: Rule;
}

export interface CompiledLevel {
  readonly level: Level;
  readonly slots: readonly SearchSlot[];
  readonly rules: readonly CompiledRule[];
  /** What the set calls slow and fast. */
  readonly tempoBands: TempoBands | undefined;
}

/**
 * A level made ready to be searched: its slots with their candidates, and its rules on pieces as functions.
 * Rules that look at no piece are left out, unless they are combined with one that does.
 * @param ownChoice - pieces an own choice may be taken from
 */
export function compileLevel(
  set: RequirementSet,
  level: Level,
  pieces: ReadonlyMap<string, Piece>,
  ownChoice: readonly Piece[],
): CompiledLevel {
  const rules = level.rules.filter(looksAtPieces);
  const components = level.components.filter(choosesPieces);
  const slots = components.map((component, at): SearchSlot => {
    const listed = listedPieces(component, set);
    const from = listed ? listed.flatMap((id) => pieces.get(id) ?? []) : ownChoice;
    const place = { componentId: component.id, ownChoice: listed === null };
    return {
      at,
      componentId: component.id,
      ...choiceCount(component),
      candidates: from.map((piece) => ({
        piece,
        slot: at,
        facts: rules.map((rule) => search.fact(rule, piece, place, set)),
      })),
    };
  });
  const slotOf = new Map(slots.map((slot) => [slot.componentId, slot.at]));
  return {
    level,
    slots,
    tempoBands: set.tempoBands,
    rules: rules.map((rule, index) => ({
      rule,
      ...compiledParts(rule, (place) => place.facts[index], slotOf),
    })),
  };
}

/** Whether some rule cannot be kept any more, whatever is added. */
export function isLost(
  rules: CompiledLevel['rules'],
  places: readonly SearchPiece[],
  facts: SearchFacts,
): boolean {
  for (const rule of rules) if (rule.lost(places, facts)) return true;
  return false;
}
