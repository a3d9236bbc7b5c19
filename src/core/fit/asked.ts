import { minutesForBars } from '../effort';
import { skillMinutes, skillsForDemand, skillsToLearn, type SkillToLearn } from '../plan';
import { type CheapestProgramme, type PieceCost } from '../programme';
import { barsToLearn, type Piece } from '../repertoire';
import {
  checkRule,
  levelsUp,
  opensTo,
  searchFacts,
  type CompiledLevel,
  type Entry,
  type SearchFacts,
  type SearchPiece,
  type Verdict,
} from '../requirements';
import { meaningOf } from '../skills';
import { heldRank } from '../students';
import type { CalendarDay } from '../time';
import type { FitDetail, FitState, NotEligible, Unknown } from './fit-state';
import type { Fit, ReadyColumn, ReadyStudent } from './ready';

/** Nothing is to be set among weeks. */
export interface Settled {
  readonly kind: 'settled';
  readonly state: FitState;
  readonly verdicts: readonly Verdict[];
}
/** What a level asks of a student from today on. */
export interface Work {
  readonly kind: 'work';
  readonly verdicts: readonly Verdict[];
  /** Whole pieces first, then excerpts. */
  readonly programme: FitDetail['programme'];
  readonly wholePieces: number;
  /** Skills to learn first, in learning order. */
  readonly missing: readonly SkillToLearn[];
  /** Minutes of pieces and skills. */
  readonly minutes: number;
  /** Why nothing can be said of it all the same; null where all is known. */
  readonly doubt: Unknown | null;
}
/** What stands behind a cell before the weeks are looked at: no minutes of the student and no other goal can change it. */
export type Asked = Settled | Work;

/** Finds the programme of the fewest minutes. */
export type Search = (
  compiled: CompiledLevel,
  cost: (place: SearchPiece) => PieceCost,
  skillMinutes: readonly number[],
  facts: SearchFacts,
  hints: readonly (readonly SearchPiece[])[],
) => CheapestProgramme | null;

export function askedOf(fit: Fit, ready: ReadyStudent, column: ReadyColumn, search: Search): Asked {
  const { level } = column;
  const { today } = fit.settings;
  const before = beforeTheRules(ready, column, today);
  if (before) return { kind: 'settled', state: before, verdicts: [] };
  const entry = entryFor(fit, ready, column);
  const verdicts = column.studentRules.map((rule) => checkRule(rule, entry));
  const settled = (state: FitState): Settled => ({ kind: 'settled', state, verdicts });
  const failed = verdicts.filter(({ status }) => status === 'unmet').map(({ ruleId }) => ruleId);
  if (failed.length > 0) return settled(notEligible({ kind: 'rules', ruleIds: failed }));
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
  if (!found)
    // That there is no programme is certain only where every piece was looked at.
    return settled(
      unknown.size > 0
        ? undecided({ kind: 'bars', pieceIds: [...unknown] })
        : column.gone.length > 0
          ? undecided({ kind: 'pieces', pieceIds: column.gone })
          : players.cut + players.unsaid > 0
            ? undecided({ kind: 'own choice', more: players.cut, unsaid: players.unsaid })
            : notEligible({ kind: 'no programme' }),
    );
  others.last = found.places;
  others.of.set(ready.student.id, found.places);
  const { excerpts } = column;
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
  const pieces = [...found.places.map(({ piece }) => piece), ...excerpts.map(({ piece }) => piece)];
  return {
    kind: 'work',
    verdicts,
    programme,
    wholePieces: found.places.length,
    missing,
    minutes,
    doubt: doubtOf(fit, ready, column, verdicts, pieces),
  };
}

function doubtOf(
  fit: Fit,
  ready: ReadyStudent,
  { lacking }: ReadyColumn,
  verdicts: readonly Verdict[],
  pieces: readonly Piece[],
): Unknown | null {
  const open = verdicts.filter(({ status }) => status === 'undecided').map(({ ruleId }) => ruleId);
  if (open.length > 0) return { kind: 'rules', ruleIds: open };
  if (!ready.isKnown) return { kind: 'student' };
  if (lacking.length > 0) return { kind: 'pieces', pieceIds: lacking };
  const strange = unknownDemands(fit, ready, pieces);
  if (strange.length === 0) return null;
  return ready.family === null
    ? { kind: 'family', instrument: ready.student.instrument }
    : { kind: 'demands', names: strange };
}

const notEligible = (why: NotEligible): FitState => ({ kind: 'not eligible', why });
export const undecided = (unknown: Unknown): FitState => ({ kind: 'undecided', unknown });

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
