import type { Result } from '../result';
import { roadClock, soundingRoad, type RoadBar } from '../listening';
import { roadsOf, type PassageRefusal, type RoadsAsked, type Score, type ScorePart } from '../score';
import { barLength, clicksOfBar, patternOf, type Click, type Pattern } from './clicks';

/** A note to be played: seconds, a MIDI number, and its part by its place in the score. */
export interface PlayedPitch {
  readonly at: number;
  readonly seconds: number;
  readonly midi: number;
  readonly part: number;
}
export interface PlayedBar {
  /** As counted; 0 for a pickup. */
  readonly number: number;
  readonly pass: number;
  readonly at: number;
}
/** A passage as it is to sound, all of its parts, with the clicks of its bars. */
export interface Playback {
  readonly parts: readonly { readonly id: string; readonly name: string; readonly notes: number }[];
  readonly notes: readonly PlayedPitch[];
  readonly clicks: readonly Click[];
  readonly bars: readonly PlayedBar[];
  /** Seconds counted in before the first note; a loop goes back to there. */
  readonly countedIn: number;
  readonly seconds: number;
  /** Crotchets a minute at the first bar, as printed. */
  readonly printed: number;
  /** Pulses of the metres that can be grouped in several ways. */
  readonly oddCounts: readonly number[];
}

export interface PlaybackAsked extends RoadsAsked {
  /** Crotchets a minute at the first bar, all other tempos in proportion; null for what is printed. */
  readonly perMinute: number | null;
  /** Bars counted in. */
  readonly countIn: number;
  /** How bars of as many pulses are grouped. */
  readonly grouping: readonly number[] | null;
  /** The smallest pulse of the passage is heard in all its bars; false for beats and groups alone. */
  readonly smallPulse: boolean;
}

/** A passage to be played; refused as a passage is. */
export function playbackOf(score: Score, asked: PlaybackAsked): Result<Playback, PassageRefusal> {
  const found = roadsOf(score, asked);
  if (!found.ok) return found;
  const { layout, roads } = found.value;
  const [road] = roads;
  const [part] = score.parts;
  if (!road || !part) return { ok: true, value: SILENCE };
  const clock = roadClock(score, layout, part, road);
  const printed = clock.bars[0]?.perMinute ?? 120;
  const slower = asked.perMinute === null ? 1 : printed / asked.perMinute;
  const metres = metresOf(part, clock.visits, clock.bars);
  const patterns = metres.map((metre) => metre && patternOf(metre.groups, metre.beatType, asked.grouping));
  const pulses = patterns.flatMap((pattern) => (pattern ? [pattern.pulse] : []));
  const audible = { smallest: asked.smallPulse && pulses.length > 0 ? Math.min(...pulses) : null };
  const first = patterns.find((pattern) => pattern !== null) ?? null;
  const counting = countingIn(first, clock.bars[0], asked.countIn, printed / slower);
  const from = counting.seconds;
  const secondsAt = (place: number) => from + slower * clock.secondsAt(place);
  const clicks = clock.bars.flatMap((bar, at): Click[] => {
    const pattern = patterns[at];
    if (!pattern) return [];
    // A pickup is the end of a bar.
    const early = bar.number === 0 ? barLength(pattern) - bar.length : 0;
    return clicksOfBar(pattern, audible)
      .filter((click) => click.at >= early - 1e-6 && click.at - early < bar.length - 1e-6)
      .map(({ at: place, accent }) => ({ at: secondsAt(bar.at + place - early), accent }));
  });
  const notes = score.parts.flatMap((each, index) =>
    soundingRoad(score, layout, each, road).events.flatMap(({ at, pitches }) =>
      pitches.map(({ midi, length }): PlayedPitch => {
        const on = secondsAt(at);
        return { at: on, seconds: secondsAt(at + length) - on, midi, part: index };
      }),
    ),
  );
  notes.sort((a, b) => a.at - b.at || a.midi - b.midi);
  return {
    ok: true,
    value: {
      parts: score.parts.map(({ name, id }, index) => ({
        id,
        name: name || id,
        notes: notes.filter((note) => note.part === index).length,
      })),
      notes,
      clicks: [...counting.clicks, ...clicks],
      bars: clock.bars.map(({ number, pass, at }) => ({ number, pass, at: secondsAt(at) })),
      countedIn: from,
      seconds: secondsAt(clock.length),
      printed,
      oddCounts: [
        ...new Set(
          metres.flatMap((metre) => {
            const count = metre?.groups.reduce((sum, each) => sum + each, 0) ?? 0;
            const [whole] = metre?.groups ?? [];
            return metre?.groups.length === 1 && isOdd(whole ?? 0) ? [count] : [];
          }),
        ),
      ],
    },
  };
}

const isOdd = (count: number) => patternOf([count], 8).groups.some((group, _, [first]) => group !== first);

const SILENCE: Playback = {
  parts: [],
  notes: [],
  clicks: [],
  bars: [],
  countedIn: 0,
  seconds: 0,
  printed: 120,
  oddCounts: [],
};

interface PrintedMetre {
  readonly groups: readonly number[];
  readonly beatType: number;
}

/** The metre of every bar of the road; null where nothing is measured. */
function metresOf(
  part: ScorePart,
  visits: readonly { readonly measure: number; readonly bar: number }[],
  bars: readonly RoadBar[],
): (PrintedMetre | null)[] {
  const metres = bars.map((): PrintedMetre | null => null);
  for (const { measure, bar } of visits) {
    const time = part.measures[measure]?.time;
    if (time && time.beatType !== null && time.groups.length > 0)
      metres[bar] ??= { groups: time.groups, beatType: time.beatType };
  }
  return metres;
}

/** Whole bars before the first, and before a pickup as much as is left of its bar. */
function countingIn(
  pattern: Pattern | null,
  first: RoadBar | undefined,
  bars: number,
  perMinute: number,
): { readonly clicks: Click[]; readonly seconds: number } {
  if (!pattern || !first || bars <= 0) return { clicks: [], seconds: 0 };
  const whole = barLength(pattern);
  const isPickup = first.number === 0 && first.length < whole - 1e-6;
  const length = bars * whole + (isPickup ? whole - first.length : 0);
  const crotchet = 60 / perMinute;
  const clicks = Array.from({ length: Math.ceil(length / whole - 1e-9) }, (_, bar) =>
    clicksOfBar(pattern, { smallest: null }).map(({ at, accent }) => ({ at: bar * whole + at, accent })),
  )
    .flat()
    .filter(({ at }) => at < length - 1e-6)
    .map(({ at, accent }) => ({ at: at * crotchet, accent }));
  return { clicks, seconds: length * crotchet };
}
