import { effortFigure, type EffortSettings, type Stage } from '../effort';
import type { BarRange } from '../music';
import { playedPiece, type Piece } from '../repertoire';
import type { PerformingName } from '../runs';
import type { PlayedAs } from '../score';
import {
  findLevel,
  findSession,
  type Candidate,
  type Choice,
  type Entry,
  type Level,
  type Programme,
  type RequirementSet,
  type Takes,
  type UsedPiece,
  type Waiver,
} from '../requirements';
import type { CalendarDay } from '../time';
import { valueAt } from '../value-at';
import type { Ending, GoalEvent, GoalResult } from './goal-event';

/** What was done to one gate: heard and passed on a day, or moved to another. */
export interface GateState {
  readonly componentId: string;
  /** Of which piece, where the component has several. */
  readonly pieceId?: string;
  readonly stage: Stage;
  readonly movedTo: CalendarDay | null;
  readonly passedOn: CalendarDay | null;
}

/** How a row of a scale table went when it was heard. */
export interface RowResult {
  readonly rowId: string;
  readonly day: CalendarDay;
  readonly how: 'clean' | 'with slips' | 'not yet';
  /** In the row's own unit; left out where nobody took it. */
  readonly tempo?: number;
}

/** What the teacher set about the preparation; everything else of the plan is computed. */
export interface GoalPlan {
  readonly startedOn: CalendarDay;
  readonly memorised: readonly string[];
  readonly gates: readonly GateState[];
  /** First days of weeks this student cannot practise. */
  readonly shutWeeks: readonly CalendarDay[];
  /** Whole minutes by component id, where the teacher set them instead of the computed ones. */
  readonly minutes: Readonly<Record<string, number>>;
  /** Practice tempo the ladder starts from, by component id, in the piece's unit. */
  readonly secureTempo: Readonly<Record<string, number>>;
  /** The day on which a piece was chosen, by its id, where that was after the start. */
  readonly chosenOn?: Readonly<Record<string, CalendarDay>>;
  /** Weeks before the eve in which the whole is only performed; left out as long as they are the studio's. */
  readonly criteriaWeeks?: number;
  /** The day on which it is decided whether to go; left out as long as it follows from the studio's weeks. */
  readonly goNoGo?: CalendarDay;
  /** Bars that come first on the card, in order, by piece or component id; left out where the difficulty decides. */
  readonly first?: Readonly<Record<string, readonly BarRange[]>>;
  /** What shows that the student can perform, each with the day by which it is shown; left out where none is planned. */
  readonly toShow?: readonly { readonly name: PerformingName; readonly by: CalendarDay }[];
  /** How pieces are played that are not played as printed, by their id; left out where all are. */
  readonly playedAs?: Readonly<Record<string, PlayedAs>>;
}

export interface Goal {
  readonly id: string;
  readonly studentId: string;
  readonly setId: string;
  readonly levelId: string;
  readonly sessionId: string;
  readonly aimAwardId: string;
  /** What it is played on, where the student has gone on to another instrument; left out while it is the student's own. */
  readonly instrument?: string;
  readonly programme: Programme;
  readonly facts: Readonly<Record<string, string>>;
  readonly takes: Takes | null;
  readonly waivers: readonly Waiver[];
  readonly enteredOn: CalendarDay | null;
  /** The day a recorded submission was sent. */
  readonly recordingSentOn: CalendarDay | null;
  /** What is done about each topic of a condition: "memory": "from memory". */
  readonly conditions: Readonly<Record<string, string>>;
  /** The edition of the music, by component id. */
  readonly editions: Readonly<Record<string, string>>;
  /** Ids of rows of the scale table heard secure. */
  readonly scalesHeard: readonly string[];
  /** By day; left out while none was noted. */
  readonly rowResults?: readonly RowResult[];
  readonly closedOn: CalendarDay | null;
  readonly plan: GoalPlan;
  /** What happened to it; left out while nothing has. */
  readonly history?: readonly GoalEvent[];
  /** How a closed goal ended; left out where nobody said. */
  readonly ended?: Ending;
  readonly result?: GoalResult;
  /** Ids of chosen pieces that the search may change; the others stay. */
  readonly loose?: readonly string[];
  /** Ids of pieces that no programme found may have. */
  readonly leftOut?: readonly string[];
}

