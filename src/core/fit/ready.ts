import type { EffortSettings } from '../effort';
import {
  besideOf,
  criteriaWeeksOf,
  isKnown,
  skillMinutes,
  type Beside,
  type GoalToPlan,
  type PlanInput,
  type SkillsHad,
} from '../plan';
import { NO_OWN_CHOICE, ownChoices, type OwnChoices } from '../programme';
import { excerptToLearn, type Piece } from '../repertoire';
import {
  asksTheStudent,
  choosesPieces,
  commonLevel,
  compileLevel,
  listedPieces,
  type CommonLevels,
  type CompiledLevel,
  type Level,
  type RequirementSet,
  type Rule,
  type SearchPiece,
  type Session,
  type UsedPiece,
} from '../requirements';
import {
  familyOf,
  studentSkills,
  type InstrumentFamily,
  type NamedFamilies,
  type SkillBook,
  type SkillMap,
} from '../skills';
import type { Student } from '../students';
import { daysBetween, type CalendarDay } from '../time';

/** A student as the fit sees them. */
export interface FitStudent {
  readonly student: Student;
  readonly book: SkillBook;
  readonly used: readonly UsedPiece[];
  /** Whether a piece of the own repertoire was learned. */
  readonly hasPlayed: boolean;
  /** The day of entry by `entryKey`, for goals entered already. */
  readonly entered: ReadonlyMap<string, CalendarDay>;
  /** The student's open goals as they stand, with what of them is done. The same object as long as nothing of it changes. */
  readonly plan: PlanInput;
  /** The highest common level held on the instrument. */
  readonly held: number;
  /** Figures of the work on pieces, as they hold for the student. */
  readonly effort: EffortSettings;
}

export interface FitColumn {
  readonly set: RequirementSet;
  readonly level: Level;
  readonly session: Session;
}

export interface FitSettings {
  readonly today: CalendarDay;
  readonly effort: EffortSettings;
  readonly commonLevels: CommonLevels;
  readonly map: SkillMap;
  /** Families the teacher has named, by instrument. */
  readonly families?: NamedFamilies;
  readonly pieces: ReadonlyMap<string, Piece>;
  readonly sets: readonly RequirementSet[];
}

/** A column made ready once for all students. */
export interface ReadyColumn extends FitColumn {
  /** As it is searched for players of an instrument; made when the first of them needs it. */
  readonly forPlayers: (instrument: string) => ColumnForPlayers;
  /** Pieces that lists or excerpts of the level name and the studio has not. */
  readonly gone: readonly string[];
  readonly common: number;
  /** Rules that only ask about the student. */
  readonly studentRules: readonly Rule[];
  /** Components that name bars of a piece, and the pieces of them the studio has not. */
  readonly excerpts: readonly {
    readonly componentId: string;
    readonly piece: Piece;
    readonly bars: number;
  }[];
  readonly lacking: readonly string[];
  /** Components that are no pieces: so many minutes a week each. */
  readonly prepared: number;
  /** Weeks in which the whole is only performed. */
  readonly criteriaWeeks: number;
  /** Whole weeks to the session, or to the last day for a recording. */
  readonly weeksToSession: number;
  readonly weeksToEntry: number | null;
}
export interface ColumnForPlayers extends Pick<OwnChoices, 'cut' | 'unsaid'> {
  readonly compiled: CompiledLevel;
  /**
   * The programme found last, and each student's own by the student's id: good guesses for the next student, and for the
   * same one after a change. They make the search shorter and change nothing.
   */
  readonly found: { last: readonly SearchPiece[]; readonly of: Map<string, readonly SearchPiece[]> };
}

/** A student made ready once for all columns. */
export interface ReadyStudent extends FitStudent {
  readonly map: SkillMap;
  readonly family: InstrumentFamily | null;
  /** Something says how far the student is; else nothing can be counted from. */
  readonly isKnown: boolean;
  readonly heldSkills: ReadonlySet<string>;
  /** The same, for what is learned first. */
  readonly had: SkillsHad;
  /** What the other open goals leave: those of another level than one asked about. */
  readonly besideFor: (column: Pick<FitColumn, 'set' | 'level'>) => Beside;
  /** What there is without any. */
  readonly alone: Beside;
  /** Indexes of the skills to learn for a demand, by the demand's words. */
  readonly forDemand: Map<string, readonly number[]>;
  readonly forPiece: Map<string, readonly number[]>;
  /** Whether nobody knows a demand, by its words. */
  readonly isUnknown: Map<string, boolean>;
}

