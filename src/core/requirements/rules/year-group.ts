import { yearGroupOn } from '../../students';
import { formatDay } from '../../time';
import { amountOrNone } from './fields';
import { ruleModule, sayUnordered, someBound } from './rule-module';
import { within } from './ways';

export interface YearGroup {
  readonly id: string;
  readonly kind: 'year group';
  readonly min: number | null;
  readonly max: number | null;
}

const WRONG = 'Years, 20 at most; one may be empty.';

export const yearGroup = ruleModule<YearGroup>()({
  name: 'Year group on the day',
  about: 'student',
  title: ({ min, max }) => {
    if (min !== null && max !== null) return `Year group ${min} to ${max} on the day`;
    return max === null
      ? `Year group ${min ?? 0} or above on the day`
      : `Year group ${max} or below on the day`;
  },
  check: (rule, { session, student }) => {
    const on = session?.day ?? null;
    const year = on === null ? null : yearGroupOn(student, on);
    return {
      status: year === null ? 'undecided' : within(year, rule.min, rule.max) ? 'met' : 'unmet',
      evidence: { kind: 'year group' as const, year, on },
    };
  },
  sentence: (_, { evidence: { year, on } }) => {
    if (on === null) return 'No session picked.';
    return year === null
      ? 'Year group not recorded. Add it to the student.'
      : `Year group ${year} on ${formatDay(on, 'written')}.`;
  },
  fields: {
    min: amountOrNone(0, 20, { label: 'From year', wrong: WRONG }),
    max: amountOrNone(0, 20, { label: 'To year', wrong: WRONG }),
  },
  wrong: someBound(WRONG),
  problems: (rule, _, say) => sayUnordered(rule, say),
});
