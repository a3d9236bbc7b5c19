import {
  holds,
  isLost,
  isOpenByPieces,
  NEVER_LOST,
  NO_FACTS,
  type CompiledLevel,
  type SearchFacts,
  type SearchPiece,
} from '../requirements';
import { smallestConflict } from './smallest-conflict';

/** What a piece costs a student: minutes of its own, and places in a list of skills to be learned first. */
export interface PieceCost {
  readonly minutes: number;
  /** Indexes into the minutes of skills; a skill that several pieces ask for is learned once. */
  readonly skills: readonly number[];
}

export interface CheapestProgramme {
  readonly places: readonly SearchPiece[];
  /** Minutes of the pieces and of the skills together. */
  readonly minutes: number;
  readonly skills: readonly number[];
}

/**
 * The programme of the fewest minutes that breaks no rule; null when there is none. Rules that rest on an unknown
 * fact are taken as kept. Ties: the programme found first in the order of slots and candidates.
 *
 * Depth first through the slots, cheapest candidates first; a branch is left when a rule cannot be kept any more,
 * or when what is chosen and the least the open places can cost is no cheaper than the best programme so far.
 * @param cost - by candidate; Infinity minutes leaves a candidate out
 * @param skillMinutes - minutes of each skill the costs name
 * @param hints - programmes that may do well, such as another student's: they can only make the search shorter
 */
export function cheapestProgramme(
  compiled: CompiledLevel,
  cost: (place: SearchPiece) => PieceCost,
  skillMinutes: readonly number[],
  facts: SearchFacts = NO_FACTS,
  hints: readonly (readonly SearchPiece[])[] = [],
): CheapestProgramme | null {
  /** The most pieces a programme can have: a skill's minutes may be shared by no more. */
  const most = compiled.slots.reduce((sum, slot) => sum + slot.max, 0);
  const slots = compiled.slots.map((slot) => {
    const choices: Choice[] = [];
    let cheapest = Infinity;
    for (const place of slot.candidates) {
      const { minutes, skills } = cost(place);
      if (minutes === Infinity) continue;
      let asked = 0;
      for (const skill of skills) asked += skillMinutes[skill] ?? 0;
      cheapest = Math.min(cheapest, minutes + asked / most);
      choices.push({
        place,
        minutes,
        skills,
        guess: minutes + asked,
        share: minutes + asked / most,
        least: 0,
      });
    }
    return { min: slot.min, max: slot.max, cheapest, choices };
  });
  const rules = compiled.rules.filter((rule) => rule.lost !== NEVER_LOST);
  // Least the slots from each on can cost, in two ways: without any skill, and with each skill shared by all pieces.
  const leastMinutes = leastFrom(slots, (choice) => choice.minutes);
  const leastShares = leastFrom(slots, (choice) => choice.share);
  let best: Pick<CheapestProgramme, 'places' | 'minutes'> | null = null;
  let limit = Infinity;
  for (const hint of hints) limit = Math.min(limit, limitOf(compiled, cost, skillMinutes, facts, hint));
  for (const slot of slots) {
    // A candidate that costs too much beside the cheapest of everything else never needs a look.
    const others = (leastShares[0] ?? 0) - (slot.min === 1 ? slot.cheapest : 0);
    if (slot.min <= 1 && limit < Infinity)
      slot.choices = slot.choices.filter(({ share }) => others + share < limit);
    slot.choices.sort((a, b) => a.guess - b.guess);
    let least = Infinity;
    for (let index = slot.choices.length - 1; index >= 0; index -= 1) {
      const choice = slot.choices[index] as Choice;
      least = Math.min(least, choice.share);
      choice.least = least;
    }
  }
  const places: SearchPiece[] = [];
  /** How many of the chosen pieces ask for each skill. */
  const learned = new Uint8Array(skillMinutes.length);
  const settle = (minutes: number): void => {
    if (minutes >= limit || compiled.rules.some((rule) => rule.status(places, facts) === 'unmet')) return;
    limit = minutes;
    best = { places: [...places], minutes };
  };
  const visit = (at: number, from: number, taken: number, minutes: number, shares: number): void => {
    const slot = slots[at];
    if (!slot) {
      settle(minutes);
      return;
    }
    const [restMinutes, restShares] = [leastMinutes[at + 1] ?? 0, leastShares[at + 1] ?? 0];
    if (minutes + restMinutes >= limit || shares + restShares >= limit) return;
    if (taken >= slot.min) visit(at + 1, 0, 0, minutes, shares);
    if (taken >= slot.max) return;
    const isLast = at === slots.length - 1 && taken + 1 === slot.max;
    for (let index = from; index < slot.choices.length; index += 1) {
      const { place, skills, minutes: own, share, least } = slot.choices[index] as Choice;
      if (shares + least + restShares >= limit) break;
      if (shares + share + restShares >= limit || minutes + own + restMinutes >= limit) continue;
      let more = own;
      for (const skill of skills) if (learned[skill] === 0) more += skillMinutes[skill] ?? 0;
      if (minutes + more + restMinutes >= limit || holds(places, place)) continue;
      places.push(place);
      // With the last piece the rules are asked anyway.
      if (isLast) settle(minutes + more);
      else if (!isLost(rules, places, facts)) {
        for (const skill of skills) learned[skill] = (learned[skill] ?? 0) + 1;
        visit(at, index + 1, taken + 1, minutes + more, shares + share);
        for (const skill of skills) learned[skill] = (learned[skill] ?? 1) - 1;
      }
      places.pop();
    }
  };
  if ((leastMinutes[0] ?? 0) < Infinity) visit(0, 0, 0, 0, 0);
  return withSkills(best, cost);
}

