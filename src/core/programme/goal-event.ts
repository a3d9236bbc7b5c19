import type { CalendarDay } from '../time';

/** What happened to a goal that cannot be read from it, in the order it happened. */
export type GoalEvent = { readonly on: CalendarDay } &
  /** `enteredOn` is the entry that was given up. */
  (
    | { readonly kind: 'deferred'; readonly fromSessionId: string; readonly enteredOn: CalendarDay | null }
    /** The level is not open to the instrument. */
    | { readonly kind: 'set all the same'; readonly why: string }
    /** `open` is what was not in order. */
    | { readonly kind: 'entered all the same'; readonly open: readonly string[]; readonly why: string }
    /** Go or no-go; `why` may be empty. */
    | { readonly kind: 'decided'; readonly go: boolean; readonly why: string }
    /** What was done when it would not be ready in time, in words. */
    | { readonly kind: 'rescued'; readonly what: string; readonly why: string }
    /** A change of the programme that the office must be told; null until it was. */
    | { readonly kind: 'changed after entry'; readonly what: string; readonly toldOn: CalendarDay | null }
  );

/** How a closed goal ended. One that is deferred goes on in another session and is not closed. */
export const ENDINGS = ['taken', 'withdrawn'] as const;
export type Ending = (typeof ENDINGS)[number];

/** Whether the certificate is there. */
export const CERTIFICATES = ['to come', 'received', 'given to the student'] as const;

/** A result as it was given out. `award` is a name of the scheme; null for none. */
export interface PlainResult {
  readonly on: CalendarDay;
  readonly award: string | null;
  readonly total: number | null;
  /** Official marks by component id, where they were told; and by criterion id, where those were. */
  readonly marks?: Readonly<Record<string, number>>;
  readonly criteria?: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Version of the scheme they were given under. */
  readonly schemeVersion?: number;
  /** What was paid, as in "48". */
  readonly fee?: string;
  readonly certificate?: (typeof CERTIFICATES)[number];
  readonly note?: string;
}

/** Why a later result took the place of one. */
export const NEW_RESULT = ['appeal', 'correction'] as const;
export type WhyNewResult = (typeof NEW_RESULT)[number];

/** What came of a goal, officially. */
export interface GoalResult extends PlainResult {
  /** Results that stood before an appeal or a correction, earliest first. */
  readonly earlier?: readonly (PlainResult & { readonly why: WhyNewResult })[];
}
