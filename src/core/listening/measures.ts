import type { Certain, DottedFigure, HeardBar, HeardDrift, HeardJump, Stop } from './answer';
import { median, weightedMedian } from './factors';
import type { Placing, Stretch } from './place';
import type { RoadBar, SoundingEvent, SoundingRoad } from './road';

/** A tempo is sure within this share, when this share of the bar was heard. */
const SURE = 0.06;
const SPAN = 0.74;
/** Seconds onsets scatter at least. */
const LEAST_SPREAD = 0.01;
/** So many times the usual spread is not chance. */
const ODD = 4;
/** How many spreads hold 95 of 100. */
const Z95 = 1.96;
/** A stop: so many seconds and crotchets more than due, and so many times as long. */
const STOP_SECONDS = 0.35;
const STOP_CROTCHETS = 0.5;
const STOP_RATIO = 1.5;
const LONG_STOP = 1.2;
const LONG_STOP_RATIO = 1.25;
const LAST_RATIO = 1.7;
/** Ratios on either side that say what was due. */
const SIDE = 8;
/** Figures that tell how uneven they are. */
const FEWEST_FIGURES = 4;
/** A drift is told from so many per cent a minute and so many seconds on. */
const DRIFT = 2;
const DRIFT_SECONDS = 40;
const FEWEST_BARS = 8;

/** An event heard in a stretch. */
interface Moment {
  readonly event: number;
  readonly time: number;
}

export interface Measured {
  readonly stops: readonly Stop[];
  readonly bars: readonly HeardBar[];
  readonly jumps: readonly HeardJump[];
  readonly drift: HeardDrift | null;
  readonly dotted: DottedFigure | null;
}

/** Stops, jumps and the tempo of each bar, from the moments at which events were heard. */
export function measure(road: SoundingRoad, placing: Placing): Measured {
  const moments = placing.stretches.map(momentsOf);
  const paces = moments.map((each) => pacesOf(road.events, each));
  const stops = moments.map((each, at) => stopsOf(road, each, paces[at] ?? []));
  const bars = barsOf(road, placing, moments, stops);
  return {
    stops: stops.flat().map(({ at, number, seconds, fermata }) => ({ at, number, seconds, fermata })),
    bars,
    jumps: jumpsOf(road, moments, paces),
    drift: driftOf(road, bars),
    dotted: dottedOf(road, moments, stops),
  };
}

const momentsOf = ({ times }: Stretch): Moment[] =>
  [...times].map(([event, time]) => ({ event, time })).sort((a, b) => a.event - b.event);

/** Seconds played for each printed one before every moment, the step into it itself left out. */
function pacesOf(events: readonly SoundingEvent[], moments: readonly Moment[]): number[] {
  const ratios = moments.slice(1).map((moment, at) => {
    const before = moments[at] as Moment;
    const due = (events[moment.event]?.seconds ?? 0) - (events[before.event]?.seconds ?? 0);
    return { ratio: due > 0 ? (moment.time - before.time) / due : 1, weight: Math.min(due, 2) };
  });
  return moments.map((_, at) => {
    const step = at - 1;
    const near = [
      ...ratios.slice(Math.max(0, step - SIDE), Math.max(0, step)),
      ...ratios.slice(step + 1, step + 1 + SIDE),
    ];
    return near.length > 0 ? weightedMedian(near) : (ratios[0]?.ratio ?? 1);
  });
}

interface PlacedStop extends Stop {
  /** The event that came late. */
  readonly event: number;
}

function stopsOf(
  { events, bars }: SoundingRoad,
  moments: readonly Moment[],
  paces: readonly number[],
): PlacedStop[] {
  return moments.flatMap((moment, at) => {
    const before = moments[at - 1];
    const [from, to] = [events[before?.event ?? -1], events[moment.event]];
    if (!before || !from || !to) return [];
    const pace = paces[at] ?? 1;
    const due = (to.seconds - from.seconds) * pace;
    const gap = moment.time - before.time;
    const more = gap - due;
    const crotchet = due / Math.max(1e-6, to.at - from.at) || 0;
    const isLast = moment.event >= events.length - 2;
    const ratio = isLast ? LAST_RATIO : more > LONG_STOP ? LONG_STOP_RATIO : STOP_RATIO;
    if (more <= Math.max(STOP_SECONDS, STOP_CROTCHETS * crotchet) || gap / due <= ratio) return [];
    const held = events.slice(before.event, moment.event).some(({ fermata }) => fermata);
    return [
      {
        at: before.time + due,
        number: bars[to.bar]?.number ?? 0,
        seconds: more,
        fermata: held,
        event: moment.event,
      },
    ];
  });
}

function jumpsOf(
  { events, bars }: SoundingRoad,
  moments: readonly Moment[][],
  paces: readonly number[][],
): HeardJump[] {
  return moments.slice(1).flatMap((after, at) => {
    const before = moments[at] as Moment[];
    const [end, start] = [before.at(-1), after[0]];
    const [from, to] = [events[end?.event ?? -1], events[start?.event ?? -1]];
    if (!end || !start || !from || !to) return [];
    const next = events[end.event + 1];
    const due = next ? (next.seconds - from.seconds) * (paces[at]?.at(-1) ?? 1) : 0;
    return [
      {
        at: start.time,
        kind: to.at > from.at ? ('forward' as const) : ('back' as const),
        from: bars[from.bar]?.number ?? 0,
        to: bars[to.bar]?.number ?? 0,
        pause: Math.max(0, start.time - end.time - due),
      },
    ];
  });
}

