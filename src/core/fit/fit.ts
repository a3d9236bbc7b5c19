import { effortFigure, minutesForBars } from '../effort';
import { cheapestProgramme, type CheapestProgramme, type PieceCost } from '../programme';
import { barsToLearn, excerptToLearn, type Piece } from '../repertoire';
import {
  asksTheStudent,
  checkRule,
  levelsUp,
  opensTo,
  searchFacts,
  type CompiledLevel,
  type Entry,
  type SearchFacts,
  type SearchPiece,
} from '../requirements';
import { meaningOf, missingSkills } from '../skills';
import { heldRank } from '../students';
import type { CalendarDay } from '../time';
import type { FitDetail, FitState, NotEligible, Unknown } from './fit-state';
import { skillMinutes, type Fit, type ReadyColumn, type ReadyStudent } from './ready';
import { weeksNeeded } from './weeks-needed';

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
  const minutesFor = minutesForBars(levelsUp(ready.held, column.common), ready.effort);
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
    return [{ componentId: id, piece, minutes: minutesFor(excerptToLearn(piece, source.bars)) }];
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
  const missing = asked.map((skill) => ({
    skillId: skill.id,
    minutes: skillMinutes(skill, fit.settings.effort),
  }));
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
              : missing.length === 0 &&
                  weeks <= effortFigure(fit.settings.effort, 'readyWeeks') &&
                  weeks <= bare.weeksToSession
                ? { kind: 'ready now', weeks }
                : weeks <= bare.weeksToSession
                  ? { kind: 'reachable', weeks }
                  : { kind: 'beyond', weeks };
  return { ...withRules, state, programme, missing, minutes, minutesPerWeek, weeksNeeded: weeks };
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
