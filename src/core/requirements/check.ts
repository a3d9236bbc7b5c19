import { combine } from './combine';
import { checkFacts } from './check-facts';
import { checkPieces } from './check-pieces';
import { openSlots, type Entry } from './entry';
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
  const { status, evidence } = answer(rule, entry);
  return {
    ruleId: rule.id,
    status: waiver ? 'waived' : status,
    evidence,
    waiver: waiver && { by: waiver.by, why: waiver.why },
  };
}

function answer(rule: Rule, entry: Entry): Answer {
  if (rule.kind === 'combined') {
    const parts = rule.rules.map((each) => checkRule(each, entry));
    return {
      status: combine(
        rule.need,
        parts.map((part) => part.status),
      ),
      evidence: { kind: 'combined', parts },
    };
  }
  return isPieceRule(rule) ? checkPieces(rule, entry, openSlots(entry)) : checkFacts(rule, entry);
}
