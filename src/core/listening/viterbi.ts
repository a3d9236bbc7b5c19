import type { HeardNote, Step } from './heard-note';
import { DEAREST_LANDING, type MatchCosts, type OfPitch, type Tables } from './match-tables';

/** Events that may be left out on the way forward. */
const MOST_LEFT_OUT = 5;
/** Seconds within which a chord sounds together. */
const TOGETHER = 0.12;
const SPREAD_OUT_COST = 1;
const AFTER_A_PAUSE = 2;
/** A note of an ornament, or a grace note. */
const ORNAMENT = 0.2;
const BEFORE_START = 2.4;
/** How far an onset comes from where it is due, as a share of the time between; and what that costs at most. */
const ELASTIC = 0.22;
const MOST_TIMING = 1.6;
/** Seconds a pause has at least, and a crotchet where no event follows. */
const SHORTEST_PAUSE = 0.35;
const NO_NEXT = 0.5;
/** Seconds an ornament may last where the tempo is not known, for each printed one; and where it is. */
const ORNAMENT_UNTIMED = 2;
const ORNAMENT_TIMED = 1.15;

/** How a cell was come to: 0 added, 1 chord, 2 to 7 forward past none to five events, 8 from the start, 9 by a jump. */
const ADDED = 0;
const CHORD = 1;
const FORWARD = 2;
const START = 8;
const JUMPED = 9;

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
  for (let at = from; at < to; at += 1) {
    const { on, pitch } = notes[at] as HeardNote;
    search.hear(on, tables.of(pitch), factors?.[at] ?? 0);
  }
  return search.reading();
}

/**
 * What each event costs as the last one heard, note by note, and how it was come to.
 *
 * Events so dear that a jump from the cheapest one beats what follows from them are let go: the rest are `alive`, in
 * order. A reading could come back from further off only by what a jump loses with the notes before it (the margin).
 */
class Search {
  private readonly codes: Uint8Array;
  private readonly origins: Int32Array;
  private readonly before: Float64Array;
  private beforeOn: Float64Array;
  private readonly now: Float64Array;
  private nowOn: Float64Array;
  private readonly alive: Int32Array;
  private living = 0;
  /** Events come to by staying or going on, in order. */
  private readonly reached: Int32Array;
  private reaching = 0;
  /** Whether the note was read as the first at every event. */
  private everywhere = false;
  /** Of the ones alive, those from which a jump may be cheaper than from the cheapest. */
  private readonly sources: Int32Array;
  private leaving = 0;
  /** What the cheapest event costs, and which it is; of the note that is being read too. */
  private least = Infinity;
  private leastNow = Infinity;
  private cheapest = 0;
  private readonly jump: Float64Array;
  private readonly jumpFrom: Int32Array;
  private outside = 0;
  private row = 0;
  private readonly absolute: number;
  private readonly hopeless: number;

  constructor(
    private readonly rows: number,
    private readonly tables: Tables,
    private readonly costs: MatchCosts,
  ) {
    const { count } = tables;
    this.codes = new Uint8Array(rows * count);
    this.origins = new Int32Array(rows * count);
    this.before = new Float64Array(count).fill(Infinity);
    this.beforeOn = new Float64Array(count);
    this.now = new Float64Array(count).fill(Infinity);
    this.nowOn = new Float64Array(count);
    this.alive = new Int32Array(count);
    this.reached = new Int32Array(count);
    this.sources = new Int32Array(count);
    this.jump = new Float64Array(count);
    this.jumpFrom = new Int32Array(count);
    this.absolute = costs.spread * costs.spread;
    this.hopeless = DEAREST_LANDING + costs.margin;
  }

  goOnFrom(event: number, on: number): void {
    this.outside = Infinity;
    this.before[event] = 0;
    this.beforeOn[event] = on;
    this.alive[0] = event;
    this.sources[0] = event;
    [this.living, this.leaving] = [1, 1];
    this.least = 0;
  }

  /** @param factor - 0 where the tempo is not known */
  hear(on: number, pitch: OfPitch, factor: number): void {
    this.leave(on, pitch, factor);
    this.stayOrGoOn(on, pitch, factor);
    this.start(on, pitch);
    this.arrive(on, pitch, factor);
    this.turn(pitch);
    this.outside += BEFORE_START;
    this.row += 1;
  }