interface Fit {
  readonly bar: number;
  readonly at: number;
  /** Seconds a crotchet, and the sum of squares of the places it rests on. */
  readonly slope: number;
  readonly squares: number;
  readonly residual: number;
  readonly freedom: number;
  readonly span: number;
  readonly stopped: boolean;
  readonly heard: number;
}

function barsOf(
  road: SoundingRoad,
  { stretches }: Placing,
  moments: readonly Moment[][],
  stops: readonly PlacedStop[][],
): HeardBar[] {
  const fits: Fit[] = [];
  stretches.forEach((stretch, at) => {
    const all = moments[at] ?? [];
    const [first, last] = [road.events[stretch.from]?.bar ?? 0, road.events[stretch.to]?.bar ?? -1];
    for (let bar = first; bar <= last; bar += 1) fits.push(fitOf(road, bar, all, stops[at] ?? []));
  });
  const spread = spreadOf(fits);
  return fits.map((fit): HeardBar => {
    const { number, pass } = road.bars[fit.bar] as RoadBar;
    const own = ownSpread(fit);
    const scatter = own > ODD * spread ? own : spread;
    const half = fit.squares > 0 && fit.slope > 0 ? (Z95 * scatter) / Math.sqrt(fit.squares) / fit.slope : 1;
    const [certain, why] = certainty(fit, half);
    return {
      number,
      pass,
      at: fit.at,
      qpm: fit.slope > 0 ? 60 / fit.slope : 0,
      errorShare: Math.min(1, half),
      certain,
      why,
    };
  });
}

/** How far the onsets of one bar scatter around its tempo, in seconds. */
const ownSpread = ({ residual, freedom }: Fit): number => (freedom > 0 ? Math.sqrt(residual / freedom) : 0);

/** One spread for the take; a bar that scatters far more than most says nothing of the others. */
function spreadOf(fits: readonly Fit[]): number {
  const spreads = fits.filter(({ freedom }) => freedom > 0).map(ownSpread);
  if (spreads.length === 0) return 2 * LEAST_SPREAD;
  const middle = spreads.toSorted((a, b) => a - b)[spreads.length >> 1] ?? 0;
  const usual = fits.filter((fit) => ownSpread(fit) <= ODD * Math.max(LEAST_SPREAD, middle));
  const freedom = usual.reduce((sum, fit) => sum + fit.freedom, 0);
  const residual = usual.reduce((sum, fit) => sum + fit.residual, 0);
  return Math.max(LEAST_SPREAD, freedom > 0 ? Math.sqrt(residual / freedom) : middle);
}

function certainty(fit: Fit, half: number): [Certain, string] {
  if (fit.heard === 0) return ['not heard', 'no note of it was heard'];
  if (fit.slope <= 0) return ['unsure', 'one note alone has no tempo'];
  if (fit.stopped) return ['unsure', 'there is a stop in it'];
  if (fit.span < SPAN) return ['unsure', 'only a part of it was heard'];
  if (half >= SURE) return ['unsure', 'the notes do not agree on one tempo'];
  return ['sure', ''];
}

/** The tempo of one bar by least squares, stops in it taken out. */
function fitOf(road: SoundingRoad, index: number, all: readonly Moment[], stops: readonly PlacedStop[]): Fit {
  const bar = road.bars[index] as RoadBar;
  const end = bar.at + bar.length;
  const placeOf = ({ event }: Moment) => road.events[event]?.at ?? 0;
  const within = all.filter((moment) => placeOf(moment) >= bar.at - 1e-6 && placeOf(moment) <= end + 1e-6);
  const own = within.filter((moment) => placeOf(moment) < end - 1e-6);
  const short = shortOfDotted(road, bar);
  const points = within.filter(({ event }) => !short.has(event));
  // A stop before a note that says nothing of the tempo makes all after it late as well.
  const [begins, ends] = [points[0]?.event ?? 0, points.at(-1)?.event ?? -1];
  const inside = stops.filter(({ event }) => event > begins && event <= ends);
  const times = points.map(
    ({ event, time }) =>
      time - inside.reduce((sum, stop) => sum + (stop.event <= event ? stop.seconds : 0), 0),
  );
  const count = points.length;
  const places = points.map(placeOf);
  const [meanPlace, meanTime] = [mean(places), mean(times)];
  const squares = places.reduce((sum, place) => sum + (place - meanPlace) ** 2, 0);
  const slope =
    squares > 1e-9
      ? places.reduce((sum, place, at) => sum + (place - meanPlace) * ((times[at] ?? 0) - meanTime), 0) /
        squares
      : 0;
  const residual = places.reduce(
    (sum, place, at) => sum + ((times[at] ?? 0) - meanTime - slope * (place - meanPlace)) ** 2,
    0,
  );
  const downbeat = own.find((moment) => Math.abs(placeOf(moment) - bar.at) < 1e-6);
  return {
    bar: index,
    at: downbeat?.time ?? (count > 0 ? meanTime + slope * (bar.at - meanPlace) : 0),
    slope,
    squares,
    residual: count > 2 ? residual : 0,
    freedom: Math.max(0, count - 2),
    span: bar.length > 0 ? (Math.max(...places, -Infinity) - Math.min(...places, Infinity)) / bar.length : 0,
    stopped: inside.length > 0,
    heard: own.length,
  };
}

