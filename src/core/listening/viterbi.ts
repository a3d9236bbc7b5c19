import type { HeardNote, Step } from './heard-note';
import { limitOf, limitsFrom, type Limits } from './limits';
import { CHEAPEST_LANDING, DEAREST_LANDING, type MatchCosts, type Tables } from './match-tables';
import { NoteCosts, type Place, type Sounding } from './note-costs';
import { AFTER_A_PAUSE } from './timing';
import { ADDED, CHORD, FIRST, JUMPED, Trail } from './trail';

/** Events that may be left out on the way forward. */
const MOST_LEFT_OUT = 5;
const BEFORE_START = 2.4;

/** Notes read at once, and where the ones before them ended. */
export interface Piece {
  readonly from: number;
  /** Not included. */
  readonly to: number;
  readonly last: Reading['last'];
}

export interface Reading {
  readonly cost: number;
  /** One for each note of the piece. */
  readonly steps: readonly Step[];
  /** The event heard last, and when. */
  readonly last: { readonly event: number; readonly on: number } | null;
}

/**
 * The cheapest way of reading a piece of what was heard.
 * @param factors - seconds played for each printed one around each note; null leaves time out of account
 * @source Viterbi over "the last event heard"; a jump may go from anywhere to anywhere, by distance transforms
 */
export function cheapestReading(
  notes: readonly HeardNote[],
  { from, to, last }: Piece,
  tables: Tables,
  costs: MatchCosts,
  factors: Float64Array | null,
): Reading {
  const search = new Search(to - from, tables, costs);
  if (last) search.goOnFrom(last.event, last.on);
  const sounding = (at: number): Sounding => {
    const { on, pitch } = notes[at] as HeardNote;
    return { on, pitch: tables.of(pitch), factor: factors?.[at] ?? 0 };
  };
  const soundingAt = (at: number) => (at < to ? sounding(at) : null);
  let [note, next] = [soundingAt(from), soundingAt(from + 1)];
  for (let at = from + 2; note; at += 1) {
    const then = soundingAt(at);
    search.hear(note, next, then);
    [note, next] = [next, then];
  }
  return search.reading();
}

/** A note that follows, null after the last one, and what each event may cost once it was heard. */
interface Ahead {
  readonly note: Sounding | null;
  readonly limits: Limits;
}
const NOWHERE: Place = { event: 0, since: 0, cost: Infinity };

/**
 * What each event costs as the last one heard, note by note, and how it was come to.
 *
 * Events so dear that a jump from the cheapest one beats what follows from them are let go, and those that will be so
 * with the next note: the rest are `alive`, in order. A reading could come back from further off only by what a jump
 * loses with the notes before it (the margin).
 */
class Search {
  /** How each event was come to, and from which. */
  private readonly nowHow: Uint8Array;
  private readonly nowFrom: Int32Array;
  private readonly trail: Trail;
  private readonly before: Float64Array;
  private beforeOn: Float64Array;
  private readonly now: Float64Array;
  private nowOn: Float64Array;
  private readonly alive: Int32Array;
  private living = 0;
  /** Events come to by staying or going on, in order. */
  private readonly reached: Int32Array;
  private reaching = 0;
  /** Events come to past others, in order. */
  private readonly passed: Int32Array;
  private passing = 0;
  /** Events come to by a jump, from the last one down. */
  private readonly arrived: Int32Array;
  private arriving = 0;
  /** Whether the note was read as the first at every event. */
  private everywhere = false;
  /** Of the ones alive, those from which a jump may be cheaper than from the cheapest. */
  private readonly sources: Int32Array;
  private leaving = 0;
  /** What the cheapest event costs, and which it is; of the note that is being read too. */
  private least = Infinity;
  private leastNow = Infinity;
  private cheapest = 0;
  /** By how many of the sources lie before an event: what it costs to be carried there from the beginning, from which. */
  private readonly leaveOn: Float64Array;
  private readonly onFrom: Int32Array;
  private readonly leaveBack: Float64Array;
  private readonly backFrom: Int32Array;
  private outside = 0;
  private readonly weigh: NoteCosts;
  private readonly hopeless: number;

