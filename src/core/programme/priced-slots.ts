import { ANY_AMOUNT, isLost, type CompiledLevel, type SearchFacts, type SearchPiece } from '../requirements';
import type { BestQuestion, PieceWorth } from './best-question';
import { lookAhead, type LookAhead } from './look-ahead';
import { pricesOf, type Limit } from './prices';

export interface Choice extends PieceWorth {
  readonly place: SearchPiece;
  readonly id: string;
  readonly minutes: number;
  /** Its place among the slot's choices as they came. */
  readonly index: number;
  /** What it brings at the search's prices, skills and all; and with every skill learned already. */
  value: number;
  bare: number;
}
interface Slot {
  readonly min: number;
  readonly max: number;
  /** The best value first. */
  readonly choices: readonly Choice[];
  /** The best with every skill learned already first. */
  readonly byBare: readonly Choice[];
}

export interface PricedSlots {
  readonly slots: readonly Slot[];
  /** The part of each skill's cost that one piece of a slot pays, by slot and skill. */
  readonly shares: readonly Float64Array[];
  /** What the bounds of the sums give back, whatever is chosen. */
  readonly given: number;
  readonly ahead: LookAhead;
}

/** The slots with what each choice brings at the prices. */
export function pricedSlots(
  compiled: CompiledLevel,
  { worth, skillCosts, time, locked }: BestQuestion,
  facts: SearchFacts,
): PricedSlots {
  const open = compiled.slots.map(({ min, max, candidates }) => {
    const choices: Choice[] = [];
    for (const place of candidates) {
      const found = worth(place);
      // What no programme can have, such as a piece used before, would only raise what is hoped for.
      if (!found || isLost(compiled.rules, [place], facts)) continue;
      const { points, minutes = 0 } = found;
      // Named twice it costs once all the same.
      const skills = [...new Set(found.skills)];
      choices.push({
        place,
        id: place.piece.id,
        points,
        skills,
        minutes,
        index: choices.length,
        value: 0,
        bare: 0,
      });
    }
    return { min, max, choices };
  });
  const places = onlyPlaces(open, locked);
  const slots = open.map((slot, at) => {
    const must = slot.choices.filter(({ id }) => places.get(id) === at);
    return slot.max === 1 && must.length > 0
      ? { ...slot, choices: must.map((choice, index) => ({ ...choice, index })) }
      : slot;
  });
  const limits = compiled.rules.flatMap((rule) => rule.limits?.(facts) ?? []);
  const ahead = lookAhead(limits, slots);
  const priced: Limit[] = [];
  limits.forEach(({ bound }, limit) => {
    const uses = ahead.uses[limit] ?? [];
    // What may be any amount has no price.
    if (uses.every((own) => own.every((use) => use > -ANY_AMOUNT)))
      priced.push({ bound, most: Infinity, uses });
  });
  if (time)
    priced.push({
      bound: time.minutes,
      most: time.points,
      uses: slots.map(({ choices }) => Float64Array.from(choices, ({ minutes }) => minutes)),
    });
  const { bare, shares, given } = pricesOf(slots, skillCosts, priced);
  slots.forEach(({ choices }, at) => {
    for (const choice of choices) {
      choice.bare = bare[at]?.[choice.index] ?? 0;
      choice.value = choice.bare;
      for (const skill of choice.skills) choice.value -= shares[at]?.[skill] ?? 0;
    }
  });
  return {
    slots: slots.map(({ min, max, choices }) => ({
      min,
      max,
      choices: [...choices].sort((a, b) => b.value - a.value || (a.id < b.id ? -1 : 1)),
      byBare: [...choices].sort((a, b) => b.bare - a.bare),
    })),
    shares,
    given,
    ahead,
  };
}

/** The slot of each locked piece that stands in one alone: where one piece stands there, it leaves no choice. */
function onlyPlaces(
  slots: readonly { readonly choices: readonly Choice[] }[],
  locked: readonly string[],
): ReadonlyMap<string, number> {
  const only = new Map<string, number>();
  for (const id of locked) {
    const found = slots.flatMap(({ choices }, at) =>
      choices.some((choice) => choice.id === id) ? [at] : [],
    );
    if (found.length === 1) only.set(id, found[0] ?? 0);
  }
  return only;
}

/** The most that one further piece of a slot brings; nothing where all cost. */
export const mostOf = (slot: Slot, of: (choice: Choice) => number): number =>
  slot.choices.reduce((most, choice) => Math.max(most, of(choice)), 0);

/** The most that slots from each on can bring: the best so many, and any more that bring something. */
export function restFrom(slots: readonly Slot[], valueOf: (choice: Choice) => number): number[] {
  const rest = [0];
  for (const { min, max, choices } of [...slots].reverse()) {
    const values = choices.map(valueOf).sort((a, b) => b - a);
    let own = 0;
    for (let at = 0; at < Math.min(max, values.length); at += 1) {
      const value = values[at] ?? 0;
      if (at >= min && value <= 0) break;
      own += value;
    }
    rest.unshift((rest[0] ?? 0) + own);
  }
  return rest;
}

/** The shares of the slots from each on, raised so that together they are all a skill costs: by slot from, slot, skill. */
export const raisedFrom = (
  slots: readonly Slot[],
  skillCosts: readonly number[],
  shares: readonly Float64Array[],
): readonly (readonly Float64Array[])[] =>
  slots.map((_, from) => {
    const paid = skillCosts.map((_, skill) =>
      slots.reduce((sum, { max }, at) => (at < from ? sum : sum + max * (shares[at]?.[skill] ?? 0)), 0),
    );
    return shares.map((own) =>
      own.map((share, skill) => {
        const sum = paid[skill] ?? 0;
        return sum > 0 ? (share * (skillCosts[skill] ?? 0)) / sum : 0;
      }),
    );
  });
