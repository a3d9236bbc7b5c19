import type { FitState } from '@/core/fit';
import type {
  Decision,
  EveForecast,
  FitWindow,
  GoalForecast,
  Hindsight,
  Rescue,
  Together,
} from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { defineJob } from './job';
import { startStudio } from './studio-feed';

/** A worker that holds the studio and is told of every change, so that questions name what they are about. */
const options = { start: startStudio, limit: 30_000, keepAlive: true } as const;

export interface FitQuestion {
  /** Name of the databases. */
  readonly of: string;
  readonly today: CalendarDay;
  readonly window: FitWindow;
  /** Ids, in the order in which they are worked out. */
  readonly students: readonly string[];
  /** The answer the page has already; null for none. */
  readonly seen: FitMoment | null;
}
/** An answer that can be gone on from. */
export interface FitMoment {
  readonly fit: string;
  readonly told: number;
}
/** Cells of students, by the index of the column among `fitGroups`. */
export interface FitProgress {
  readonly rows: readonly {
    readonly studentId: string;
    readonly cells: readonly (readonly [column: number, state: FitState])[];
    /** These are all cells there are of the row; else they are more. */
    readonly anew: boolean;
  }[];
  /** Rows named by no progress hold as the page has them; true when it has none that does. */
  readonly fresh: boolean;
  readonly done: number;
  readonly all: number;
  readonly moment: FitMoment;
}
/** Every student against every level with a session in the window. */
export const fit = defineJob<FitQuestion, FitProgress, null, never>('fit', options);

export interface DecisionsQuestion {
  readonly of: string;
  readonly today: CalendarDay;
}
export interface DecisionsFound {
  readonly decisions: readonly Decision[];
  /** Goals still to be worked out. */
  readonly left: number;
}
/** What waits for an answer on every goal, first due first. */
export const decisions = defineJob<DecisionsQuestion, DecisionsFound, DecisionsFound, never>(
  'decisions',
  options,
);

export interface ForecastsQuestion {
  readonly of: string;
  readonly today: CalendarDay;
  /** Ids of goals, in the order in which they are worked out; all open ones where it is null. */
  readonly goals: readonly string[] | null;
}
export interface ForecastsFound {
  readonly forecasts: readonly GoalForecast[];
  /** Goals still to be worked out. */
  readonly left: number;
}
/** Where goals are likely to stand on their day. */
export const forecasts = defineJob<ForecastsQuestion, ForecastsFound, ForecastsFound, never>(
  'forecasts',
  options,
);

/** What was forecast before each result, by what was known then, earliest first. */
export const lookBack = defineJob<{ readonly of: string }, readonly Hindsight[], readonly Hindsight[], never>(
  'lookBack',
  options,
);

export interface RescueAsked {
  readonly of: string;
  readonly today: CalendarDay;
  readonly goalId: string;
  /** MusicXML of the pieces that have a score, by the piece's id. */
  readonly texts: readonly (readonly [pieceId: string, text: string])[];
  /** Ids of the options that are looked at together. */
  readonly taken: readonly string[];
}
export interface RescueAnswer {
  readonly rescue: Rescue;
  /** Null where nothing is taken. */
  readonly together: Together | null;
  /** Scores as they are played then, as MusicXML, by the piece's id. */
  readonly scores: readonly (readonly [pieceId: string, text: string])[];
}
/** What can still be done for a goal; null where it is gone or past. */
export const rescue = defineJob<RescueAsked, null, RescueAnswer | null, never>('rescue', options);

export interface AfterwardsAsked {
  readonly of: string;
  readonly today: CalendarDay;
  readonly goalId: string;
}
export interface AfterwardsAnswer {
  /** Null where it cannot be told. */
  readonly eve: EveForecast | null;
  readonly next: readonly { readonly name: string; readonly session: string; readonly words: string }[];
}
/** What was forecast on the eve of a result, and what could come next. */
export const afterwards = defineJob<AfterwardsAsked, null, AfterwardsAnswer, never>('afterwards', options);
