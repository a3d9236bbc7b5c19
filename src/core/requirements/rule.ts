import type { PiecePredicate } from '../repertoire';
import type { CalendarDay } from '../time';

/** What a rule may ask of one chosen piece: a property of the piece itself, or of its place in the entry. */
export type ChoicePredicate =
  | PiecePredicate
  | { readonly on: 'component'; readonly is: string }
  | { readonly on: 'own choice'; readonly is: 'own choice' | 'listed' }
  /** Graded so by the set's catalogue, both included; a piece it does not grade is not. */
  | { readonly on: 'grade'; readonly from: number; readonly to: number }
  | { readonly on: 'memory'; readonly is: 'from memory' | 'with the music' };

export const CONTRASTS = ['tempo', 'period', 'character', 'metre', 'key'] as const;
export type Contrast = (typeof CONTRASTS)[number];

/** What an event may allow or forbid; asked for each event, never assumed. */
export const CONDITION_TOPICS = [
  'warm-up in the room',
  'modifications',
  'repeats',
  'memory',
  'page turner',
  'accompaniment',
  'takes',
  'ending',
] as const;

/** One class of a classification: so many pieces graded `from` to `to` (null: upwards), and at most `free` others. */
export interface GradedClass {
  readonly value: string;
  readonly atLeast: number;
  readonly from: number;
  readonly to: number | null;
  readonly free: number;
}

/** A condition on the programme or the student. Adding a kind makes the compiler list every place that must learn it. */
export type Rule = { readonly id: string } & (
  | { readonly kind: 'one from each'; readonly componentIds: readonly string[] }
  | { readonly kind: 'choose'; readonly componentId: string; readonly min: number; readonly max: number }
  | { readonly kind: 'count'; readonly min: number; readonly max: number }
  /** Seconds, both included; null leaves that side open. `gapSeconds` stands between two pieces. */
  | {
      readonly kind: 'time';
      readonly min: number | null;
      readonly max: number | null;
      readonly gapSeconds: number;
    }
  | { readonly kind: 'different composers' }
  /** 'any': some two pieces differ; 'all': every two do. */
  | { readonly kind: 'contrast'; readonly in: Contrast; readonly between: 'any' | 'all' }
  | {
      readonly kind: 'count where';
      readonly bound: 'at least' | 'at most';
      readonly count: number;
      readonly where: ChoicePredicate;
    }
  /** The class is named by an entry fact, or by the student's year group on the day. */
  | {
      readonly kind: 'graded pieces';
      readonly by: 'year group' | 'entry fact';
      readonly fact: string;
      readonly classes: readonly GradedClass[];
    }
  /** In an entry closed in the last `years` years; null: ever. */
  | { readonly kind: 'not used before'; readonly years: number | null }
  | { readonly kind: 'named edition'; readonly componentId: string; readonly edition: string }
  /** What is allowed about `topic`; null: the requirement does not say, so it must be asked. */
  | { readonly kind: 'condition'; readonly topic: string; readonly allows: readonly string[] | null }
  | { readonly kind: 'edition valid' }
  | { readonly kind: 'level held'; readonly family: string; readonly rank: number }
  /** Age in whole years; `on` null means the day of the session. */
  | {
      readonly kind: 'age';
      readonly on: CalendarDay | null;
      readonly min: number | null;
      readonly max: number | null;
    }
  | { readonly kind: 'year group'; readonly min: number | null; readonly max: number | null }
  | { readonly kind: 'entry closes' }
  | { readonly kind: 'entry fact'; readonly fact: string }
  | { readonly kind: 'takes'; readonly max: number; readonly continuous: boolean }
  | { readonly kind: 'recording due' }
  | { readonly kind: 'excerpt bars'; readonly componentId: string }
  /** So many rows of the table heard secure; null: every row. */
  | { readonly kind: 'scales known'; readonly componentId: string; readonly count: number | null }
  /** All, any, or at least so many of the rules within. */
  | { readonly kind: 'combined'; readonly need: 'all' | 'any' | number; readonly rules: readonly Rule[] }
);
export type RuleKind = Rule['kind'];
export type RuleOf<K extends RuleKind> = Extract<Rule, { readonly kind: K }>;

/** Kinds that look at the chosen pieces and at what may still be chosen; the others look at facts. */
const ON_PIECES = [
  'one from each',
  'choose',
  'count',
  'time',
  'different composers',
  'contrast',
  'count where',
  'graded pieces',
  'not used before',
] as const;
export type PieceRule = RuleOf<(typeof ON_PIECES)[number]>;
export type FactRule = Exclude<Rule, PieceRule | RuleOf<'combined'>>;
export const isPieceRule = (rule: Rule): rule is PieceRule =>
  (ON_PIECES as readonly RuleKind[]).includes(rule.kind);

/** Every kind with the words a teacher picks it by. */
export const RULE_KINDS: Readonly<Record<RuleKind, string>> = {
  'one from each': 'One piece from each list',
  choose: 'So many pieces from one list',
  count: 'Number of pieces',
  time: 'Playing time',
  'different composers': 'Different composers',
  contrast: 'Contrast between pieces',
  'count where': 'At least or at most so many pieces that …',
  'graded pieces': 'Pieces of a grade, by class or year',
  'not used before': 'No piece used in an earlier entry',
  'named edition': 'A named edition of the music',
  condition: 'What the event allows',
  'edition valid': 'Edition valid on the session date',
  'level held': 'A level passed before',
  age: 'Age on a date',
  'year group': 'Year group on the day',
  'entry closes': 'Entered before entry closes',
  'entry fact': 'A fact the entry must name',
  takes: 'Recorded takes',
  'recording due': 'Recording sent in time',
  'excerpt bars': 'Excerpt played as printed',
  'scales known': 'Scales of the table known',
  combined: 'All, any or some of several rules',
};

/** The rule and every rule within it, outermost first. */
export const withInner = (rule: Rule): Rule[] => [
  rule,
  ...(rule.kind === 'combined' ? rule.rules.flatMap(withInner) : []),
];
