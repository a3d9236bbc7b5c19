import { factorsOf } from './factors';
import type { HeardNote, Step } from './heard-note';
import type { SoundingEvent, SoundingRoad } from './road';

export type { HeardNote, Step } from './heard-note';

/** What each departure from the score costs; the least sum wins. */
export interface MatchCosts {
  readonly near: number;
  readonly far: number;
  readonly octave: number;
  readonly missed: number;
  readonly added: number;
  /** Seconds an onset is off by itself, whatever the tempo. */
  readonly spread: number;
}
export const KEYS_COSTS: MatchCosts = {
  near: 2.5,
  far: 3.3,
  octave: 3,
  missed: 2.6,
  added: 2.8,
  spread: 0.04,
};
export const VOICE_COSTS: MatchCosts = {
  near: 2.5,
  far: 3.3,
  octave: 0.6,
  missed: 2,
  added: 1.8,
  spread: 0.06,
};

/** Each further note of a chord that is missed, as a share of the first. */
const FURTHER = 0.3;
/** Semitones within which a wrong note is near. */
const NEAR = 2;
/** Events that may be left out on the way forward. */
const MOST_LEFT_OUT = 5;
/** Seconds within which a chord sounds together, and may yet do. */
const TOGETHER = 0.12;
const SPREAD_OUT = 0.24;
const ROLLED = 0.8;
const SPREAD_OUT_COST = 1;
const JUMP = 6;
const JUMP_CROTCHET = 0.03;
/** Who leaps on past a repeat has left the road as it is printed. */
const PAST_REPEAT = 3;
const INTO_A_BAR = 1.5;
const AFTER_A_PAUSE = 2;
/** Seconds grace notes take. */
const GRACES = 0.5;
/** A note of an ornament, or a grace note. */
const ORNAMENT = 0.2;
const BEFORE_START = 2.4;
const START_AT_BAR = 1.5;
const START_AGAIN = 3;
const START_ELSEWHERE = 4;
const START_CROTCHET = 0.01;
/** How far an onset comes from where it is due, as a share of the time between; and what that costs at most. */
const ELASTIC = 0.22;
const MOST_TIMING = 1.6;
/** Cells worked at once: what is more is cut at a pause. */
const MOST_CELLS = 8_000_000;

export interface Match {
  readonly cost: number;
  /** One for each heard note. */
  readonly steps: readonly Step[];
  /** Seconds played for each printed one, around each heard note. */
  readonly factors: Float64Array;
}

/** Tables of a road that every pass uses. */
interface Tables {
  readonly count: number;
  readonly at: Float64Array;
  readonly seconds: Float64Array;
  /** Sum of what missing the events before each one costs. */
  readonly missed: Float64Array;
  readonly start: Float64Array;
  readonly landing: Float64Array;
  /** What it costs to be carried forward into each event by a jump. */
  readonly onward: Float64Array;
  readonly window: Float64Array;
  /** What a pitch costs that is heard after each event and is none of the next. */
  readonly added: (pitch: number) => Float64Array;
  /** Printed seconds after an event within which its ornament sounds. */
  readonly ornament: Float64Array;
  readonly emission: (pitch: number) => Float64Array;
}

/**
 * The cheapest way of reading heard notes as events of a road.
 * @param notes - by onset
 * @param passes - 1 leaves time out of account, 3 follows the tempo
 * @source Viterbi over "the last event heard"; a jump may go from anywhere to anywhere
 */
export function matchNotes(
  notes: readonly HeardNote[],
  road: SoundingRoad,
  costs: MatchCosts,
  passes = 3,
): Match {
  const tables = tablesOf(road.events, road, costs);
  let factors: Float64Array | null = null;
  let found: Omit<Match, 'factors'> = { cost: 0, steps: [] };
  for (let pass = 0; pass < passes; pass += 1) {
    found = inPieces(notes, tables, costs, factors);
    factors = factorsOf(notes, found.steps, tables.seconds);
  }
  return { ...found, factors: factors ?? new Float64Array(notes.length) };
}