  constructor(
    notes: number,
    private readonly tables: Tables,
    private readonly costs: MatchCosts,
  ) {
    const { count } = tables;
    this.trail = new Trail(notes, count);
    this.nowHow = new Uint8Array(count);
    this.nowFrom = new Int32Array(count);
    this.before = new Float64Array(count).fill(Infinity);
    this.beforeOn = new Float64Array(count);
    this.now = new Float64Array(count).fill(Infinity);
    this.nowOn = new Float64Array(count);
    this.alive = new Int32Array(count);
    this.reached = new Int32Array(count);
    this.passed = new Int32Array(count);
    this.arrived = new Int32Array(count);
    this.sources = new Int32Array(count);
    this.leaveOn = new Float64Array(count + 1);
    this.onFrom = new Int32Array(count + 1);
    this.leaveBack = new Float64Array(count + 1);
    this.backFrom = new Int32Array(count + 1);
    this.weigh = new NoteCosts(tables, costs);
    this.hopeless = DEAREST_LANDING + costs.margin;
  }

  goOnFrom(event: number, on: number): void {
    this.outside = Infinity;
    this.before[event] = 0;
    this.beforeOn[event] = on;
    this.alive[0] = event;
    this.sources[0] = event;
    [this.living, this.leaving] = [1, 1];
    [this.least, this.cheapest] = [0, event];
  }

  /**
   * @param next - the note after it; null after the last one
   * @param then - the one after that
   */
  hear(note: Sounding, next: Sounding | null, then: Sounding | null): void {
    const likely = this.living === 0 ? NOWHERE : this.weigh.follow(this.surest(), note);
    const after = next ? this.weigh.follow(likely, next) : NOWHERE;
    const last = then ? this.weigh.follow(after, then) : NOWHERE;
    const { event, cost } = likely;
    this.leave(note);
    const limits = this.limits(event, cost);
    this.stayOrGoOn(note, limits);
    this.start(note);
    this.passOver(note, limits);
    const nearer = { note: next, limits: this.limits(event, after.cost) };
    this.jump(note, nearer, { note: then, limits: this.limits(event, last.cost) });
    this.turn();
    this.outside += BEFORE_START;
  }

  private surest(): Place {
    const { cheapest, least } = this;
    return { event: cheapest, since: this.beforeOn[cheapest] as number, cost: least };
  }

  private limits(event: number, cost: number): Limits {
    return limitsFrom(this.tables, event, cost + this.hopeless);
  }

  /** The cheapest way to leave by a jump, on and back, by where the event come to lies among the sources. */
  private leave({ on, factor }: Sounding): void {
    const { before, sources, leaving, leaveOn, onFrom, leaveBack, backFrom } = this;
    const { back, onward } = this.tables;
    leaveOn[0] = Infinity;
    leaveBack[leaving] = Infinity;
    for (let index = 0; index < leaving; index += 1) {
      const source = sources[index] as number;
      const cost = (before[source] as number) - this.pausing(on, source, factor);
      // Kept for the way back from the last one down.
      leaveBack[index] = cost;
      const leave = cost - (onward[source] as number);
      const isCheaper = leave < (leaveOn[index] as number);
      leaveOn[index + 1] = isCheaper ? leave : (leaveOn[index] as number);
      onFrom[index + 1] = isCheaper ? source : (onFrom[index] as number);
    }
    for (let index = leaving - 1; index >= 0; index -= 1) {
      const source = sources[index] as number;
      const leave = (leaveBack[index] as number) + (back[source] as number);
      const isCheaper = leave < (leaveBack[index + 1] as number);
      leaveBack[index] = isCheaper ? leave : (leaveBack[index + 1] as number);
      backFrom[index] = isCheaper ? source : (backFrom[index + 1] as number);
    }
  }