/** The question of the fit, with what all its cells share. */
export interface Fit {
  readonly settings: FitSettings;
  readonly skillIds: readonly string[];
  readonly skillAt: ReadonlyMap<string, number>;
  readonly skillMinutes: readonly number[];
}

export function openFit(settings: FitSettings): Fit {
  const skills = [...settings.map.values()];
  return {
    settings,
    skillIds: skills.map((skill) => skill.id),
    skillAt: new Map(skills.map((skill, at) => [skill.id, at])),
    skillMinutes: skills.map((skill) => skillMinutes(skill, settings.effort)),
  };
}

export function readyColumn(fit: Fit, column: FitColumn): ReadyColumn {
  const { set, level, session } = column;
  const common = commonLevel(fit.settings.commonLevels, set.family, level.rank);
  const { pieces, sets, commonLevels } = fit.settings;
  const chooses = level.components.some(({ source }) => source.kind === 'own choice');
  const made = new Map<string, ColumnForPlayers>();
  let gone: readonly string[] | undefined;
  const excerpts = level.components.flatMap(({ id, source }) =>
    source.kind === 'excerpt' ? [{ componentId: id, ...source }] : [],
  );
  return {
    ...column,
    common,
    forPlayers: (instrument) => {
      // Only what is the student's own choice depends on who plays.
      const key = chooses ? instrument : '';
      const known = made.get(key);
      if (known) return known;
      const own = chooses ? ownChoices(common, instrument, pieces, sets, commonLevels) : NO_OWN_CHOICE;
      const players = {
        compiled: compileLevel(set, level, pieces, own.pieces),
        cut: own.cut,
        unsaid: own.unsaid,
        found: { last: [], of: new Map() },
      };
      made.set(key, players);
      return players;
    },
    criteriaWeeks: criteriaWeeksOf(fit.settings.effort, set, session),
    weeksToSession: wholeWeeks(fit.settings.today, dateOf(session, fit.settings.today)),
    weeksToEntry: session.entryCloses === null ? null : wholeWeeks(fit.settings.today, session.entryCloses),
    get gone() {
      return (gone ??= namedIn(set, level).filter((id) => !pieces.has(id)));
    },
    studentRules: level.rules.filter(asksTheStudent),
    excerpts: excerpts.flatMap(({ componentId, pieceId, bars }) => {
      const piece = pieces.get(pieceId);
      return piece ? [{ componentId, piece, bars: excerptToLearn(piece, bars) }] : [];
    }),
    lacking: excerpts.flatMap(({ pieceId }) => (pieces.has(pieceId) ? [] : [pieceId])),
    prepared: level.components.filter((each) => !choosesPieces(each) && each.source.kind !== 'excerpt')
      .length,
  };
}

/** Ids of the pieces that the level's lists and excerpts name. */
export const namedIn = (set: RequirementSet, level: Level): string[] =>
  level.components.flatMap((component) =>
    component.source.kind === 'excerpt' ? [component.source.pieceId] : (listedPieces(component, set) ?? []),
  );

export function prepareStudent({ settings }: Fit, given: FitStudent): ReadyStudent {
  const { map, held } = studentSkills(settings.map, given.book, given.held);
  const family = familyOf(given.student.instrument, settings.families);
  const { student, book, used, hasPlayed, plan } = given;
  const alone = besideOf({ ...plan, goals: [] });
  const besides = new Map<string, Beside>();
  const besideFor: ReadyStudent['besideFor'] = ({ set, level }) => {
    const isOther = ({ goal }: GoalToPlan) => goal.setId !== set.id || goal.levelId !== level.id;
    const goals = plan.goals.filter(isOther);
    if (goals.length === 0) return alone;
    const key = goals.map(({ goal }) => goal.id).join(' ');
    const known = besides.get(key) ?? besideOf({ ...plan, goals });
    besides.set(key, known);
    return known;
  };
  return {
    ...given,
    map,
    family,
    heldSkills: held,
    had: { map, held, words: settings.map, family },
    isKnown: isKnown(student, book, used, hasPlayed),
    besideFor,
    alone,
    forDemand: new Map(),
    forPiece: new Map(),
    isUnknown: new Map(),
  };
}

/** What comes first: the last day for a recording that can still be sent, or the session. */
const dateOf = ({ day, recordingDue }: Session, today: CalendarDay): CalendarDay =>
  recordingDue !== null && recordingDue > today && recordingDue < day ? recordingDue : day;

const wholeWeeks = (from: CalendarDay, to: CalendarDay) => Math.max(0, Math.floor(daysBetween(from, to) / 7));
