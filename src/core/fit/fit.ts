import { minutesForBars, type EffortSettings } from '../effort';
import {
  cheapestProgramme,
  NO_OWN_CHOICE,
  ownChoices,
  searchFacts,
  type CheapestProgramme,
  type OwnChoices,
  type PieceCost,
} from '../programme';
import { barsToLearn, type Piece } from '../repertoire';
import {
  checkRule,
  choosesPieces,
  commonLevel,
  levelsUp,
  listedPieces,
  opensTo,
  type CommonLevels,
  type Entry,
  type Level,
  type RequirementSet,
  type Rule,
  type Session,
  type UsedPiece,
  compileLevel,
  type CompiledLevel,
  type SearchFacts,
  type SearchPiece,
} from '../requirements';
import {
  studentSkills,
  familyOf,
  meaningOf,
  minutesForSkill,
  missingSkills,
  type InstrumentFamily,
  type NamedFamilies,
  type SkillBook,
  type SkillMap,
} from '../skills';
import { heldRank, type Student } from '../students';
import { daysBetween, type CalendarDay } from '../time';
import type { FitDetail, FitState, NotEligible, Unknown } from './fit-state';
import { weeksNeeded } from './weeks-needed';

/** At most so many weeks of work, with nothing missing, is ready now. Our choice, as teachers give a piece back so long before. */
const READY_WEEKS = 3;

/** A student as the fit sees them. */
export interface FitStudent {
  readonly student: Student;
  readonly book: SkillBook;
  readonly used: readonly UsedPiece[];
  /** Whether a piece of the own repertoire was learned. */
  readonly hasPlayed: boolean;
  /** The day of entry by `entryKey`, for goals entered already. */
  readonly entered: ReadonlyMap<string, CalendarDay>;
  /** Minutes of the coming periods, lesson to lesson, for a year. */
  readonly periods: readonly number[];
  /** The highest common level held on the instrument. */
  readonly held: number;
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
  /** Components that are no pieces: so many minutes a week each. */
  readonly prepared: number;
  readonly weeksToSession: number;
  readonly weeksToEntry: number | null;
}
export interface ColumnForPlayers extends Pick<OwnChoices, 'cut' | 'unsaid'> {
  readonly compiled: CompiledLevel;
  /** The programme found last: a good guess for the next student, which makes the search shorter and changes nothing. */
  readonly guess: { places: readonly SearchPiece[] };
}

/** A student made ready once for all columns. */
export interface ReadyStudent extends FitStudent {
  readonly map: SkillMap;
  readonly family: InstrumentFamily | null;
  /** Something says how far the student is; else nothing can be counted from. */
  readonly isKnown: boolean;
  readonly heldSkills: ReadonlySet<string>;
  /** Indexes of the skills to learn for a demand, by the demand's words. */
  readonly forDemand: Map<string, readonly number[]>;
  readonly forPiece: Map<string, readonly number[]>;
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
    skillMinutes: skills.map(minutesForSkill),
  };
}

export function readyColumn(fit: Fit, column: FitColumn): ReadyColumn {
  const { set, level, session } = column;
  const common = commonLevel(fit.settings.commonLevels, set.family, level.rank);
  const { pieces, sets, commonLevels } = fit.settings;
  const chooses = level.components.some(({ source }) => source.kind === 'own choice');
  const made = new Map<string, ColumnForPlayers>();
  let gone: readonly string[] | undefined;
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
        guess: { places: [] },
      };
      made.set(key, players);
      return players;
    },
    weeksToSession: wholeWeeks(fit.settings.today, session.day),
    weeksToEntry: session.entryCloses === null ? null : wholeWeeks(fit.settings.today, session.entryCloses),
    get gone() {
      return (gone ??= namedIn(set, level).filter((id) => !pieces.has(id)));
    },
    prepared: level.components.filter((each) => !choosesPieces(each) && each.source.kind !== 'excerpt')
      .length,
  };
}

/** Ids of the pieces that the level's lists and excerpts name. */
const namedIn = (set: RequirementSet, level: Level): string[] =>
  level.components.flatMap((component) =>
    component.source.kind === 'excerpt' ? [component.source.pieceId] : (listedPieces(component, set) ?? []),
  );

export function readyStudent({ settings }: Fit, given: FitStudent): ReadyStudent {
  const { map, held } = studentSkills(settings.map, given.book, given.held);
  return {
    ...given,
    map,
    family: familyOf(given.student.instrument, settings.families),
    heldSkills: held,
    isKnown: isKnown(given),
    forDemand: new Map(),
    forPiece: new Map(),
  };
}

/** A level, a skill heard, a piece played before, or the word that the student is a beginner. */
const isKnown = ({ student, book, used, hasPlayed }: FitStudent): boolean =>
  student.isBeginner === true ||
  hasPlayed ||
  student.levelsHeld.length + book.evidence.length + book.exceptions.length + used.length > 0;

