import type { BarRange } from '../music';
import { daysBetween, formatDay, type CalendarDay } from '../time';
import type { Heard } from './answer';
import { findingsOf, paceOf } from './findings';

/** What a recording is held against. */
export interface RecordingAsked {
  /** Null for the whole piece. */
  readonly bars: BarRange | null;
  /** Crotchets a minute; null where no tempo is asked for. */
  readonly tempo: number | null;
  /** Per cent around that tempo. */
  readonly tolerance: number;
  /** One recording without a cut. */
  readonly continuous: boolean;
  /** Takes allowed, and those made, this one among them; null where nothing is said. */
  readonly takes: { readonly most: number; readonly made: number } | null;
  readonly due: CalendarDay | null;
}

export interface TakeCheck {
  readonly what: string;
  readonly state: 'met' | 'not met' | 'unsure';
  readonly why: string;
}

/** Seconds of silence before and after the music that are no fault. Ours, as nothing is prescribed. */
const SILENCE = 10;

/**
 * A take held against what is asked of a recording, in the order in which it would be looked at.
 * @param recordedHere - in one go by the program; of a file nobody can say whether it was cut
 */
export function checkTake(
  heard: Heard,
  asked: RecordingAsked,
  { recordedHere, today }: { readonly recordedHere: boolean; readonly today: CalendarDay },
): TakeCheck[] {
  const { checks } = heard;
  const found: TakeCheck[] = [];
  const say = (what: string, state: TakeCheck['state'], why: string) => found.push({ what, state, why });
  const isPlaced = heard.bars.length > 0;
  if (checks.heard) say('Something is heard', 'met', `${checks.seconds.toFixed(0)} seconds`);
  else say('Something is heard', 'not met', 'it is silent, or too soft throughout');
  if (heard.rightPart === null) say('The right part', 'unsure', 'it cannot be told from this');
  else if (heard.rightPart) say('The right part', 'met', heard.part ?? '');
  else say('The right part', 'not met', heard.part === null ? 'it fits no part' : `it is ${heard.part}`);
  if (!isPlaced) say('The right bars', 'unsure', 'no bar was made out');
  else say('The right bars', ...barsCheck(heard, asked.bars));
  if (!isPlaced) say('The printed order', 'unsure', 'no bar was made out');
  else if (heard.road === 'as written') say('The printed order', 'met', 'repeats and ending as printed');
  else say('The printed order', 'not met', `heard: ${heard.road}`);
  if (asked.continuous) {
    if (recordedHere) say('One recording without a cut', 'met', 'recorded here in one go');
    else say('One recording without a cut', 'unsure', 'a file does not show whether it was cut');
  }
  if (asked.tempo !== null) say('The tempo', ...tempoCheck(heard, asked.tempo, asked.tolerance));
  if (checks.clippedRuns !== null) {
    if (checks.clippedRuns === 0) say('Not clipped', 'met', 'no sample at the end of the scale');
    else say('Not clipped', 'not met', `in ${checks.clippedRuns} places; move the microphone away`);
  }
  if (checks.heard) {
    const isLong = checks.lead > SILENCE || checks.tail > SILENCE;
    say(
      'Little silence around it',
      isLong ? 'not met' : 'met',
      `${checks.lead.toFixed(1)} seconds before, ${checks.tail.toFixed(1)} after`,
    );
  }
  if (asked.takes) {
    const { made, most } = asked.takes;
    say('Takes allowed', made <= most ? 'met' : 'not met', `${made} of ${most} kept`);
  }
  if (asked.due !== null) {
    const days = daysBetween(today, asked.due);
    say(
      'Sent in time',
      days >= 0 ? 'met' : 'not met',
      days >= 0
        ? `${days} ${days === 1 ? 'day' : 'days'} to ${formatDay(asked.due)}`
        : `the last day was ${formatDay(asked.due)}`,
    );
  }
  return found;
}

function barsCheck(heard: Heard, bars: BarRange | null): [TakeCheck['state'], string] {
  const words = `from ${heard.from === 0 ? 'the pickup' : `bar ${heard.from}`} to bar ${heard.to}`;
  if (heard.complete === true) return ['met', words];
  if (bars && heard.from <= bars.from && heard.to >= bars.to) return ['met', words];
  return heard.complete === null ? ['unsure', words] : ['not met', `heard ${words}`];
}

function tempoCheck(heard: Heard, tempo: number, tolerance: number): [TakeCheck['state'], string] {
  const pace = paceOf(heard.bars, tolerance);
  if (!pace) return ['unsure', 'no bar is sure'];
  const off = Math.round(100 * (pace.middle / tempo - 1));
  return [
    Math.abs(pace.middle / tempo - 1) <= tolerance / 100 ? 'met' : 'not met',
    off === 0 ? 'as asked for' : `${Math.abs(off)} in 100 ${off > 0 ? 'faster' : 'slower'} than asked for`,
  ];
}

/** What a take is compared by. */
export interface TakeCount {
  /** Checks that are not met. */
  readonly unmet: number;
  /** Null where notes were not heard one by one: of many voices, and where nothing was made out. */
  readonly slips: number | null;
  /** Stops and beginnings again; null likewise. */
  readonly breaks: number | null;
}
export function countTake(heard: Heard, checks: readonly TakeCheck[]): TakeCount {
  const unmet = checks.filter(({ state }) => state === 'not met').length;
  if (heard.input === 'many voices' || heard.bars.length === 0) return { unmet, slips: null, breaks: null };
  const findings = findingsOf(heard);
  const ofKind = (...kinds: readonly string[]) =>
    findings.reduce((sum, { kind, count }) => sum + (kinds.includes(kind) ? count : 0), 0);
  return {
    unmet,
    slips: ofKind('wrong', 'missed', 'added'),
    breaks: ofKind('stop', 'restart', 'left out'),
  };
}

/**
 * The take that is best by what was heard: fewest checks not met, then breaks, then slips; of equal ones the first. Null of
 * none. One whose slips are not known is no better than one whose are. It proposes, the teacher chooses.
 */
export function bestTake<T extends { readonly count: TakeCount }>(takes: readonly T[]): T | null {
  let best: T | null = null;
  for (const take of takes) if (!best || isBetter(take.count, best.count)) best = take;
  return best;
}

const isBetter = (one: TakeCount, other: TakeCount): boolean => {
  const [breaks, otherBreaks] = [one.breaks ?? Infinity, other.breaks ?? Infinity];
  if (one.unmet !== other.unmet) return one.unmet < other.unmet;
  if (breaks !== otherBreaks) return breaks < otherBreaks;
  return (one.slips ?? Infinity) < (other.slips ?? Infinity);
};
