import { isOrnamental, type HeardNote, type Match } from './match';
import type { SoundingEvent, SoundingPitch, SoundingRoad } from './road';
import { stretchesOf } from './stretches';

/** What a heard note turned out to be. `written` is null for an added one, and for a note of an ornament. */
export interface PlacedNote {
  readonly note: number;
  readonly kind: 'right' | 'wrong' | 'added';
  readonly written: SoundingPitch | null;
  /** The event it belongs to, or after which it sounded; -1 before the start. */
  readonly event: number;
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

/** Seconds within which a note may belong to the event beside. */
const BESIDE = 0.15;
const BESIDE_EVENTS = 2;
/** A wrong note lies this near to where it was due: seconds, and a share of the crotchet. */
const NEAR = 0.12;
const NEAR_SHARE = 0.1;
/** And well nearer than halfway to the next event: a share of the seconds to it, which counts from here on. */
const NEAR_GAP = 0.35;
const NEAR_AT_LEAST = 0.04;
/** Seconds a wrong note of a chord is from the right ones of it. */
const WITH_OTHERS = 0.08;
/** Seconds a grace note comes before its note or after it. */
const GRACE = 0.4;
/** Events over which notes of one pitch may have been read a place too far. */
const ALONG = 4;
/** Two notes of one pitch are looked at together within so many seconds, and change places for this much. */
const TWINS = 1;
const NEARER = 0.02;
/** Seconds more than printed between two events: the player stopped there. */
const PAUSE = 0.35;
/** Notes of one event further apart than this do not make its time. */
const TOGETHER = 0.12;

/**
 * Every heard note at its place: right, wrong or added; stretches between jumps, with what is missing in them.
 */
export function placeNotes(heard: readonly HeardNote[], road: SoundingRoad, match: Match): Placing {
  const { events } = road;
  const eventOf = match.steps.map(({ event }) => event);
  const isRight = (note: number): boolean => {
    const event = events[eventOf[note] ?? -1];
    return event
      ? event.pitches.some(({ midi, unpitched }) => unpitched || midi === heard[note]?.pitch)
      : false;
  };
  const drafts = stretchesOf(heard, road, match, isRight);
  const placed = new Array<PlacedNote | undefined>(heard.length);
  const stretches = drafts.map((draft, at): Stretch => {
    const placer = new Placer(heard, events, match, draft.notes);
    for (const each of placer.place()) placed[each.note] = { ...each, stretch: at };
    return {
      from: placer.first,
      to: placer.last,
      times: placer.times,
      right: placer.right,
      missed: placer.missed(),
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

/** The notes of one stretch against the events it comes past. */
class Placer {
  first: number;
  last: number;
  readonly times = new Map<number, number>();
  readonly right = new Set<number>();
  /** Written notes that are still to be heard, by event. */
  private readonly open = new Map<number, SoundingPitch[]>();
  private readonly found: Omit<PlacedNote, 'stretch'>[] = [];
  /** Notes before the first that was read as an event. */
  private readonly leading = new Set<number>();

  constructor(
    private readonly heard: readonly HeardNote[],
    private readonly events: readonly SoundingEvent[],
    private readonly match: Match,
    private readonly notes: readonly number[],
  ) {
    const isReached = (note: number) => {
      const how = match.steps[note]?.how;
      return how === 'first' || how === 'chord';
    };
    const reached = notes.filter(isReached).map((note) => match.steps[note]?.event ?? 0);
    // Notes before the first and after the last may stand for events there, played wrong.
    const lead = notes.findIndex(isReached);
    const trail = notes.length - 1 - notes.findLastIndex(isReached);
    for (const note of notes.slice(0, lead)) this.leading.add(note);
    this.first = Math.max(0, Math.min(...reached) - Math.min(lead, BESIDE_EVENTS));
    this.last = Math.min(events.length - 1, Math.max(...reached) + Math.min(trail, BESIDE_EVENTS));
    for (let event = this.first; event <= this.last; event += 1)
      this.open.set(event, [...(events[event]?.pitches ?? [])]);
  }

  private eventOf(note: number): number {
    if (this.leading.has(note)) return this.first;
    return Math.max(this.first, this.match.steps[note]?.event ?? -1);
  }
  private on(note: number): number {
    return this.heard[note]?.on ?? 0;
  }

  place(): readonly Omit<PlacedNote, 'stretch'>[] {
    const left: number[] = [];
    const onsets = new Map<number, number[]>();
    const settle = (note: number, kind: 'right' | 'wrong', event: number, written: SoundingPitch) => {
      this.open.set(
        event,
        (this.open.get(event) ?? []).filter((each) => each !== written),
      );
      this.found.push({ note, kind, written, event });
      if (kind === 'right') this.right.add(event);
      onsets.set(event, [...(onsets.get(event) ?? []), this.on(note)]);
    };
    for (const note of this.notes) {
      const event = this.eventOf(note);
      const written =
        this.match.steps[note]?.how === 'added'
          ? undefined
          : this.openPitch(event, this.heard[note]?.pitch ?? -1);
      if (written) settle(note, 'right', event, written);
      else left.push(note);
    }
    for (const [event, all] of onsets) this.times.set(event, timeOf(all));
    this.takeNearest(left);
    const still: number[] = [];
    for (const note of left) {
      const beside = this.beside(note);
      if (beside) settle(note, 'right', beside.event, beside.written);
      else if (!this.moveAlong(note)) still.push(note);
    }
    for (const note of this.pairWrong(still, settle)) {
      const event = this.eventOf(note);
      this.found.push({ note, kind: this.isOrnament(note) ? 'right' : 'added', written: null, event });
    }
    for (const [event, all] of onsets) if (!this.times.has(event)) this.times.set(event, timeOf(all));
    // What nothing stood for before the first and after the last is not of this stretch.
    this.first = Math.min(...this.times.keys());
    this.last = Math.max(...this.times.keys());
    for (const event of this.open.keys())
      if (event < this.first || event > this.last) this.open.delete(event);
    return this.found;
  }

  missed(): { readonly event: number; readonly pitch: SoundingPitch }[] {
    return [...this.open].flatMap(([event, pitches]) => pitches.map((pitch) => ({ event, pitch })));
  }

  private openPitch(event: number, midi: number): SoundingPitch | undefined {
    return this.open.get(event)?.find((each) => each.unpitched || each.midi === midi);
  }

  /** When an event was heard, or would have been, for a note that may stand for it. */
  private dueAt(event: number, note: number): number | null {
    return this.times.get(event) ?? this.dueBetween(event, note, event, event);
  }

  /**
   * When an event is due by those heard before one and after another; null where neither is. Where the player stopped
   * between them it is due before the stop or after it: whichever is nearer to the note.
   */
  private dueBetween(event: number, note: number, from: number, to: number): number | null {
    let [before, after] = [from - 1, to + 1];
    while (before >= this.first && !this.times.has(before)) before -= 1;
    while (after <= this.last && !this.times.has(after)) after += 1;
    const [a, b] = [this.times.get(before), this.times.get(after)];
    const secondsOf = (index: number) => this.events[index]?.seconds ?? 0;
    const found = this.match.factors[note] ?? 0;
    const factor = found > 0 ? found : 1;
    const fromBefore = a === undefined ? null : a + (secondsOf(event) - secondsOf(before)) * factor;
    const fromAfter = b === undefined ? null : b - (secondsOf(after) - secondsOf(event)) * factor;
    if (a === undefined || b === undefined || fromBefore === null || fromAfter === null)
      return fromBefore ?? fromAfter;
    if (fromAfter - fromBefore > PAUSE) {
      const on = this.on(note);
      return Math.abs(on - fromBefore) <= Math.abs(on - fromAfter) ? fromBefore : fromAfter;
    }
    const printed = secondsOf(after) - secondsOf(before);
    return a + ((b - a) * (secondsOf(event) - secondsOf(before))) / printed;
  }

  /** Of two notes of one pitch the one that comes when it is due is the written one. */
  private takeNearest(left: number[]): void {
    for (const [at, note] of left.entries()) {
      const pitch = this.heard[note]?.pitch;
      const own = this.eventOf(note);
      const twin = this.found.findIndex(
        (each) =>
          each.kind === 'right' &&
          each.written?.midi === pitch &&
          Math.abs(each.event - own) <= 1 &&
          Math.abs(this.on(each.note) - this.on(note)) < TWINS,
      );
      const taken = this.found[twin];
      const off = taken && this.offWithout(taken, note);
      const offTaken = taken && this.offWithout(taken, taken.note);
      if (!taken || off == null || offTaken == null || off + NEARER >= offTaken) continue;
      this.found[twin] = { ...taken, note };
      left[at] = taken.note;
      const all = this.found.flatMap((each) =>
        each.kind === 'right' && each.event === taken.event ? [this.on(each.note)] : [],
      );
      this.times.set(taken.event, timeOf(all));
    }
  }

  /**
   * Notes of one pitch that were each read one place too far are moved along, where that makes room for one that is left.
   * @returns whether it did
   */
  private moveAlong(note: number): boolean {
    const pitch = this.heard[note]?.pitch ?? -1;
    const own = this.eventOf(note);
    for (let event = own - ALONG; event <= own + ALONG; event += 1) {
      const written = this.openPitch(event, pitch);
      if (!written || event === own) continue;
      const [from, to] = [Math.min(event, own), Math.max(event, own)];
      const chain = this.found.filter(
        (each) =>
          each.kind === 'right' && each.written?.midi === pitch && each.event >= from && each.event <= to,
      );
      const notes = [...chain.map((each) => each.note), note].sort((a, b) => this.on(a) - this.on(b));
      const slots = [
        ...chain.map((each) => ({ event: each.event, written: each.written })),
        { event, written },
      ].sort((a, b) => a.event - b.event);
      const fits = slots.every((slot, at) => {
        const of = notes[at] ?? 0;
        const due = this.dueBetween(slot.event, of, from, to);
        return due !== null && Math.abs(this.on(of) - due) <= BESIDE;
      });
      if (!fits) continue;
      for (const each of chain) this.found.splice(this.found.indexOf(each), 1);
      for (const [at, slot] of slots.entries())
        this.found.push({ note: notes[at] ?? 0, kind: 'right', written: slot.written, event: slot.event });
      this.open.set(
        event,
        (this.open.get(event) ?? []).filter((each) => each !== written),
      );
      this.right.add(event);
      for (const slot of slots) {
        const all = this.found.filter((each) => each.kind === 'right' && each.event === slot.event);
        this.times.set(slot.event, timeOf(all.map((each) => this.on(each.note))));
      }
      return true;
    }
    return false;
  }

  /** How far a note lies from where an event is due, with one it was taken for left out. */
  private offWithout(taken: Omit<PlacedNote, 'stretch'>, note: number): number | null {
    const { event } = taken;
    const others = this.found.filter(
      (each) => each.event === event && each.note !== taken.note && each.kind === 'right',
    );
    const due =
      others.length > 0
        ? timeOf(others.map((each) => this.on(each.note)))
        : this.dueBetween(event, note, event, event);
    return due === null ? null : Math.abs(this.on(note) - due);
  }

  /** A written note that is still open in an event close by, at the same moment. */
  private beside(note: number): { readonly event: number; readonly written: SoundingPitch } | null {
    const event = this.eventOf(note);
    let best: { readonly event: number; readonly written: SoundingPitch } | null = null;
    let least = BESIDE;
    for (let at = event - BESIDE_EVENTS; at <= event + BESIDE_EVENTS; at += 1) {
      const written = this.openPitch(at, this.heard[note]?.pitch ?? -1);
      const due = written && this.dueAt(at, note);
      if (written === undefined || due == null) continue;
      const apart = Math.abs(this.on(note) - due);
      if (apart <= least) [best, least] = [{ event: at, written }, apart];
    }
    return best;
  }

  /**
   * What is left against what is missing, closest first.
   * @returns notes that stand for nothing written
   */
  private pairWrong(
    left: readonly number[],
    settle: (note: number, kind: 'wrong', event: number, written: SoundingPitch) => void,
  ): number[] {
    const pairs: {
      readonly note: number;
      readonly event: number;
      readonly written: SoundingPitch;
      readonly cost: number;
    }[] = [];
    for (const note of left) {
      const own = this.eventOf(note);
      const stands = this.match.steps[note]?.how === 'first';
      for (let event = own - BESIDE_EVENTS; event <= own + BESIDE_EVENTS; event += 1)
        for (const written of this.open.get(event) ?? []) {
          const due = this.dueAt(event, note);
          if (due === null) continue;
          const crotchet = this.crotchetAt(note);
          const apart = Math.abs(this.on(note) - due);
          // The reading as a whole put it there, between two that are right.
          const isOwn = stands && event === own && this.isDue(note, event, crotchet);
          const widest = this.times.has(event) ? WITH_OTHERS : NEAR + NEAR_SHARE * crotchet;
          const gap = this.gapBeside(event, note, this.on(note) < due);
          const near = Math.min(widest, Math.max(NEAR_AT_LEAST, NEAR_GAP * gap));
          if (!isOwn && apart > near) continue;
          const steps = Math.abs((this.heard[note]?.pitch ?? 0) - written.midi);
          pairs.push({ note, event, written, cost: Math.min(apart, 0.3) * 10 + Math.min(steps, 12) * 0.25 });
        }
    }
    pairs.sort((a, b) => a.cost - b.cost);
    const done = new Set<number>();
    for (const { note, event, written } of pairs) {
      if (done.has(note) || !this.open.get(event)?.includes(written)) continue;
      done.add(note);
      settle(note, 'wrong', event, written);
    }
    return left.filter((note) => !done.has(note));
  }

  /** Whether a note comes about when an event is due, from the one before it or back from the one after. */
  private isDue(note: number, event: number, crotchet: number): boolean {
    const factor = this.match.factors[note] ?? 0;
    if (factor <= 0) return true;
    const near = NEAR + 0.25 * crotchet;
    const on = this.on(note);
    let known = false;
    for (const other of [event - 1, event + 1]) {
      const time = this.times.get(other);
      if (time === undefined) continue;
      known = true;
      const due = time + ((this.events[event]?.seconds ?? 0) - (this.events[other]?.seconds ?? 0)) * factor;
      if (Math.abs(on - due) <= near) return true;
    }
    return !known;
  }

  /** Seconds from an event to the one before it or after it. */
  private gapBeside(event: number, note: number, before: boolean): number {
    const own = this.dueAt(event, note);
    const other = this.dueAt(before ? event - 1 : event + 1, note);
    return own === null || other === null ? Infinity : Math.abs(other - own);
  }

  private crotchetAt(note: number): number {
    const event = this.eventOf(note);
    const [a, b] = [this.events[event], this.events[event + 1] ?? this.events[event - 1]];
    if (!a || !b || a.at === b.at) return 0.5;
    return Math.abs((b.seconds - a.seconds) / (b.at - a.at)) * (this.match.factors[note] ?? 1);
  }

  /** Whether it sounds where an ornament or a grace note may. */
  private isOrnament(note: number): boolean {
    const event = this.eventOf(note);
    const own = this.events[event];
    const on = this.on(note);
    const time = this.times.get(event);
    const next = this.times.get(event + 1);
    if (!own || !isOrnamental(this.heard[note]?.pitch ?? -1, own, this.events[event + 1])) return false;
    return own.ornament || [time, next].some((other) => other !== undefined && Math.abs(on - other) <= GRACE);
  }
}

/** Of the onsets of one event: their mean, without those that come late. */
function timeOf(onsets: readonly number[]): number {
  const first = Math.min(...onsets);
  const near = onsets.filter((on) => on - first <= TOGETHER);
  return near.reduce((sum, on) => sum + on, 0) / near.length;
}
