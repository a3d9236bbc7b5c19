import { combine } from './combine';
import { checkFacts } from './check-facts';
import { checkPieces } from './check-pieces';
import { openSlots, type Entry } from './entry';
import { areTangled, canBeKept } from './completions';
import { isPieceRule, type Rule } from './rule';
import type { Answer, Verdict } from './verdict';

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

function answer(rule: Rule, entry: Entry): Answer {
  if (rule.kind === 'combined') {
    const parts = rule.rules.map((each) => checkRule(each, entry));
    const status = combine(
      rule.need,
      parts.map((part) => part.status),
    );
    // Each part may be kept by some filling and all of them by none.
    const never = status === 'undecided' && canBeKept(rule, entry, statusIn(entry)) === false;
    const evidence = { kind: 'combined', parts } as const;
    return never ? { status: 'unmet', evidence, noFilling: true } : { status, evidence };
  }
  if (!isPieceRule(rule)) return checkFacts(rule, entry);
  const slots = openSlots(entry);
  const found = checkPieces(rule, entry, slots);
  if (!areTangled(entry, slots)) return found;
  // Lists that share pieces, or are short of them, are not looked at one by one: the ways of filling them are tried.
  const can = canBeKept(rule, entry, statusIn(entry));
  if (can === false && found.status !== 'unmet') return { ...found, status: 'unmet', noFilling: true };
  const strays = found.evidence.kind === 'lists' && found.evidence.notListed.length > 0;
  return can === true && found.status === 'unmet' && !strays ? { ...found, status: 'undecided' } : found;
}
