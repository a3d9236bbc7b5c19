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
  | { readonly kind: 'bars'; readonly asked: BarRange | null; readonly prepared: BarRange | null };

export interface Verdict {
  readonly ruleId: string;
  readonly status: RuleStatus;
  readonly evidence: Evidence;
  /** Set when the rule is waived; `instead` is what the checker would have answered. */
  readonly waiver: { readonly by: string; readonly why: string } | null;
}
