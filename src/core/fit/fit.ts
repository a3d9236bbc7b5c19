import { effortFigure, minutesForBars } from '../effort';
import {
  skillMinutes,
  skillsForDemand,
  skillsToLearn,
  type Candidate,
  type GoalToPlan,
  type SkillToLearn,
} from '../plan';
import {
  cheapestProgramme,
  NEW_ENTRY,
  NEW_GOAL_PLAN,
  type CheapestProgramme,
  type PieceCost,
} from '../programme';
import { barsToLearn, type Piece } from '../repertoire';
import {
  checkRule,
  levelsUp,
  opensTo,
  searchFacts,
  type Choice,
  type CompiledLevel,
  type Entry,
  type Programme,
  type SearchFacts,
  type SearchPiece,
} from '../requirements';
import { meaningOf } from '../skills';
import { heldRank } from '../students';
import type { CalendarDay } from '../time';
import type { FitDetail, FitState, NotEligible, Unknown } from './fit-state';
import type { Fit, ReadyColumn, ReadyStudent } from './ready';

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
  hints: readonly (readonly SearchPiece[])[],
) => CheapestProgramme | null;

/** The same by any search that finds the programme of the fewest minutes. */
export function fitWith(fit: Fit, ready: ReadyStudent, column: ReadyColumn, search: Search): FitDetail {
  const { level } = column;
  const { today } = fit.settings;
  const settled = beforeTheRules(ready, column, today);
  if (settled) return noProgramme(column, settled, []);
  const entry = entryFor(fit, ready, column);
  const verdicts = column.studentRules.map((rule) => checkRule(rule, entry));
  const failed = verdicts.filter(({ status }) => status === 'unmet').map(({ ruleId }) => ruleId);
  if (failed.length > 0)
    return noProgramme(column, notEligible({ kind: 'rules', ruleIds: failed }), verdicts);
  const unknown = new Set<string>();
  const minutesFor = minutesForBars(levelsUp(ready.held, column.common), ready.effort);
  const cost = ({ piece }: SearchPiece): PieceCost => {
    const bars = barsToLearn(piece);
    if (bars === null) unknown.add(piece.id);
    return { minutes: bars === null ? Infinity : minutesFor(bars), skills: skillsFor(fit, ready, piece) };
  };
  const players = column.forPlayers(ready.student.instrument);
  const { found: others } = players;
  const hints = [others.last, others.of.get(ready.student.id) ?? []];
  const found = search(players.compiled, cost, fit.skillMinutes, searchFacts(entry), hints);
  if (found) {
    others.last = found.places;
    others.of.set(ready.student.id, found.places);
  }
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
    return noProgramme(column, state, verdicts);
  }
  const { excerpts, lacking } = column;
  const missing = skillsToLearn(
    ready.had,
    level,
    excerpts.map(({ piece }) => piece),
    found.skills.map((at) => fit.skillIds[at] ?? ''),
  ).map((skill) => ({ id: skill.id, name: skill.name, minutes: skillMinutes(skill, fit.settings.effort) }));
  const programme = [
    ...found.places.map((place) => ({
      componentId: players.compiled.slots[place.slot]?.componentId ?? '',
      pieceId: place.piece.id,
      minutes: cost(place).minutes,
    })),
    ...excerpts.map(({ componentId, piece, bars }) => ({
      componentId,
      pieceId: piece.id,
      minutes: minutesFor(bars),
    })),
  ];
  const minutes =
    programme.reduce((sum, each) => sum + each.minutes, 0) +
    missing.reduce((sum, each) => sum + each.minutes, 0);
  const minutesPerWeek = column.prepared * fit.settings.effort.preparedMinutesPerWeek;
  const beside = ready.besideFor(column);
  const isAlone = !beside.fits;
  const { session, criteriaWeeks, prepared } = column;
  const candidate: Candidate = {
    session,
    criteriaWeeks,
    pieces: programme.map(({ pieceId, minutes: own }, at) => ({
      id: at < found.places.length ? pieceId : null,
      minutes: own,
    })),
    skills: missing,
    prepared,
    goal: () => ({ goal: goalWith(fit, ready, column, programme, missing), pieces: fit.settings.pieces }),
  };
  const more = (isAlone ? ready.alone : beside).with(candidate);
  const weeks = more.fits
    ? (more.weeksNeeded(1, column.weeksToSession) ?? column.weeksToSession)
    : more.weeksNeeded(column.weeksToSession + 1, Infinity);
  // Beside full weeks no time is enough: then it is said how long it would take without them.
  const byItself =
    weeks === null && beside !== ready.alone ? ready.alone.with(candidate).weeksNeeded(1, Infinity) : null;
  const strange = unknownDemands(fit, ready, [
    ...found.places.map(({ piece }) => piece),
    ...excerpts.map(({ piece }) => piece),
  ]);
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
            : {
                ...(weeks === null || !more.fits
                  ? { kind: 'beyond', weeks }
                  : {
                      kind:
                        missing.length === 0 && weeks <= effortFigure(fit.settings.effort, 'readyWeeks')
                          ? 'ready now'
                          : 'reachable',
                      weeks,
                    }),
                ...(isAlone && { alone: true }),
                ...(byItself !== null && { byItself }),
              };
  return {
    state,
    verdicts,
    programme,
    missing: missing.map(({ id, minutes: own }) => ({ skillId: id, minutes: own })),
    minutes,
    minutesPerWeek,
    weeksNeeded: weeks,
    weeksToSession: column.weeksToSession,
    weeksToEntry: column.weeksToEntry,
  };
}