  /** What it costs to come by a jump to each event that has the pitch, from wherever that is cheapest. */
  private leave(on: number, { right }: OfPitch, factor: number): void {
    const { before, jump, jumpFrom, sources, leaving } = this;
    const { back, onward } = this.tables;
    let next = 0;
    let cheapest = Infinity;
    let from = 0;
    const last = right.length - 1;
    for (let index = 0; index <= last; index += 1) {
      const e = right[index] as number;
      for (; next < leaving && (sources[next] as number) <= e; next += 1) {
        const source = sources[next] as number;
        const leave =
          (before[source] as number) - this.pausing(on, source, factor) - (onward[source] as number);
        if (leave < cheapest) [cheapest, from] = [leave, source];
      }
      jump[e] = cheapest + (onward[e] as number);
      jumpFrom[e] = from;
    }
    next = leaving - 1;
    cheapest = Infinity;
    for (let index = last; index >= 0; index -= 1) {
      const e = right[index] as number;
      for (; next >= 0 && (sources[next] as number) > e; next -= 1) {
        const source = sources[next] as number;
        const leave =
          (before[source] as number) - this.pausing(on, source, factor) + (back[source] as number);
        if (leave < cheapest) [cheapest, from] = [leave, source];
      }
      const returned = cheapest - (back[e] as number);
      if (returned >= (jump[e] as number)) continue;
      jump[e] = returned;
      jumpFrom[e] = from;
    }
  }

  /** What a jump is cheaper by after a pause. */
  private pausing(on: number, source: number, factor: number): number {
    if (factor <= 0) return 0;
    const { count, seconds } = this.tables;
    const crotchet =
      source + 1 < count ? ((seconds[source + 1] as number) - (seconds[source] as number)) * factor : NO_NEXT;
    const pause = on - (this.beforeOn[source] as number) - crotchet;
    const whole = crotchet > SHORTEST_PAUSE ? crotchet : SHORTEST_PAUSE;
    if (pause >= whole) return AFTER_A_PAUSE;
    return pause > 0 ? (AFTER_A_PAUSE * pause) / whole : 0;
  }

  /** The note as one that is not written, as one more of the same chord, or as the next event, right or wrong. */
  private stayOrGoOn(on: number, { wrong, right, ornamental }: OfPitch, factor: number): void {
    const { before, beforeOn, now, nowOn, codes, alive, living, reached } = this;
    const { count, ornament, window } = this.tables;
    const { added } = this.costs;
    const base = this.row * count;
    let [reaching, latest, least, cheapest] = [0, -1, Infinity, 0];
    for (let index = 0; index < living; index += 1) {
      const e = alive[index] as number;
      if (e !== latest) {
        reached[reaching++] = e;
        const stays = (before[e] as number) + added;
        now[e] = stays;
        nowOn[e] = beforeOn[e] as number;
        if (stays < least) [least, cheapest] = [stays, e];
      }
      const next = e + 1;
      if (next === count) continue;
      // One that is alive may yet stay, if that is no dearer.
      const most = (before[next] as number) + added;
      const gone = (before[e] as number) + (wrong[next] as number);
      if (gone >= most) continue;
      const late = gone + this.timing(on, e, next, factor);
      if (late >= most) continue;
      reached[reaching++] = next;
      latest = next;
      now[next] = late;
      nowOn[next] = on;
      codes[base + next] = FORWARD;
      if (late < least) [least, cheapest] = [late, next];
    }
    [this.reaching, this.leastNow, this.cheapest] = [reaching, least, cheapest];
    const lasts = factor > 0 ? factor * ORNAMENT_TIMED : ORNAMENT_UNTIMED;
    for (let index = ornamental.length - 1; index >= 0; index -= 1) {
      const e = ornamental[index] as number;
      if (on - (beforeOn[e] as number) <= (ornament[e] as number) * lasts)
        this.hold(e, (before[e] as number) + ORNAMENT, ADDED);
    }
    for (let index = right.length - 1; index >= 0; index -= 1) {
      const e = right[index] as number;
      const gap = on - (beforeOn[e] as number);
      if (gap <= (window[e] as number))
        this.hold(e, (before[e] as number) + (gap <= TOGETHER ? 0 : SPREAD_OUT_COST), CHORD);
    }
  }

  /** The last event stays the last, if that is no dearer. */
  private hold(e: number, cost: number, code: number): void {
    if (cost > (this.now[e] as number) || cost === Infinity) return;
    this.now[e] = cost;
    this.nowOn[e] = this.beforeOn[e] as number;
    this.codes[this.row * this.tables.count + e] = code;
    this.tellCheapest(e, cost);
  }

