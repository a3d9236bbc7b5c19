import { countIn, kept, limitsOf } from '../search-parts';
import { BOUNDS, bounds, letter } from './fields';
import type { ListsEvidence } from './one-from-each';
import { leastFirst, missing, ruleModule, sayUnordered } from './rule-module';
import { decide, fillable, strays } from './ways';
import { capital, fromTo, list, nameOf, number, pieces } from './words';

export interface Choose {
  readonly id: string;
  readonly kind: 'choose';
  readonly componentId: string;
  readonly min: number;
  readonly max: number;
}

interface ChosenEvidence {
  readonly kind: 'chosen';
  readonly chosen: number;
  readonly open: number;
  /** Pieces left to choose from, as far as there is room. */
  readonly left: number;
}

export const choose = ruleModule<Choose>()({
  name: 'Number of pieces from one list',
  about: 'pieces',
  title: (rule, level) => `${fromTo(rule)} from ${nameOf(level, rule.componentId)}`,
  check: (rule, entry, slots) => {
    const slot = slots.find((each) => each.componentId === rule.componentId);
    const notListed = strays(entry, rule.componentId);
    const evidence = (found: ListsEvidence | ChosenEvidence) => found;
    if (!slot || notListed.length > 0)
      return {
        status: 'unmet',
        evidence: evidence({ kind: 'lists', chosen: [], open: [], notListed, empty: [] }),
      };
    const chosen = slot.chosen.length;
    const left = fillable(slot, slot.room);
    return {
      status: decide(
        chosen + Math.min(slot.open, left) <= rule.max && chosen + left >= rule.min,
        slot.open === 0 && chosen >= rule.min,
      ),
      evidence: evidence({ kind: 'chosen', chosen, open: Math.max(slot.open, rule.min - chosen), left }),
    };
  },
  sentence: (rule, { status, evidence }) => {
    if (evidence.kind === 'lists')
      return evidence.notListed.length > 0
        ? `${list(evidence.notListed)} not on the list. Choose a listed piece.`
        : 'The level has no such list.';
    const chosen = `${capital(pieces(evidence.chosen))} chosen`;
    if (status === 'unmet')
      return evidence.chosen + evidence.left < rule.min
        ? `${chosen}; ${number(evidence.left)} left to choose from.`
        : `${chosen}. Take one out.`;
    return `${chosen}${evidence.open > 0 ? `, ${number(evidence.open)} to choose` : ''}.`;
  },
  fields: {
    componentId: letter(),
    ...bounds(20),
  },
  wrong: (rule) => leastFirst(rule) && BOUNDS,
  problems: (rule, level, say) => {
    missing(level, rule.componentId, say);
    sayUnordered(rule, say);
  },
  search: {
    compile: (rule, _, slotOf) => {
      const slot = slotOf.get(rule.componentId) ?? -1;
      return {
        status: (places) => {
          const count = countIn(places, slot);
          return kept(count >= rule.min && count <= rule.max);
        },
        lost: (places) => countIn(places, slot) > rule.max,
        limits: () => limitsOf(rule.min, rule.max, (place) => (place.slot === slot ? 1 : 0)),
      };
    },
  },
});
