import { formatDay, yearsBetween, type CalendarDay } from '../../time';
import { amountOrNone, dayOrNone } from './fields';
import { ruleModule, sayUnordered, someBound } from './rule-module';
import { within } from './ways';

/** Age in whole years; `on` null means the day of the session. */
export interface Age {
  readonly id: string;
  readonly kind: 'age';
  readonly on: CalendarDay | null;
  readonly min: number | null;
  readonly max: number | null;
}

const WRONG = 'Ages in years; one may be empty.';

export const age = ruleModule<Age>()({
  name: 'Age on a date',
  about: 'student',
  title: ({ on, min, max }) => {
    const when = on === null ? 'on the day' : `on ${formatDay(on, 'written')}`;
    if (min !== null && max !== null) return `Age ${min} to ${max} ${when}`;
    return max === null ? `Age ${min ?? 0} or more ${when}` : `Age ${max} or less ${when}`;
  },
  check: (rule, { session, student }) => {
    const on = rule.on ?? session?.day ?? null;
    const years = on === null || student.birthDate === null ? null : yearsBetween(student.birthDate, on);
    return {
      status: years === null ? 'undecided' : within(years, rule.min, rule.max) ? 'met' : 'unmet',
      evidence: { kind: 'age' as const, years, on },
    };
  },
  sentence: (_, { evidence: { years, on } }) => {
    if (years === null) return on === null ? 'No session picked.' : 'The birth date is not known.';
    return `${years} on ${on ? formatDay(on, 'written') : 'the day'}.`;
  },
  fields: {
    min: amountOrNone(0, 120, { label: 'From age', wrong: WRONG }),
    max: amountOrNone(0, 120, { label: 'To age', wrong: WRONG }),
    on: dayOrNone({
      label: 'On',
      hint: 'empty: on the day',
      wrong: 'A day, or empty for the day of the session.',
    }),
  },
  wrong: someBound(WRONG),
  problems: (rule, _, say) => sayUnordered(rule, say),
});
