import { DEFAULT_EFFORT, type EffortSettings } from '../effort';
import type { OwnWords } from '../marks';
import type { CommonLevels } from '../requirements';
import type { DifficultyFigures } from '../score';
import type { NamedFamilies, Skill } from '../skills';

/** What a family report may say, in its order. */
export const REPORT_FACTS = [
  'levels',
  'pieces',
  'results',
  'skills',
  'practice',
  'goals',
  'forecast',
  'next steps',
] as const;
export type ReportFact = (typeof REPORT_FACTS)[number];

export interface StudioSettings {
  readonly id: 'studio';
  readonly teacher: string;
  readonly place: string;
  readonly effort: EffortSettings;
  /** Names of the effort figures the teacher has set; the others are shown as assumed. */
  readonly effortSet: readonly string[];
  /** Where levels of a syllabus stand on one scale, by family and rank; a level left out stands at its own rank. */
  readonly commonLevels: CommonLevels;
  /** Skills the teacher has added to the shipped map. */
  readonly ownSkills: readonly Skill[];
  /** Families of instruments the shipped table does not know, by the instrument in lower case; named by the teacher. */
  readonly instrumentFamilies?: NamedFamilies;
  /** Seconds a pause sign adds to a performed time; left out until the teacher says so, and then none. */
  readonly fermataSeconds?: number;
  /** Print names as initials. */
  readonly initialsOnPaper: boolean;
  /** Days without hearing a skill after which it is asked about; left out until the teacher says so. */
  readonly askAfterDays?: number;
  /** First steps of a new studio that were skipped, by name. */
  readonly skippedSteps?: readonly string[];
  /** Whether a practice card was ever printed. */
  readonly cardPrinted?: boolean;
  /** The metronome comes in when the notes are secure; left out: from the first week. */
  readonly metronomeFrom?: 'secure';
  /** Days after which the studio file is asked for again; left out until the teacher says so. */
  readonly backupDays?: number;
  /** Pieces a student aims at in a year; left out until the teacher says so. */
  readonly piecesAYear?: number;
  /** Slips with which a run-through is still a steady one; left out until the teacher says so. */
  readonly steadySlips?: number;
  /** Weeks after which the latest mark of a goal is called old; left out likewise. */
  readonly oldMarkWeeks?: number;
  /** Clean run-throughs in a row that are aimed at; left out until the teacher says so. */
  readonly streakRuns?: number;
  /** The teacher's words for ranges of a student's own mark of ten. */
  readonly ownWords?: readonly OwnWords[];
  /** Weights of the programme search that the teacher has set, by name; the others stand at their defaults. */
  readonly weights?: Readonly<Record<string, number>>;
  /** What family reports say; left out as long as they say the usual. */
  readonly reportFacts?: readonly ReportFact[];
  /** What makes a bar of a score hard, where the teacher has set it. */
  readonly difficulty?: Partial<DifficultyFigures>;
}

export const DEFAULT_SETTINGS: StudioSettings = {
  id: 'studio',
  teacher: '',
  place: '',
  effort: DEFAULT_EFFORT,
  effortSet: [],
  commonLevels: {},
  ownSkills: [],
  initialsOnPaper: false,
};

/** Our choice, because a fortnight of marks can still be told again. */
export const BACKUP_DAYS = 14;
