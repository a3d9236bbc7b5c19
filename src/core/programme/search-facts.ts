import { checkRule, combine, gradedClassOf, usedWithin, type Entry, type SearchFacts } from '../requirements';

/** What is known of an entry; a waived rule counts as met. */
export const searchFacts = (entry: Entry): SearchFacts => ({
  used: (rule) => new Set(usedWithin(rule, entry).map(({ pieceId }) => pieceId)),
  classes: (rule) => {
    const { value, named } = gradedClassOf(rule, entry);
    return named ? [named] : value === null ? rule.classes : [];
  },
  status: (rule) => combine('all', [checkRule(rule, entry).status]),
});
