import { composerKey, type Piece } from '../repertoire';
import { answersTo } from './answers-to';
import { combine } from './combine';
import { contrastValue } from './contrast';
import { choiceCount, choosesPieces, listedPieces, type Level, type RequirementSet } from './requirement-set';
import { isPieceRule, type ChoicePredicate, type GradedClass, type PieceRule, type Rule } from './rule';
import type { RuleStatus } from './verdict';

type Status = Exclude<RuleStatus, 'waived'>;

/** A component that takes pieces, with every piece it may take. */
export interface SearchSlot {
  readonly at: number;
  readonly componentId: string;
  readonly min: number;
  readonly max: number;
  readonly candidates: readonly SearchPiece[];
}

/** A piece in a slot, with what each rule will ask of it looked up once. */
export interface SearchPiece {
  readonly piece: Piece;
  readonly slot: number;
  /** By rule, in the order of `CompiledLevel.rules`. */
  readonly facts: readonly unknown[];
}

/** What a rule needs to know of the student's entry besides the pieces. */
export interface SearchFacts {
  /** Ids of pieces used before, by the rule that asks. */
  readonly used: (rule: Extract<Rule, { kind: 'not used before' }>) => ReadonlySet<string>;
  /** The classes the entry may fall in; several while the fact is unknown. */
  readonly classes: (rule: Extract<Rule, { kind: 'graded pieces' }>) => readonly GradedClass[];
  /** How a rule that looks at no piece stands. */
  readonly status: (rule: Rule) => Status;
}

/** Nothing known of the entry: no piece used before, any class, every fact still open. */
export const NO_FACTS: SearchFacts = {
  used: () => new Set(),
  classes: (rule) => rule.classes,
  status: () => 'undecided',
};

export interface CompiledRule {
  readonly rule: Rule;
  /** Whether a programme with all its pieces chosen keeps the rule; undecided where a fact is unknown. */
  readonly status: (places: readonly SearchPiece[], facts: SearchFacts) => Status;
  /** Whether no way of adding pieces can mend it. */
  readonly lost: (places: readonly SearchPiece[], facts: SearchFacts) => boolean;
}

export interface CompiledLevel {
  readonly level: Level;
  readonly slots: readonly SearchSlot[];
  readonly rules: readonly CompiledRule[];
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
        facts: rules.map((rule) => factOf(rule, piece, place, set)),
      })),
    };
  });
  const slotOf = new Map(slots.map((slot) => [slot.componentId, slot.at]));
  return {
    level,
    slots,
    rules: rules.map((rule, index) => compiled(rule, (place) => place.facts[index], slotOf)),
  };
}

export const looksAtPieces = (rule: Rule): boolean =>
  rule.kind === 'combined' ? rule.rules.some(looksAtPieces) : isPieceRule(rule);

export interface Place {
  readonly componentId: string;
  readonly ownChoice: boolean;
  /** Left out while it is not settled. */
  readonly fromMemory?: boolean;
}

/** What a rule asks of one piece in one place: looked up once, not for every programme. */
export function factOf(rule: Rule, piece: Piece, place: Place, set: RequirementSet): unknown {
  switch (rule.kind) {
    case 'time':
      return piece.seconds;
    case 'different composers':
      return composerKey(piece.composer);
    case 'contrast':
      return contrastValue(piece, rule.in);
    case 'count where':
      return isSuch(rule.where, piece, place, set);
    case 'graded pieces':
      return set.catalogue.find((each) => each.pieceId === piece.id)?.rank ?? null;
    case 'combined':
      return rule.rules.map((each) => factOf(each, piece, place, set));
    default:
      return null;
  }
}

/** Whether a piece is played from memory may be settled later: then it may be either. */
const isSuch = (where: ChoicePredicate, piece: Piece, place: Place, set: RequirementSet) =>
  where.on === 'memory' && place.fromMemory === undefined
    ? 'unknown'
    : answersTo(where, piece, { ...place, fromMemory: place.fromMemory ?? false }, set);

type FactOf = (place: SearchPiece) => unknown;

export function compiled(rule: Rule, fact: FactOf, slotOf: ReadonlyMap<string, number>): CompiledRule {
  if (rule.kind === 'combined') {
    const parts = rule.rules.map((each, at) =>
      compiled(each, (place) => (fact(place) as unknown[])[at], slotOf),
    );
    return {
      rule,
      status: (places, facts) =>
        combine(
          rule.need,
          parts.map((part) => part.status(places, facts)),
        ),
      lost: (places, facts) =>
        combine(
          rule.need,
          parts.map((part) => (part.lost(places, facts) ? 'unmet' : 'undecided')),
        ) === 'unmet',
    };
  }
  if (!isPieceRule(rule))
    return {
      rule,
      status: (_, facts) => facts.status(rule),
      lost: (_, facts) => facts.status(rule) === 'unmet',
    };
  return onPieces(rule, fact, slotOf);
}

const kept = (yes: boolean): Status => (yes ? 'met' : 'unmet');
/** No rule of this kind is ever lost before the programme is whole. */
export const NEVER_LOST = () => false;

