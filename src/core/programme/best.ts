import {
  contrastValue,
  holds,
  isLost,
  NEVER_LOST,
  NO_FACTS,
  type CompiledLevel,
  type SearchFacts,
  type SearchPiece,
} from '../requirements';
import type { BestAnswer, BestQuestion, RankedProgramme } from './best-question';
import { mostOf, pricedSlots, raisedFrom, restFrom, type Choice, type PricedSlots } from './priced-slots';

/** Places looked at between two questions to `goOn`. */
const BREATH = 4_096;
/** What sums of prices may be wrong by. */
const HAIR = 1e-6;

/**
 * The best programmes that break no rule, exactly: as many as asked for, best first. Rules that rest on an unknown fact
 * are taken as kept. A programme is a set of pieces in places; one that fills the same places with the same pieces in
 * another order is the same.
 *
 * Depth first through the slots, best candidates first; a branch is left when a rule is lost, when the open places cannot
 * keep a sum of some rule within its bounds, or when even the best rest falls behind the last programme kept. The best
 * rest is told by prices (`pricesOf`) for skills that pieces share, for the sums that rules limit, and for minutes.
 * @param goOn - asked now and then, with the best so far to be had; false ends the search
 */
export function bestProgrammes(
  compiled: CompiledLevel,
  question: BestQuestion,
  facts: SearchFacts = NO_FACTS,
  goOn: (tried: number, soFar: () => RankedProgramme[]) => boolean = () => true,
): BestAnswer {
  const { skillCosts, contrasts, time, count, locked, anyWillDo } = question;
  /** What so many minutes of work take away: never less when a piece is added. */
  const late = (minutes: number) => (time ? time.points * Math.max(0, minutes - time.minutes) : 0);
  const rules = compiled.rules.filter((rule) => rule.lost !== NEVER_LOST);
  const { slots, shares, given, ahead } = pricedSlots(compiled, question, facts);
  const restValues = restFrom(slots, ({ value }) => value);
  const restBare = restFrom(slots, ({ bare }) => bare);
  const restPoints = restFrom(slots, ({ points }) => points);
  const restPlaces = slots.map((_, at) => slots.slice(at).reduce((sum, { max }) => sum + max, 0));
  const raised = raisedFrom(slots, skillCosts, shares);
  const mostBare = slots.map((slot) => mostOf(slot, ({ bare }) => bare));
  const mostPoints = slots.map((slot) => mostOf(slot, ({ points }) => points));
  // Values of each contrast by piece, as numbers from 0; -1 where it is not known.
  const aspects = contrasts.map(({ in: aspect, points }) => {
    const names = new Map<string, number>();
    const of = new Map<SearchPiece, number>();
    for (const { choices } of slots)
      for (const { place } of choices) {
        const value = contrastValue(place.piece, aspect, compiled.tempoBands);
        if (value !== null && !names.has(value)) names.set(value, names.size);
        of.set(place, value === null ? -1 : (names.get(value) ?? -1));
      }
    return { points, of, all: names.size };
  });
  const places: SearchPiece[] = [];
  const uses = new Uint16Array(skillCosts.length);
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
  /** The most the slots from `at` on can bring: skills learned already free, others shared by all that come. */
  const mostFrom = (at: number): number => {
    let sum = 0;
    for (let index = at; index < slots.length; index += 1) {
      const { min, max, byBare } = slots[index] as PricedSlots['slots'][0];
      const paid = raised[at]?.[index];
      let best = -Infinity;
      for (const { bare, skills } of byBare) {
        if (bare <= best) break;
        let value = bare;
        for (const skill of skills) if (uses[skill] === 0) value -= paid?.[skill] ?? 0;
        if (value > best) best = value;
      }
      sum += best > 0 ? best * max : best * min;
    }
    return sum;
  };
  const kept: (RankedProgramme & { readonly ids: string })[] = [];
  let tried = 0;
  let stopped = false;
  const isOver = () => stopped;
  const soFar = (): RankedProgramme[] =>
    kept.map(({ places: chosen, points, skills }) => ({ places: chosen, points, skills }));
  /** Points below which a programme is not among those kept; ties are looked at. */
  let floor = -Infinity;
  const keep = (own: number, minutes: number) => {
    const points = own + contrastWith(0) - late(minutes);
    if (points < floor) return;
    if (!locked.every((id) => places.some(({ piece }) => piece.id === id))) return;
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
    if (kept.length === count) floor = (kept[count - 1]?.points ?? -Infinity) - HAIR;
    if (anyWillDo && kept.length === count) stopped = true;
  };
  /**
   * @param points - of the pieces chosen, and their skills' taken away
   * @param value - of the pieces chosen, at the prices; `bare` with the skills as they are
   */
  const visit = (
    at: number,
    from: number,
    taken: number,
    points: number,
    value: number,
    bare: number,
    minutes: number,
  ): void => {
    const slot = slots[at];
    if (!slot) {
      keep(points, minutes);
      return;
    }
    const contrastMost = contrastWith((restPlaces[at] ?? 0) - taken);
    if (taken === 0 && bare + mostFrom(at) + given + contrastMost < floor) return;
    if (taken >= slot.min) visit(at + 1, 0, 0, points, value, bare, minutes);
    if (taken >= slot.max || isOver()) return;
    const left = Math.max(0, slot.min - taken - 1);
    const others = slot.max - taken - 1;
    const [afterValue, afterBare, afterPoints] = [
      (restValues[at + 1] ?? 0) + given + contrastMost,
      (restBare[at + 1] ?? 0) + given + contrastMost,
      (restPoints[at + 1] ?? 0) + contrastMost,
    ];
    for (let index = from; index < slot.choices.length - left; index += 1) {
      const choice = slot.choices[index] as Choice;
      // Those after it in the slot bring no more than it does; further slots bring their best.
      if (value + choice.value + others * Math.max(0, choice.value) + afterValue < floor) break;
      let skills = 0;
      for (const skill of choice.skills) if (uses[skill] === 0) skills += skillCosts[skill] ?? 0;
      const spent = minutes + choice.minutes;
      const ownBare = bare + choice.bare - skills;
      const own = points + choice.points - skills;
      if (ownBare + others * (mostBare[at] ?? 0) + afterBare < floor) continue;
      if (own + others * (mostPoints[at] ?? 0) + afterPoints - late(spent) < floor) continue;
      if (holds(places, choice.place)) continue;
      tried += 1;
      if (tried % BREATH === 0 && !goOn(tried, soFar)) {
        stopped = true;
        return;
      }
      places.push(choice.place);
      ahead.add(at, choice.index);
      if (ahead.canHold(at, taken + 1) && !isLost(rules, places, facts)) {
        for (const skill of choice.skills) uses[skill] = (uses[skill] ?? 0) + 1;
        visit(at, index + 1, taken + 1, own, value + choice.value, ownBare, spent);
        for (const skill of choice.skills) uses[skill] = (uses[skill] ?? 1) - 1;
      }
      ahead.remove(at, choice.index);
      places.pop();
      if (isOver()) return;
    }
  };
  if (slots.every(({ min, choices }) => choices.length >= min)) visit(0, 0, 0, 0, 0, 0, 0);
  return {
    programmes: soFar(),
    tried,
    whole: !isOver(),
  };
}