const noProgramme = (
  { weeksToSession, weeksToEntry }: ReadyColumn,
  state: FitState,
  verdicts: FitDetail['verdicts'],
): FitDetail => ({
  state,
  verdicts,
  programme: [],
  missing: [],
  minutes: 0,
  minutesPerWeek: 0,
  weeksNeeded: null,
  weeksToSession,
  weeksToEntry,
});

/** The goal it would be with that programme, begun today. */
const goalWith = (
  { settings: { today } }: Fit,
  { student, held }: ReadyStudent,
  { set, level, session, common, criteriaWeeks }: ReadyColumn,
  programme: FitDetail['programme'],
  skills: readonly SkillToLearn[],
): GoalToPlan => ({
  goal: {
    id: entryKey(set.id, level.id, session.id),
    studentId: student.id,
    setId: set.id,
    levelId: level.id,
    sessionId: session.id,
    aimAwardId: '',
    programme: withEach(programme),
    ...NEW_ENTRY,
    plan: { ...NEW_GOAL_PLAN, startedOn: today },
  },
  level,
  session,
  criteriaWeeks,
  stretch: levelsUp(held, common),
  skills,
});

function withEach(programme: FitDetail['programme']): Programme {
  const chosen: Record<string, Choice[]> = {};
  for (const { componentId, pieceId } of programme)
    (chosen[componentId] ??= []).push({ kind: 'piece', pieceId });
  return chosen;
}

const notEligible = (why: NotEligible): FitState => ({ kind: 'not eligible', why });
const undecided = (unknown: Unknown): FitState => ({ kind: 'undecided', unknown });

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
    return { kind: 'already passed', levelName: top.levelName };
  }
  return session.day <= today ? notEligible({ kind: 'session past' }) : null;
}

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

/** Demands that nobody knows: what they ask for is not counted, so nothing rests on the piece. */
function unknownDemands(
  { settings }: Fit,
  { family, isUnknown }: ReadyStudent,
  pieces: readonly Piece[],
): string[] {
  const unknown = new Set<string>();
  for (const { demands } of pieces)
    for (const demand of demands) {
      const is = isUnknown.get(demand) ?? meaningOf(settings.map, family, demand).kind === 'unknown';
      isUnknown.set(demand, is);
      if (is) unknown.add(demand);
    }
  return [...unknown];
}

/** The skills a piece asks for that are still to be learned, each with what comes before it. */
function skillsFor(fit: Fit, ready: ReadyStudent, piece: Piece): readonly number[] {
  const known = ready.forPiece.get(piece.id);
  if (known) return known;
  const all = new Set<number>();
  for (const demand of piece.demands) for (const skill of indexesFor(fit, ready, demand)) all.add(skill);
  const skills = [...all];
  ready.forPiece.set(piece.id, skills);
  return skills;
}

function indexesFor(fit: Fit, ready: ReadyStudent, demand: string): readonly number[] {
  const known = ready.forDemand.get(demand);
  if (known) return known;
  const skills = skillsForDemand(ready.had, demand).flatMap((id) => fit.skillAt.get(id) ?? []);
  ready.forDemand.set(demand, skills);
  return skills;
}
