import type { BarRange } from '../music';
import type { CalendarDay } from '../time';

export type RuleStatus = 'met' | 'unmet' | 'undecided' | 'waived';

/** What an answer rests on, in the rule's own unit. */
export type Evidence =
  | {
      readonly kind: 'lists';
      readonly chosen: readonly string[];
      readonly open: readonly string[];
      readonly notListed: readonly string[];
      readonly empty: readonly string[];
    }
  | { readonly kind: 'count'; readonly chosen: number; readonly open: number }
  | {
      readonly kind: 'time';
      readonly seconds: number;
      readonly open: number;
      readonly untimed: readonly string[];
      /** Least and most the whole programme can take once the open slots are filled; null without bound. */
      readonly least: number;
      readonly most: number | null;
    }
  | {
      readonly kind: 'composers';
      readonly names: readonly string[];
      readonly repeated: string | null;
      readonly open: number;
    }
  | {
      readonly kind: 'matching';
      readonly titles: readonly string[];
      readonly unknown: readonly string[];
      readonly open: number;
      readonly possible: number;
    }
  | {
      readonly kind: 'edition';
      readonly day: CalendarDay | null;
      readonly from: CalendarDay;
      readonly to: CalendarDay;
    }
  | {
      readonly kind: 'level';
      readonly held: { readonly levelName: string; readonly day: CalendarDay; readonly award: string } | null;
      readonly needs: string;
    }
  | { readonly kind: 'age'; readonly years: number | null; readonly on: CalendarDay | null }
  | {
      readonly kind: 'closing';
      readonly closes: CalendarDay | null;
      readonly entered: CalendarDay | null;
      readonly daysLeft: number | null;
    }
  | { readonly kind: 'fact'; readonly value: string | null; readonly due: CalendarDay | null }
  | { readonly kind: 'takes'; readonly count: number | null; readonly continuous: boolean | null }
  | { readonly kind: 'bars'; readonly asked: BarRange | null; readonly prepared: BarRange | null }
  | { readonly kind: 'chosen'; readonly chosen: number; readonly open: number; readonly left: number }
  | {
      readonly kind: 'contrast';
      /** What each piece brings, in the order chosen; null where unknown. */
      readonly values: readonly { readonly title: string; readonly value: string | null }[];
      readonly repeated: string | null;
      readonly open: number;
    }
  | {
      readonly kind: 'graded';
      /** The class the fact or year names; null when unknown or not in the table. */
      readonly value: string | null;
      readonly graded: readonly string[];
      readonly others: readonly string[];
      readonly open: number;
    }
  | {
      readonly kind: 'used';
      readonly again: readonly { readonly title: string; readonly day: CalendarDay; readonly what: string }[];
      readonly open: number;
    }
  | { readonly kind: 'named'; readonly value: string | null }
  | { readonly kind: 'condition'; readonly settled: string | null }
  | { readonly kind: 'year group'; readonly year: number | null; readonly on: CalendarDay | null }
  | {
      readonly kind: 'recording';
      readonly due: CalendarDay | null;
      readonly sent: CalendarDay | null;
      readonly daysLeft: number | null;
    }
  | { readonly kind: 'scales'; readonly heard: number; readonly rows: number; readonly next: string | null }
  | { readonly kind: 'combined'; readonly parts: readonly Verdict[] };

export interface Verdict {
  readonly ruleId: string;
  readonly status: RuleStatus;
  readonly evidence: Evidence;
  /** Set where each open place could be filled, but no way of filling them all keeps the rule. */
  readonly noFilling?: true;
  /** Set when the rule is waived; `instead` is what the checker would have answered. */
  readonly waiver: { readonly by: string; readonly why: string } | null;
}

/** What a checker says before any waiver. */
export interface Answer {
  readonly status: Exclude<RuleStatus, 'waived'>;
  readonly evidence: Evidence;
  readonly noFilling?: true;
}