export const NEW_GOAL_PLAN: Omit<GoalPlan, 'startedOn'> = {
  memorised: [],
  gates: [],
  shutWeeks: [],
  minutes: {},
  secureTempo: {},
};

/** What a goal says of the entry before anything is settled. */
export const NEW_ENTRY: Pick<
  Goal,
  | 'facts'
  | 'takes'
  | 'waivers'
  | 'enteredOn'
  | 'recordingSentOn'
  | 'conditions'
  | 'editions'
  | 'scalesHeard'
  | 'closedOn'
> = {
  facts: {},
  takes: null,
  waivers: [],
  enteredOn: null,
  recordingSentOn: null,
  conditions: {},
  editions: {},
  scalesHeard: [],
  closedOn: null,
};

/** Pieces of the student's closed goals, latest first: what was used before. Who withdrew has used nothing. */
export function usedPieces(
  goals: Iterable<Goal>,
  sets: ReadonlyMap<string, RequirementSet>,
  studentId: string,
  except: string | null,
): UsedPiece[] {
  return [...goals]
    .filter(
      (goal) =>
        goal.studentId === studentId &&
        goal.closedOn !== null &&
        goal.ended !== 'withdrawn' &&
        goal.id !== except,
    )
    .flatMap((goal) => {
      const set = sets.get(goal.setId);
      const day = (set && findSession(set, goal.sessionId)?.day) ?? goal.closedOn ?? goal.plan.startedOn;
      const what = [set?.name ?? '', (set && findLevel(set, goal.levelId)?.name) ?? ''].join(' ').trim();
      return Object.values(goal.programme).flatMap((choices) =>
        choices.flatMap((choice) =>
          choice.kind === 'piece' ? [{ pieceId: choice.pieceId, day, what }] : [],
        ),
      );
    })
    .sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : 0));
}

/** A goal before anything is settled but what is given; excerpts of the level are chosen already. */
export function newGoal(
  id: string,
  given: Pick<Goal, 'studentId' | 'setId' | 'levelId' | 'sessionId' | 'aimAwardId'>,
  level: Level | undefined,
  today: CalendarDay,
  settled: Partial<Pick<Goal, 'programme' | 'enteredOn' | 'history'>> = {},
): Goal {
  const excerpts = (level?.components ?? []).flatMap(({ id: component, source }) =>
    source.kind === 'excerpt' ? [[component, [{ kind: 'excerpt', bars: source.bars }]] as const] : [],
  );
  return {
    id,
    ...given,
    ...NEW_ENTRY,
    enteredOn: settled.enteredOn ?? null,
    programme: { ...settled.programme, ...Object.fromEntries(excerpts) },
    plan: { ...NEW_GOAL_PLAN, startedOn: today },
    ...(settled.history && { history: settled.history }),
  };
}

/** How each row went when it was heard last, by its id. */
export function lastRowResults(results: readonly RowResult[]): Map<string, RowResult> {
  const last = new Map<string, RowResult>();
  for (const result of results) {
    const before = last.get(result.rowId);
    if (!before || before.day <= result.day) last.set(result.rowId, result);
  }
  return last;
}

/**
 * A goal once a row of its scale table was heard: one result a day for a row, the last that was said. A clean one is heard
 * secure, one that is not there yet is not, and slips leave it as it was.
 * @param heard - `how` null takes back what was said of that day
 */
