import { id, list, union, type Shape } from '../../shape';
import type { EntryOf } from '../entry';
import type { LevelOf } from '../requirement-set';
import { type AnyRule, type CompiledParts, type FactOf } from '../search-parts';
import { age, type Age } from './age';
import { choose, type Choose } from './choose';
import { combined, MOST_WITHIN, type AnyKind, type Combined } from './combined';
import { condition, type Condition } from './condition';
import { contrast, type ContrastRule } from './contrast';
import { count, type Count } from './count';
import { countWhere, type CountWhere } from './count-where';
import { differentComposers, type DifferentComposers } from './different-composers';
import { editionValid, type EditionValid } from './edition-valid';
import { entryCloses, type EntryCloses } from './entry-closes';
import { entryFact, type EntryFact } from './entry-fact';
import { excerptBars, type ExcerptBars } from './excerpt-bars';
import { gradedPieces, type GradedPieces } from './graded-pieces';
import { levelHeld, type LevelHeld } from './level-held';
import { namedEdition, type NamedEdition } from './named-edition';
import { notUsedBefore, type NotUsedBefore } from './not-used-before';
import { oneFromEach, type OneFromEach } from './one-from-each';
import { recordingDue, type RecordingDue } from './recording-due';
import type { RuleModule, RuleSearch, Say } from './rule-module';
import { scalesKnown, type ScalesKnown } from './scales-known';
import { takes, type Takes } from './takes';
import { time, type Time } from './time';
import { yearGroup, type YearGroup } from './year-group';

/** A condition on the programme or the student. A new kind is a module, a member here and a row below. */
export type Rule =
  | OneFromEach
  | Choose
  | Count
  | Time
  | DifferentComposers
  | ContrastRule
  | CountWhere
  | GradedPieces
  | NotUsedBefore
  | NamedEdition
  | Condition
  | EditionValid
  | LevelHeld
  | Age
  | YearGroup
  | EntryCloses
  | EntryFact
  | Takes
  | RecordingDue
  | ExcerptBars
  | ScalesKnown
  | Combined<Rule>;
export type RuleKind = Rule['kind'];
export type RuleOf<K extends RuleKind> = Extract<Rule, { readonly kind: K }>;

/** Asks a rule of whatever kind. */
const any: AnyKind = {
  title: (rule, level) => moduleOf(rule).title(rule, level),
  problems: (rule, level, say) => moduleOf(rule).problems?.(rule, level, say),
  search: {
    fact: (rule, piece, place, set) => searchOf(rule)?.fact?.(rule, piece, place, set) ?? null,
    ranks: (rule) => searchOf(rule)?.ranks?.(rule) ?? [],
    unknown: (rule, slot, set, rank) => searchOf(rule)?.unknown?.(rule, slot, set, rank) ?? null,
    tells: (rule, piece, known) => searchOf(rule)?.tells?.(rule, piece, known) ?? null,
  },
  compile: (rule, fact, slotOf) =>
    searchOf(rule)?.compile(rule, fact, slotOf) ?? {
      status: (_, facts) => facts.status(rule),
      lost: (_, facts) => facts.status(rule) === 'unmet',
    },
};

/** Every kind, in the order a teacher is offered them. */
export const RULES = {
  'one from each': oneFromEach,
  choose,
  count,
  time,
  'different composers': differentComposers,
  contrast,
  'count where': countWhere,
  'graded pieces': gradedPieces,
  'not used before': notUsedBefore,
  'named edition': namedEdition,
  condition,
  'edition valid': editionValid,
  'level held': levelHeld,
  age,
  'year group': yearGroup,
  'entry closes': entryCloses,
  'entry fact': entryFact,
  takes,
  'recording due': recordingDue,
  'excerpt bars': excerptBars,
  'scales known': scalesKnown,
  combined: combined(any),
} satisfies { readonly [K in RuleKind]: RuleModule<RuleOf<K>> };

/** What an answer rests on, in the rule's own unit. */
export type Evidence = ReturnType<(typeof RULES)[RuleKind]['check']>['evidence'];

/** A rule's own module, which takes rules of that kind alone. */
export const moduleOf = (rule: AnyRule): RuleModule<AnyRule> => RULES[rule.kind as RuleKind];
const searchOf = (rule: AnyRule): RuleSearch<AnyRule> | undefined => moduleOf(rule).search;

/** The rule as printed, without any answer. */
export const ruleTitle: (rule: Rule, level: LevelOf) => string = any.title;

/** Looks at the chosen pieces and at what may still be chosen, itself or a rule within it. */
export const looksAtPieces = (rule: Rule): boolean => withInner(rule).some(isOnPieces);
export const isOnPieces = (rule: Rule): boolean => RULES[rule.kind].about === 'pieces';
/** Asks who may enter and when, it and every rule within it. */
export const asksTheStudent = (rule: Rule): boolean =>
  rule.kind === 'combined' ? rule.rules.every(asksTheStudent) : RULES[rule.kind].about === 'student';
/** Whether a rule stays open only where something is not known of a piece; playing from memory is for the entry to say. */
export const isOpenByPieces = (rule: Rule): boolean => searchOf(rule)?.openByPieces?.(rule) ?? false;

/** The rule and every rule within it, outermost first. */
export const withInner = (rule: Rule): Rule[] => [
  rule,
  ...(rule.kind === 'combined' ? rule.rules.flatMap(withInner) : []),
];

/** How rules are searched with, whatever their kind. */
export const search = any.search;
export const compiledParts: (rule: Rule, fact: FactOf, slotOf: ReadonlyMap<string, number>) => CompiledParts =
  any.compile;
/** What rules need of the entry; null: nothing is known of it. */
export const knownOf = (rule: AnyRule, entry: EntryOf | null) => searchOf(rule)?.known?.(rule, entry) ?? null;

/** What fields read one by one have wrong together; null when nothing is. */
export const wrongOf = (rule: Rule): string | null => moduleOf(rule).wrong?.(rule) ?? null;
export const problemsOfRule: (rule: Rule, level: LevelOf, say: Say) => void = any.problems;

const shapeOf = (kind: string, more: Readonly<Record<string, Shape>> = {}) => ({
  id,
  ...Object.fromEntries(
    Object.entries(RULES[kind as RuleKind].fields).map(([name, field]) => [
      name,
      (field as { readonly shape: Shape }).shape,
    ]),
  ),
  ...more,
});
const shapes = (inner: Shape | null): Shape =>
  union(
    'kind',
    Object.fromEntries(
      Object.keys(RULES).flatMap((kind) =>
        kind !== 'combined'
          ? [[kind, shapeOf(kind)]]
          : inner
            ? [[kind, shapeOf(kind, { rules: list(inner, MOST_WITHIN, 1) })]]
            : [],
      ),
    ),
  );
/** Rules may combine rules that combine rules; deeper than that nobody could read the sentence. */
export const ruleShape: Shape = shapes(shapes(shapes(null)));