/** Everything behind one cell, by the cheapest programme there is. */
export const fitDetail = (fit: Fit, student: ReadyStudent, column: ReadyColumn): FitDetail =>
  fitWith(fit, student, column, cheapestProgramme);

/** The state of one cell. */
export const fitState = (fit: Fit, student: ReadyStudent, column: ReadyColumn): FitState =>
  fitDetail(fit, student, column).state;

type Search = (
  compiled: CompiledLevel,
  cost: (place: SearchPiece) => PieceCost,
  skillMinutes: readonly number[],
  facts: SearchFacts,
  hint: readonly SearchPiece[],
) => CheapestProgramme | null;

/** The same by any search that finds the programme of the fewest minutes. */
export function fitWith(fit: Fit, ready: ReadyStudent, column: ReadyColumn, search: Search): FitDetail {
  const { level } = column;
  const { today } = fit.settings;
  const bare = {
    verdicts: [],
    programme: [],
    missing: [],
    minutes: 0,
    minutesPerWeek: 0,
    weeksNeeded: null,
    weeksToSession: column.weeksToSession,
    weeksToEntry: column.weeksToEntry,
  };
  const settled = beforeTheRules(ready, column, today);
  if (settled) return { ...bare, state: settled };
  const entry = entryFor(fit, ready, column);
  const verdicts = level.rules.filter(asksTheStudent).map((rule) => checkRule(rule, entry));
  const withRules = { ...bare, verdicts };
  const failed = verdicts.filter(({ status }) => status === 'unmet').map(({ ruleId }) => ruleId);
  if (failed.length > 0) return { ...withRules, state: notEligible({ kind: 'rules', ruleIds: failed }) };
  const unknown = new Set<string>();
  const minutesFor = minutesForBars(levelsUp(ready.held, column.common), fit.settings.effort);
  const cost = ({ piece }: SearchPiece): PieceCost => {
    const bars = barsToLearn(piece);
    if (bars === null) unknown.add(piece.id);
    return { minutes: bars === null ? Infinity : minutesFor(bars), skills: skillsFor(fit, ready, piece) };
  };
  const players = column.forPlayers(ready.student.instrument);
  const found = search(players.compiled, cost, fit.skillMinutes, searchFacts(entry), players.guess.places);
  if (found) players.guess.places = found.places;
  const excerpts = level.components.flatMap(({ id, source }) => {
    const piece = source.kind === 'excerpt' ? fit.settings.pieces.get(source.pieceId) : undefined;
    if (!piece || source.kind !== 'excerpt') return [];
    const bars = source.bars.to - source.bars.from + 1;
    return [{ componentId: id, piece, minutes: minutesFor(bars) }];
  });
  if (!found) {
    // That there is no programme is certain only where every piece was looked at.
    const state: FitState =
      unknown.size > 0
        ? undecided({ kind: 'bars', pieceIds: [...unknown] })
        : column.gone.length > 0
          ? undecided({ kind: 'pieces', pieceIds: column.gone })
          : players.cut + players.unsaid > 0
            ? undecided({ kind: 'own choice', more: players.cut, unsaid: players.unsaid })
            : notEligible({ kind: 'no programme' });
    return { ...withRules, state };
  }
  const lacking = level.components.flatMap(({ source }) =>
    source.kind === 'excerpt' && !fit.settings.pieces.has(source.pieceId) ? [source.pieceId] : [],
  );
  const strange = unknownDemands(fit, ready, [
    ...found.places.map(({ piece }) => piece),
    ...excerpts.map(({ piece }) => piece),
  ]);
  const asked = missingSkills(ready.map, ready.heldSkills, [
    ...level.skills,
    ...excerpts.flatMap(({ piece }) => demandsOf(fit, ready, piece)),
    ...found.skills.map((at) => fit.skillIds[at] ?? ''),
  ]);
  const missing = asked.map((skill) => ({ skillId: skill.id, minutes: minutesForSkill(skill) }));
  const programme = [
    ...found.places.map((place) => ({
      componentId: players.compiled.slots[place.slot]?.componentId ?? '',
      pieceId: place.piece.id,
      minutes: cost(place).minutes,
    })),
    ...excerpts.map(({ componentId, piece, minutes }) => ({ componentId, pieceId: piece.id, minutes })),
  ];
  const minutes =
    programme.reduce((sum, each) => sum + each.minutes, 0) +
    missing.reduce((sum, each) => sum + each.minutes, 0);
  const minutesPerWeek = column.prepared * fit.settings.effort.preparedMinutesPerWeek;
  const weeks = weeksNeeded(ready.periods, minutes, minutesPerWeek);
  const open = verdicts.filter(({ status }) => status === 'undecided').map(({ ruleId }) => ruleId);
  const state: FitState =
    open.length > 0
      ? undecided({ kind: 'rules', ruleIds: open })
      : !ready.isKnown
        ? undecided({ kind: 'student' })
        : lacking.length > 0
          ? undecided({ kind: 'pieces', pieceIds: lacking })
          : strange.length > 0
            ? undecided(
                ready.family === null
                  ? { kind: 'family', instrument: ready.student.instrument }
                  : { kind: 'demands', names: strange },
              )
            : weeks === null
              ? { kind: 'beyond', weeks: null }
              : missing.length === 0 && weeks <= READY_WEEKS && weeks <= bare.weeksToSession
                ? { kind: 'ready now', weeks }
                : weeks <= bare.weeksToSession
                  ? { kind: 'reachable', weeks }
                  : { kind: 'beyond', weeks };
  return { ...withRules, state, programme, missing, minutes, minutesPerWeek, weeksNeeded: weeks };
}

