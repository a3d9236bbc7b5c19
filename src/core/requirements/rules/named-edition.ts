import { valueAt } from '../../value-at';
import { letter, words } from './fields';
import { missing, ruleModule } from './rule-module';
import { nameOf, plain } from './words';

export interface NamedEdition {
  readonly id: string;
  readonly kind: 'named edition';
  readonly componentId: string;
  readonly edition: string;
}

export const namedEdition = ruleModule<NamedEdition>()({
  name: 'A named edition of the music',
  about: 'entry',
  title: (rule, level) => `${nameOf(level, rule.componentId)} from ${rule.edition}`,
  check: (rule, entry) => {
    const value = (valueAt(entry.editions, rule.componentId) ?? '').trim() || null;
    return {
      status: value === null ? 'undecided' : plain(value) === plain(rule.edition) ? 'met' : 'unmet',
      evidence: { kind: 'named' as const, value },
    };
  },
  sentence: (_, { status, evidence: { value } }) => {
    if (value === null) return 'Edition not named yet.';
    return status === 'met' ? `${value}.` : `${value} named. Use the edition asked for.`;
  },
  fields: { componentId: letter(), edition: words({ label: 'Edition', wrong: 'Which edition?' }) },
  problems: (rule, level, say) => void missing(level, rule.componentId, say),
});