/** A hair above what the hint costs if it keeps the rules, so that programmes of the same cost are still found in order. */
function limitOf(
  { rules }: CompiledLevel,
  cost: (place: SearchPiece) => PieceCost,
  skillMinutes: readonly number[],
  facts: SearchFacts,
  hint: readonly SearchPiece[],
): number {
  if (hint.length === 0) return Infinity;
  for (const rule of rules) if (rule.status(hint, facts) === 'unmet') return Infinity;
  const skills = new Set<number>();
  let minutes = 0;
  for (const place of hint) {
    const each = cost(place);
    minutes += each.minutes;
    for (const skill of each.skills) skills.add(skill);
  }
  for (const skill of skills) minutes += skillMinutes[skill] ?? 0;
  return minutes * (1 + 1e-9) + 1e-9;
}

interface Choice extends PieceCost {
  readonly place: SearchPiece;
  /** With its skills all learned for it alone, and with their minutes shared by every piece of a programme. */
  readonly guess: number;
  readonly share: number;
  /** The least share from this candidate on. */
  least: number;
}

function withSkills(
  best: Pick<CheapestProgramme, 'places' | 'minutes'> | null,
  cost: (place: SearchPiece) => PieceCost,
): CheapestProgramme | null {
  if (!best) return null;
  const { places, minutes } = best;
  const skills: number[] = [];
  for (const place of places)
    for (const skill of cost(place).skills) if (!skills.includes(skill)) skills.push(skill);
  return { places, minutes, skills };
}

/** The least that the slots from each on cost, each taking its fewest and cheapest; Infinity where one cannot be filled. */
function leastFrom(
  slots: readonly { readonly min: number; readonly choices: readonly Choice[] }[],
  costOf: (choice: Choice) => number,
): number[] {
  const least = new Array<number>(slots.length + 1).fill(0);
  for (let at = slots.length - 1; at >= 0; at -= 1) {
    const { min, choices } = slots[at] as (typeof slots)[number];
    least[at] = (least[at + 1] ?? 0) + fewest(choices, min, costOf);
  }
  return least;
}

