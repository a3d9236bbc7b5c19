import type { MatchCosts, OfPitch, Tables } from './match-tables';
import { afterAPause, offTime } from './timing';

/** Seconds within which a chord sounds together. */
const TOGETHER = 0.12;
const SPREAD_OUT_COST = 1;
/** A note of an ornament, or a grace note. */
const ORNAMENT = 0.2;
/** Seconds after the last event in which another would be due. */
const NO_NEXT = 0.5;
/** Seconds an ornament may last where the tempo is not known, for each printed one; and where it is. */
const ORNAMENT_UNTIMED = 2;
const ORNAMENT_TIMED = 1.15;

/** A note that was heard, and what its pitch means along the road. */
export interface Sounding {
  readonly on: number;
  readonly pitch: OfPitch;
  /** Seconds played for each printed one; 0 where the tempo is not known. */
  readonly factor: number;
}

/** An event heard last, since when it sounds, and what that costs. */
export interface Place {
  readonly event: number;
  readonly since: number;
  readonly cost: number;
}

/** What a note that is heard costs, and may cost, at each event. */
export class NoteCosts {
  constructor(
    private readonly tables: Tables,
    private readonly costs: MatchCosts,
  ) {}

  /** What a note costs as one that sounds with an event, of its chord or ornament, or is not written. */
  staying(e: number, since: number, { on, pitch, factor }: Sounding): number {
    const { ornament, window } = this.tables;
    const gap = on - since;
    const ofChord = pitch.wrong[e] === 0 && gap <= (window[e] as number);
    if (ofChord && gap <= TOGETHER) return 0;
    if (pitch.ornamental[e] === 1) {
      const lasts = factor > 0 ? factor * ORNAMENT_TIMED : ORNAMENT_UNTIMED;
      if (gap <= (ornament[e] as number) * lasts) return ORNAMENT;
    }
    return ofChord ? SPREAD_OUT_COST : this.costs.added;
  }

  /** What a note costs as the next event. */
  going(e: number, since: number, { on, pitch, factor }: Sounding): number {
    const next = e + 1;
    if (next === this.tables.count) return Infinity;
    return (pitch.wrong[next] as number) + this.timing(on - since, e, next, factor);
  }

  /** Whether a place stays or goes on with a note, whatever is cheaper. */
  follow({ event, since, cost }: Place, note: Sounding): Place {
    const stays = this.staying(event, since, note);
    const goes = this.going(event, since, note);
    return goes < stays
      ? { event: event + 1, since: note.on, cost: cost + goes }
      : { event, since, cost: cost + stays };
  }

  /** What two notes cost at least after an event, unless by a jump: nothing if both may be right. */
  afterBoth(e: number, { pitch }: Sounding, { pitch: { after } }: Sounding): number {
    const { window, count, leastWrong } = this.tables;
    const mayStay = (pitch.wrong[e] === 0 && (window[e] as number) > 0) || pitch.ornamental[e] === 1;
    if (mayStay && after[e] === 0) return 0;
    return e + 1 < count && pitch.wrong[e + 1] === 0 && after[e + 1] === 0 ? 0 : leastWrong;
  }

  /** What a jump is cheaper by so long after an event. */
  pausing(gap: number, source: number, factor: number): number {
    if (factor <= 0) return 0;
    const { count, seconds } = this.tables;
    const next = source + 1;
    const due = next < count ? ((seconds[next] as number) - (seconds[source] as number)) * factor : NO_NEXT;
    return afterAPause(gap, due);
  }

  /** What it costs that an event comes so long after another, and not when it is due. */
  timing(gap: number, source: number, event: number, factor: number): number {
    if (factor <= 0) return 0;
    const { seconds } = this.tables;
    const due = ((seconds[event] as number) - (seconds[source] as number)) * factor;
    return offTime(gap, due, this.costs.spread);
  }
}
