import { factorsOf } from './factors';
import type { HeardNote, Step } from './heard-note';
import { tablesOf, type MatchCosts, type Tables } from './match-tables';
import type { SoundingRoad } from './road';
import { cheapestReading, type Reading } from './viterbi';

export type { HeardNote, Step } from './heard-note';
export { isOrnamental, KEYS_COSTS, VOICE_COSTS, type MatchCosts } from './match-tables';

/** Cells worked at once: what is more is cut at a pause. */
const MOST_CELLS = 8_000_000;

/** Heard notes read along a road. */
export interface Read {
  readonly cost: number;
  /** One for each heard note. */
  readonly steps: readonly Step[];
}

export interface Match extends Read {
  /** Seconds played for each printed one, around each heard note. */
  readonly factors: Float64Array;
}

/** Heard notes and a road they are read along. */
export interface Matching {
  /** Time left out of account. */
  readonly roughly: Read;
  /** Along the tempo that was found. */
  readonly closely: () => Match;
}

/** Times the tempo is found and followed anew. */
const CLOSER = 2;

/**
 * The cheapest way of reading heard notes as events of a road.
 * @param notes - by onset
 */
export function matchNotes(notes: readonly HeardNote[], road: SoundingRoad, costs: MatchCosts): Matching {
  const tables = tablesOf(road.events, road, costs);
  const timed = (read: Read): Match => ({ ...read, factors: factorsOf(notes, read.steps, tables.seconds) });
  const roughly = inPieces(notes, tables, costs, null);
  const closely = () => {
    let found = timed(roughly);
    for (let time = 0; time < CLOSER; time += 1) {
      const read = inPieces(notes, tables, costs, found.factors);
      // Where nothing is read otherwise the tempo is the same, and so is all that follows from it.
      if (read.steps.every((step, at) => isSame(step, found.steps[at])))
        return { ...read, factors: found.factors };
      found = timed(read);
    }
    return found;
  };
  return { roughly, closely };
}

const isSame = (one: Step, other: Step | undefined): boolean =>
  one.event === other?.event && one.how === other.how && one.jumped === other.jumped;

/** Long takes in pieces that end at pauses: each goes on from where the one before it ended. */
function inPieces(
  notes: readonly HeardNote[],
  tables: Tables,
  costs: MatchCosts,
  factors: Float64Array | null,
): Read {
  const most = Math.max(64, Math.floor(MOST_CELLS / Math.max(1, tables.count)));
  const steps: Step[] = [];
  let cost = 0;
  let from = 0;
  let last: Reading['last'] = null;
  while (from < notes.length) {
    const to = notes.length - from <= most ? notes.length : pauseIn(notes, from + (most >> 1), from + most);
    const piece = cheapestReading(notes, { from, to, last }, tables, costs, factors);
    cost += piece.cost;
    steps.push(...piece.steps);
    last = piece.last;
    from = to;
  }
  return { cost, steps };
}

/** The note after the longest pause between two places. */
function pauseIn(notes: readonly HeardNote[], from: number, to: number): number {
  let best = to;
  let longest = -1;
  for (let at = from; at < to; at += 1) {
    const pause = (notes[at]?.on ?? 0) - (notes[at - 1]?.on ?? 0);
    if (pause > longest) [best, longest] = [at, pause];
  }
  return best;
}
