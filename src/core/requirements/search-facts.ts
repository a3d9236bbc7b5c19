import { combine } from './combine';
import type { EntryOf } from './entry';
import { knownOf, type Rule } from './rules';
import type { AnyRule, SearchFacts } from './search-parts';
import type { RuleStatus } from './verdict';

/**
 * What is known of an entry; a waived rule counts as met. Each rule's part is found once.
 * @param status - of a rule that looks at no piece
 */
export function factsWith(entry: EntryOf, status: (rule: Rule) => RuleStatus): SearchFacts {
  return {
    known: once((rule) => knownOf(rule, entry)),
    status: once((rule) => combine('all', [status(rule as Rule)])),
  };
}

function once<T>(of: (rule: AnyRule) => T): (rule: AnyRule) => T {
  const found = new Map<AnyRule, T>();
  return (rule) => {
    let answer = found.get(rule);
    if (answer === undefined) {
      answer = of(rule);
      found.set(rule, answer);
    }
    return answer;
  };
}