export function withRowResult<T extends Pick<Goal, 'rowResults' | 'scalesHeard'>>(
  goal: T,
  heard: Omit<RowResult, 'how'> & { readonly how: RowResult['how'] | null },
): T {
  const { rowId, day, how, tempo } = heard;
  const others = (goal.rowResults ?? []).filter((each) => each.rowId !== rowId || each.day !== day);
  const rowResults =
    how === null ? others : [...others, { rowId, day, how, ...(tempo !== undefined && { tempo }) }];
  const wasClean = goal.rowResults?.some(
    (each) => each.rowId === rowId && each.day === day && each.how === 'clean',
  );
  // What is taken back falls to what was heard before; slips say nothing.
  const before = others.filter((each) => each.rowId === rowId && each.how !== 'with slips');
  const said = how ?? (wasClean ? (lastRowResults(before).get(rowId)?.how ?? 'not yet') : 'with slips');
  const secure = goal.scalesHeard.filter((each) => each !== rowId);
  const isSecure = said === 'clean' || (said !== 'not yet' && goal.scalesHeard.includes(rowId));
  return { ...goal, rowResults, scalesHeard: isSecure ? [...secure, rowId] : secure };
}

/** A piece of a goal as it is played there. */
export const pieceOfGoal = ({ plan }: Pick<Goal, 'plan'>, piece: Piece, effort: EffortSettings): Piece =>
  playedPiece(piece, valueAt(plan.playedAs ?? {}, piece.id), effortFigure(effort, 'notesPercent'));

/** Pieces with the time that a goal's own take as they are played there. */
function timedPieces({ plan }: Goal, pieces: ReadonlyMap<string, Piece>): ReadonlyMap<string, Piece> {
  const others = Object.entries(plan.playedAs ?? {}).flatMap(([id, as]) => {
    const piece = pieces.get(id);
    return piece ? [[id, playedPiece(piece, as, 0)] as const] : [];
  });
  return others.length === 0 ? pieces : new Map([...pieces, ...others]);
}

/** What the rules look at; undefined when the goal names a level its set no longer has. */
export function entryOf(
  goal: Goal,
  set: RequirementSet,
  student: Candidate,
  pieces: ReadonlyMap<string, Piece>,
  today: CalendarDay,
  used: readonly UsedPiece[],
): Entry | undefined {
  const level = findLevel(set, goal.levelId);
  return (
    level && {
      today,
      set,
      level,
      session: findSession(set, goal.sessionId) ?? null,
      student,
      pieces: timedPieces(goal, pieces),
      programme: goal.programme,
      facts: goal.facts,
      enteredOn: goal.enteredOn,
      takes: goal.takes,
      recordingSentOn: goal.recordingSentOn,
      conditions: goal.conditions,
      editions: goal.editions,
      memorised: goal.plan.memorised,
      scalesHeard: goal.scalesHeard,
      used,
      waivers: goal.waivers,
    }
  );
}

/** The programme with `choice` set: it takes the last place of a full component, else the next free one. */
export function withChoice(
  programme: Programme,
  componentId: string,
  choice: Choice,
  max: number,
): Programme {
  const before = valueAt(programme, componentId) ?? [];
  const kept = before.length >= max ? before.slice(0, max - 1) : before;
  return { ...programme, [componentId]: [...kept, choice] };
}

/** The programme with another piece in the place of one that is chosen. */
export const withSwap = (
  programme: Programme,
  {
    componentId,
    outId,
    inId,
  }: { readonly componentId: string; readonly outId: string; readonly inId: string },
): Programme => ({
  ...programme,
  [componentId]: (valueAt(programme, componentId) ?? []).map((choice) =>
    choice.kind === 'piece' && choice.pieceId === outId ? { ...choice, pieceId: inId } : choice,
  ),
});

export const withoutChoice = (programme: Programme, componentId: string, index: number): Programme => ({
  ...programme,
  [componentId]: (valueAt(programme, componentId) ?? []).filter((_, at) => at !== index),
});