/** What the cheapest so many choices cost. */
function fewest(choices: readonly Choice[], count: number, costOf: (choice: Choice) => number): number {
  if (count === 0) return 0;
  if (choices.length < count) return Infinity;
  if (count === 1) {
    let least = Infinity;
    for (const choice of choices) least = Math.min(least, costOf(choice));
    return least;
  }
  const costs = choices.map(costOf).sort((a, b) => a - b);
  let sum = 0;
  for (let at = 0; at < count; at += 1) sum += costs[at] ?? 0;
  return sum;
}

/**
 * Calls `take` with every programme that breaks none of the rules, in the order of slots and candidates.
 * @param take - returns whether to go on
 * @param rules - of the level's; all of them when left out
 * @param most - places tried at most
 * @returns whether the search came to its end
 */
export function eachProgramme(
  compiled: CompiledLevel,
  take: (places: readonly SearchPiece[]) => boolean,
  rules: CompiledLevel['rules'] = compiled.rules,
  facts: SearchFacts = NO_FACTS,
  most = Infinity,
): boolean {
  const places: SearchPiece[] = [];
  let tried = 0;
  const visit = (at: number, from: number, taken: number): boolean => {
    const slot = compiled.slots[at];
    if (!slot) return rules.some((rule) => rule.status(places, facts) === 'unmet') || take(places);
    if (taken >= slot.min && !visit(at + 1, 0, 0)) return false;
    if (taken >= slot.max) return true;
    for (let index = from; index < slot.candidates.length; index += 1) {
      const place = slot.candidates[index] as SearchPiece;
      if (holds(places, place)) continue;
      tried += 1;
      if (tried > most) return false;
      places.push(place);
      const goOn = isLost(rules, places, facts) || visit(at, index + 1, taken + 1);
      places.pop();
      if (!goOn) return false;
    }
    return true;
  };
  visit(0, 0, 0);
  return tried <= most;
}

export type Satisfiable =
  /**
   * So many programmes; `more` when counting stopped before the end. `sure`: those that keep every rule on the pieces
   * whatever is not known of the pieces, such as a time nobody took.
   */
  | {
      readonly kind: 'programmes';
      readonly count: number;
      readonly sure: number;
      readonly more: boolean;
    }
  /**
   * Ids of rules that no programme keeps together, none of which can be left out of saying so; empty when the lists
   * alone give none. `smallest`: no conflict has fewer rules.
   */
  | { readonly kind: 'conflict'; readonly ruleIds: readonly string[]; readonly smallest: boolean }
  /** None was found in the tries allowed, and not all were tried. */
  | { readonly kind: 'unknown' };

/**
 * Whether a level can be satisfied at all: how many programmes, or a smallest set of rules that conflict.
 * @param limit - programmes counted at most
 * @param most - places tried at most in each of the searches this takes
 */
export function satisfiable(compiled: CompiledLevel, limit = 10_000, most = Infinity): Satisfiable {
  let count = 0;
  let sure = 0;
  const onPieces = compiled.rules.filter(({ rule }) => isOpenByPieces(rule));
  const ended = eachProgramme(
    compiled,
    (places) => {
      count += 1;
      if (onPieces.every((rule) => rule.status(places, NO_FACTS) !== 'undecided')) sure += 1;
      return count < limit;
    },
    compiled.rules,
    NO_FACTS,
    most,
  );
  if (count > 0) return { kind: 'programmes', count, sure, more: count >= limit || !ended };
  if (!ended) return { kind: 'unknown' };
  /** Undefined when the tries ran out. */
  const can = (rules: CompiledLevel['rules']): boolean | undefined => {
    const found: true[] = [];
    const whole = eachProgramme(compiled, () => found.push(true) === 0, rules, NO_FACTS, most);
    return found.length > 0 || (whole ? false : undefined);
  };
  if (can([]) === false) return { kind: 'conflict', ruleIds: [], smallest: true };
  const found = smallestConflict([compiled.rules], can);
  return found
    ? { kind: 'conflict', ruleIds: found.parts.map(({ rule }) => rule.id), smallest: found.smallest }
    : { kind: 'unknown' };
}
