import { kept, limitsOf } from '../search-parts';
import { BOUNDS, bounds } from './fields';
import { leastFirst, ruleModule, sayUnordered } from './rule-module';
import { chosenOf, decide, fillable, openOf, sum } from './ways';
import { capital, fromTo, number, pieces } from './words';

export interface Count {
  readonly id: string;
  readonly kind: 'count';
  readonly min: number;
  readonly max: number;
}

export const count = ruleModule<Count>()({
  name: 'Number of pieces',
  about: 'pieces',
  title: (rule) => `${fromTo(rule)} in all`,
  check: (rule, _, slots) => {
    const chosen = chosenOf(slots).length;
    const open = openOf(slots);
    const most = sum(slots, (slot) => fillable(slot, slot.room));
    const possible = chosen + open <= rule.max && chosen + most >= rule.min;
    return {
      status: decide(possible, open === 0 && chosen >= rule.min),
      evidence: { kind: 'count' as const, chosen, open },
    };
  },
  sentence: (_, { evidence: { chosen, open } }) =>
    `${capital(pieces(chosen))} chosen${open > 0 ? `, ${number(open)} to choose` : ''}.`,
  fields: {
    ...bounds(50),
  },
  wrong: (rule) => leastFirst(rule) && BOUNDS,
  problems: (rule, _, say) => sayUnordered(rule, say),
  search: {
    compile: (rule) => ({
      status: ({ length }) => kept(length >= rule.min && length <= rule.max),
      lost: ({ length }) => length > rule.max,
      limits: () => limitsOf(rule.min, rule.max, () => 1),
    }),
  },
});
