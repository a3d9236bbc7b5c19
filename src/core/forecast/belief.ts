import { cut } from './normal';
import { FIXED, unknownOf, type Model } from './model';

/** Where each thing that is believed stands; the components' levels follow. */
export const AT = {
  talent: 0,
  selfBias: 1,
  nerve: 2,
  session: 3,
  teacherBias: 4,
  mockBias: 5,
  slope: 6,
} as const;
export const LEVELS = 7;
/** Of these three a student brings something to the next exam. */
const PERSONAL = 3;
/** Further than this many standard deviations no single mark moves a belief. */
const FURTHEST = 3;
/** But a hair further the further off it is, so that of two such marks the higher is worth more. */
const HAIR = 0.01;

/** What is believed of a candidacy: a mean for each thing, and how they vary together (row by row). Changed in place. */
export interface Belief {
  readonly size: number;
  readonly mean: Float64Array;
  readonly covariance: Float64Array;
}

/** What is known of a student's talent, self-bias and nerve from earlier exams. */
export interface Personal {
  readonly mean: readonly number[];
  /** Row by row. */
  readonly covariance: readonly number[];
}

/** Of a student of whom no result is known. */
export const unknownStudent = (model: Model): Personal => ({
  mean: [0, model.selfBias, 0],
  covariance: [model.talentSpread ** 2, 0, 0, 0, model.selfBiasSpread ** 2, 0, 0, 0, FIXED.nerveSpread ** 2],
});

/** What a belief after the result of an exam says of the student at the next. */
export function personalAfter(model: Model, belief: Belief): Personal {
  const before = unknownStudent(model);
  const { kept } = FIXED;
  return {
    mean: before.mean.map((prior, at) => prior + kept * ((belief.mean[at] ?? 0) - prior)),
    covariance: before.covariance.map((prior, at) => {
      const [row, column] = [Math.floor(at / PERSONAL), at % PERSONAL];
      return kept ** 2 * (belief.covariance[row * belief.size + column] ?? 0) + (1 - kept ** 2) * prior;
    }),
  };
}

/**
 * What is believed before the first mark.
 * @param placement - level held minus level entered, in whole levels
 * @param results - how many results of the studio the model was fitted to
 */
export function firstBelief(
  model: Model,
  personal: Personal,
  components: number,
  placement: number,
  results: number,
): Belief {
  const size = LEVELS + components;
  const mean = new Float64Array(size);
  const covariance = new Float64Array(size * size);
  const unknown = unknownOf(results);
  for (let row = 0; row < PERSONAL; row += 1) {
    mean[row] = personal.mean[row] ?? 0;
    for (let column = 0; column < PERSONAL; column += 1)
      covariance[row * size + column] = personal.covariance[row * PERSONAL + column] ?? 0;
  }
  const own = (at: number, middle: number, variance: number) => {
    mean[at] = middle;
    covariance[at * size + at] = variance;
  };
  own(AT.teacherBias, model.teacherBias, unknown.teacherBias);
  own(AT.mockBias, model.mockBias, unknown.mockBias);
  own(AT.slope, model.slope, model.slopeSpread ** 2);
  const level = model.level + model.placement * placement + (mean[AT.talent] ?? 0);
  const talent = covariance[AT.talent] ?? 0;
  for (let at = LEVELS; at < size; at += 1) {
    mean[at] = level;
    for (let other = LEVELS; other < size; other += 1)
      covariance[at * size + other] = talent + unknown.level + (at === other ? FIXED.levelSpread ** 2 : 0);
    for (let row = 0; row < PERSONAL; row += 1) {
      const shared = covariance[row * size + AT.talent] ?? 0;
      covariance[row * size + at] = shared;
      covariance[at * size + row] = shared;
    }
  }
  return { size, mean, covariance };
}

const add = (to: Float64Array, at: number, more: number) => {
  to[at] = (to[at] ?? 0) + more;
};

