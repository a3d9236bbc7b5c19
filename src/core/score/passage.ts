import type { BarRange } from '../music';
import { refuse, type Result } from '../result';
import { measuresAt, type Bar, type Layout } from './bars';
import type { LearnedBar } from './learn-once';
import type { Score } from './model';
import { roadmapOf, type Ending, type Jump, type RoadmapOptions, type RoadSign } from './roadmap';

/** What an event asks of a piece: bars by their counted numbers; beats of the metre from 1, null for the bar's own edge. */
export interface Passage {
  readonly bars: BarRange;
  readonly fromBeat: number | null;
  readonly toBeat: number | null;
  /** From the first bar on as the road of the whole piece goes, to its end; the last bar is then not looked at. */
  readonly onward?: boolean;
}

/** The passage as it is played. A bar played in part counts as a bar, its time only as far as it is played. */
export interface PassageSize {
  /** Indexes of measures as performed. */
  readonly order: readonly number[];
  readonly jumps: readonly Jump[];
  readonly printed: number;
  readonly performed: number;
  /** Bars that are not silent, those that are the same counted once. */
  readonly toLearn: number;
  readonly seconds: number;
}

/** The bars asked for both ways: these bars alone, and from the first of them on as the road goes. */
export interface PassageSizes {
  readonly alone: PassageSize;
  readonly onward: PassageSize;
}

export type PassageRefusal =
  /** Numbers of the first and last counted bar. */
  | { readonly kind: 'no such bars'; readonly first: number; readonly last: number }
  /** The bar whose beat was named, and how many it has; a last beat before the first is none either. */
  | { readonly kind: 'no such beat'; readonly bar: number; readonly beats: number };

/**
 * The bars an event asks for, alone. A repeat is played only when it begins and ends in them, and only where the options
 * play repeats; da capo, dal segno, fine and coda belong to the whole piece and are passed over.
 */
export function passageOf(
  score: Score,
  layout: Layout,
  signs: readonly RoadSign[],
  { bars, fromBeat, toBeat: lastBeat, onward = false }: Passage,
  options: RoadmapOptions,
  seconds: readonly number[],
  learned: readonly LearnedBar[],
): Result<PassageSize, PassageRefusal> {
  const first = layout.bars.findIndex(({ number }) => number === bars.from);
  const toBeat = onward ? null : lastBeat;
  const last = onward ? layout.bars.length - 1 : layout.bars.findIndex(({ number }) => number === bars.to);
  const numbers = layout.bars.map(({ number }) => number).filter((number) => number > 0);
  if (first < 0 || last < first)
    return refuse({ kind: 'no such bars', first: numbers[0] ?? 0, last: numbers.at(-1) ?? 0 });
  const from = layout.bars[first]?.measures[0] ?? 0;
  const to = layout.bars[last]?.measures.at(-1) ?? from;
  const beatsIn = (bar: Bar | undefined) =>
    (bar?.measures ?? []).reduce((sum, index) => sum + (layout.lengths[index] ?? 0), 0) /
    beatTicks(score, bar?.measures[0] ?? from);
  for (const [bar, beat] of [
    [first, fromBeat],
    [last, toBeat],
  ] as const) {
    const beats = beatsIn(layout.bars[bar]);
    const isBackwards = first === last && bar === last && (fromBeat ?? 1) > (toBeat ?? beats);
    if ((beat !== null && beat > Math.ceil(beats)) || isBackwards)
      return refuse({ kind: 'no such beat', bar: layout.bars[bar]?.number ?? 0, beats: Math.ceil(beats) });
  }
  const road = onward ? roadFrom(roadmapOf(signs, options), from) : roadWithin(signs, from, to, options);
  const { order } = road;
  const lengthOf = (index: number) => layout.lengths[index] ?? 0;
  const lastBar = layout.bars[last]?.measures ?? [];
  /** Ticks cut from the front and from the back; a bar written in several measures is cut measure by measure. */
  let skipped = (fromBeat === null ? 0 : fromBeat - 1) * beatTicks(score, from);
  let left =
    toBeat === null || !lastBar.includes(order.at(-1) ?? -1)
      ? 0
      : Math.max(
          0,
          lastBar.reduce((sum, index) => sum + lengthOf(index), 0) -
            toBeat * beatTicks(score, lastBar[0] ?? to),
        );
  const ticks = order.map(lengthOf);
  for (let place = 0; place < ticks.length && skipped > 0; place += 1) {
    const cut = Math.min(ticks[place] ?? 0, skipped);
    ticks[place] = (ticks[place] ?? 0) - cut;
    skipped -= cut;
  }
  for (let place = ticks.length - 1; place >= 0 && left > 0; place -= 1) {
    const cut = Math.min(ticks[place] ?? 0, left);
    ticks[place] = (ticks[place] ?? 0) - cut;
    left -= cut;
  }
  const played = order.map((index, place) =>
    lengthOf(index) > 0 ? ((seconds[index] ?? 0) * (ticks[place] ?? 0)) / lengthOf(index) : 0,
  );
  const roots = new Set(
    learned
      .slice(onward ? 0 : first, last + 1)
      .filter(({ bar, silent }) => !silent && layout.bars[bar]?.measures.some((each) => order.includes(each)))
      .map(({ bar, like }) => (like?.how === 'same' ? like.bar : bar)),
  );
  return {
    ok: true,
    value: {
      order,
      jumps: road.jumps,
      printed: layout.bars.slice(first, last + 1).filter(({ number }) => number > 0).length,
      performed: order.reduce((sum, index) => sum + (layout.counts[index] ?? 0), 0),
      toLearn: roots.size,
      seconds: played.reduce((sum, each) => sum + each, 0),
    },
  };
}

