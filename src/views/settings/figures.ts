import { ASSUMED_EFFORT, DEFAULT_EFFORT, effortFigure, STAGES, type EffortSettings } from '@/core/effort';
import { BACKUP_DAYS, type StudioSettings } from '@/core/files';
import { AIM_OF_A_YEAR, OLD_MARK_WEEKS, WEIGHTS, weightOf, type WeightName } from '@/core/register';
import { ASSUMED_DIFFICULTY, DIFFICULTIES, type Difficulty } from '@/core/score';
import { ASK_AFTER_DAYS } from '@/core/skills';
import { STEADY_SLIPS, STREAK } from '@/core/runs';
import { inTerms } from '@/core/terms';

/** A figure the program assumes until the teacher sets it. */
export interface AssumedFigure {
  readonly name: string;
  readonly group: string;
  readonly label: string;
  /** What comes out otherwise with another figure. */
  readonly changes: string;
  readonly assumed: number;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
  readonly value: (settings: StudioSettings) => number;
  /** Whether the teacher has set it. */
  readonly isSet: (settings: StudioSettings) => boolean;
  /** The settings with the figure as set; null puts it back to what is assumed. */
  readonly withValue: (settings: StudioSettings, value: number | null) => StudioSettings;
}

const without = <T extends object>(record: T, name: string): T =>
  Object.fromEntries(Object.entries(record).filter(([each]) => each !== name)) as T;

type PlainEffort = Exclude<keyof EffortSettings, 'stageShares'>;
type Row = readonly [
  name: PlainEffort,
  label: string,
  changes: string,
  min: number,
  max: number,
  whole: boolean,
];

const WORK = 'Minutes of work';
const EFFORT: readonly Row[] = [
  [
    'minutesPerBar',
    inTerms('Minutes for a bar to learn, at the level held'),
    'minutes of a piece; with it the fit, the programme search and the plan',
    0.25,
    60,
    false,
  ],
  [
    'levelStep',
    'Times as much for each level above the one held',
    'minutes of a piece above the student’s level',
    1,
    3,
    false,
  ],
  [
    'preparedMinutesPerWeek',
    'Minutes a week for work that is not a piece',
    'scales, tests and other prepared work in the plan and the fit',
    0,
    600,
    false,
  ],
  ['skillMinutes', 'Minutes a new skill takes', 'work on skills in the plan and the fit', 0, 600, false],
  [
    'skillStageMinutes',
    'More minutes for each stage of a skill',
    'work on skills in the plan and the fit',
    0,
    200,
    false,
  ],
  [
    'ownWeeks',
    'Weeks for a piece or a skill without a date',
    'how much of it the plan asks each week, on the minutes the goals leave',
    1,
    52,
    true,
  ],
  [
    'rhythmWeeks',
    'Weeks of rhythm before a piece is learned',
    'when the learning of a new piece begins for a student who meets the rhythm before the score',
    0,
    26,
    true,
  ],
  [
    'firstRhythmWeeks',
    'The same where a figure is met for the first time',
    'when the learning of a new piece with such a rhythm gate begins',
    0,
    26,
    true,
  ],
  [
    'leastMarkMinutes',
    'Minutes one mark more takes at least',
    'what the next hour is best spent on',
    1,
    600,
    true,
  ],
  [
    'flatMarkMinutes',
    'Minutes one mark more takes where no rise is expected',
    'what the next hour is best spent on',
    1,
    600,
    true,
  ],
  [
    'notesPercent',
    inTerms('Percent of the minutes of a bar that go with the number of its notes'),
    inTerms('how many minutes a thinned bar saves in a rescue'),
    0,
    100,
    true,
  ],
  [
    'readyWeeks',
    'Weeks of work with which a level is ready now',
    'what the fit calls ready now',
    0,
    26,
    true,
  ],
  [
    'visitMinutes',
    'Least minutes for each item in every week',
    'weeks of the plan in which an item would not be touched',
    0,
    120,
    false,
  ],
  [
    'blockMinutes',
    'Minutes of a visit before the week has another',
    'on how many days of the card an item stands',
    1,
    120,
    true,
  ],
  [
    'performWeeks',
    'Weeks before the session for performing',
    'by when all other work of a plan is to end',
    0,
    26,
    true,
  ],
  [
    'shortPerformWeeks',
    'The same before a recording or a recital',
    'by when all other work of a plan is to end',
    0,
    26,
    true,
  ],
  [
    'goNoGoWeeks',
    'Weeks before the date in which to decide whether to go',
    'the day of go or no-go on the plan',
    0,
    26,
    true,
  ],
  [
    'securePercent',
    'Percent of the tempo at which the tempo ladder starts',
    'tempos of the plan and the card, where none was set',
    20,
    100,
    true,
  ],
  ['ladderRungs', 'Tempos of the ladder, both ends among them', 'tempos of the card', 2, 20, true],
  [
    'cleanTimes',
    'Clean times in a row before a place is done, or goes up a tempo',
    'tempos of the card, and when a place no longer comes back',
    1,
    20,
    true,
  ],
  [
    'judgedPercent',
    'Percent of the tempo from which bounced strokes, rolls and breath can be judged',
    'what the card says cannot be judged yet',
    0,
    100,
    true,
  ],
  ['placeMinutes', 'Minutes on one place of a piece', 'how many blocks a visit of the card has', 2, 60, true],
  [
    'firstReturn',
    'Days until a place comes back, the first time',
    'which bars stand on the card',
    1,
    60,
    true,
  ],
  ['secondReturn', 'The second time', 'which bars stand on the card', 1, 60, true],
  ['thirdReturn', 'The third time', 'which bars stand on the card', 1, 60, true],
  ['laterReturn', 'From then on', 'which bars stand on the card', 1, 60, true],
];

