import type { SoundingEvent, SoundingRoad } from './road';

/** What each departure from the score costs; the least sum wins. */
export interface MatchCosts {
  readonly near: number;
  readonly far: number;
  readonly octave: number;
  readonly missed: number;
  readonly added: number;
  /** Seconds an onset is off by itself, whatever the tempo. */
  readonly spread: number;
  /** An event is let go that is dearer by this than a jump to it from the cheapest one; cheaper, below 0. */
  readonly margin: number;
}
export const KEYS_COSTS: MatchCosts = {
  near: 2.5,
  far: 3.3,
  octave: 3,
  missed: 2.6,
  added: 2.8,
  spread: 0.04,
  margin: 0.3,
};
export const VOICE_COSTS: MatchCosts = {
  near: 2.5,
  far: 3.3,
  octave: 0.6,
  missed: 2,
  added: 1.8,
  spread: 0.06,
  margin: 1,
};

/** Each further note of a chord that is missed, as a share of the first. */
const FURTHER = 0.3;
/** Semitones within which a wrong note is near. */
const NEAR = 2;
/** Seconds within which a further note may yet belong to a chord. */
const SPREAD_OUT = 0.24;
const ROLLED = 0.8;
const JUMP = 6;
const JUMP_CROTCHET = 0.03;
/** Who leaps on past a repeat has left the road as it is printed. */
const PAST_REPEAT = 3;
const INTO_A_BAR = 1.5;
/** What a jump costs without its way: at least, and at most. */
export const CHEAPEST_LANDING = JUMP;
export const DEAREST_LANDING = JUMP + INTO_A_BAR;
/** Pitches that can be told apart. */
const PITCHES = 128;
/** Seconds grace notes take. */
const GRACES = 0.5;
const START_AT_BAR = 1.5;
const START_AGAIN = 3;
const START_ELSEWHERE = 4;
const START_CROTCHET = 0.01;

/** Tables of a road that every pass uses. */
export interface Tables {
  readonly count: number;
  readonly seconds: Float64Array;
  /** Sum of what missing the events before each one costs. */
  readonly missed: Float64Array;
  readonly start: Float64Array;
  readonly landing: Float64Array;
  /** What it costs to be carried forward from the beginning to each event by a jump. */
  readonly onward: Float64Array;
  /** What it costs to be carried back from each event to the beginning. */
  readonly back: Float64Array;
  readonly longestWay: number;
  /** What a note costs at least that is not right. */
  readonly leastWrong: number;
  readonly window: Float64Array;
  /** Printed seconds after an event within which its ornament sounds. */
  readonly ornament: Float64Array;
  readonly of: (pitch: number) => OfPitch;
}

/** What a pitch means along the road. */
export interface OfPitch {
  /** What it costs as each event. */
  readonly wrong: Float64Array;
  /** Events that have it. */
  readonly right: readonly number[];
  /** 1 for events after which it may sound without being written out. */
  readonly ornamental: Uint8Array;
  /** What it costs at least after each event, unless by a jump. */
  readonly after: Float64Array;
  /** Events that have it and after which another pitch may be right. */
  readonly rightBefore: (next: OfPitch) => readonly number[];
}