function tablesOf(events: readonly SoundingEvent[], road: SoundingRoad, costs: MatchCosts): Tables {
  const count = events.length;
  const missed = new Float64Array(count + 1);
  events.forEach(({ pitches }, at) => {
    missed[at + 1] = (missed[at] ?? 0) + costs.missed * (1 + FURTHER * (pitches.length - 1));
  });
  return {
    count,
    at: Float64Array.from(events, ({ at }) => at),
    seconds: Float64Array.from(events, ({ seconds }) => seconds),
    missed,
    start: Float64Array.from(events, ({ at, startsBar, bar }, index) =>
      index === 0
        ? 0
        : START_CROTCHET * at +
          (startsBar ? START_AT_BAR : START_ELSEWHERE) +
          ((road.bars[bar]?.pass ?? 1) > 1 ? START_AGAIN : 0),
    ),
    onward: Float64Array.from(events, ({ at, bar }, index) => {
      const before = events[index - 1];
      if (!before) return 0;
      const again = (road.bars[bar]?.number ?? 0) < (road.bars[before.bar]?.number ?? 0);
      return JUMP_CROTCHET * (at - before.at) + (again ? PAST_REPEAT : 0);
    }),
    landing: Float64Array.from(events, ({ startsBar }) => JUMP + (startsBar ? 0 : INTO_A_BAR)),
    // The one note of an event does not come twice.
    window: Float64Array.from(events, ({ rolled, pitches }) =>
      pitches.length === 1 ? -1 : rolled ? ROLLED : SPREAD_OUT,
    ),
    added: kept((pitch) =>
      Float64Array.from(events, (event, index) =>
        isOrnamental(pitch, event, events[index + 1]) ? ORNAMENT : costs.added,
      ),
    ),
    ornament: Float64Array.from(events, (event, index) =>
      Math.max(
        event.ornament
          ? Math.max(...event.pitches.map(({ length }) => length)) * secondsACrotchet(events, index)
          : 0,
        event.graces.length > 0 ? GRACES : 0,
        events[index + 1]
          ? (events[index + 1]?.graces.length ?? 0) > 0
            ? (events[index + 1]?.seconds ?? 0) - event.seconds
            : 0
          : 0,
      ),
    ),
    emission: kept((pitch) => Float64Array.from(events, (event) => costOfPitch(pitch, event, costs))),
  };
}

function secondsACrotchet(events: readonly SoundingEvent[], index: number): number {
  const [a, b] =
    index + 1 < events.length ? [events[index], events[index + 1]] : [events[index - 1], events[index]];
  return a && b && b.at > a.at ? (b.seconds - a.seconds) / (b.at - a.at) : 0.6;
}

/** A row that is made once for each pitch. */
function kept(make: (pitch: number) => Float64Array): (pitch: number) => Float64Array {
  const known = new Map<number, Float64Array>();
  return (pitch) => {
    const row = known.get(pitch) ?? make(pitch);
    known.set(pitch, row);
    return row;
  };
}

/** Whether a pitch may sound after an event without being written out: of its ornament, or a grace note here or next. */
export function isOrnamental(pitch: number, event: SoundingEvent, next: SoundingEvent | undefined): boolean {
  return (
    (event.ornament &&
      event.pitches.some(({ midi, unpitched }) => !unpitched && Math.abs(midi - pitch) <= NEAR)) ||
    event.graces.includes(pitch) ||
    next?.graces.includes(pitch) === true
  );
}

function costOfPitch(pitch: number, { pitches }: SoundingEvent, costs: MatchCosts): number {
  let least = costs.far;
  for (const { midi, unpitched } of pitches) {
    const apart = Math.abs(pitch - midi);
    if (apart === 0 || unpitched) return 0;
    if (apart <= NEAR) least = Math.min(least, costs.near);
    else if (apart % 12 === 0) least = Math.min(least, costs.octave);
  }
  return least;
}

