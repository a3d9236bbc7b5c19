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
/** A note that stands for a written one. */
export type TakenWritten = Taken & { readonly written: SoundingPitch };
/** A right note, with the written one it is. */
export type TakenRight = TakenWritten & { readonly kind: 'right' };

/** Notes before the first and after the last that was read may stand for so many events there. */
const BEYOND = 2;
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
    this.first = Math.max(0, Math.min(...reached) - Math.min(lead, BEYOND));
    this.last = Math.max(...reached);
    const openTo = (last: number) => {
      for (let event = this.first; event <= last; event += 1)
        if (!this.open.has(event)) this.open.set(event, [...(events[event]?.pitches ?? [])]);
    };
    openTo(this.last);
    for (const note of notes) {
      const event = this.eventOf(note);
      const written = isReached(note)
        ? this.openAt(event).find((each) => this.sounds(note, each))
        : undefined;
      if (written) this.take({ note, kind: 'right', written, event });
      else this.left.push(note);
    }
    // So may those after the last, and what was read as one more of its chord that has none such.
    const left = new Set(this.left);
    const trail = notes.length - 1 - notes.findLastIndex((note) => !left.has(note));
    this.last = Math.min(events.length - 1, this.last + Math.min(trail, BEYOND));
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
  openAt(event: number): readonly SoundingPitch[] {
    return this.open.get(event) ?? [];
  }
  rightAt(event: number): readonly TakenRight[] {
    return this.takenIn(event).filter(isRight);
  }
  /** Everything that was taken for something of one event. */
  takenIn(event: number): readonly Taken[] {
    return this.takenAt.get(event) ?? [];
  }
  /** Everything that was taken for something. */
  get taken(): readonly Taken[] {
    return [...this.takenAt.values()].flat();
  }
  /** Whether a note is the written one as it should sound. */
  sounds(note: number, written: SoundingPitch): boolean {
    return written.unpitched || written.midi === this.pitchOf(note);
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
  /** Takes notes for something else than before; those that stand for nothing now are left. */
  takeInstead(before: readonly TakenWritten[], after: readonly TakenWritten[]): void {
    for (const each of before) {
      this.takenAt.set(
        each.event,
        this.takenIn(each.event).filter((other) => other !== each),
      );
      this.open.set(each.event, [...this.openAt(each.event), each.written]);
    }
    for (const each of after) this.take(each);
    const taken = new Set(after.map(({ note }) => note));
    this.left = [...this.left, ...before.map(({ note }) => note)]
      .filter((note) => !taken.has(note))
      .sort((a, b) => this.on(a) - this.on(b));
    for (const event of new Set([...before, ...after].map((each) => each.event))) this.timeAgain(event);
  }
  /** An event's time, from the right notes it has now. */
  private timeAgain(event: number): void {
    const all = this.rightAt(event).map(({ note }) => this.on(note));
    if (all.length > 0) this.times.set(event, timeOf(all));
    else this.times.delete(event);
  }

  /**
   * When a written note is due, for a note that may be it: by the other right ones of its event, or by the events heard
   * before and after, the nearer of them so many seconds apart; null where neither is.
   */
  dueFor(
    event: number,
    note: number,
    written: SoundingPitch,
  ): { readonly at: number; readonly apart: number } | null {
    const others = this.rightAt(event).filter((each) => each.note !== note && each.written !== written);
    if (others.length > 0) return { at: timeOf(others.map((each) => this.on(each.note))), apart: 0 };
    let [before, after] = [event - 1, event + 1];
    while (before >= this.first && !this.times.has(before)) before -= 1;
    while (after <= this.last && !this.times.has(after)) after += 1;
    const [a, b] = [this.times.get(before), this.times.get(after)];
    const at = this.dueBetween(event, note, [before, a], [after, b]);
    return at === null
      ? null
      : {
          at,
          apart: Math.min(...[a, b].flatMap((time) => (time === undefined ? [] : [Math.abs(at - time)]))),
        };
  }

  /**
   * When an event is due by one heard before it and one after. Where the player stopped between them it is due before the
   * stop or after it: whichever is nearer to the note.
   */
  private dueBetween(
    event: number,
    note: number,
    [before, a]: readonly [number, number | undefined],
    [after, b]: readonly [number, number | undefined],
  ): number | null {
    const fromBefore = a === undefined ? null : a + this.secondsBetween(before, event, note);
    const fromAfter = b === undefined ? null : b - this.secondsBetween(event, after, note);
    if (a === undefined || b === undefined || fromBefore === null || fromAfter === null)
      return fromBefore ?? fromAfter;
    if (fromAfter - fromBefore > PAUSE) {
      const on = this.on(note);
      return Math.abs(on - fromBefore) <= Math.abs(on - fromAfter) ? fromBefore : fromAfter;
    }
    const printed = this.secondsOf(after) - this.secondsOf(before);
    return a + ((b - a) * (this.secondsOf(event) - this.secondsOf(before))) / printed;
  }
  private secondsOf(event: number): number {
    return this.events[event]?.seconds ?? 0;
  }
  /** Seconds from one event to another at the tempo around a note; unending where there is no such event. */
  secondsBetween(event: number, other: number, note: number): number {
    if (!this.events[event] || !this.events[other]) return Infinity;
    const factor = this.match.factors[note] ?? 0;
    return Math.abs(this.secondsOf(other) - this.secondsOf(event)) * (factor > 0 ? factor : 1);
  }

  /** Events that only wrong notes stand for have their time; what nothing stood for before and after is left out. */
  close(): void {
    for (const [event, all] of this.takenAt) {
      const heard = all.filter(({ written }) => written !== null);
      if (heard.length > 0 && !this.times.has(event))
        this.times.set(event, timeOf(heard.map(({ note }) => this.on(note))));
    }
    while (this.first < this.last && !this.times.has(this.first)) this.open.delete(this.first++);
    while (this.last > this.first && !this.times.has(this.last)) this.open.delete(this.last--);
  }

  missed(): { readonly event: number; readonly pitch: SoundingPitch }[] {
    return [...this.open].flatMap(([event, pitches]) => pitches.map((pitch) => ({ event, pitch })));
  }
}

export const isWritten = (each: Taken): each is TakenWritten => each.written !== null;
export const isRight = (each: Taken): each is TakenRight => each.kind === 'right' && isWritten(each);

/** Of the onsets of one event: their mean, without those that come late. */
function timeOf(onsets: readonly number[]): number {
  const first = Math.min(...onsets);
  const near = onsets.filter((on) => on - first <= TOGETHER);
  return near.reduce((sum, on) => sum + on, 0) / near.length;
}