export interface Road {
  readonly order: readonly number[];
  readonly jumps: readonly Jump[];
}

/** The road of some measures alone; what is left out before the first of them is no leap. */
export function roadWithin(
  signs: readonly RoadSign[],
  from: number,
  to: number,
  options: RoadmapOptions,
): Road {
  const road = roadmapOf(signsWithin(signs, from, to), options);
  return {
    order: road.order.map((index) => index + from),
    jumps: road.jumps.flatMap(({ at, from: lead, to: land, why }) =>
      at === 0 ? [] : [{ at, from: lead + from, to: land + from, why }],
    ),
  };
}

/** A road from where it first comes to a measure. */
function roadFrom({ order, jumps }: Road, from: number): Road {
  const start = Math.max(0, order.indexOf(from));
  return {
    order: order.slice(start),
    jumps: jumps.flatMap((jump) => (jump.at > start ? [{ ...jump, at: jump.at - start }] : [])),
  };
}

/** Ticks of one beat of the metre in force at a measure; a crotchet where there is no metre. */
function beatTicks(score: Score, measure: number): number {
  const beatType = measuresAt(score, measure).find(({ time }) => time !== null)?.time?.beatType ?? 4;
  return (score.ticksPerQuarter * 4) / beatType;
}

/** The signs of some measures as a road of their own. */
function signsWithin(signs: readonly RoadSign[], from: number, to: number): RoadSign[] {
  /** Where the last repeat still open at a measure began; -1 when that lies outside. */
  let start = from === 0 || (signs[from - 1]?.repeatEnd ?? 0) > 0 ? from : -1;
  const whole = new Map<number, boolean>();
  for (let at = from; at <= to; at += 1) {
    if (signs[at]?.repeatStart) start = at;
    whole.set(at, start >= 0);
    const { ending = null, repeatEnd = 0 } = signs[at] ?? {};
    if ((ending ? ending.last && at === ending.to : repeatEnd > 0) && at < to) start = at + 1;
  }
  /** Whether all the endings that stand side by side lie within: else the one inside is played as it is printed. */
  const endsWithin = (ending: Ending): boolean => {
    let [first, last] = [ending, ending];
    for (let before = signs[first.from - 1]?.ending; before; before = signs[first.from - 1]?.ending)
      first = before;
    for (let next = signs[last.to + 1]?.ending; next; next = signs[last.to + 1]?.ending) last = next;
    return first.from >= from && last.to <= to;
  };
  return signs.slice(from, to + 1).map((sign, at): RoadSign => {
    const { ending } = sign;
    const within = ending !== null && endsWithin(ending);
    const isWhole = whole.get(at + from) === true && (ending === null || within);
    return {
      ...sign,
      repeatEnd: isWhole ? sign.repeatEnd : 0,
      ending: within
        ? {
            ...ending,
            from: ending.from - from,
            to: ending.to - from,
            passes: isWhole ? ending.passes : ending.last ? [1] : [],
          }
        : null,
      jump: null,
      fine: false,
      toCoda: null,
    };
  });
}
