import { either, oneOf, whole } from '../../shape';
import { combine } from '../combine';
import type { LevelOf } from '../requirement-set';
import type { AnyRule, CompiledParts, FactOf } from '../search-parts';
import type { VerdictOf } from '../verdict';
import { typedField } from './fields';
import { ruleModule, type RuleModule, type RuleSearch, type Say } from './rule-module';
import { number } from './words';

/** All, any, or at least so many of the rules within. */
export interface Combined<R extends AnyRule = AnyRule> {
  readonly id: string;
  readonly kind: 'combined';
  readonly need: 'all' | 'any' | number;
  readonly rules: readonly R[];
}

/** Rules within one rule. */
export const MOST_WITHIN = 20;

interface CombinedEvidence {
  readonly kind: 'combined';
  readonly parts: readonly VerdictOf<unknown>[];
}

/** What is asked of a rule of any kind. */
export interface AnyKind {
  readonly title: (rule: AnyRule, level: LevelOf) => string;
  readonly problems: (rule: AnyRule, level: LevelOf, say: Say) => void;
  readonly search: Required<Omit<RuleSearch<AnyRule>, 'openByPieces' | 'known' | 'compile'>>;
  readonly compile: (rule: AnyRule, fact: FactOf, slotOf: ReadonlyMap<string, number>) => CompiledParts;
}

/** @param any - asks a rule within, of whatever kind */
export const combined = (any: AnyKind): RuleModule<Combined, CombinedEvidence, readonly unknown[]> =>
  ruleModule<Combined>()({
    name: 'All, any or some of several rules',
    about: 'rules',
    title: ({ need, rules }, level) => {
      const within = rules.map((each) => any.title(each, level)).join('; ');
      if (need === 'all') return `All of: ${within}`;
      return `${need === 'any' ? 'Any' : `At least ${number(need)}`} of: ${within}`;
    },
    check: (rule, _, __, ask) => {
      const parts = rule.rules.map((each) => ask.verdict(each));
      const status = combine(
        rule.need,
        parts.map((part) => part.status),
      );
      const evidence: CombinedEvidence = { kind: 'combined', parts };
      // Each part may be kept by some filling and all of them by none.
      return status === 'undecided' && ask.canBeKept(rule) === false
        ? { status: 'unmet', evidence, noFilling: true }
        : { status, evidence };
    },
    sentence: ({ rules }, { evidence }, level) =>
      `${rules.map((each, at) => `${any.title(each, level)}, ${evidence.parts[at]?.status ?? ''}`).join('; ')}.`,
    fields: {
      need: typedField(
        { label: 'Needed', hint: 'all, any, or a number', wrong: 'All, any, or a number.' },
        either(oneOf(['all', 'any']), whole(1, MOST_WITHIN)),
        (text) =>
          text === 'all' || text === 'any' ? text : /^\d{1,2}$/.test(text) ? Number(text) : undefined,
        String,
        { start: 'any' },
      ),
    },
    wrong: ({ need, rules }) => {
      if (rules.length === 0 || rules.length > MOST_WITHIN) return 'One to twenty rules within it.';
      return typeof need === 'number' && need > rules.length
        ? `${need} of ${rules.length} rules can never be met.`
        : null;
    },
    problems: ({ need, rules }, level, say) => {
      if (typeof need === 'number' && need > rules.length)
        say('.need', `${need} of ${rules.length} rules can never be met`);
      rules.forEach((each, at) =>
        any.problems(each, level, (path, message) => say(`.rules[${at}]${path}`, message)),
      );
    },
    search: {
      fact: ({ rules }, piece, place, set) => rules.map((each) => any.search.fact(each, piece, place, set)),
      ranks: ({ rules }) => rules.flatMap((each) => any.search.ranks(each)),
      unknown: ({ rules }, slot, set, rank) => rules.map((each) => any.search.unknown(each, slot, set, rank)),
      tells: ({ rules }, piece, known) => rules.map((each) => any.search.tells(each, piece, known)),
      compile: ({ need, rules }, fact, slotOf) => {
        const parts = rules.map((each, at) =>
          any.compile(each, (place) => (fact(place) as readonly unknown[])[at], slotOf),
        );
        return {
          status: (places, facts) =>
            combine(
              need,
              parts.map((part) => part.status(places, facts)),
            ),
          lost: (places, facts) =>
            combine(
              need,
              parts.map((part) => (part.lost(places, facts) ? 'unmet' : 'undecided')),
            ) === 'unmet',
          limits: (facts) => (need === 'all' ? parts.flatMap((part) => part.limits?.(facts) ?? []) : []),
        };
      },
    },
  });