export const copyOf = ({ size, mean, covariance }: Belief): Belief => ({
  size,
  mean: mean.slice(),
  covariance: covariance.slice(),
});

/** Lets weeks go by: levels follow the slope, which falls, and everything becomes less sure. */
export function advance(model: Model, { size, mean, covariance }: Belief, weeks: number): void {
  if (weeks <= 0) return;
  const left = Math.exp(-weeks / FIXED.weeks);
  const gained = FIXED.weeks * (1 - left);
  const slope = mean[AT.slope] ?? 0;
  for (let at = LEVELS; at < size; at += 1) mean[at] = (mean[at] ?? 0) + gained * slope;
  mean[AT.slope] = left * slope;
  for (let column = 0; column < size; column += 1) {
    const moved = covariance[AT.slope * size + column] ?? 0;
    for (let at = LEVELS; at < size; at += 1) add(covariance, at * size + column, gained * moved);
    covariance[AT.slope * size + column] = left * moved;
  }
  for (let row = 0; row < size; row += 1) {
    const moved = covariance[row * size + AT.slope] ?? 0;
    for (let at = LEVELS; at < size; at += 1) add(covariance, row * size + at, gained * moved);
    covariance[row * size + AT.slope] = left * moved;
  }
  add(covariance, AT.slope * size + AT.slope, model.slopeSpread ** 2 * (1 - left ** 2));
  for (let at = LEVELS; at < size; at += 1) {
    add(covariance, at * size + at, model.levelDrift ** 2 * weeks);
    for (let other = LEVELS; other < size; other += 1)
      add(covariance, at * size + other, model.sharedDrift ** 2 * weeks);
  }
}

/** Another assessor, or another day: what their marks share is drawn anew. */
export function newSession({ size, mean, covariance }: Belief, middle: number, variance: number): void {
  for (let at = 0; at < size; at += 1) {
    covariance[AT.session * size + at] = 0;
    covariance[at * size + AT.session] = 0;
  }
  mean[AT.session] = middle;
  covariance[AT.session * size + AT.session] = variance;
}

/** What the day of the exam shares, drawn anew. */
export const newDay = (model: Model, belief: Belief, results: number): void =>
  newSession(belief, FIXED.dayShift, model.daySpread ** 2 + unknownOf(results).day);

/**
 * Takes in a mark, known to lie between two edges.
 * @param parts - which things it is the sum of
 * @param noise - variance of what is its own
 * @returns how likely the mark was, as a natural logarithm
 */
export function observe(
  { size, mean, covariance }: Belief,
  parts: readonly number[],
  noise: number,
  from: number,
  to: number,
): number {
  const together = new Float64Array(size);
  let expected = 0;
  for (const part of parts) {
    expected += mean[part] ?? 0;
    for (let at = 0; at < size; at += 1) add(together, at, covariance[part * size + at] ?? 0);
  }
  let variance = noise;
  for (const part of parts) variance += together[part] ?? 0;
  const spread = Math.sqrt(variance);
  const [low, high] = [(from - expected) / spread, (to - expected) / spread];
  const given = cut(low, high);
  const beyond = Math.max(low, -high) - FURTHEST;
  const left = beyond > 0 ? cut(FURTHEST, FURTHEST + (high - low)) : given;
  const move = near(given.mean) / spread;
  const less = (1 - Math.min(1, left.variance)) / variance;
  for (let row = 0; row < size; row += 1) {
    const share = together[row] ?? 0;
    mean[row] = (mean[row] ?? 0) + move * share;
    for (let column = 0; column < size; column += 1)
      add(covariance, row * size + column, -less * share * (together[column] ?? 0));
  }
  return Math.log(Math.max(given.share, Number.MIN_VALUE));
}

/** So many standard deviations, as far as they are believed. */
const near = (off: number): number => {
  const beyond = Math.abs(off) - FURTHEST;
  return beyond <= 0 ? off : Math.sign(off) * (FURTHEST + HAIR * Math.log1p(beyond));
};
