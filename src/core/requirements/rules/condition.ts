import { valueAt } from '../../value-at';
import { named, namesOrNone } from './fields';
import { ruleModule } from './rule-module';
import { capital, plain } from './words';

/** What an event may allow or forbid; asked for each event, never assumed. */
const TOPICS = [
  'warm-up in the room',
  'modifications',
  'repeats',
  'memory',
  'page turner',
  'accompaniment',
  'takes',
  'ending',
] as const;

/** What is allowed about `topic`; null: the requirement does not say, so it must be asked. */
export interface Condition {
  readonly id: string;
  readonly kind: 'condition';
  readonly topic: string;
  readonly allows: readonly string[] | null;
}

export const condition = ruleModule<Condition>()({
  name: 'What the event allows',
  about: 'entry',
  title: ({ topic, allows }) =>
    `${capital(topic)}: ${allows === null ? 'not stated, to be asked' : allows.join(' or ')}`,
  check: ({ topic, allows }, entry) => {
    const settled = (valueAt(entry.conditions, topic) ?? '').trim() || null;
    const evidence = { kind: 'condition' as const, settled };
    if (allows === null || settled === null) return { status: 'undecided', evidence };
    const isAllowed = (what: string) => allows.some((each) => plain(each) === plain(what));
    // "simplified and cut" is both.
    const isMet = isAllowed(settled) || settled.split(' and ').every(isAllowed);
    return { status: isMet ? 'met' : 'unmet', evidence };
  },
  sentence: ({ allows }, { status, evidence: { settled } }) => {
    if (allows === null)
      return `Not stated${settled === null ? '' : `; ${settled} intended`}. Ask before entry.`;
    if (settled === null) return 'Not settled yet.';
    return status === 'met' ? `${capital(settled)}.` : `${capital(settled)} is not allowed.`;
  },
  fields: {
    topic: named('About', TOPICS),
    allows: namesOrNone({
      label: 'Allowed',
      hint: 'separated by commas; empty: not stated, to be asked',
      wrong: 'At most twenty, each on one line.',
    }),
  },
});
