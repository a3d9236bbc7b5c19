import { assignNotes } from './assign-notes';
import { isOrnamental, type HeardNote, type Match } from './match';
import type { SoundingPitch, SoundingRoad } from './road';
import { isRight, StretchNotes, type Taken } from './stretch-notes';
import { stretchesOf } from './stretches';
import { takeTogether } from './take-together';
import { scatterOf } from './unlikely';

/** What a heard note turned out to be. */
export interface PlacedNote extends Taken {
  /** Index into the stretches; -1 before the start. */
  readonly stretch: number;
}

/** Events heard one after the other, without a jump. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  /** Seconds at which events were heard, by event; those not heard are left out. */
  readonly times: ReadonlyMap<number, number>;
  /** Heard with a written pitch, by event. */
  readonly right: ReadonlySet<number>;
  readonly missed: readonly { readonly event: number; readonly pitch: SoundingPitch }[];
}

export interface Placing {
  readonly notes: readonly PlacedNote[];
  readonly stretches: readonly Stretch[];
}

/** Seconds a grace note comes before its note or after it. */
const GRACE = 0.4;

/**
 * Every heard note at its place: right, wrong or added; stretches between jumps, with what is missing in them.
 */
export function placeNotes(heard: readonly HeardNote[], road: SoundingRoad, match: Match): Placing {
  const { events } = road;
  const eventOf = match.steps.map(({ event }) => event);
  const isWritten = (note: number): boolean => {
    const event = events[eventOf[note] ?? -1];
    return event
      ? event.pitches.some(({ midi, unpitched }) => unpitched || midi === heard[note]?.pitch)
      : false;
  };
  const drafts = stretchesOf(heard, road, match, isWritten);
  const placed = new Array<PlacedNote | undefined>(heard.length);
  const read = drafts.map(({ notes }) => new StretchNotes(heard, events, match, notes));
  const scatter = scatterOf(read);
  const stretches = read.map((stretch, at): Stretch => {
    takeTogether(stretch);
    assignNotes(stretch, { scatter, isOfOrnament: (note) => isOfOrnament(stretch, note) });
    for (const note of stretch.left)
      stretch.take({
        note,
        kind: isOfOrnament(stretch, note) ? 'right' : 'added',
        written: null,
        event: stretch.eventOf(note),
      });
    stretch.close();
    for (const each of stretch.taken) placed[each.note] = { ...each, stretch: at };
    return {
      from: stretch.first,
      to: stretch.last,
      times: stretch.times,
      right: new Set(stretch.taken.filter(isRight).map(({ event }) => event)),
      missed: stretch.missed(),
    };
  });
  // What lies in no stretch sounded after the last that does.
  let last: PlacedNote | undefined;
  const notes = heard.map((_, note): PlacedNote => {
    const found = placed[note];
    if (found) last = found;
    return (
      found ?? { note, kind: 'added', written: null, event: last?.event ?? -1, stretch: last?.stretch ?? -1 }
    );
  });
  return { notes, stretches };
}

/** Whether it sounds where an ornament or a grace note may. */
function isOfOrnament(stretch: StretchNotes, note: number): boolean {
  const at = stretch.eventOf(note);
  const event = stretch.event(at);
  if (!event || !isOrnamental(stretch.pitchOf(note), event, stretch.event(at + 1))) return false;
  const beside = [stretch.times.get(at), stretch.times.get(at + 1)];
  return (
    event.ornament || beside.some((time) => time !== undefined && Math.abs(stretch.on(note) - time) <= GRACE)
  );
}
