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
    /** A change of the programme that the office must be told; null until it was. */
    | { readonly kind: 'changed after entry'; readonly what: string; readonly toldOn: CalendarDay | null }
  );

/** How a closed goal ended. One that is deferred goes on in another session and is not closed. */
export const ENDINGS = ['taken', 'withdrawn'] as const;
export type Ending = (typeof ENDINGS)[number];

/** What came of it. `award` is a name of the scheme; null for none. */
export interface GoalResult {
  readonly on: CalendarDay;
  readonly award: string | null;
  readonly total: number | null;
}
