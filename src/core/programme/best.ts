import { contrastValue, type Contrast, type Rule } from '../requirements';
import {
  holds,
  isLost,
  NEVER_LOST,
  NO_FACTS,
  type CompiledLevel,
  type SearchFacts,
  type SearchPiece,
} from '../requirements';

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

interface Choice extends PieceWorth {
  readonly place: SearchPiece;
  readonly id: string;
  readonly locked: boolean;
  /** Points with its skills shared by as many pieces as a programme can have: never below what it brings. */
  readonly share: number;
}

/** Places looked at between two questions to `goOn`. */
const BREATH = 4_096;

/**
 * The best programmes that break no rule, exactly: as many as asked for, best first. Rules that rest on an unknown fact
 * are taken as kept. A programme is a set of pieces in places; one that fills the same places with the same pieces in
 * another order is the same.
 *
 * Depth first through the slots, best candidates first; a branch is left when a rule is lost, when the time or the count
 * still to come cannot mend it, or when even the best rest falls behind the last programme kept.
 * @param goOn - asked now and then, with the best so far to be had; false ends the search
 */
export function bestProgrammes(
  compiled: CompiledLevel,
  { worth, skillCosts, contrasts, time, count, locked, anyWillDo }: BestQuestion,
  facts: SearchFacts = NO_FACTS,
  goOn: (tried: number, soFar: () => RankedProgramme[]) => boolean = () => true,
): BestAnswer {
  /** What so many minutes of work take away: never less when a piece is added. */
  const late = (minutes: number) => (time ? time.points * Math.max(0, minutes - time.minutes) : 0);
  const most = Math.max(
    1,
    compiled.slots.reduce((sum, slot) => sum + slot.max, 0),
  );
  const mustHave = new Set(locked);
  const slots = compiled.slots.map((slot) => ({
    min: slot.min,
    max: slot.max,
    choices: slot.candidates
      .flatMap((place): Choice[] => {
        const found = worth(place);
        if (!found) return [];
        const cost = found.skills.reduce((sum, skill) => sum + (skillCosts[skill] ?? 0), 0);
        return [
          {
            ...found,
            place,
            id: place.piece.id,
            locked: mustHave.has(place.piece.id),
            share: found.points - cost / most,
          },
        ];
      })
      .sort((a, b) => b.share - a.share || (a.id < b.id ? -1 : 1)),
  }));
  for (const [at, slot] of slots.entries()) {
    // A locked piece that stands in this slot alone, where one piece stands, leaves no choice.
    const must = slot.choices.filter(
      ({ locked: isLocked, place }) =>
        isLocked &&
        slots.every(
          (other, index) => index === at || other.choices.every((each) => each.place.piece !== place.piece),
        ),
    );
    if (slot.max === 1 && must.length > 0) slot.choices = must;
  }
  /** The most one piece of each slot brings, nothing where all cost. */
  const mostIn = slots.map(({ choices }) => Math.max(0, bestIn(choices)));
  const restPoints = restFrom(slots, (choice) => choice.points);
  const restShares = restFrom(slots, (choice) => choice.share);
  // Values of each contrast by piece, as numbers from 0; -1 where it is not known.
  const aspects = contrasts.map(({ in: aspect, points }) => {
    const names = new Map<string, number>();
    const of = new Map<SearchPiece, number>();
    for (const { choices } of slots)
      for (const { place } of choices) {
        const value = contrastValue(place.piece, aspect);
        if (value !== null && !names.has(value)) names.set(value, names.size);
        of.set(place, value === null ? -1 : (names.get(value) ?? -1));
      }
    return { points, of, all: names.size };
  });
  /** Points for contrast when `more` further pieces bring as many new values as there are. */
  const contrastWith = (more: number): number => {
    let sum = 0;
    for (const { points, of, all } of aspects) {
      // Programmes are short: each value is looked for among those before it.
      let seen = 0;
      for (let at = 0; at < places.length; at += 1) {
        const value = of.get(places[at] as SearchPiece) ?? -1;
        let isNew = value >= 0;
        for (let before = 0; isNew && before < at; before += 1)
          if (of.get(places[before] as SearchPiece) === value) isNew = false;
        if (isNew) seen += 1;
      }
      sum += points * Math.max(0, Math.min(seen + more, all) - 1);
    }
    return sum;
  };
  const restPlaces = slots.map((_, at) => slots.slice(at).reduce((sum, { max }) => sum + max, 0));
  /** The most the slots from `at` on can bring, skills learned already free and others shared by all that come. */
  const mostFrom = (at: number): number => {
    const sharing = restPlaces[at] ?? 1;
    let sum = 0;
    for (let index = at; index < slots.length; index += 1) {
      const { min, max, choices } = slots[index] as (typeof slots)[0];
      let best = -Infinity;
      for (const { points, skills } of choices) {
        if (points <= best) continue;
        let value = points;
        for (const skill of skills) if (uses[skill] === 0) value -= (skillCosts[skill] ?? 0) / sharing;
        if (value > best) best = value;
      }
      if (best > 0) sum += best * max;
      else if (min > 0) sum += best * min;
    }
    return sum;
  };
  const rules = compiled.rules.filter((rule) => rule.lost !== NEVER_LOST);
  const windows = timeWindows(compiled, slots);
  const needs = countNeeds(compiled, slots);
  const kept: (RankedProgramme & { readonly ids: string })[] = [];
  const places: SearchPiece[] = [];
  const uses = new Uint16Array(skillCosts.length);
  let tried = 0;
  let stopped = false;
  const isOver = () => stopped;
  const soFar = (): RankedProgramme[] =>
    kept.map(({ places: chosen, points, skills }) => ({ places: chosen, points, skills }));
  /** Points below which a programme is not among those kept; ties are looked at. */
  const floor = () => (kept.length < count ? -Infinity : (kept[kept.length - 1]?.points ?? -Infinity));
  const keep = (own: number, minutes: number) => {
    const points = own + contrastWith(0) - late(minutes);
    if (points < floor()) return;
    if (mustHave.size > 0 && !locked.every((id) => places.some(({ piece }) => piece.id === id))) return;
    if (compiled.rules.some((rule) => rule.status(places, facts) === 'unmet')) return;
    const ids = places
      .map(({ slot, piece }) => `${slot}:${piece.id}`)
      .sort()
      .join(' ');
    if (kept.some((each) => each.ids === ids)) return;
    const skills = [...uses].flatMap((used, at) => (used > 0 ? [at] : []));
    const at = kept.findIndex((each) => each.points < points || (each.points === points && each.ids > ids));
    kept.splice(at < 0 ? kept.length : at, 0, { places: [...places], points, skills, ids });
    if (kept.length > count) kept.pop();
    if (anyWillDo && kept.length === count) stopped = true;
  };
  const visit = (
    at: number,
    from: number,
    taken: number,
    points: number,
    shares: number,
    minutes: number,
  ): void => {
    const slot = slots[at];
    if (!slot) {
      keep(points, minutes);
      return;
    }
    if (taken === 0 && kept.length === count) {
      const most = contrastWith(restPlaces[at] ?? 0);
      if (points + mostFrom(at) + most - late(minutes) < floor()) return;
    }
    if (taken >= slot.min) visit(at + 1, 0, 0, points, shares, minutes);
    if (taken >= slot.max || isOver()) return;
    const left = Math.max(0, slot.min - taken - 1);
    const contrastMost = contrastWith((restPlaces[at] ?? 0) - taken);
    for (let index = from; index < slot.choices.length - left; index += 1) {
      const choice = slot.choices[index] as Choice;
      // Those after it in the slot bring no more than it does; further slots bring their best.
      const rest = (restShares[at + 1] ?? 0) + (slot.max - taken - 1) * Math.max(0, choice.share);
      if (shares + choice.share + rest + contrastMost - late(minutes) < floor()) break;
      if (holds(places, choice.place)) continue;
      let own = choice.points;
      for (const skill of choice.skills) if (uses[skill] === 0) own -= skillCosts[skill] ?? 0;
      const restBest = (restPoints[at + 1] ?? 0) + (slot.max - taken - 1) * (mostIn[at] ?? 0);
      const spent = minutes + (choice.minutes ?? 0);
      if (points + own + restBest + contrastMost - late(spent) < floor()) continue;
      tried += 1;
      if (tried % BREATH === 0 && !goOn(tried, soFar)) {
        stopped = true;
        return;
      }
      places.push(choice.place);
      if (!isLost(rules, places, facts) && windows(places, at, taken + 1) && needs(places, at, taken + 1)) {
        for (const skill of choice.skills) uses[skill] = (uses[skill] ?? 0) + 1;
        visit(at, index + 1, taken + 1, points + own, shares + choice.share, spent);
        for (const skill of choice.skills) uses[skill] = (uses[skill] ?? 1) - 1;
      }
      places.pop();
      if (isOver()) return;
    }
  };
  if (slots.every(({ min, choices }) => choices.length >= min)) visit(0, 0, 0, 0, 0, 0);
  return {
    programmes: soFar(),
    tried,
    whole: !isOver(),
  };
}

