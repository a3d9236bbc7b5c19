import { valueAt } from '../../value-at';
import { shortDay } from './by-day';
import { words } from './fields';
import { ruleModule } from './rule-module';

export interface EntryFact {
  readonly id: string;
  readonly kind: 'entry fact';
  readonly fact: string;
}

export const entryFact = ruleModule<EntryFact>()({
  name: 'A fact the entry must name',
  about: 'entry',
  title: ({ fact }) => `${fact} named on the entry`,
  check: ({ fact }, { facts, session }) => {
    const value = (valueAt(facts, fact) ?? '').trim() || null;
    return {
      status: value === null ? 'undecided' : 'met',
      evidence: { kind: 'fact' as const, value, due: session?.entryCloses ?? null },
    };
  },
  sentence: (_, { evidence: { value, due } }) =>
    value === null ? `None named${due ? `; due with the entry, ${shortDay(due)}` : ''}.` : `${value}.`,
  fields: { fact: words({ label: 'What', hint: 'as Pianist', wrong: 'What must be named, as Pianist.' }) },
});