/** Long takes in pieces that end at pauses: each goes on from where the one before it ended. */
function inPieces(
  notes: readonly HeardNote[],
  tables: Tables,
  costs: MatchCosts,
  factors: Float64Array | null,
): Omit<Match, 'factors'> {
  const most = Math.max(64, Math.floor(MOST_CELLS / Math.max(1, tables.count)));
  const steps: Step[] = [];
  let cost = 0;
  let from = 0;
  let last: { readonly event: number; readonly on: number } | null = null;
  while (from < notes.length) {
    const to = notes.length - from <= most ? notes.length : pauseIn(notes, from + (most >> 1), from + most);
    const piece = viterbi(notes, from, to, tables, costs, factors, last);
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

/** How a cell was come to: 0 added, 1 chord, 2 to 7 forward past none to five events, 8 from the start, 9 by a jump. */
const CHORD = 1;
const FORWARD = 2;
const START = 8;
const JUMPED = 9;

function viterbi(
  notes: readonly HeardNote[],
  from: number,
  to: number,
  { count, at, seconds, missed, start, landing, onward, window, added, ornament, emission }: Tables,
  costs: MatchCosts,
  factors: Float64Array | null,
  last: { readonly event: number; readonly on: number } | null,
): {
  readonly cost: number;
  readonly steps: Step[];
  readonly last: { readonly event: number; readonly on: number } | null;
} {
  const rows = to - from;
  const codes = new Uint8Array(rows * count);
  const sources = new Uint32Array(rows * count);
  let before = new Float64Array(count).fill(Infinity);
  let beforeOn = new Float64Array(count);
  let now = new Float64Array(count);
  let nowOn = new Float64Array(count);
  const jump = new Float64Array(count);
  const jumpFrom = new Uint32Array(count);
  let outside = last === null ? 0 : Infinity;
  if (last) {
    before[last.event] = 0;
    beforeOn[last.event] = last.on;
  }
  const absolute = costs.spread * costs.spread;
  const elastic = ELASTIC * ELASTIC;
  for (let row = 0; row < rows; row += 1) {
    const note = notes[from + row] as HeardNote;
    const { on } = note;
    const emit = emission(note.pitch);
    const beside = added(note.pitch);
    const factor = factors?.[from + row] ?? 0;
    const timed = factor > 0;
    // What it costs to leave each event by a jump, carried to every other by its distance.
    for (let e = 0; e < count; e += 1) {
      let leave = before[e] as number;
      if (timed && leave < Infinity) {
        const crotchet = e + 1 < count ? ((seconds[e + 1] as number) - (seconds[e] as number)) * factor : 0.5;
        const pause = on - (beforeOn[e] as number) - crotchet;
        if (pause > 0) leave -= AFTER_A_PAUSE * Math.min(1, pause / Math.max(0.35, crotchet));
      }
      jump[e] = leave;
      jumpFrom[e] = e;
    }
    for (let e = 1; e < count; e += 1) {
      const carried = (jump[e - 1] as number) + (onward[e] as number);
      if (carried < (jump[e] as number)) {
        jump[e] = carried;
        jumpFrom[e] = jumpFrom[e - 1] as number;
      }
    }
    for (let e = count - 2; e >= 0; e -= 1) {
      const carried = (jump[e + 1] as number) + JUMP_CROTCHET * ((at[e + 1] as number) - (at[e] as number));
      if (carried < (jump[e] as number)) {
        jump[e] = carried;
        jumpFrom[e] = jumpFrom[e + 1] as number;
      }
    }
    const base = row * count;
    for (let e = 0; e < count; e += 1) {
      const wrong = emit[e] as number;
      const isLate = on - (beforeOn[e] as number) > (ornament[e] as number) * (timed ? factor * 1.15 : 2);
      let best = (before[e] as number) + (isLate ? costs.added : (beside[e] as number));
      let code = 0;
      let since = beforeOn[e] as number;
      if (wrong === 0) {
        const gap = on - since;
        if (gap <= (window[e] as number)) {
          const cost = (before[e] as number) + (gap <= TOGETHER ? 0 : SPREAD_OUT_COST);
          if (cost < best) {
            best = cost;
            code = CHORD;
          }
        }
      }
      const furthest = wrong === 0 ? Math.min(MOST_LEFT_OUT, e - 1) : Math.min(0, e - 1);
      for (let out = 0; out <= furthest; out += 1) {
        const source = e - 1 - out;
        let cost = (before[source] as number) + wrong + (missed[e] as number) - (missed[e - out] as number);
        if (cost >= best) continue;
        if (timed) {
          const due = ((seconds[e] as number) - (seconds[source] as number)) * factor;
          const off = on - (beforeOn[source] as number) - due;
          const z = (off * off) / (elastic * due * due + absolute) / 4;
          cost += z < MOST_TIMING ? z : MOST_TIMING;
          if (cost >= best) continue;
        }
        best = cost;
        code = FORWARD + out;
        since = on;
      }
      const begun = outside + (start[e] as number) + wrong;
      if (begun < best) {
        best = begun;
        code = START;
        since = on;
      }
      if (wrong === 0) {
        const leapt = (jump[e] as number) + (landing[e] as number);
        if (leapt < best) {
          best = leapt;
          code = JUMPED;
          since = on;
          sources[base + e] = jumpFrom[e] as number;
        }
      }
      now[e] = best;
      nowOn[e] = since;
      codes[base + e] = code;
    }
    outside += BEFORE_START;
    [before, now] = [now, before];
    [beforeOn, nowOn] = [nowOn, beforeOn];
  }
  let event = -1;
  let cost = outside;
  for (let e = 0; e < count; e += 1)
    if ((before[e] as number) < cost) {
      cost = before[e] as number;
      event = e;
    }
  const end = event < 0 ? null : { event, on: beforeOn[event] as number };
  const steps: Step[] = [];
  for (let row = rows - 1; row >= 0; row -= 1) {
    if (event < 0) {
      steps.push({ event: -1, how: 'before', jumped: false });
      continue;
    }
    const code = codes[row * count + event] as number;
    const how = code === 0 ? 'added' : code === CHORD ? 'chord' : 'first';
    steps.push({ event, how, jumped: code === JUMPED });
    if (code === START) event = -1;
    else if (code === JUMPED) event = sources[row * count + event] as number;
    else if (code >= FORWARD) event -= code - FORWARD + 1;
  }
  return { cost, steps: steps.reverse(), last: end };
}