const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

interface Figure {
  readonly long: number;
  readonly short: number;
  readonly next: number;
}

/** Dotted figures inside one beat of a simple metre: events at the beat, at three quarters of it and at the next. */
function figuresOf(road: SoundingRoad): Figure[] {
  const known = figures.get(road);
  if (known) return known;
  const { events, bars } = road;
  const found: Figure[] = [];
  for (let long = 0; long + 2 < events.length; long += 1) {
    const [a, b, c] = [events[long], events[long + 1], events[long + 2]];
    const bar = a && bars[a.bar];
    if (!a || !b || !c || !bar?.simple || bar.beat === null) continue;
    const { beat } = bar;
    const onBeat = Math.abs((a.at - bar.at) / beat - Math.round((a.at - bar.at) / beat)) < 1e-6;
    if (onBeat && Math.abs(b.at - a.at - 0.75 * beat) < 1e-6 && Math.abs(c.at - a.at - beat) < 1e-6)
      found.push({ long, short: long + 1, next: long + 2 });
  }
  figures.set(road, found);
  return found;
}
const figures = new WeakMap<SoundingRoad, Figure[]>();

/** The short notes of dotted figures in a bar: lazy ones say nothing of the tempo. */
const shortOfDotted = (road: SoundingRoad, bar: RoadBar): ReadonlySet<number> =>
  new Set(
    figuresOf(road)
      .filter(({ long }) => road.bars[road.events[long]?.bar ?? -1] === bar)
      .map(({ short }) => short),
  );

function dottedOf(
  road: SoundingRoad,
  moments: readonly Moment[][],
  stops: readonly PlacedStop[][],
): DottedFigure | null {
  const shares: number[] = [];
  moments.forEach((all, at) => {
    const times = new Map(all.map(({ event, time }) => [event, time]));
    const late = new Set((stops[at] ?? []).map(({ event }) => event));
    for (const { long, short, next } of figuresOf(road)) {
      const [a, b, c] = [times.get(long), times.get(short), times.get(next)];
      if (a === undefined || b === undefined || c === undefined || c <= a) continue;
      if (late.has(short) || late.has(next)) continue;
      shares.push((c - b) / (c - a));
    }
  });
  if (shares.length < FEWEST_FIGURES) return null;
  const ratios = shares.map((share) => (1 - share) / Math.max(0.01, share)).sort((a, b) => a - b);
  const at = (share: number) => ratios[Math.min(ratios.length - 1, Math.floor(share * ratios.length))] ?? 0;
  const middle = median(shares);
  return {
    ratio: (1 - middle) / Math.max(0.01, middle),
    count: shares.length,
    spread: (at(0.75) - at(0.25)) / 2,
  };
}

/**
 * How the tempo of sure bars moves, beside what is printed.
 * @source Theil and Sen: the median of the slopes of all pairs, its interval by Kendall's count
 */
function driftOf(road: SoundingRoad, bars: readonly HeardBar[]): HeardDrift | null {
  const printed = new Map(road.bars.map((bar) => [`${bar.number}:${bar.pass}`, bar.perMinute]));
  const sure = bars
    .filter(({ certain }) => certain === 'sure')
    .map(({ number, pass, at, qpm }) => ({
      at,
      pace: Math.log(qpm / (printed.get(`${number}:${pass}`) ?? qpm)),
    }));
  if (sure.length < FEWEST_BARS) return null;
  const slopes: number[] = [];
  for (let a = 0; a < sure.length; a += 1)
    for (let b = a + 1; b < sure.length; b += 1) {
      const [one, other] = [sure[a], sure[b]];
      if (one && other && other.at !== one.at) slopes.push((other.pace - one.pace) / (other.at - one.at));
    }
  slopes.sort((a, b) => a - b);
  if (slopes.length === 0) return null;
  const n = sure.length;
  const half = (Z95 * Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18)) / 2;
  const at = (place: number) => slopes[Math.max(0, Math.min(slopes.length - 1, Math.round(place)))] ?? 0;
  const percent = (slope: number) => 100 * (Math.exp(60 * slope) - 1);
  const perMinute = percent(median(slopes));
  const [low, high] = [percent(at(slopes.length / 2 - half)), percent(at(slopes.length / 2 + half))];
  const times = sure.map((bar) => bar.at);
  const lasted = Math.max(...times) - Math.min(...times);
  return {
    perMinute,
    low,
    high,
    claim: lasted >= DRIFT_SECONDS && Math.abs(perMinute) > DRIFT && (low > 0 || high < 0),
  };
}
