import { moduleOf, ruleTitle, type Rule } from './rules';
import type { Level, Verdict } from './with-rules';

export interface RuleWords {
  /** The rule as the syllabus would print it. */
  readonly title: string;
  /** The evidence, and what would meet the rule where it is not met. */
  readonly sentence: string;
}

/** The rule with its answer in words. */
export function explainRule(rule: Rule, verdict: Verdict, level: Level): RuleWords {
  return { title: ruleTitle(rule, level), sentence: sentence(rule, verdict, level) };
}

function sentence(rule: Rule, { status, evidence, waiver, noFilling }: Verdict, level: Level): string {
  if (waiver) return `Waived by ${waiver.by}: ${waiver.why}`;
  if (noFilling) return 'No way of filling the open places keeps this rule.';
  // Without a waiver the status is the checker's own.
  return status === 'waived' ? '' : moduleOf(rule).sentence(rule, { status, evidence }, level);
}
