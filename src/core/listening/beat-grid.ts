import { dictionary, type Figure } from './figures';

/** One beat of a road, and what is written in it. */
export interface WrittenBeat {
  readonly number: number;
  readonly pass: number;
  /** Which beat of the bar, from 1. */
  readonly beat: number;
  /** Crotchets from the beginning of the road, and how many it lasts. */
  readonly from: number;
  readonly crotchets: number;
  readonly simple: boolean;
  readonly written: Figure;
}

/** A tap too few or too many, and what another figure than the written one costs: natural logarithms. */
const TOO_FEW = 6;
const TOO_MANY = 6;
export const SURELY = 5;
/** Seconds a hand is off while its own spread is not known. */
export const SPREAD = 0.02;
/** How far one beat is from the tempo of all, as a natural logarithm; and what a stop costs. */
const ELASTIC = 0.1;
const STOP = 12;
const LONGEST = 1.6;
const SHORTEST = 0.6;
const LONGEST_STOP = 8;
/** Beats in a row on which nothing is tapped: where a note is written on them, and at most. */
const MISSED = 1;
const SILENT = 12;
/** Ways of reading dearer than the cheapest by this are let go. */
const HOPELESS = 20;
/** Taps this share of a beat early still belong to it. */
export const EARLY = 0.12;

interface State {
  readonly tap: number;
  readonly cost: number;
  readonly from: { readonly beat: number; readonly tap: number } | null;
}

/**
 * Which tap is on which beat: the cheapest way through all beats, by the tempo of one beat after the other and by how well
 * what is tapped between them fits a figure, the written one first.
 * @param taps - seconds, in order
 * @param before - notes of a pickup, due before the first beat
 * @param crotchet - seconds, about
 * @returns seconds at each beat that was tapped; undefined for the others
 */
export function followBeats(
  taps: readonly number[],
  beats: readonly WrittenBeat[],
  before: number,
  crotchet: number,
): { readonly cost: number; readonly times: readonly (number | undefined)[] } {
  const rows = beats.map(() => new Map<number, State>());
  const windows = new Windows(taps, beats, crotchet);
  const put = (beat: number, state: State) => {
    const known = rows[beat]?.get(state.tap);
    if (!known || known.cost > state.cost) rows[beat]?.set(state.tap, state);
  };
  // It begins with the first beat that has a note, after the notes of a pickup; or with a later one.
  const first = Math.max(
    0,
    beats.findIndex(({ written }) => written.length > 0),
  );
  for (let beat = first; beat < Math.min(beats.length, first + 4); beat += 1)
    for (let tap = 0; tap < Math.min(taps.length, before + 8); tap += 1) {
      const due = before + sum(beats.slice(first, beat).map(({ written }) => written.length));
      put(beat, { tap, cost: (beat - first) * 2 + Math.abs(tap - due) * TOO_MANY, from: null });
    }
  let end: { readonly cost: number; readonly beat: number; readonly tap: number } | null = null;
  for (const [beat, row] of rows.entries()) {
    const least = Math.min(...[...row.values()].map(({ cost }) => cost));
    for (const state of row.values()) {
      if (state.cost > least + HOPELESS) continue;
      const left = windows.costOfRest(beat, state.tap);
      // Beats that nobody tapped are not known to be wrong: whoever ends early has ended.
      const cost = state.cost + left + (beats.length - beat) * 0.5;
      if (!end || cost < end.cost) end = { cost, beat, tap: state.tap };
      let missed = 0;
      for (let next = beat + 1; next <= Math.min(beats.length - 1, beat + SILENT); next += 1) {
        if (next > beat + 1 && beats[next - 1]?.written[0] === 0) missed += 1;
        if (missed > MISSED) break;
        const due = ((beats[next]?.from ?? 0) - (beats[beat]?.from ?? 0)) * crotchet;
        for (let tap = state.tap + 1; tap < taps.length; tap += 1) {
          const ratio = ((taps[tap] ?? 0) - (taps[state.tap] ?? 0)) / due;
          if (ratio < SHORTEST) continue;
          const isStop = ratio > LONGEST;
          if (ratio > LONGEST_STOP || (isStop && missed > 0)) break;
          const tempo = isStop ? STOP : Math.log(ratio) ** 2 / (2 * ELASTIC ** 2);
          if (state.cost + tempo > least + HOPELESS) continue;
          const more = isStop
            ? windows.costOfCount(beat, state.tap, next, tap)
            : windows.costBetween(beat, state.tap, next, tap);
          put(next, { tap, cost: state.cost + tempo + more, from: { beat, tap: state.tap } });
        }
      }
    }
  }
  const times = new Array<number | undefined>(beats.length).fill(undefined);
  for (let at: State['from'] = end; at; at = rows[at.beat]?.get(at.tap)?.from ?? null)
    times[at.beat] = taps[at.tap];
  return { cost: end?.cost ?? Infinity, times };
}

