import type { HeardNote, Match } from './match';
import type { SoundingEvent, SoundingPitch } from './road';

/** What a note of a stretch was taken for; `written` is null for an added one, and for a note of an ornament. */
export interface Taken {
  readonly note: number;
  readonly kind: 'right' | 'wrong' | 'added';
  readonly written: SoundingPitch | null;
  /** The event it belongs to, or after which it sounded. */
  readonly event: number;
}
/** A right note, with the written one it is. */
export type TakenRight = Taken & { readonly kind: 'right'; readonly written: SoundingPitch };

/** Events beside its own that a note may stand for. */
export const BESIDE_EVENTS = 2;
/** Seconds more than printed between two events: the player stopped there. */
const PAUSE = 0.35;
/** Notes of one event further apart than this do not make its time. */
const TOGETHER = 0.12;

/** The notes of one stretch and the events it comes past: what each was taken for so far, and what is still open. */
export class StretchNotes {
  first: number;
  last: number;
  /** Seconds at which events were heard. */
  readonly times = new Map<number, number>();
  /** What notes were taken for, by event. */
  private readonly takenAt = new Map<number, Taken[]>();
  /** Notes that stand for nothing written yet, by onset. */
  left: number[] = [];
  /** Written notes that are still to be heard, by event. */
  private readonly open = new Map<number, SoundingPitch[]>();
  /** Notes before the first that was read as an event. */
  private readonly leading = new Set<number>();

  /** Takes every note for what the reading as a whole made of it. */
  constructor(
    private readonly heard: readonly HeardNote[],
    private readonly events: readonly SoundingEvent[],
    private readonly match: Match,
    notes: readonly number[],
  ) {
    const isReached = (note: number) => {
      const how = match.steps[note]?.how;
      return how === 'first' || how === 'chord';
    };
    const reached = notes.filter(isReached).map((note) => match.steps[note]?.event ?? 0);
    // Notes before the first may stand for events there, played wrong.
    const lead = notes.findIndex(isReached);
    for (const note of notes.slice(0, lead)) this.leading.add(note);
    this.first = Math.max(0, Math.min(...reached) - Math.min(lead, BESIDE_EVENTS));
    this.last = Math.max(...reached);
    const openTo = (last: number) => {
      for (let event = this.first; event <= last; event += 1)
        if (!this.open.has(event)) this.open.set(event, [...(events[event]?.pitches ?? [])]);
    };
    openTo(this.last);
    for (const note of notes) {
      const event = this.eventOf(note);
      const written =
        this.isFirst(note) || this.isChord(note) ? this.openPitch(event, this.pitchOf(note)) : undefined;
      if (written) this.take({ note, kind: 'right', written, event });
      else this.left.push(note);
    }
    // So may those after the last, and what was read as one more of its chord that has none such.
    const left = new Set(this.left);
    const trail = notes.length - 1 - notes.findLastIndex((note) => !left.has(note));
    this.last = Math.min(events.length - 1, this.last + Math.min(trail, BESIDE_EVENTS));
    openTo(this.last);
    for (const event of this.takenAt.keys()) this.timeAgain(event);
  }

  eventOf(note: number): number {
    if (this.leading.has(note)) return this.first;
    return Math.max(this.first, this.match.steps[note]?.event ?? -1);
  }
  event(index: number): SoundingEvent | undefined {
    return this.events[index];
  }
  on(note: number): number {
    return this.heard[note]?.on ?? 0;
  }
  pitchOf(note: number): number {
    return this.heard[note]?.pitch ?? -1;
  }
  /** Whether the reading as a whole put an event there. */
  isFirst(note: number): boolean {
    return this.match.steps[note]?.how === 'first';
  }
  private isChord(note: number): boolean {
    return this.match.steps[note]?.how === 'chord';
  }
  /** Seconds played for each printed one around a note; 0 where it is not known. */
  factorAt(note: number): number {
    return this.match.factors[note] ?? 0;
  }
  openAt(event: number): readonly SoundingPitch[] {
    return this.open.get(event) ?? [];
  }
  openPitch(event: number, midi: number): SoundingPitch | undefined {
    return this.openAt(event).find((each) => each.unpitched || each.midi === midi);
  }
  rightAt(event: number): readonly TakenRight[] {
    return (this.takenAt.get(event) ?? []).filter(isRight);
  }

  /** Everything that was taken for something. */
  get taken(): readonly Taken[] {
    return [...this.takenAt.values()].flat();
  }

  /** What a note stands for. */
  take(each: Taken): void {
    const all = this.takenAt.get(each.event);
    if (all) all.push(each);
    else this.takenAt.set(each.event, [each]);
    this.open.set(
      each.event,
      this.openAt(each.event).filter((written) => written !== each.written),
    );
  }
  /** A note stands for nothing any more; its written one is open again. */
  release(each: TakenRight): void {
    this.takenAt.set(
      each.event,
      (this.takenAt.get(each.event) ?? []).filter((other) => other !== each),
    );
    this.open.set(each.event, [...this.openAt(each.event), each.written]);
  }
  /** An event's time, from the right notes it has now. */
  timeAgain(event: number): void {
    const all = this.rightAt(event).map(({ note }) => this.on(note));
    if (all.length > 0) this.times.set(event, timeOf(all));
    else this.times.delete(event);
  }

  /** When an event was heard, or would have been, for a note that may stand for it. */
  dueAt(event: number, note: number): number | null {
    return this.times.get(event) ?? this.dueBetween(event, note, event, event);
  }

  /**
   * When an event is due by those heard before one and after another; null where neither is. Where the player stopped
   * between them it is due before the stop or after it: whichever is nearer to the note.
   */
  dueBetween(event: number, note: number, from: number, to: number): number | null {
    let [before, after] = [from - 1, to + 1];
    while (before >= this.first && !this.times.has(before)) before -= 1;
    while (after <= this.last && !this.times.has(after)) after += 1;
    const [a, b] = [this.times.get(before), this.times.get(after)];
    const secondsOf = (index: number) => this.events[index]?.seconds ?? 0;
    const found = this.factorAt(note);
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

  /** How far a note lies from where an event is due, with one it was taken for left out. */
  offWithout(taken: Taken, note: number): number | null {
    const { event } = taken;
    const others = this.rightAt(event).filter((each) => each.note !== taken.note);
    const due =
      others.length > 0
        ? timeOf(others.map((each) => this.on(each.note)))
        : this.dueBetween(event, note, event, event);
    return due === null ? null : Math.abs(this.on(note) - due);
  }

  /** Events that only wrong notes stand for have their time; what nothing stood for before and after is left out. */
  close(): void {
    for (const [event, all] of this.takenAt) {
      const heard = all.filter(({ written }) => written !== null);
      if (heard.length > 0 && !this.times.has(event))
        this.times.set(event, timeOf(heard.map(({ note }) => this.on(note))));
    }
    this.first = Math.min(...this.times.keys());
    this.last = Math.max(...this.times.keys());
    for (const event of this.open.keys())
      if (event < this.first || event > this.last) this.open.delete(event);
  }

  missed(): { readonly event: number; readonly pitch: SoundingPitch }[] {
    return [...this.open].flatMap(([event, pitches]) => pitches.map((pitch) => ({ event, pitch })));
  }
}

export const isRight = (each: Taken): each is TakenRight => each.kind === 'right' && each.written !== null;

/** Of the onsets of one event: their mean, without those that come late. */
function timeOf(onsets: readonly number[]): number {
  const first = Math.min(...onsets);
  const near = onsets.filter((on) => on - first <= TOGETHER);
  return near.reduce((sum, on) => sum + on, 0) / near.length;
}
