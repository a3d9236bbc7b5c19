import { addDays, type CalendarDay, type Period } from '../time';
import type { ItemWork } from './item-work';
import type { PracticeEntry } from './practice-entry';
import { isOf } from './work-done';

/** What the way to one gate says of a student: minutes it took against those assumed, as a logarithm. */
export interface RateObservation {
  readonly log: number;
  /** Share of its weeks that were reported, from a half to 1. */
  readonly share: number;
}

/** Times the assumed minutes that a student needs; 1 is as assumed. */
export interface LearnedRate {
  readonly rate: number;
  /** Bounds that hold the true rate in eight cases of ten. */
  readonly from: number;
  readonly to: number;
  /** Gates it rests on. */
  readonly gates: number;
}

/** Spread of the logarithm between students, and of one gate about its student. Our choice, because students differ by half as much again rather than threefold, and a gate is heard on the day of a lesson. */
const BETWEEN = 0.35;
const OF_GATE = 0.3;
/** A gate with fewer of its weeks reported teaches nothing. */
const LEAST_SHARE = 0.5;
/** Standard deviations to each side of the middle that hold 80 % of a normal distribution. */
const EIGHTY = 1.2815515655446004;

/**
 * The rate that what was observed makes likely: at first as assumed, drawn away from that by each gate as far as it was
 * reported. Null without any.
 * @source normal prior and normal observations of the logarithm: precisions add up
 */
export function learnedRate(observations: readonly RateObservation[]): LearnedRate | null {
  if (observations.length === 0) return null;
  const precisionOf = (share: number) => share / OF_GATE ** 2;
  const precision = observations.reduce((sum, { share }) => sum + precisionOf(share), 1 / BETWEEN ** 2);
  const mean = observations.reduce((sum, { log, share }) => sum + log * precisionOf(share), 0) / precision;
  const reach = EIGHTY / Math.sqrt(precision);
  return {
    rate: Math.exp(mean),
    from: Math.exp(mean - reach),
    to: Math.exp(mean + reach),
    gates: observations.length,
  };
}

/**
 * What an item's gates say: the minutes reported since the gate before, over the share of weeks reported, against the
 * minutes of the stages in between as they are assumed. Work that is asked every week says nothing.
 * @param weeks - from the start of the preparation to the eve of today, in order
 */
export function rateObservations(
  item: ItemWork,
  practice: readonly PracticeEntry[],
  weeks: readonly Period[],
): RateObservation[] {
  if (item.perWeek !== null) return [];
  const found: RateObservation[] = [];
  let from = weeks[0]?.from;
  let assumed = 0;
  for (const [at, { minutes, passedOn }] of item.stages.entries()) {
    assumed += minutes;
    // Stages that a later gate has passed with it end where that one stands.
    if (passedOn === null || from === undefined || item.stages[at + 1]?.passedOn === passedOn) continue;
    const way = { from, to: passedOn };
    const own = weeks.filter((week) => week.from <= way.to && way.from <= week.to);
    const share = own.filter((week) => practice.some(({ day }) => within(day, week))).length / own.length;
    const spent = practice.reduce(
      (sum, entry) => (within(entry.day, way) && isOf(entry, item) ? sum + entry.minutes : sum),
      0,
    );
    if (own.length > 0 && share >= LEAST_SHARE && spent > 0 && assumed > 0)
      found.push({ log: Math.log(spent / share / assumed), share });
    from = addDays(passedOn, 1);
    assumed = 0;
  }
  return found;
}

const within = (day: CalendarDay, { from, to }: Period): boolean => from <= day && day <= to;