const notEligible = (why: NotEligible): FitState => ({ kind: 'not eligible', why });
const undecided = (unknown: Unknown): FitState => ({ kind: 'undecided', unknown });
const wholeWeeks = (from: CalendarDay, to: CalendarDay) => Math.max(0, Math.floor(daysBetween(from, to) / 7));

/** Names one level at one session. */
export const entryKey = (setId: string, levelId: string, sessionId: string): string =>
  `${setId} ${levelId} ${sessionId}`;

/** What needs no rule: another instrument, a session gone by, a level held or left behind. */
function beforeTheRules(
  { student }: ReadyStudent,
  { set, level, session }: ReadyColumn,
  today: CalendarDay,
): FitState | null {
  if (!opensTo(set, level, student.instrument))
    return notEligible({ kind: 'instrument', open: level.instruments.join(', ') || set.instrument });
  const held = student.levelsHeld.find((each) => each.family === set.family && each.rank === level.rank);
  if (held && set.kind === 'graded exam') return { kind: 'held', award: held.award, day: held.day };
  if (set.kind === 'graded exam' && heldRank(student, set.family) > level.rank) {
    const top = student.levelsHeld.reduce((a, b) => (b.family === set.family && b.rank > a.rank ? b : a), {
      rank: 0,
      levelName: '',
    });
    return { kind: 'past it', levelName: top.levelName };
  }
  return session.day <= today ? notEligible({ kind: 'session past' }) : null;
}

/** Rules about who may enter and when; what is settled with the entry itself does not decide the fit. */
const ABOUT_THE_STUDENT: readonly Rule['kind'][] = [
  'edition valid',
  'level held',
  'age',
  'year group',
  'entry closes',
];
const asksTheStudent = (rule: Rule): boolean =>
  rule.kind === 'combined' ? rule.rules.every(asksTheStudent) : ABOUT_THE_STUDENT.includes(rule.kind);

/** An entry of the student with nothing chosen yet, entered in time as far as that can still be done. */
function entryFor(
  { settings }: Fit,
  { student, used, entered }: ReadyStudent,
  { set, level, session }: ReadyColumn,
): Entry {
  const { today } = settings;
  const last = session.late?.until ?? session.entryCloses;
  const inTime = last !== null && today <= last ? (session.entryCloses ?? today) : null;
  const could = inTime !== null && today <= inTime ? today : inTime;
  return {
    today,
    set,
    level,
    session,
    student,
    pieces: settings.pieces,
    programme: {},
    facts: {},
    enteredOn: entered.get(entryKey(set.id, level.id, session.id)) ?? could,
    takes: null,
    recordingSentOn: null,
    conditions: {},
    editions: {},
    memorised: [],
    scalesHeard: [],
    used,
    waivers: [],
  };
}

const demandsOf = ({ settings }: Fit, { family }: ReadyStudent, piece: Piece): string[] =>
  piece.demands.flatMap((demand) => {
    const meaning = meaningOf(settings.map, family, demand);
    return meaning.kind === 'skill' ? [meaning.id] : [];
  });

/** Demands that nobody knows: what they ask for is not counted, so nothing rests on the piece. */
const unknownDemands = ({ settings }: Fit, { family }: ReadyStudent, pieces: readonly Piece[]): string[] => [
  ...new Set(
    pieces.flatMap(({ demands }) =>
      demands.filter((demand) => meaningOf(settings.map, family, demand).kind === 'unknown'),
    ),
  ),
];

/** The skills a piece asks for that are still to be learned, each with what comes before it. */
function skillsFor(fit: Fit, ready: ReadyStudent, piece: Piece): readonly number[] {
  const known = ready.forPiece.get(piece.id);
  if (known) return known;
  const all = new Set<number>();
  for (const demand of piece.demands) for (const skill of skillsForDemand(fit, ready, demand)) all.add(skill);
  const skills = [...all];
  ready.forPiece.set(piece.id, skills);
  return skills;
}

function skillsForDemand(fit: Fit, ready: ReadyStudent, demand: string): readonly number[] {
  const known = ready.forDemand.get(demand);
  if (known) return known;
  const meaning = meaningOf(fit.settings.map, ready.family, demand);
  const skills =
    meaning.kind === 'skill'
      ? missingSkills(ready.map, ready.heldSkills, [meaning.id]).flatMap(
          (skill) => fit.skillAt.get(skill.id) ?? [],
        )
      : [];
  ready.forDemand.set(demand, skills);
  return skills;
}
