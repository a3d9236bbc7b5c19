import { openSlots } from './entry';
import { areTangled, canBeKept } from './completions';
import { factsWith } from './search-facts';
import type { SearchFacts } from './search-parts';
import { isOnPieces, moduleOf, type Rule } from './rules';
import type { Answer, Entry, Verdict } from './with-rules';

/** Every rule of the level, in its order. */
export const checkProgramme = (entry: Entry): Verdict[] =>
  entry.level.rules.map((rule) => checkRule(rule, entry));

/**
 * How the entry stands against one rule taken alone.
 * Unmet: no way of filling the open slots meets it. Undecided: some way does and slots are open, or
 * a fact is unknown. Waived: recorded with who and why, whatever the checker would have said.
 */
export function checkRule(rule: Rule, entry: Entry): Verdict {
  const waiver = entry.waivers.find((each) => each.ruleId === rule.id) ?? null;
  const { status, evidence, noFilling } = answer(rule, entry);
  return {
    ruleId: rule.id,
    status: waiver ? 'waived' : status,
    evidence,
    ...(noFilling && { noFilling }),
    waiver: waiver && { by: waiver.by, why: waiver.why },
  };
}

const statusIn =
  (entry: Entry) =>
  (rule: Rule): Verdict['status'] =>
    checkRule(rule, entry).status;

/** What searches need to know of an entry besides its pieces; a waived rule counts as met. */
export const searchFacts = (entry: Entry): SearchFacts => factsWith(entry, statusIn(entry));

function answer(rule: Rule, entry: Entry): Answer {
  const onPieces = isOnPieces(rule);
  const slots = onPieces ? openSlots(entry) : [];
  const found = moduleOf(rule).check(rule, entry, slots, {
    verdict: (inner) => checkRule(inner as Rule, entry),
    canBeKept: (inner) => canBeKept(inner as Rule, entry, statusIn(entry)),
  }) as Answer;
  if (!onPieces || !areTangled(entry, slots)) return found;
  // Lists that share pieces, or are short of them, are not looked at one by one: the ways of filling them are tried.
  const can = canBeKept(rule, entry, statusIn(entry));
  if (can === false && found.status !== 'unmet') return { ...found, status: 'unmet', noFilling: true };
  const strays = found.evidence.kind === 'lists' && found.evidence.notListed.length > 0;
  return can === true && found.status === 'unmet' && !strays ? { ...found, status: 'undecided' } : found;
}
