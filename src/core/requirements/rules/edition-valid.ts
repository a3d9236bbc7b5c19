import { formatDay } from '../../time';
import { ruleModule } from './rule-module';

export interface EditionValid {
  readonly id: string;
  readonly kind: 'edition valid';
}

export const editionValid = ruleModule<EditionValid>()({
  name: 'Edition valid on the session date',
  about: 'student',
  title: () => 'Edition valid on the session date',
  check: (_, entry) => {
    const { from, to: last, overlapTo } = entry.set.edition;
    const to = overlapTo ?? last;
    const day = entry.session?.day ?? null;
    return {
      status: day === null ? 'undecided' : from <= day && day <= to ? 'met' : 'unmet',
      evidence: { kind: 'edition' as const, day, from, to },
    };
  },
  sentence: (_, { status, evidence: { day, from, to } }) => {
    if (day === null) return 'No session picked.';
    const until = formatDay(to, 'written');
    return status === 'met'
      ? `Valid to ${until}.`
      : `Valid ${formatDay(from, 'written')} to ${until}; the session is on ${formatDay(day, 'written')}.`;
  },
  fields: {},
});
