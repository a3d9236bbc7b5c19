import { ASSUMED_EFFORT, DEFAULT_EFFORT, effortFigure, STAGES } from '@/core/effort';
import { BACKUP_DAYS, type StudioSettings } from '@/core/files';
import { AIM_OF_A_YEAR, OLD_MARK_WEEKS, WEIGHTS, weightOf, type WeightName } from '@/core/register';
import { ASSUMED_DIFFICULTY, DIFFICULTIES, type Difficulty } from '@/core/score';
import { ASK_AFTER_DAYS } from '@/core/skills';
import { STEADY_SLIPS, STREAK } from '@/core/runs';
import { inTerms } from '@/core/terms';
import { without } from '@/core/without';
import { EFFORT_ROWS } from './effort-rows';

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

const WORK = 'Minutes of work';
/** What counts, and in what it is measured. */
const DIFFICULTY_WORDS: Readonly<Record<Difficulty, readonly [string, string]>> = {
  density: ['notes a second', 'notes a second'],
  accidentals: ['accidentals', 'accidentals in 100 notes'],
  leaps: ['leaps', 'semitones from note to note, on average'],
  rhythm: ['different note values', inTerms('different note values in a bar, beside the first')],
  span: ['wide chords', 'semitones sounding at once'],
};

/** Whether a figure of effort may be left out of the settings. */
const isAssumed = (name: string): name is keyof typeof ASSUMED_EFFORT => name in ASSUMED_EFFORT;

/** Every assumed figure of the studio, in the order of the list. */
export const ASSUMED_FIGURES: readonly AssumedFigure[] = [
  ...EFFORT_ROWS.map(([name, label, changes, min, max, whole]): AssumedFigure => ({
    name,
    group: WORK,
    label,
    changes: inTerms(changes),
    assumed: isAssumed(name) ? ASSUMED_EFFORT[name] : DEFAULT_EFFORT[name],
    min,
    max,
    whole,
    value: ({ effort }) => (isAssumed(name) ? effortFigure(effort, name) : effort[name]),
    isSet: ({ effort, effortSet }) =>
      isAssumed(name) ? effort[name] !== undefined : effortSet.includes(name),
    withValue: (settings, value) => ({
      ...settings,
      effort:
        value !== null
          ? { ...settings.effort, [name]: value }
          : isAssumed(name)
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
