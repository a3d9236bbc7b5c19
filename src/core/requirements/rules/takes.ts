import { amount, yesOrNo } from './fields';
import { ruleModule } from './rule-module';
import { capital, number } from './words';

export interface Takes {
  readonly id: string;
  readonly kind: 'takes';
  readonly max: number;
  readonly continuous: boolean;
}

const WRONG = 'How many takes.';

export const takes = ruleModule<Takes>()({
  name: 'Recorded takes',
  about: 'entry',
  title: ({ max, continuous }) =>
    `${continuous ? 'One continuous recording' : 'Recording'}, at most ${max} ${max === 1 ? 'take' : 'takes'}`,
  check: (rule, { takes: made }) => {
    const evidence = {
      kind: 'takes' as const,
      count: made?.count ?? null,
      continuous: made?.continuous ?? null,
    };
    if (!made) return { status: 'undecided', evidence };
    const isKept = made.count <= rule.max && (made.continuous || !rule.continuous);
    return { status: isKept ? (made.count > 0 ? 'met' : 'undecided') : 'unmet', evidence };
  },
  sentence: (_, { evidence: { count, continuous } }) =>
    count === null
      ? 'Not known how many takes were made.'
      : `${capital(number(count))} ${count === 1 ? 'take' : 'takes'}, ${continuous ? 'one continuous recording' : 'not continuous: record it again whole'}.`,
  fields: {
    max: amount(1, 99, { label: 'Maximum takes', wrong: WRONG }),
    continuous: yesOrNo('In one piece'),
  },
});
