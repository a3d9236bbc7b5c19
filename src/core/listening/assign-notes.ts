import { cheapestPairs } from './cheapest-pairs';
import { isRight, isWritten, type StretchNotes, type TakenWritten } from './stretch-notes';
import { ADDED, costOf, MISSED, type WrittenPlace } from './unlikely';

/** Events around what is left over or open that are looked at with it, and at most so many together. */
const AROUND = 3;
const MOST_TOGETHER = 24;
/** A right note that costs less than this stays what it is. */
const SETTLED = 0.5;
/** Times it is looked at again: when a note goes elsewhere, other notes are due at another time. */
const TURNS = 3;

export interface Playing {
  /** How far notes are off when they are due, against what is usual: 1. */
  readonly scatter: number;
  /** Whether a note that stands for nothing is none too many. */
  readonly isOfOrnament: (note: number) => boolean;
}

/**
 * Says what every note stands for, where something is left over or open: of all ways to take the notes there for written
 * ones, right or wrong, or as added, and to leave written ones out, the likeliest.
 */
export function assignNotes(stretch: StretchNotes, player: Playing): void {
  for (const [from, to] of windowsOf(stretch))
    for (let turn = 0; turn < TURNS && assignWithin(stretch, from, to, player); turn += 1);
}

/** Runs of events, first and last, around those with something left over or open. */
function windowsOf(stretch: StretchNotes): (readonly [number, number])[] {
  const unclear = new Set(stretch.left.map((note) => stretch.eventOf(note)));
  for (let event = stretch.first; event <= stretch.last; event += 1)
    if (stretch.openAt(event).length > 0) unclear.add(event);
  const windows: [number, number][] = [];
  for (const event of [...unclear].sort((a, b) => a - b)) {
    const last = windows.at(-1);
    if (last && event - AROUND <= last[1] && event - last[0] <= MOST_TOGETHER) last[1] = event + AROUND;
    else windows.push([event - AROUND, event + AROUND]);
  }
  return windows;
}

/** @returns whether anything stands for something else than before */
function assignWithin(
  stretch: StretchNotes,
  from: number,
  to: number,
  { scatter, isOfOrnament }: Playing,
): boolean {
  const before: TakenWritten[] = [];
  const places: WrittenPlace[] = [];
  const isSettled = (each: TakenWritten) =>
    isRight(each) && (costOf(stretch, each.note, each, each, scatter) ?? 0) < SETTLED;
  for (let event = from; event <= to; event += 1) {
    before.push(
      ...stretch
        .takenIn(event)
        .filter(isWritten)
        .filter((each) => !isSettled(each)),
    );
    places.push(...stretch.openAt(event).map((written) => ({ event, written })));
  }
  places.push(...before.map(({ event, written }) => ({ event, written })));
  const isHere = (note: number) => from <= stretch.eventOf(note) && stretch.eventOf(note) <= to;
  const notes = [...before.map(({ note }) => note), ...stretch.left.filter(isHere)];
  const own = new Map(before.filter(isRight).map((each) => [each.note, each] as const));
  // What is gained when neither the note is added nor the written one left out.
  const costs = notes.map((note) => {
    const otherwise = MISSED + (isOfOrnament(note) ? 0 : ADDED);
    return places.map((place) => {
      const cost = costOf(stretch, note, place, own.get(note) ?? null, scatter);
      return cost === null ? 0 : Math.min(0, cost - otherwise);
    });
  });
  const after = cheapestPairs(costs).flatMap((at, row): TakenWritten[] => {
    const [note, place] = [notes[row], places[at]];
    if (note === undefined || !place || (costs[row]?.[at] ?? 0) >= 0) return [];
    return [{ note, kind: stretch.sounds(note, place.written) ? 'right' : 'wrong', ...place }];
  });
  const isSame = (one: TakenWritten, other: TakenWritten) =>
    one.note === other.note && one.event === other.event && one.written === other.written;
  if (after.length === before.length && after.every((each) => before.some((old) => isSame(each, old))))
    return false;
  stretch.takeInstead(before, after);
  return true;
}
