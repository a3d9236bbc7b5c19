import type { Verdict } from '../requirements';
import type { CalendarDay } from '../time';

/** The open goals do not fit by themselves: it is said of the level alone. */
interface MaybeAlone {
  readonly alone?: true;
}

/**
 * How a student stands to a level at a session, beside the open goals as they stand. Weeks are whole periods, lesson to
 * lesson.
 */
export type FitState =
  /** Nothing to learn first, and at most three weeks of work. */
  | ({ readonly kind: 'ready now'; readonly weeks: number } & MaybeAlone)
  | ({ readonly kind: 'reachable'; readonly weeks: number } & MaybeAlone)
  /** Not by this session; null weeks: a year or more. */
  | ({
      readonly kind: 'beyond';
      readonly weeks: number | null;
      /** Weeks without the open goals, where beside them no number would do. */
      readonly byItself?: number;
    } & MaybeAlone)
  | { readonly kind: 'held'; readonly award: string; readonly day: CalendarDay }
  /** A later level of the same syllabus is held. */
  | { readonly kind: 'already passed'; readonly levelName: string }
  | { readonly kind: 'not eligible'; readonly why: NotEligible }
  | { readonly kind: 'undecided'; readonly unknown: Unknown };
export type FitKind = FitState['kind'];

export type NotEligible =
  | { readonly kind: 'instrument'; readonly open: string }
  | { readonly kind: 'rules'; readonly ruleIds: readonly string[] }
  /** No programme keeps the rules on pieces, or a list is empty. */
  | { readonly kind: 'no programme' }
  | { readonly kind: 'session past' };

export type Unknown =
  | { readonly kind: 'rules'; readonly ruleIds: readonly string[] }
  /** Bars nobody has counted, so that the work is not known. */
  | { readonly kind: 'bars'; readonly pieceIds: readonly string[] }
  /** Demands of the pieces that are neither skills nor known words. */
  | { readonly kind: 'demands'; readonly names: readonly string[] }
  /** Pieces a list or an excerpt names that are not in the studio. */
  | { readonly kind: 'pieces'; readonly pieceIds: readonly string[] }
  /** An own choice was looked for among some of the pieces for the instrument; so many more are, and so many may be. */
  | { readonly kind: 'own choice'; readonly more: number; readonly unsaid: number }
  /** Nothing says how far the student is. */
  | { readonly kind: 'student' }
  /** Nobody has said which family of instruments it belongs to. */
  | { readonly kind: 'family'; readonly instrument: string };

/** What stands behind a state: everything the panel says of a cell. */
export interface FitDetail {
  readonly state: FitState;
  /** Rules that look at the student and the dates. */
  readonly verdicts: readonly Verdict[];
  readonly programme: readonly {
    readonly componentId: string;
    readonly pieceId: string;
    readonly minutes: number;
  }[];
  /** Skills to learn first, in learning order, with the minutes assumed for each. */
  readonly missing: readonly { readonly skillId: string; readonly minutes: number }[];
  /** Minutes of pieces and skills; what is asked every week comes on top. */
  readonly minutes: number;
  readonly minutesPerWeek: number;
  readonly weeksNeeded: number | null;
  readonly weeksToSession: number;
  readonly weeksToEntry: number | null;
}

/** The next letter a student would write: every kind in the order they are sorted and filtered by. */
export const FIT_KINDS: readonly FitKind[] = [
  'ready now',
  'reachable',
  'beyond',
  'undecided',
  'not eligible',
  'held',
  'already passed',
];
