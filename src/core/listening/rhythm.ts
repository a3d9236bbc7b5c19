import type { FigureTapped, RhythmTapped } from './answer';
import { costOfFigure, EARLY, followBeats, SPREAD, SURELY, type WrittenBeat } from './beat-grid';
import { dictionary, figureWords, isSameFigure, type Figure } from './figures';
import { median } from './factors';
import type { SoundingRoad } from './road';

/** Taps closer together than this are the finger bouncing. */
const BOUNCE = 0.06;
/** Beats on either side by which the time of a beat is told, and how many of them must have been tapped. */
const AROUND = 5;
const FEWEST_AROUND = 3;
/** A beat that lasts this much longer or shorter than most is not read: a stop, or the place is lost. */
const ODD_BEAT = 0.35;
/** A hand is no steadier than this: seconds. */
const STEADIEST = 0.008;
/** Milliseconds of spread below which one take says which figure was tapped; else so many takes are looked at together. */
const STEADY_HAND = 15;
export const TAKES_TOGETHER = 3;

/**
 * Taps of a rhythm against the written onsets, beat by beat: which figure was taken for which.
 * @param taps - seconds, in any order
 * @source the beats by a line through the taps on the beats around; figures by their likelihood, normal about each onset
 */
export function tapRhythm(taps: readonly number[], road: SoundingRoad): RhythmTapped {
  const sorted = taps.toSorted((a, b) => a - b);
  const notes = sorted.filter((tap, at) => at === 0 || tap - (sorted[at - 1] ?? 0) > BOUNCE);
  const nothing = { qpm: null, spread: null, beats: 0, unread: 0, figures: [] };
  if (notes.length < 2 || road.events.length < 2) return nothing;
  const windows = windowsOf(notes, road);
  const read = windows.filter((each) => each.found !== null);
  const beats = windows.length;
  if (read.length === 0) return { ...nothing, beats, unread: beats };
  // The spread is that of most: beats tapped as something else stand out from it.
  const offs = read.flatMap(({ written, found }) => {
    const { shares = [], seconds = 0 } = found ?? {};
    return shares.length === written.length
      ? shares.map((share, at) => Math.abs(share - (written[at] ?? 0)) * seconds)
      : [];
  });
  const spread = offs.length > 0 ? Math.max(STEADIEST, 1.4826 * median(offs)) : null;
  const figures = read.flatMap((each): FigureTapped[] => {
    const { number, pass, beat, crotchets, written, simple, found } = each;
    if (!found) return [];
    const cost = (figure: Figure) => costOfFigure(found.shares, figure, found.seconds, spread ?? SPREAD);
    const own = cost(written);
    let [best, least] = [written, own - SURELY];
    for (const figure of dictionary(simple)) {
      const other = cost(figure);
      if (other < least && !isSameFigure(figure, written)) [best, least] = [figure, other];
    }
    if (best === written) return [];
    return [
      {
        number,
        pass,
        beat,
        at: found.at,
        written: figureWords(written, crotchets),
        tapped: figureWords(best, crotchets),
      },
    ];
  });
  const quick = median(read.map(({ found, crotchets }) => (found?.seconds ?? 0) / crotchets));
  return {
    qpm: quick > 0 ? 60 / quick : null,
    spread: spread === null ? null : 1000 * spread,
    beats,
    unread: beats - read.length,
    figures,
  };
}

/** Whether enough was tapped as it is written for the rest to be slips: what fits less was not this rhythm. */
export const isThisRhythm = ({ beats, unread, figures }: RhythmTapped): boolean =>
  2 * figures.length < beats - unread;

export const isSteady = ({ spread }: RhythmTapped): boolean => spread !== null && spread < STEADY_HAND;

/**
 * The figures of several takes of one passage that may be told: of a steady hand by one take, else those tapped in the same
 * way in two of the last three.
 * @param takes - in the order they were tapped
 */
export function figuresTold(takes: readonly RhythmTapped[]): readonly FigureTapped[] {
  const last = takes.at(-1);
  if (!last) return [];
  if (isSteady(last)) return last.figures;
  const keyOf = ({ number, pass, beat, tapped }: FigureTapped) => `${number} ${pass} ${beat} ${tapped}`;
  const seen = new Map<string, { count: number; figure: FigureTapped }>();
  for (const { figures } of takes.slice(-TAKES_TOGETHER))
    for (const figure of figures) {
      const known = seen.get(keyOf(figure));
      seen.set(keyOf(figure), { count: (known?.count ?? 0) + 1, figure });
    }
  return [...seen.values()]
    .flatMap(({ count, figure }) => (count >= 2 ? [figure] : []))
    .sort((a, b) => a.at - b.at);
}

/** One beat, and what was tapped in it; null where that is not sure. */
interface Window extends WrittenBeat {
  readonly found: {
    readonly at: number;
    readonly seconds: number;
    readonly shares: readonly number[];
  } | null;
}