/** What counts, and in what it is measured. */
const DIFFICULTY_WORDS: Readonly<Record<Difficulty, readonly [string, string]>> = {
  density: ['notes a second', 'notes a second'],
  accidentals: ['accidentals', 'accidentals in 100 notes'],
  leaps: ['leaps', 'semitones from note to note, on average'],
  rhythm: ['different note values', inTerms('different note values in a bar, beside the first')],
  span: ['wide chords', 'semitones sounding at once'],
};

/** Every assumed figure of the studio, in the order of the list. */
export const ASSUMED_FIGURES: readonly AssumedFigure[] = [
  ...EFFORT.map(([name, label, changes, min, max, whole]): AssumedFigure => ({
    name,
    group: WORK,
    label,
    changes: inTerms(changes),
    assumed:
      name in ASSUMED_EFFORT
        ? ASSUMED_EFFORT[name as keyof typeof ASSUMED_EFFORT]
        : (DEFAULT_EFFORT[name] ?? 0),
    min,
    max,
    whole,
    value: ({ effort }) =>
      name in ASSUMED_EFFORT
        ? effortFigure(effort, name as keyof typeof ASSUMED_EFFORT)
        : (effort[name] ?? 0),
    isSet: ({ effort, effortSet }) =>
      name in ASSUMED_EFFORT ? effort[name] !== undefined : effortSet.includes(name),
    withValue: (settings, value) => ({
      ...settings,
      effort:
        value !== null
          ? { ...settings.effort, [name]: value }
          : name in ASSUMED_EFFORT
            ? without(settings.effort, name)
            : { ...settings.effort, [name]: DEFAULT_EFFORT[name] },
      effortSet: [...settings.effortSet.filter((each) => each !== name), ...(value === null ? [] : [name])],
    }),
  })),
  ...STAGES.map((stage): AssumedFigure => ({
    name: `share ${stage}`,
    group: 'Share of a piece’s minutes by stage, in 100',
    label: stage,
    changes: 'minutes of the stage, and the day of its gate',
    assumed: DEFAULT_EFFORT.stageShares[stage],
    min: 0,
    max: 100,
    whole: false,
    value: ({ effort }) => effort.stageShares[stage],
    isSet: ({ effort }) => effort.stageShares[stage] !== DEFAULT_EFFORT.stageShares[stage],
    withValue: (settings, value) => {
      const stageShares = {
        ...settings.effort.stageShares,
        [stage]: value ?? DEFAULT_EFFORT.stageShares[stage],
      };
      const isSet = STAGES.some((each) => stageShares[each] !== DEFAULT_EFFORT.stageShares[each]);
      return {
        ...settings,
        effort: { ...settings.effort, stageShares },
        effortSet: [
          ...settings.effortSet.filter((each) => each !== 'stageShares'),
          ...(isSet ? ['stageShares'] : []),
        ],
      };
    },
  })),
  ...(Object.keys(WEIGHTS) as WeightName[]).map((name): AssumedFigure => ({
    name: `weight ${name}`,
    group: inTerms('Points of the programme search'),
    label: WEIGHTS[name].label,
    changes: inTerms('which programmes are the best'),
    assumed: WEIGHTS[name].points,
    min: 0,
    max: 1_000,
    whole: true,
    value: (settings) => weightOf({ settings }, name),
    isSet: ({ weights }) => weights?.[name] !== undefined,
    withValue: (settings, value) => {
      const others = without(settings.weights ?? {}, name);
      const weights = value === null ? others : { ...others, [name]: value };
      return Object.keys(weights).length === 0 ? without(settings, 'weights') : { ...settings, weights };
    },
  })),
  ...DIFFICULTIES.flatMap((of) =>
    (['Share', 'Full'] as const).map((which): AssumedFigure => {
      const name = `${of}${which}` as const;
      return {
        name,
        group: inTerms('Difficulty of a bar in a score'),
        label:
          which === 'Share'
            ? `Weight of ${DIFFICULTY_WORDS[of][0]}`
            : `Full from: ${DIFFICULTY_WORDS[of][1]}`,
        changes: inTerms('how hard each bar is, its tint, and which bars to work on first'),
        assumed: ASSUMED_DIFFICULTY[name],
        min: which === 'Share' ? 0 : 1,
        max: 100,
        whole: true,
        value: ({ difficulty }) => difficulty?.[name] ?? ASSUMED_DIFFICULTY[name],
        isSet: ({ difficulty }) => difficulty?.[name] !== undefined,
        withValue: (settings, value) => {
          const others = without(settings.difficulty ?? {}, name);
          const difficulty = value === null ? others : { ...others, [name]: value };
          return Object.keys(difficulty).length === 0
            ? without(settings, 'difficulty')
            : { ...settings, difficulty };
        },
      };
    }),
  ),
  ...(
    [
      [
        'fermataSeconds',
        'Seconds a pause sign adds',
        'playing times that are read from scores',
        0,
        0,
        60,
        false,
      ],
      [
        'askAfterDays',
        'Days after which a skill not heard is asked about',
        'skills due for a check',
        ASK_AFTER_DAYS,
        1,
        3_650,
        true,
      ],
      [
        'backupDays',
        'Days after which a backup is asked for',
        'the reminder on the register',
        BACKUP_DAYS,
        1,
        3_650,
        true,
      ],
      [
        'oldMarkWeeks',
        'Weeks after which the latest mark of a goal is old',
        'what Readiness says of its forecast',
        OLD_MARK_WEEKS,
        1,
        104,
        true,
      ],
      [
        'steadySlips',
        'Slips a steady run-through may have',
        'which run-throughs count as steady',
        STEADY_SLIPS,
        0,
        99,
        true,
      ],
      [
        'streakRuns',
        'Clean run-throughs in a row that are aimed at',
        'the odds that are told of a row',
        STREAK,
        1,
        20,
        true,
      ],
      [
        'piecesAYear',
        'Pieces a student aims at in a year',
        'the pace of a repertoire',
        AIM_OF_A_YEAR,
        1,
        400,
        true,
      ],
    ] as const
  ).map(([name, label, changes, assumed, min, max, whole]): AssumedFigure => ({
    name,
    group: 'Scores, skills, repertoire, backups',
    label,
    changes,
    assumed,
    min,
    max,
    whole,
    value: (settings) => settings[name] ?? assumed,
    isSet: (settings) => settings[name] !== undefined,
    withValue: (settings, value) =>
      value === null ? without(settings, name) : { ...settings, [name]: value },
  })),
];