function onPieces(rule: PieceRule, fact: FactOf, slotOf: ReadonlyMap<string, number>): CompiledRule {
  switch (rule.kind) {
    case 'one from each': {
      const slots = rule.componentIds.map((id) => slotOf.get(id) ?? -1);
      return {
        rule,
        status: (places) => kept(slots.every((slot) => countIn(places, slot) === 1)),
        lost: (places) => slots.some((slot) => countIn(places, slot) > 1),
      };
    }
    case 'choose': {
      const slot = slotOf.get(rule.componentId) ?? -1;
      const count = (places: readonly SearchPiece[]) => countIn(places, slot);
      return {
        rule,
        status: (places) => kept(count(places) >= rule.min && count(places) <= rule.max),
        lost: (places) => count(places) > rule.max,
      };
    }
    case 'count':
      return {
        rule,
        status: ({ length }) => kept(length >= rule.min && length <= rule.max),
        lost: ({ length }) => length > rule.max,
      };
    case 'time': {
      const [min, max] = [rule.min ?? 0, rule.max ?? Infinity];
      const total = (places: readonly SearchPiece[]) => {
        let seconds = rule.gapSeconds * Math.max(0, places.length - 1);
        for (const place of places) seconds += (fact(place) as number | null) ?? 0;
        return seconds;
      };
      return {
        rule,
        status: (places) => {
          const seconds = total(places);
          if (seconds > max) return 'unmet';
          // Pieces nobody has timed only make it longer: without an upper limit what is known may do.
          if (seconds >= min && rule.max === null) return 'met';
          return places.some((place) => fact(place) === null) ? 'undecided' : kept(seconds >= min);
        },
        lost: (places) => total(places) > max,
      };
    }
    case 'different composers': {
      const repeats = (places: readonly SearchPiece[]) => hasRepeat(places, fact);
      return { rule, status: (places) => kept(!repeats(places)), lost: repeats };
    }
    case 'contrast':
      return rule.between === 'all'
        ? {
            rule,
            status: (places) =>
              hasRepeat(places, fact)
                ? 'unmet'
                : places.some((place) => fact(place) === null)
                  ? 'undecided'
                  : 'met',
            lost: (places) => hasRepeat(places, fact),
          }
        : { rule, status: (places) => someContrast(places, fact), lost: NEVER_LOST };
    case 'count where': {
      const count = (places: readonly SearchPiece[], answer: unknown) => {
        let found = 0;
        for (const place of places) if (fact(place) === answer) found += 1;
        return found;
      };
      return {
        rule,
        status: (places) => {
          const [sure, unknown] = [count(places, true), count(places, 'unknown')];
          if (rule.bound === 'at least')
            return sure >= rule.count ? 'met' : sure + unknown >= rule.count ? 'undecided' : 'unmet';
          return sure > rule.count ? 'unmet' : sure + unknown <= rule.count ? 'met' : 'undecided';
        },
        lost: rule.bound === 'at most' ? (places) => count(places, true) > rule.count : NEVER_LOST,
      };
    }
    case 'graded pieces': {
      const graded = (places: readonly SearchPiece[], { from, to }: GradedClass) =>
        places.filter((place) => {
          const rank = fact(place) as number | null;
          return rank !== null && rank >= from && rank <= (to ?? Infinity);
        }).length;
      return {
        rule,
        status: (places, facts) => {
          const classes = facts.classes(rule);
          const fits = classes.filter((each) => {
            const count = graded(places, each);
            return count >= each.atLeast && places.length - count <= each.free;
          });
          return fits.length === 0 ? 'unmet' : fits.length < classes.length ? 'undecided' : 'met';
        },
        lost: (places, facts) =>
          facts.classes(rule).every((each) => places.length - graded(places, each) > each.free),
      };
    }
    case 'not used before': {
      const again = (places: readonly SearchPiece[], facts: SearchFacts) => {
        const used = facts.used(rule);
        return used.size > 0 && places.some(({ piece }) => used.has(piece.id));
      };
      return { rule, status: (places, facts) => kept(!again(places, facts)), lost: again };
    }
  }
}

function countIn(places: readonly SearchPiece[], slot: number): number {
  let count = 0;
  for (const place of places) if (place.slot === slot) count += 1;
  return count;
}

/** Whether two places have the same known value. Programmes are short, so looking at pairs is quickest. */
function hasRepeat(places: readonly SearchPiece[], fact: FactOf): boolean {
  for (let at = 1; at < places.length; at += 1) {
    const value = fact(places[at] as SearchPiece);
    if (value === null) continue;
    for (let before = 0; before < at; before += 1)
      if (fact(places[before] as SearchPiece) === value) return true;
  }
  return false;
}

function someContrast(places: readonly SearchPiece[], fact: FactOf): Status {
  const values = places.map(fact);
  const known = new Set(values.filter((value) => value !== null));
  if (known.size > 1) return 'met';
  return places.length > 1 && values.includes(null) ? 'undecided' : 'unmet';
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

/** Whether a programme has the piece in some place. */
export function holds(places: readonly SearchPiece[], { piece }: SearchPiece): boolean {
  for (const place of places) if (place.piece === piece) return true;
  return false;
}