  /** The note as one that is not written, as one more of the same chord, or as the next event, right or wrong. */
  private stayOrGoOn(note: Sounding, limits: Limits): void {
    const { on, pitch, factor } = note;
    const { before, beforeOn, alive, living } = this;
    const last = this.tables.count - 1;
    const { wrong, after } = pitch;
    [this.reaching, this.leastNow] = [0, Infinity];
    let [next, late] = [-1, Infinity];
    for (let index = 0; index < living; index += 1) {
      const e = alive[index] as number;
      if (next >= 0 && next !== e) this.reach(next, late, on, FIRST, next - 1);
      const cost = before[e] as number;
      const least = cost + (after[e] as number);
      const stayLimit = limitOf(this.tables, e, limits);
      const goLimit = e < last ? limitOf(this.tables, e + 1, limits) : -Infinity;
      const since = beforeOn[e] as number;
      const more = least <= stayLimit ? this.weigh.staying(e, since, note) : Infinity;
      const stays = cost + more;
      if (next === e && late < stays) this.reach(e, late, on, FIRST, e - 1);
      else if (stays <= stayLimit) this.reach(e, stays, since, more === this.costs.added ? ADDED : CHORD, e);
      next = -1;
      if (least > goLimit) continue;
      late = cost + (wrong[e + 1] as number);
      if (late > goLimit) continue;
      next = e + 1;
      late += this.weigh.timing(on - since, e, next, factor);
    }
    if (next >= 0) this.reach(next, late, on, FIRST, next - 1);
  }

  /** An event come to by staying or going on, each after those before it. */
  private reach(e: number, cost: number, on: number, how: number, from: number): void {
    this.reached[this.reaching++] = e;
    this.come(e, cost, on, how, from);
  }

  /** The note as the first one heard of the piece. */
  private start({ on, pitch: { wrong } }: Sounding): void {
    const { now, outside, least } = this;
    this.everywhere = outside <= least + this.hopeless + this.tables.longestWay;
    if (!this.everywhere) return;
    const { count, start } = this.tables;
    for (let e = 0; e < count; e += 1) {
      const begun = outside + (start[e] as number) + (wrong[e] as number);
      if (begun >= (now[e] as number)) continue;
      this.come(e, begun, on, FIRST, -1);
    }
  }

  /** The note as a right one further on, with events left out. */
  private passOver({ on, pitch, factor }: Sounding, limits: Limits): void {
    const { before, beforeOn, now, alive, living } = this;
    const { count, missed } = this.tables;
    const { wrong } = pitch;
    this.passing = 0;
    for (let index = 0; index < living; index += 1) {
      const source = alive[index] as number;
      const last = Math.min(source + 1 + MOST_LEFT_OUT, count - 1);
      const known = (before[source] as number) - (missed[source + 1] as number);
      const most = Math.max(limitOf(this.tables, source, limits), limitOf(this.tables, last, limits));
      for (let e = source + 2; e <= last; e += 1) {
        const cost = known + (missed[e] as number);
        if (cost > most) break;
        if (wrong[e] !== 0 || cost >= (now[e] as number)) continue;
        const late = cost + this.weigh.timing(on - (beforeOn[source] as number), source, e, factor);
        if (late >= (now[e] as number)) continue;
        this.come(e, late, on, FIRST, source);
        this.pass(e);
      }
    }
  }

  /** An event come to past others, put in its order. */
  private pass(e: number): void {
    const { passed } = this;
    let at = this.passing;
    while (at > 0 && (passed[at - 1] as number) > e) at -= 1;
    if (at > 0 && passed[at - 1] === e) return;
    passed.copyWithin(at + 1, at, this.passing);
    passed[at] = e;
    this.passing += 1;
  }

  /** Whether a note is too dear to be jumped to if the one after it is not right there. */
  private mustGoOn({ on, factor }: Sounding, { event, most }: Limits): boolean {
    const { sources, leaving } = this;
    const jumped = CHEAPEST_LANDING + this.tables.leastWrong;
    for (let index = 0; index < leaving; index += 1) {
      const source = sources[index] as number;
      const left = (this.before[source] as number) - this.pausing(on, source, factor);
      if (left + jumped < most + this.way(event, source)) return false;
    }
    return true;
  }

  /** What a jump is cheaper by after a pause. */
  private pausing(on: number, source: number, factor: number): number {
    return this.weigh.pausing(on - (this.beforeOn[source] as number), source, factor);
  }

