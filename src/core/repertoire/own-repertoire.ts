import type { BarRange } from '../music';
import { addDays, type CalendarDay } from '../time';

/** In the order they are reached; a piece that has lapsed can be brought back to any of them. */
export const REPERTOIRE_STATES = ['begun', 'first target', 'refined', 'performed', 'lapsed'] as const;
export type RepertoireState = (typeof REPERTOIRE_STATES)[number];

/** A piece in a student's own repertoire, with the days on which it came so far. */
export interface RepertoireEntry {
  readonly id: string;
  readonly studentId: string;
  readonly pieceId: string;
  /** The part played in music for several; null for a piece played whole. */
  readonly part: string | null;
  /** Worked on over a long time, beside the many easy ones. */
  readonly stretch: boolean;
  /** Bars the teacher puts first on the card, in order; left out where the difficulty says. */
  readonly first?: readonly BarRange[];
  /** By day, never empty. */
  readonly steps: readonly { readonly state: RepertoireState; readonly day: CalendarDay }[];
}

export const stateOf = ({ steps }: RepertoireEntry): RepertoireState => steps.at(-1)?.state ?? 'begun';

/** A piece that could be played again soon: it came to its first target and has not lapsed. */
export const isLearned = (entry: RepertoireEntry): boolean => !['begun', 'lapsed'].includes(stateOf(entry));

/** The same entry a step on; a second state on one day takes the place of the first. */
export const withStep = (
  entry: RepertoireEntry,
  state: RepertoireState,
  day: CalendarDay,
): RepertoireEntry => ({
  ...entry,
  steps: [...entry.steps.filter((step) => step.day !== day), { state, day }].sort((a, b) =>
    a.day < b.day ? -1 : a.day > b.day ? 1 : 0,
  ),
});

/** A year of breadth: many pieces to a first target. */
export interface BreadthPace {
  /** Pieces that came to their first target or further in the last 365 days, stretch pieces left out. */
  readonly done: number;
  /** The same in the last 91 days, as pieces a year. */
  readonly pace: number;
  readonly aim: number;
  readonly stretch: number;
}

/** Counts pieces, not entries: one that lapsed and came back counts once. */
export function breadthPace(
  entries: readonly RepertoireEntry[],
  aim: number,
  today: CalendarDay,
): BreadthPace {
  const since = (days: number) => {
    const from = addDays(today, -days);
    return new Set(
      entries
        .filter(
          (entry) =>
            !entry.stretch &&
            entry.steps.some(
              ({ state, day }) => !['begun', 'lapsed'].includes(state) && day > from && day <= today,
            ),
        )
        .map(({ pieceId }) => pieceId),
    ).size;
  };
  return {
    done: since(365),
    pace: since(91) * 4,
    aim,
    stretch: new Set(entries.filter(({ stretch }) => stretch).map(({ pieceId }) => pieceId)).size,
  };
}
