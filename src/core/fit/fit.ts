import { effortFigure } from '../effort';
import type { Candidate, GoalToPlan, OneMore, SkillToLearn } from '../plan';
import { cheapestProgramme, NEW_ENTRY, NEW_GOAL_PLAN } from '../programme';
import { levelsUp, type Choice, type Programme } from '../requirements';
import { askedOf, entryKey, undecided, type Asked, type Search, type Work } from './asked';
import type { FitDetail, FitState } from './fit-state';
import type { Fit, ReadyColumn, ReadyStudent } from './ready';

/** Everything behind one cell, by the cheapest programme there is. */
export const fitDetail = (fit: Fit, student: ReadyStudent, column: ReadyColumn): FitDetail =>
  fitWith(fit, student, column, cheapestProgramme);

/** The same by any search that finds the programme of the fewest minutes. */
export function fitWith(fit: Fit, student: ReadyStudent, column: ReadyColumn, search: Search): FitDetail {
  const asked = askedOf(fit, student, column, search);
  const { weeksToSession, weeksToEntry } = column;
  const { verdicts } = asked;
  if (asked.kind === 'settled')
    return {
      state: asked.state,
      verdicts,
      programme: [],
      missing: [],
      minutes: 0,
      minutesPerWeek: 0,
      weeksNeeded: null,
      weeksToSession,
      weeksToEntry,
    };
  const inWeeks = weeksFor(fit, student, column, asked);
  return {
    state: asked.doubt ? undecided(asked.doubt) : stateIn(fit, asked, inWeeks),
    verdicts,
    programme: asked.programme,
    missing: asked.missing.map(({ id, minutes }) => ({ skillId: id, minutes })),
    minutes: asked.minutes,
    minutesPerWeek: column.prepared * fit.settings.effort.preparedMinutesPerWeek,
    weeksNeeded: inWeeks.weeks,
    weeksToSession,
    weeksToEntry,
  };
}

/** What one cell asks for, by the cheapest programme there is. */
export const cellAsked = (fit: Fit, student: ReadyStudent, column: ReadyColumn): Asked =>
  askedOf(fit, student, column, cheapestProgramme);

/** The state of one cell. */
export function fitState(fit: Fit, student: ReadyStudent, column: ReadyColumn, asked: Asked): FitState {
  if (asked.kind === 'settled') return asked.state;
  return asked.doubt ? undecided(asked.doubt) : stateIn(fit, asked, weeksFor(fit, student, column, asked));
}

/** How work fits among the weeks of a student. */
interface InWeeks {
  readonly fits: boolean;
  /** Null where no number of weeks would do. */
  readonly weeks: number | null;
  /** The open goals do not fit by themselves. */
  readonly isAlone: boolean;
  readonly byItself: number | null;
}

function weeksFor(fit: Fit, ready: ReadyStudent, column: ReadyColumn, work: Work): InWeeks {
  const { session, criteriaWeeks, prepared, weeksToSession } = column;
  const candidate: Candidate = {
    session,
    criteriaWeeks,
    pieces: work.programme.map(({ pieceId, minutes }, at) => ({
      id: pieceId,
      isWhole: at < work.wholePieces,
      minutes,
    })),
    skills: work.missing,
    prepared,
    goal: () => ({
      goal: goalWith(fit, ready, column, work.programme, work.missing),
      pieces: fit.settings.pieces,
    }),
  };
  const beside = ready.besideFor(column);
  const isAlone = !beside.fits;
  const more: OneMore = (isAlone ? ready.alone : beside).with(candidate);
  const weeks = more.fits
    ? (more.weeksNeeded(1, weeksToSession) ?? weeksToSession)
    : more.weeksNeeded(weeksToSession + 1, Infinity);
  // Beside full weeks no time is enough: then it is said how long it would take without them.
  const byItself =
    weeks === null && beside !== ready.alone ? ready.alone.with(candidate).weeksNeeded(1, Infinity) : null;
  return { fits: more.fits, weeks, isAlone, byItself };
}

function stateIn(
  { settings: { effort } }: Fit,
  { missing }: Work,
  { fits, weeks, isAlone, byItself }: InWeeks,
): FitState {
  return {
    ...(weeks === null || !fits
      ? { kind: 'beyond', weeks }
      : {
          kind:
            missing.length === 0 && weeks <= effortFigure(effort, 'readyWeeks') ? 'ready now' : 'reachable',
          weeks,
        }),
    ...(isAlone && { alone: true }),
    ...(byItself !== null && { byItself }),
  };
}

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
