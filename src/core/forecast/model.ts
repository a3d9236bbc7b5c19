/**
 * What the forecast assumes of a studio. Lengths are on the forecast's own scale, where 0.01 is about one hundredth of
 * the maximum; spreads are standard deviations; times are weeks.
 */
export interface Model {
  /** Where a student begins who enters at the level held. */
  readonly level: number;
  /** What each level held above the one entered adds. */
  readonly placement: number;
  /** What a student gains in the first week. */
  readonly slope: number;
  readonly selfBias: number;
  readonly teacherBias: number;
  readonly mockBias: number;
  readonly talentSpread: number;
  readonly slopeSpread: number;
  /** How far one component, and all of them together, wander in a week. */
  readonly levelDrift: number;
  readonly sharedDrift: number;
  readonly selfNoise: number;
  readonly teacherNoise: number;
  readonly daySpread: number;
  readonly officialNoise: number;
  readonly selfBiasSpread: number;
  /** What one assessor's marks of one day share. */
  readonly sessionSpread: number;
}

export type Constant = keyof Model;

/** What is assumed before a studio has results: the middle, and how far a studio may lie from it. */
export interface Prior {
  readonly middle: number;
  readonly spread: number;
  /** Whether `spread` counts in logarithms, for what is never below 0. */
  readonly log: boolean;
}

/** Spreads on the logarithm are this much wider than first tried. */
const WIDER = 1.6;
const plain = (middle: number, spread: number): Prior => ({ middle, spread, log: false });
const log = (middle: number, spread: number): Prior => ({ middle, spread: spread * WIDER, log: true });

/** Every one is our choice, tried on simulated studios: there is no data of real ones behind them. */
export const PRIORS: Readonly<Record<Constant, Prior>> = {
  level: plain(0.56, 0.08),
  placement: plain(0.07, 0.04),
  slope: plain(0.013, 0.006),
  selfBias: plain(0.06, 0.05),
  teacherBias: plain(0.02, 0.04),
  mockBias: plain(0, 0.03),
  talentSpread: log(0.11, 0.3),
  slopeSpread: log(0.006, 0.4),
  levelDrift: log(0.022, 0.35),
  sharedDrift: log(0.018, 0.35),
  selfNoise: log(0.075, 0.35),
  teacherNoise: log(0.05, 0.35),
  daySpread: log(0.05, 0.35),
  officialNoise: log(0.035, 0.35),
  selfBiasSpread: log(0.08, 0.35),
  sessionSpread: log(0.035, 0.4),
};
export const CONSTANTS = Object.keys(PRIORS) as readonly Constant[];

/** A model from what it has of each constant: the constant itself, or the middle of its prior. */
export const modelOf = (of: (constant: Constant) => number): Model =>
  Object.fromEntries(CONSTANTS.map((constant) => [constant, of(constant)])) as unknown as Model;

export const ASSUMED: Model = modelOf((constant) => PRIORS[constant].middle);

/** What is not fitted, since a studio's results say too little of it. */
export const FIXED = {
  /** Weeks in which a student's pace falls to about a third. */
  weeks: 8,
  levelSpread: 0.09,
  nerveSpread: 0.025,
  dayShift: -0.015,
  mockNoise: 0.045,
  /** How much of a student's talent, self-bias and nerve is the same at the next exam. */
  kept: 0.8,
} as const;

/** What a studio's own constants may still be off by, with no results; it falls as results come. */
const UNKNOWN = { teacherBias: 0.04, mockBias: 0.03, day: 0.02, level: 0.05 } as const;
/** Results at which half of that is left. */
const HALF_KNOWN = 10;

/** Variances that stand for what is not known of a studio with so many results. */
export function unknownOf(results: number): Readonly<Record<keyof typeof UNKNOWN, number>> {
  const share = HALF_KNOWN / (HALF_KNOWN + results);
  return {
    teacherBias: share * UNKNOWN.teacherBias ** 2,
    mockBias: share * UNKNOWN.mockBias ** 2,
    day: share * UNKNOWN.day ** 2,
    level: share * UNKNOWN.level ** 2,
  };
}
