import { openSlots, type Entry, type Level } from '../requirements';

export interface PlayingTime {
  /** In the level's order; `seconds` null where nobody has timed the piece. */
  readonly parts: readonly {
    readonly letter: string;
    readonly title: string;
    readonly seconds: number | null;
  }[];
  readonly gapSeconds: number;
  /** Sum of the timed pieces and the gaps between the chosen ones. */
  readonly seconds: number;
  readonly untimed: number;
}

/** The strictest limits of the level's time rules, in seconds; null where there is none. */
export function timeLimits(level: Level): { readonly min: number | null; readonly max: number | null } {
  const rules = level.rules.filter((rule) => rule.kind === 'time');
  const mins = rules.flatMap((rule) => (rule.min === null ? [] : [rule.min]));
  const maxes = rules.flatMap((rule) => (rule.max === null ? [] : [rule.max]));
  return {
    min: mins.length > 0 ? Math.max(...mins) : null,
    max: maxes.length > 0 ? Math.min(...maxes) : null,
  };
}

export function playingTime(entry: Entry): PlayingTime {
  const parts = openSlots(entry).flatMap((slot) =>
    slot.chosen.map((piece) => ({ letter: slot.letter, title: piece.title, seconds: piece.seconds })),
  );
  const gapSeconds = Math.max(
    0,
    ...entry.level.rules.map((rule) => (rule.kind === 'time' ? rule.gapSeconds : 0)),
  );
  return {
    parts,
    gapSeconds,
    seconds:
      parts.reduce((sum, part) => sum + (part.seconds ?? 0), 0) + gapSeconds * Math.max(0, parts.length - 1),
    untimed: parts.filter((part) => part.seconds === null).length,
  };
}