  /** What the way of a jump costs. */
  private way(from: number, to: number): number {
    const { back, onward } = this.tables;
    return to < from
      ? (back[from] as number) - (back[to] as number)
      : (onward[to] as number) - (onward[from] as number);
  }

  /** The note as a right one come to by a jump, unless the next note would make that too dear. */
  private jump(note: Sounding, { note: next, limits }: Ahead, { note: then, limits: further }: Ahead): void {
    const { on, pitch } = note;
    const { now, sources, leaveOn, onFrom, leaveBack, backFrom, arrived } = this;
    const { landing, back, onward } = this.tables;
    const right = next && this.mustGoOn(note, limits) ? pitch.rightBefore(next.pitch) : pitch.right;
    const after = next ? next.pitch.after : null;
    let arriving = 0;
    let passed = this.leaving;
    for (let index = right.length - 1; index >= 0; index -= 1) {
      const e = right[index] as number;
      while (passed > 0 && (sources[passed - 1] as number) > e) passed -= 1;
      const carried = (leaveOn[passed] as number) + (onward[e] as number);
      const returned = (leaveBack[passed] as number) - (back[e] as number);
      const cost = (returned < carried ? returned : carried) + (landing[e] as number);
      if (cost >= (now[e] as number)) continue;
      if (after !== null && cost + (after[e] as number) >= limitOf(this.tables, e, limits)) continue;
      if (next && then && cost + this.weigh.afterBoth(e, next, then) >= limitOf(this.tables, e, further))
        continue;
      const from = returned < carried ? backFrom : onFrom;
      this.come(e, cost, on, JUMPED, from[passed] as number);
      arrived[arriving++] = e;
    }
    this.arriving = arriving;
  }

  /** An event is come to, cheaper than before. */
  private come(e: number, cost: number, on: number, how: number, from: number): void {
    this.now[e] = cost;
    this.nowOn[e] = on;
    this.nowHow[e] = how;
    this.nowFrom[e] = from;
    if (cost < this.leastNow) {
      this.leastNow = cost;
      this.cheapest = e;
    }
  }

  /** What was worked out becomes what is known; what is too dear is let go. */
  private turn(): void {
    const { before, alive, reached } = this;
    for (let index = 0; index < this.living; index += 1) before[alive[index] as number] = Infinity;
    this.least = this.leastNow;
    [this.living, this.leaving] = [0, 0];
    this.trail.begin();
    if (this.everywhere) for (let e = 0; e < this.tables.count; e += 1) this.keep(e);
    else {
      const { reaching, passed, passing, arrived } = this;
      const { count } = this.tables;
      let [one, other, third] = [0, 0, this.arriving - 1];
      for (;;) {
        const a = one < reaching ? (reached[one] as number) : count;
        const b = other < passing ? (passed[other] as number) : count;
        const c = third >= 0 ? (arrived[third] as number) : count;
        const e = a < b ? (a < c ? a : c) : b < c ? b : c;
        if (e === count) break;
        if (a === e) one += 1;
        if (b === e) other += 1;
        if (c === e) third -= 1;
        this.keep(e);
      }
    }
    [this.beforeOn, this.nowOn] = [this.nowOn, this.beforeOn];
  }

  /** An event is known with its cost, unless that is too dear. */
  private keep(e: number): void {
    const cost = this.now[e] as number;
    this.now[e] = Infinity;
    const more = cost - this.least - this.way(this.cheapest, e);
    if (!(more <= this.hopeless)) return;
    this.before[e] = cost;
    this.alive[this.living++] = e;
    this.trail.add(e, this.nowHow[e] as number, this.nowFrom[e] as number);
    if (more <= AFTER_A_PAUSE) this.sources[this.leaving++] = e;
  }

  /** The cheapest way back through all that was heard. */
  reading(): Reading {
    const { count } = this.tables;
    let event = -1;
    let cost = this.outside;
    for (let e = 0; e < count; e += 1)
      if ((this.before[e] as number) < cost) {
        cost = this.before[e] as number;
        event = e;
      }
    const last = event < 0 ? null : { event, on: this.beforeOn[event] as number };
    return { cost, steps: this.trail.stepsTo(event), last };
  }
}