function windowsOf(notes: readonly number[], road: SoundingRoad): Window[] {
  const { events } = road;
  const beats = road.bars.flatMap(({ number, pass, at, length, beat, simple }) =>
    beat === null
      ? []
      : Array.from({ length: Math.round(length / beat) }, (_, index): WrittenBeat => {
          const from = at + index * beat;
          const written = events
            .filter((event) => event.at > from - 1e-6 && event.at < from + beat - 1e-6)
            .map((event) => Math.max(0, (event.at - from) / beat));
          return { number, pass, beat: index + 1, crotchets: beat, simple, from, written };
        }),
  );
  const before = events.filter(({ at }) => at < (beats[0]?.from ?? 0) - 1e-6).length;
  const { times: tapped } = best(
    tempos(notes, road).map((crotchet) => followBeats(notes, beats, before, crotchet)),
  );
  const parts = partsOf(beats, tapped);
  const last = tapped.findLastIndex((time) => time !== undefined);
  const isEnd = beats.slice(last + 1).every(({ written }) => written.length === 0);
  const lines = beats.map((_, index) => lineAround(index, beats, tapped, parts));
  const usual = median(lines.flatMap((line) => (line ? [line.slope] : [])));
  return beats.flatMap((beat, index): Window[] => {
    if (beat.written.length === 0) return [];
    const line = lines[index];
    // Before a stop, and where it breaks off, nobody knows what was meant.
    const isCut = index > last || (index === last && !isEnd) || parts[index] !== parts[index + 1];
    if (isCut || !line || Math.abs(line.slope / usual - 1) > ODD_BEAT) return [{ ...beat, found: null }];
    const at = line.at(beat.from);
    const seconds = line.slope * beat.crotchets;
    const shares = notes
      .map((on) => (on - at) / seconds)
      .filter((share) => share >= -EARLY && share < 1 - EARLY);
    // Whoever taps less in the last beat has broken off there.
    if (index === last && shares.length < beat.written.length) return [{ ...beat, found: null }];
    return [{ ...beat, found: { at, seconds, shares } }];
  });
}

/** Seconds a crotchet may last: as though all was tapped, and by what most taps say that follow the score one by one. */
function tempos(taps: readonly number[], { events }: SoundingRoad): number[] {
  const [first, last] = [taps[0] ?? 0, taps.at(-1) ?? 0];
  const whole = (last - first) / ((events.at(-1)?.at ?? 1) - (events[0]?.at ?? 0));
  const steps = taps.slice(1, events.length).map((tap, at) => {
    const [a, b] = [events[at], events[at + 1]];
    return a && b ? (tap - (taps[at] ?? 0)) / (b.at - a.at) : whole;
  });
  const middle = median(steps.slice(0, 24));
  return [whole, middle].filter((each, at, all) => at === 0 || Math.abs(each / (all[0] ?? 1) - 1) > 0.1);
}

const best = <T extends { readonly cost: number }>(all: readonly T[]): T =>
  all.reduce((least, each) => (each.cost < least.cost ? each : least));

/** Which part between stops each beat is of: a new one begins at the first beat tapped after a stop. */
function partsOf(beats: readonly WrittenBeat[], tapped: readonly (number | undefined)[]): number[] {
  const steps: { readonly to: number; readonly from: number; readonly crotchet: number }[] = [];
  let before = -1;
  tapped.forEach((time, to) => {
    if (time === undefined) return;
    const [a, b] = [beats[before], beats[to]];
    if (a && b)
      steps.push({ from: before, to, crotchet: (time - (tapped[before] ?? 0)) / (b.from - a.from) });
    before = to;
  });
  const usual = median(steps.map(({ crotchet }) => crotchet));
  const parts = new Array<number>(beats.length + 1).fill(0);
  let part = 0;
  for (const { from, to, crotchet } of steps) {
    if (crotchet > usual * (1 + ODD_BEAT)) part += 1;
    // The beats between were silent: the last of them is the one the stop is in.
    for (let at = from + 1; at < to; at += 1) parts[at] = part;
    parts[to] = part;
  }
  for (let at = before + 1; at <= beats.length; at += 1) parts[at] = part;
  return parts;
}

/** Seconds by crotchets, through the taps on the beats around one; null where too few were tapped. */
function lineAround(
  index: number,
  beats: readonly { readonly from: number }[],
  tapped: readonly (number | undefined)[],
  parts: readonly number[],
): { readonly slope: number; readonly at: (crotchets: number) => number } | null {
  const points: { x: number; y: number; weight: number }[] = [];
  for (let other = index - AROUND; other <= index + AROUND; other += 1) {
    const y = tapped[other];
    if (y !== undefined && parts[other] === parts[index])
      points.push({ x: beats[other]?.from ?? 0, y, weight: 1 / (1 + Math.abs(other - index)) });
  }
  if (points.length < FEWEST_AROUND) return null;
  const total = points.reduce((sum, { weight }) => sum + weight, 0);
  const mean = (of: (point: (typeof points)[number]) => number) =>
    points.reduce((sum, point) => sum + point.weight * of(point), 0) / total;
  const [x, y] = [mean((point) => point.x), mean((point) => point.y)];
  const slope = mean((point) => (point.x - x) * (point.y - y)) / mean((point) => (point.x - x) ** 2);
  return slope > 0 ? { slope, at: (crotchets) => y + slope * (crotchets - x) } : null;
}
