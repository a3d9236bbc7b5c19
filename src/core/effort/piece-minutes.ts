export const STAGES = ['prepare', 'learn', 'secure', 'up to tempo', 'memorise', 'perform'] as const;
export type Stage = (typeof STAGES)[number];

/** Figures of the studio; each is assumed until the teacher sets it. */
export interface EffortSettings {
  /** Minutes for one bar to learn, at the student's own level. */
  readonly minutesPerBar: number;
  /** Factor for each level above the one held. */
  readonly levelStep: number;
  /** Percent of a piece's minutes by stage. */
  readonly stageShares: Readonly<Record<Stage, number>>;
  /** Minutes a week for each component that is not a piece. */
  readonly preparedMinutesPerWeek: number;
  /** Least minutes each item is visited for in every week. */
  readonly visitMinutes: number;
  /** Minutes a visit has before the week has another one; left out as long as it is assumed, as are those below. */
  readonly blockMinutes?: number;
  /** Weeks before the session kept for performing the finished piece, and those before a recording or a recital. */
  readonly performWeeks?: number;
  readonly shortPerformWeeks?: number;
  /** Weeks before the date in which it is decided whether to go. */
  readonly goNoGoWeeks?: number;
  /** Percent of the final tempo at which the tempo ladder starts. */
  readonly securePercent?: number;
  /** Tempos of the ladder, both ends among them, and how often in a row a place must be clean to go one up. */
  readonly ladderRungs?: number;
  readonly cleanTimes?: number;
  /** Percent of the final tempo below which some features cannot be judged. */
  readonly judgedPercent?: number;
  /** Minutes on one place of a piece before going on to the next. */
  readonly placeMinutes?: number;
  /** Days after which a place comes back: the first time, the second, the third, and from then on. */
  readonly firstReturn?: number;
  readonly secondReturn?: number;
  readonly thirdReturn?: number;
  readonly laterReturn?: number;
  /** Minutes a new skill takes, and how many more for each stage of the map it stands on. */
  readonly skillMinutes?: number;
  readonly skillStageMinutes?: number;
  /** A level with nothing missing and at most so many weeks of work is ready now. */
  readonly readyWeeks?: number;
  /** Weeks that a piece or a skill without a date is worked on. */
  readonly ownWeeks?: number;
  /** Weeks of rhythm before a piece is learned, and where a figure is met for the first time. */
  readonly rhythmWeeks?: number;
  readonly firstRhythmWeeks?: number;
  /** Minutes that one mark more takes at least, and where a component is not expected to rise. */
  readonly leastMarkMinutes?: number;
  readonly flatMarkMinutes?: number;
  /** Percent of a bar's minutes that go with the number of its notes. */
  readonly notesPercent?: number;
}

/**
 * Where the teacher has set none. Our choice: a shorter visit only warms up; teachers ask for two to three weeks of
 * performing and give a piece back three weeks before; they begin at about half the tempo; half of learning a bar is its notes, half its rhythm and its way; a place is worked on for about ten
 * minutes, and may wait twice as long each time it comes back; a stroke begins to bounce by itself near its tempo; later
 * skills rest on finer control.
 */
export const ASSUMED_EFFORT = {
  blockMinutes: 5,
  performWeeks: 2,
  shortPerformWeeks: 1,
  goNoGoWeeks: 2,
  securePercent: 50,
  ladderRungs: 8,
  cleanTimes: 3,
  judgedPercent: 75,
  placeMinutes: 10,
  firstReturn: 1,
  secondReturn: 2,
  thirdReturn: 4,
  laterReturn: 7,
  skillMinutes: 40,
  skillStageMinutes: 10,
  readyWeeks: 3,
  ownWeeks: 8,
  rhythmWeeks: 2,
  firstRhythmWeeks: 3,
  leastMarkMinutes: 20,
  flatMarkMinutes: 60,
  notesPercent: 50,
} as const satisfies Partial<EffortSettings>;
export const effortFigure = (effort: EffortSettings, name: keyof typeof ASSUMED_EFFORT): number =>
  effort[name] ?? ASSUMED_EFFORT[name];

/** Our choice, because teachers named figures of this size; every one can be set. */
export const DEFAULT_EFFORT: EffortSettings = {
  minutesPerBar: 4,
  levelStep: 1.25,
  stageShares: { prepare: 5, learn: 40, secure: 25, 'up to tempo': 15, memorise: 10, perform: 5 },
  preparedMinutesPerWeek: 20,
  visitMinutes: 5,
};

/**
 * Minutes a piece asks for, from first reading to the performance.
 * @param bars - bars to learn, 0 or more
 * @param stretch - levels above what the student holds, 0 or more (`stretchOf` of requirements)
 * @returns whole minutes
 * @source minutes = bars x minutesPerBar x levelStep ^ stretch
 * @example pieceMinutes(48, 1, DEFAULT_EFFORT) // => 240
 */
export const pieceMinutes = (bars: number, stretch: number, effort: EffortSettings): number =>
  minutesForBars(stretch, effort)(bars);

/** The same for many pieces of one level. */
export function minutesForBars(
  stretch: number,
  { minutesPerBar, levelStep }: EffortSettings,
): (bars: number) => number {
  const factor = levelStep ** Math.max(0, stretch);
  return (bars) => Math.round(bars * minutesPerBar * factor);
}

/**
 * The minutes of each stage, in order; the shares are renormalised over the stages that there are.
 * @param without - stages this work does not have, such as memorise for a piece played from the page
 * @returns whole minutes that add up to `minutes`
 */
export function stageMinutes(
  minutes: number,
  without: readonly Stage[],
  effort: EffortSettings,
): { readonly stage: Stage; readonly minutes: number }[] {
  return stageParts(without, effort).map(({ stage, of }) => ({ stage, minutes: of(minutes) }));
}

/** The stages there are, and how many of a piece's minutes each takes. */
export function stageParts(
  without: readonly Stage[],
  { stageShares }: EffortSettings,
): { readonly stage: Stage; readonly of: (minutes: number) => number }[] {
  const stages = STAGES.filter((stage) => !without.includes(stage) && stageShares[stage] > 0);
  const all = stages.reduce((sum, stage) => sum + stageShares[stage], 0);
  let until = 0;
  return stages.map((stage) => {
    const from = until;
    until += stageShares[stage];
    const to = until;
    return {
      stage,
      of: (minutes) => Math.round((minutes * to) / all) - Math.round((minutes * from) / all),
    };
  });
}
