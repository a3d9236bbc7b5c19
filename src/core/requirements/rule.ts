import type { PiecePredicate } from '../repertoire';
import type { CalendarDay } from '../time';

/** A condition on the programme or the student. Adding a kind makes the compiler list every place that must learn it. */
export type Rule = { readonly id: string } & (
  | { readonly kind: 'one from each'; readonly componentIds: readonly string[] }
  | { readonly kind: 'count'; readonly min: number; readonly max: number }
  /** Seconds, both included; null leaves that side open. `gapSeconds` stands between two pieces. */
  | {
      readonly kind: 'time';
      readonly min: number | null;
      readonly max: number | null;
      readonly gapSeconds: number;
    }
  | { readonly kind: 'different composers' }
  | {
      readonly kind: 'count where';
      readonly bound: 'at least' | 'at most';
      readonly count: number;
      readonly where: PiecePredicate;
    }
  | { readonly kind: 'edition valid' }
  | { readonly kind: 'level held'; readonly family: string; readonly rank: number }
  /** Age in whole years; `on` null means the day of the session. */
  | {
      readonly kind: 'age';
      readonly on: CalendarDay | null;
      readonly min: number | null;
      readonly max: number | null;
    }
  | { readonly kind: 'entry closes' }
  | { readonly kind: 'entry fact'; readonly fact: string }
  | { readonly kind: 'takes'; readonly max: number; readonly continuous: boolean }
  | { readonly kind: 'excerpt bars'; readonly componentId: string }
);
export type RuleKind = Rule['kind'];

/** Every kind with the words a teacher picks it by. */
export const RULE_KINDS: Readonly<Record<RuleKind, string>> = {
  'one from each': 'One piece from each list',
  count: 'Number of pieces',
  time: 'Playing time',
  'different composers': 'Different composers',
  'count where': 'At least or at most so many pieces that …',
  'edition valid': 'Edition valid on the session date',
  'level held': 'A level passed before',
  age: 'Age on a date',
  'entry closes': 'Entered before entry closes',
  'entry fact': 'A fact the entry must name',
  takes: 'Recorded takes',
  'excerpt bars': 'Excerpt played as printed',
};
