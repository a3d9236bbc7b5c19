import {
  tempoChanges,
  type Layout,
  type Measure,
  type NamedRoad,
  type Score,
  type ScorePart,
} from '../score';

/** A bar as it is come past. */
export interface RoadBar {
  /** As counted; 0 for a pickup. */
  readonly number: number;
  /** Which time it is played, from 1. */
  readonly pass: number;
  /** Crotchets. */
  readonly at: number;
  readonly length: number;
  /** Crotchets of one beat, and whether it is parted in two; null where nothing is measured. */
  readonly beat: number | null;
  readonly simple: boolean;
  /** Crotchets a minute printed where it begins. */
  readonly perMinute: number;
}

/** Where the measures of a road lie, and when. */
export interface RoadClock {
  readonly bars: readonly RoadBar[];
  /** The measures in the order of the road: where each begins, in crotchets, and the bar it belongs to. */
  readonly visits: readonly { readonly measure: number; readonly at: number; readonly bar: number }[];
  /** Crotchets from the beginning to the end. */
  readonly length: number;
  /** Seconds at the printed tempos, for a place in crotchets. */
  readonly secondsAt: (place: number) => number;
}

/**
 * The time along a road: bars as they are come past, and seconds by every printed tempo.
 * @param part - whose time signatures tell the beats
 */
export function roadClock(score: Score, layout: Layout, part: ScorePart, road: NamedRoad): RoadClock {
  const ticks = score.ticksPerQuarter;
  const tempos = tempoChanges(score, layout);
  const tempoAt = (measure: number, at: number): number =>
    tempos.findLast((each) => each.measure < measure || (each.measure === measure && each.at <= at))
      ?.quartersPerMinute ??
    tempos[0]?.quartersPerMinute ??
    120;
  const barOf: number[] = [];
  layout.bars.forEach(({ measures }, bar) => measures.forEach((measure) => (barOf[measure] = bar)));
  const passes = new Map<number, number>();
  const bars: Changeable<RoadBar>[] = [];
  const visits: { measure: number; at: number; bar: number }[] = [];
  /** Seconds on the road at each change of tempo, in crotchets from the beginning. */
  const speeds: { readonly at: number; readonly seconds: number; readonly perMinute: number }[] = [];
  let at = 0;
  let seconds = 0;
  let before: number | null = null;
  for (const measure of road.order) {
    const bar = barOf[measure] ?? 0;
    const lasts = (layout.lengths[measure] ?? 0) / ticks;
    const pass = (passes.get(measure) ?? 0) + 1;
    passes.set(measure, pass);
    const goesOn = before !== null && measure === before + 1 && barOf[before] === bar;
    before = measure;
    const last = bars.at(-1);
    if (goesOn && last) last.length += lasts;
    else
      bars.push({
        number: layout.bars[bar]?.number ?? 0,
        pass,
        at,
        length: lasts,
        ...beatOf(part.measures[measure], ticks),
        perMinute: tempoAt(measure, 0),
      });
    visits.push({ measure, at, bar: bars.length - 1 });
    const changes = tempos.filter(
      (each) => each.measure === measure && each.at > 0 && each.at < lasts * ticks,
    );
    let from = 0;
    for (const { at: tick, perMinute } of [
      { at: 0, perMinute: tempoAt(measure, 0) },
      ...changes.map((each) => ({ at: each.at, perMinute: each.quartersPerMinute })),
    ]) {
      seconds += ((tick / ticks - from) * 60) / (speeds.at(-1)?.perMinute ?? perMinute);
      from = tick / ticks;
      speeds.push({ at: at + from, seconds, perMinute });
    }
    seconds += ((lasts - from) * 60) / (speeds.at(-1)?.perMinute ?? 120);
    at += lasts;
  }
  const secondsAt = (place: number): number => {
    let [low, high] = [0, speeds.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((speeds[middle]?.at ?? 0) <= place + 1e-9) low = middle;
      else high = middle - 1;
    }
    const speed = speeds[low];
    return speed ? speed.seconds + ((place - speed.at) * 60) / speed.perMinute : 0;
  };
  return { bars, visits, length: at, secondsAt };
}

type Changeable<T> = { -readonly [K in keyof T]: T[K] };

/** The beat of a measure in crotchets. */
function beatOf(
  measure: Measure | undefined,
  ticks: number,
): { readonly beat: number | null; readonly simple: boolean } {
  const time = measure?.time;
  if (!time || time.beatType === null || time.ticks === 0) return { beat: null, simple: false };
  const unit = 4 / time.beatType;
  const beats = Math.round(time.ticks / ticks / unit);
  if (time.groups.length > 1) return { beat: null, simple: false };
  return beats > 3 && beats % 3 === 0 && time.beatType >= 8
    ? { beat: 3 * unit, simple: false }
    : { beat: unit, simple: true };
}