export function tablesOf(events: readonly SoundingEvent[], road: SoundingRoad, costs: MatchCosts): Tables {
  const count = events.length;
  const missed = new Float64Array(count + 1);
  events.forEach(({ pitches }, at) => {
    missed[at + 1] = (missed[at] ?? 0) + costs.missed * (1 + FURTHER * (pitches.length - 1));
  });
  const onward = new Float64Array(count);
  for (const [index, { at, bar }] of events.entries()) {
    const before = events[index - 1];
    if (!before) continue;
    const again = (road.bars[bar]?.number ?? 0) < (road.bars[before.bar]?.number ?? 0);
    onward[index] = (onward[index - 1] ?? 0) + JUMP_CROTCHET * (at - before.at) + (again ? PAST_REPEAT : 0);
  }
  // The one note of an event does not come twice.
  const window = rowOf(events, ({ rolled, pitches }) =>
    pitches.length === 1 ? -1 : rolled ? ROLLED : SPREAD_OUT,
  );
  const wrongAs = costsOfPitches(events, costs);
  const ornamented = events.flatMap(({ ornament, graces }, index) =>
    ornament || graces.length > 0 || (events[index + 1]?.graces.length ?? 0) > 0 ? [index] : [],
  );
  return {
    count,
    seconds: rowOf(events, ({ seconds }) => seconds),
    missed,
    start: rowOf(events, ({ at, startsBar, bar }, index) =>
      index === 0
        ? 0
        : START_CROTCHET * at +
          (startsBar ? START_AT_BAR : START_ELSEWHERE) +
          ((road.bars[bar]?.pass ?? 1) > 1 ? START_AGAIN : 0),
    ),
    onward,
    back: rowOf(events, ({ at }) => JUMP_CROTCHET * at),
    longestWay: onward.at(-1) ?? 0,
    leastWrong: Math.min(costs.near, costs.far, costs.octave, costs.added, costs.missed),
    landing: rowOf(events, ({ startsBar }) => JUMP + (startsBar ? 0 : INTO_A_BAR)),
    window,
    ornament: rowOf(events, (event, index) =>
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
    of: kept((pitch: number): OfPitch => {
      const wrong = wrongAs(pitch);
      const ornamental = new Uint8Array(count);
      for (const index of ornamented)
        if (isOrnamental(pitch, events[index] as SoundingEvent, events[index + 1])) ornamental[index] = 1;
      const right: number[] = [];
      const dearest = Math.min(costs.added, costs.missed);
      const after = new Float64Array(count).fill(dearest);
      for (let index = 0; index < count; index += 1) {
        const cost = wrong[index] as number;
        if (cost >= dearest) continue;
        if (index > 0 && cost < (after[index - 1] as number)) after[index - 1] = cost;
        if (cost > 0) continue;
        right.push(index);
        if ((window[index] as number) > 0) after[index] = 0;
      }
      for (const index of ornamented) if (ornamental[index] === 1) after[index] = 0;
      return {
        wrong,
        right,
        ornamental,
        after,
        rightBefore: kept((next: OfPitch) => right.filter((event) => next.after[event] === 0)),
      };
    }),
  };
}

/** A number for each event. */
function rowOf(
  events: readonly SoundingEvent[],
  numberOf: (event: SoundingEvent, index: number) => number,
): Float64Array {
  const row = new Float64Array(events.length);
  for (let index = 0; index < row.length; index += 1)
    row[index] = numberOf(events[index] as SoundingEvent, index);
  return row;
}

function secondsACrotchet(events: readonly SoundingEvent[], index: number): number {
  const [a, b] =
    index + 1 < events.length ? [events[index], events[index + 1]] : [events[index - 1], events[index]];
  return a && b && b.at > a.at ? (b.seconds - a.seconds) / (b.at - a.at) : 0.6;
}

/** What is made once for each. */
function kept<Of, Made>(make: (of: Of) => Made): (of: Of) => Made {
  const known = new Map<Of, Made>();
  return (of) => {
    const made = known.get(of) ?? make(of);
    known.set(of, made);
    return made;
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

/** What a pitch costs as each event: that of the nearest of its notes. */
function costsOfPitches(
  events: readonly SoundingEvent[],
  costs: MatchCosts,
): (pitch: number) => Float64Array {
  const pitches = new Float64Array(events.reduce((sum, event) => sum + event.pitches.length, 0));
  let end = 0;
  const ends = rowOf(events, (event) => {
    for (const { midi } of event.pitches) pitches[end++] = midi;
    return end;
  });
  const unpitched = events.flatMap((event, index) =>
    event.pitches.some((each) => each.unpitched) ? [index] : [],
  );
  const costOf = (apart: number) =>
    apart === 0 ? 0 : apart <= NEAR ? costs.near : apart % 12 === 0 ? costs.octave : costs.far;
  const byApart = Float64Array.from({ length: PITCHES }, (_, apart) => costOf(apart));
  return (pitch) => {
    const row = new Float64Array(events.length);
    let at = 0;
    for (let index = 0; index < row.length; index += 1) {
      let least = costs.far;
      for (const last = ends[index] as number; at < last; at += 1) {
        const apart = Math.abs(pitch - (pitches[at] as number));
        const cost = byApart[apart] ?? costOf(apart);
        if (cost < least) least = cost;
      }
      row[index] = least;
    }
    for (const index of unpitched) row[index] = 0;
    return row;
  };
}