  /** The note as the first one heard of the piece. */
  private start(on: number, { wrong }: OfPitch): void {
    const { now, nowOn, codes, outside, least } = this;
    this.everywhere = outside <= least + this.hopeless + this.tables.longestWay;
    if (!this.everywhere) return;
    const { count, start } = this.tables;
    const base = this.row * count;
    for (let e = 0; e < count; e += 1) {
      const begun = outside + (start[e] as number) + (wrong[e] as number);
      if (begun >= (now[e] as number)) continue;
      now[e] = begun;
      nowOn[e] = on;
      codes[base + e] = START;
      this.tellCheapest(e, begun);
    }
  }

  /** The note as a right one further on, or come to by a jump. */
  private arrive(on: number, { right }: OfPitch, factor: number): void {
    const { before, now, nowOn, jump, jumpFrom, codes, origins, least } = this;
    const { count, missed, landing } = this.tables;
    const base = this.row * count;
    for (let index = right.length - 1; index >= 0; index -= 1) {
      const e = right[index] as number;
      let best = now[e] as number;
      let code = -1;
      const leapt = (jump[e] as number) + (landing[e] as number);
      if (leapt < best) {
        best = leapt;
        code = JUMPED;
      }
      const furthest = Math.min(MOST_LEFT_OUT, e - 1);
      for (let out = 1; out <= furthest; out += 1) {
        const source = e - 1 - out;
        const leftOut = (missed[e] as number) - (missed[e - out] as number);
        if (least + leftOut >= best) break;
        let cost = (before[source] as number) + leftOut;
        if (cost >= best) continue;
        cost += this.timing(on, source, e, factor);
        if (cost >= best) continue;
        best = cost;
        code = FORWARD + out;
      }
      if (code < 0) continue;
      if (code === JUMPED) origins[base + e] = jumpFrom[e] as number;
      now[e] = best;
      nowOn[e] = on;
      codes[base + e] = code;
      this.tellCheapest(e, best);
    }
  }

  /** An event that was come to, if it is the cheapest so far. */
  private tellCheapest(e: number, cost: number): void {
    if (cost < this.leastNow) [this.leastNow, this.cheapest] = [cost, e];
  }

  /** What was worked out becomes what is known; what is too dear is let go. */
  private turn({ right }: OfPitch): void {
    const { before, alive, reached } = this;
    for (let index = 0; index < this.living; index += 1) before[alive[index] as number] = Infinity;
    this.least = this.leastNow;
    [this.living, this.leaving] = [0, 0];
    if (this.everywhere) for (let e = 0; e < this.tables.count; e += 1) this.keep(e);
    else {
      const [reaching, arrived] = [this.reaching, right.length];
      let [one, other] = [0, 0];
      while (one < reaching || other < arrived) {
        const a = one < reaching ? (reached[one] as number) : Infinity;
        const b = other < arrived ? (right[other] as number) : Infinity;
        if (a <= b) one += 1;
        if (b <= a) other += 1;
        this.keep(a < b ? a : b);
      }
    }
    [this.beforeOn, this.nowOn] = [this.nowOn, this.beforeOn];
  }

  /** An event is known with its cost, unless that is too dear. */
  private keep(e: number): void {
    const { cheapest, least } = this;
    const { back, onward } = this.tables;
    const cost = this.now[e] as number;
    this.now[e] = Infinity;
    const way =
      e < cheapest
        ? (back[cheapest] as number) - (back[e] as number)
        : (onward[e] as number) - (onward[cheapest] as number);
    const more = cost - least - way;
    if (!(more <= this.hopeless)) return;
    this.before[e] = cost;
    this.alive[this.living++] = e;
    if (more <= AFTER_A_PAUSE) this.sources[this.leaving++] = e;
  }

  /** What it costs that an event comes early or late after the one before it. */
  private timing(on: number, source: number, event: number, factor: number): number {
    if (factor <= 0) return 0;
    const { seconds } = this.tables;
    const due = ((seconds[event] as number) - (seconds[source] as number)) * factor;
    const off = on - (this.beforeOn[source] as number) - due;
    const cost = (off * off) / (ELASTIC * ELASTIC * due * due + this.absolute) / 4;
    return cost < MOST_TIMING ? cost : MOST_TIMING;
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
    const steps: Step[] = [];
    for (let row = this.rows - 1; row >= 0; row -= 1) {
      if (event < 0) {
        steps.push({ event: -1, how: 'before', jumped: false });
        continue;
      }
      const code = this.codes[row * count + event] as number;
      const how = code === ADDED ? 'added' : code === CHORD ? 'chord' : 'first';
      steps.push({ event, how, jumped: code === JUMPED });
      if (code === START) event = -1;
      else if (code === JUMPED) event = this.origins[row * count + event] as number;
      else if (code >= FORWARD) event -= code - FORWARD + 1;
    }
    return { cost, steps: steps.reverse(), last };
  }
}