const bestIn = (choices: readonly Choice[]): number => {
  let best = -Infinity;
  for (const { points } of choices) if (points > best) best = points;
  return best;
};

/** The most that slots from each on can bring: the best so many, and any more that bring something. */
function restFrom(
  slots: readonly { readonly min: number; readonly max: number; readonly choices: readonly Choice[] }[],
  valueOf: (choice: Choice) => number,
): number[] {
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

type Slots = readonly { readonly min: number; readonly max: number; readonly choices: readonly Choice[] }[];
/** Whether what is chosen, `taken` of it in slot `at`, can still become whole. */
type Hope = (places: readonly SearchPiece[], at: number, taken: number) => boolean;

/** Least and most of a figure that `count` to `most` further choices of a slot bring. */
const extremes = (values: readonly number[], least: number, most: number): [number, number] => {
  const sorted = [...values].sort((a, b) => a - b);
  const sum = (some: readonly number[]) => some.reduce((all, each) => all + each, 0);
  return [sum(sorted.slice(0, least)), sum(sorted.slice(Math.max(0, sorted.length - most)))];
};

/** For each rule on time: the seconds the open places can still bring must reach into its limits. */
function timeWindows(compiled: CompiledLevel, slots: Slots): Hope {
  const rules = compiled.rules.flatMap(({ rule }, index) => {
    if (rule.kind !== 'time') return [];
    const seconds = (place: SearchPiece) => place.facts[index] as number | null;
    // Where a time is not known nothing can be said.
    if (slots.some(({ choices }) => choices.some(({ place }) => seconds(place) === null))) return [];
    const bounds = slots.map(({ min, max, choices }) => {
      const values = choices.map(({ place }) => seconds(place) ?? 0);
      return Array.from({ length: max + 1 }, (_, taken) =>
        extremes(values, Math.max(0, min - taken), max - taken),
      );
    });
    const most = slots.reduce((sum, { max }) => sum + max, 0);
    return [{ rule, seconds, bounds, most }];
  });
  if (rules.length === 0) return () => true;
  return (places, at, taken) =>
    rules.every(({ rule, seconds, bounds, most }) => {
      let least = 0;
      for (const place of places) least += seconds(place) ?? 0;
      let longest = least + rule.gapSeconds * Math.max(0, most - 1);
      least += rule.gapSeconds * Math.max(0, places.length - 1);
      for (let slot = at; slot < slots.length; slot += 1) {
        const [low, high] = bounds[slot]?.[slot === at ? taken : 0] ?? [0, 0];
        least += low;
        longest += high;
      }
      return least <= (rule.max ?? Infinity) && longest >= (rule.min ?? 0);
    });
}

const isLeast = (rule: Rule): rule is Extract<Rule, { kind: 'count where' }> =>
  rule.kind === 'count where' && rule.bound === 'at least';

/** For each "at least so many", of all or of a kind: the open places must be able to bring what is missing. */
function countNeeds(compiled: CompiledLevel, slots: Slots): Hope {
  const rules = compiled.rules.flatMap(({ rule }, index) => {
    const least = rule.kind === 'count' ? rule.min : isLeast(rule) ? rule.count : 0;
    if (least === 0) return [];
    const may = (place: SearchPiece) => rule.kind === 'count' || place.facts[index] !== false;
    const bring = slots.map(({ max, choices }) =>
      Math.min(max, choices.filter(({ place }) => may(place)).length),
    );
    return [{ least, may, bring }];
  });
  if (rules.length === 0) return () => true;
  return (places, at, taken) =>
    rules.every(({ least, may, bring }) => {
      let found = 0;
      for (const place of places) if (may(place)) found += 1;
      for (let slot = at; slot < slots.length; slot += 1)
        found +=
          slot === at ? Math.min(bring[slot] ?? 0, (slots[slot]?.max ?? 0) - taken) : (bring[slot] ?? 0);
      return found >= least;
    });
}