/** What lies between two taps that are on beats, as figures. */
class Windows {
  private readonly figures = { simple: dictionary(true), compound: dictionary(false) };

  constructor(
    private readonly taps: readonly number[],
    private readonly beats: readonly WrittenBeat[],
    private readonly crotchet: number,
  ) {}

  /** Between a tap on one beat and a tap on another: the beats between are at equal times. */
  costBetween(from: number, tap: number, to: number, next: number): number {
    const [start, end] = [this.taps[tap] ?? 0, this.taps[next] ?? 0];
    const [a, b] = [this.beats[from]?.from ?? 0, this.beats[to]?.from ?? 0];
    return this.costOf(from, to, tap, next, start, (end - start) / (b - a), a);
  }

  /** Where somebody stopped, only how many there are tells anything. */
  costOfCount(from: number, tap: number, to: number, next: number): number {
    const written = sum(this.beats.slice(from, to).map((beat) => beat.written.length));
    return Math.abs(next - tap - written) * TOO_MANY;
  }

  /** After the last tap on a beat, at the tempo of the whole; as far as anything was tapped. */
  costOfRest(from: number, tap: number): number {
    const left = this.taps.length - 1 - tap;
    if (left > 8) return left * TOO_MANY;
    const start = this.taps[tap] ?? 0;
    return this.costOf(
      from,
      from + 1,
      tap,
      this.taps.length,
      start,
      this.crotchet,
      this.beats[from]?.from ?? 0,
    );
  }

  private costOf(
    from: number,
    to: number,
    tap: number,
    next: number,
    start: number,
    crotchet: number,
    origin: number,
  ): number {
    let cost = 0;
    for (let at = from; at < to; at += 1) {
      const beat = this.beats[at];
      if (!beat) continue;
      const seconds = beat.crotchets * crotchet;
      const begins = start + (beat.from - origin) * crotchet;
      const shares: number[] = [];
      for (let index = tap; index < next; index += 1) {
        const share = ((this.taps[index] ?? 0) - begins) / seconds;
        const isLast = at === to - 1;
        if ((share >= -EARLY || at === from) && (share < 1 - EARLY || isLast)) shares.push(share);
      }
      cost += this.best(shares, beat, seconds);
    }
    return cost;
  }

  private best(shares: readonly number[], { written, simple }: WrittenBeat, seconds: number): number {
    let least = costOfFigure(shares, written, seconds, SPREAD);
    for (const figure of simple ? this.figures.simple : this.figures.compound) {
      if (SURELY + Math.abs(figure.length - shares.length) * Math.min(TOO_FEW, TOO_MANY) >= least) continue;
      least = Math.min(least, SURELY + costOfFigure(shares, figure, seconds, SPREAD));
    }
    return least;
  }
}

/** How unlikely taps are where a figure was meant: the cheapest way of giving them to its onsets, in order. */
export function costOfFigure(
  shares: readonly number[],
  figure: Figure,
  seconds: number,
  spread: number,
): number {
  const onsets = figure.length;
  for (let onset = 0; onset <= onsets; onset += 1) COSTS[onset] = onset * TOO_FEW;
  for (const share of shares) {
    // What the cell before cost one tap ago.
    let diagonal = COSTS[0] as number;
    COSTS[0] = diagonal + TOO_MANY;
    for (let onset = 1; onset <= onsets; onset += 1) {
      const off = ((share - (figure[onset - 1] as number)) * seconds) / spread;
      const above = COSTS[onset] as number;
      COSTS[onset] = Math.min(
        diagonal + (off * off) / 2,
        above + TOO_MANY,
        (COSTS[onset - 1] as number) + TOO_FEW,
      );
      diagonal = above;
    }
  }
  return COSTS[onsets] as number;
}

/** Room for the costs of one figure: more onsets than a beat can have. */
const COSTS = new Float64Array(256);
const sum = (values: readonly number[]): number => values.reduce((all, each) => all + each, 0);
