import { inTerms } from '@/core/terms';
import type { Stage } from '@/core/effort';
import { formatBars, withOrWithoutBars, type BarRange } from '@/core/music';
import {
  inSession,
  newGoal,
  told,
  withChoice,
  withoutChoice,
  withProgramme,
  withRowResult,
  type GateState,
  type Goal,
  type GoalPlan,
} from '@/core/programme';
import type { Studio } from '@/core/files';
import {
  choiceCount,
  componentOf,
  findLevel,
  type Choice,
  type Programme,
  type Takes,
} from '@/core/requirements';
import type { CalendarDay } from '@/core/time';
import { valueAt } from '@/core/value-at';
import { without } from '@/core/without';
import { newId } from './seed';
import { act, today } from './studio-store';

export async function addGoal(
  goal: Pick<Goal, 'studentId' | 'setId' | 'levelId' | 'sessionId' | 'aimAwardId'>,
  today: CalendarDay,
  settled: Partial<Pick<Goal, 'programme' | 'enteredOn' | 'history'>> = {},
): Promise<string> {
  const id = newId();
  await act(settled.enteredOn ? 'enter' : 'set a goal', (studio) => {
    const set = studio.sets.get(goal.setId);
    const level = set && findLevel(set, goal.levelId);
    const data = newGoal(id, goal, level, today, settled);
    return [{ kind: 'goal', data }];
  });
  return id;
}

const changeGoal = (action: string, id: string, change: (goal: Goal, studio: Studio) => Partial<Goal>) =>
  act(action, (studio) => {
    const goal = studio.goals.get(id);
    return goal ? [{ kind: 'goal', data: { ...goal, ...change(goal, studio) } }] : [];
  });

/** The same goal in another session: prepared for from now on, to be entered anew. */
export const chooseSession = (id: string, sessionId: string): Promise<boolean> =>
  changeGoal('change the session', id, (goal) => inSession(goal, sessionId, today()));
export const chooseAim = (id: string, aimAwardId: string): Promise<boolean> =>
  changeGoal('change the aim', id, () => ({ aimAwardId }));
/** @param history - with the reason, where something is not in order */
export const enterGoal = (id: string, on: CalendarDay | null, history?: Goal['history']): Promise<boolean> =>
  changeGoal(on ? 'enter' : 'withdraw the entry', id, (goal) => ({
    enteredOn: on,
    ...(history && { history: [...(goal.history ?? []), ...history] }),
  }));
/** The office was told of what changed after entry. */
export const tellOffice = (id: string): Promise<boolean> =>
  changeGoal('note that the office was told', id, (goal) => told(goal, today()));

export const setFact = (id: string, fact: string, value: string): Promise<boolean> =>
  changeGoal(`note ${fact}`, id, (goal) => ({ facts: { ...goal.facts, [fact]: value } }));
export const setTakes = (id: string, takes: Takes | null): Promise<boolean> =>
  changeGoal('note the takes', id, () => ({ takes }));
export const settleCondition = (id: string, topic: string, settled: string): Promise<boolean> =>
  changeGoal(`settle ${topic}`, id, (goal) => ({ conditions: { ...goal.conditions, [topic]: settled } }));
export const nameEdition = (id: string, componentId: string, edition: string): Promise<boolean> =>
  changeGoal('name the edition', id, (goal) => ({ editions: { ...goal.editions, [componentId]: edition } }));
export const setRecordingSent = (id: string, on: CalendarDay | null): Promise<boolean> =>
  changeGoal('note the recording', id, () => ({ recordingSentOn: on }));
export const hearScale = (id: string, rowId: string, heard: boolean): Promise<boolean> =>
  changeGoal('note a scale', id, (goal) => ({
    scalesHeard: [...goal.scalesHeard.filter((each) => each !== rowId), ...(heard ? [rowId] : [])],
  }));
/** How a row of the scale table went on a day; `how` null takes it back. */
export const noteRow = (id: string, heard: Parameters<typeof withRowResult>[1]): Promise<boolean> =>
  changeGoal('note how a scale went', id, (goal) => withRowResult(goal, heard));
export const waiveRule = (id: string, ruleId: string, by: string, why: string): Promise<boolean> =>
  changeGoal('waive a rule', id, (goal) => ({
    waivers: [...goal.waivers.filter((each) => each.ruleId !== ruleId), { ruleId, by, why }],
  }));
export const unwaiveRule = (id: string, ruleId: string): Promise<boolean> =>
  changeGoal('withdraw a waiver', id, (goal) => ({
    waivers: goal.waivers.filter((each) => each.ruleId !== ruleId),
  }));

const changeProgramme = (action: string, id: string, change: (goal: Goal, studio: Studio) => Programme) =>
  changeGoal(action, id, (goal, studio) => {
    const set = studio.sets.get(goal.setId);
    const level = set && findLevel(set, goal.levelId);
    return withProgramme(goal, change(goal, studio), level, studio.pieces, today());
  });

export const choosePiece = (id: string, componentId: string, choice: Choice): Promise<boolean> =>
  changeProgramme('choose a piece', id, (goal, studio) => {
    const set = studio.sets.get(goal.setId);
    const level = set && findLevel(set, goal.levelId);
    const component = level && componentOf(level, componentId);
    const max = component ? Math.max(1, choiceCount(component).max) : 1;
    return withChoice(goal.programme, componentId, choice, max);
  });
export const takeProgramme = (id: string, programme: Programme): Promise<boolean> =>
  changeProgramme(inTerms('use a programme'), id, () => programme);
/** Whether the search may change a chosen piece. */
export const loosen = (id: string, pieceId: string, loose: boolean): Promise<boolean> =>
  changeGoal(loose ? 'let a piece change' : 'keep a piece', id, (goal) => ({
    loose: withOrWithout(goal.loose, pieceId, loose),
  }));
/** Whether the search leaves a piece out. */
export const leaveOut = (id: string, pieceId: string, out: boolean): Promise<boolean> =>
  changeGoal(out ? 'exclude a piece' : 'include a piece again', id, (goal) => ({
    leftOut: withOrWithout(goal.leftOut, pieceId, out),
  }));
const withOrWithout = (ids: readonly string[] = [], id: string, isIn: boolean): string[] => [
  ...ids.filter((each) => each !== id),
  ...(isIn ? [id] : []),
];
export const dropChoice = (id: string, componentId: string, index: number): Promise<boolean> =>
  changeProgramme('drop a piece', id, (goal) => withoutChoice(goal.programme, componentId, index));

const changePlan = (action: string, id: string, change: (plan: GoalPlan) => Partial<GoalPlan>) =>
  changeGoal(action, id, (goal) => ({ plan: { ...goal.plan, ...change(goal.plan) } }));

export const setGate = (
  id: string,
  /** The piece only where the component has several. */
  { componentId, pieceId = null }: { readonly componentId: string; readonly pieceId?: string | null },
  stage: Stage,
  change: { readonly movedTo?: CalendarDay | null; readonly passedOn?: CalendarDay | null },
): Promise<boolean> =>
  changePlan(change.passedOn === undefined ? 'set a gate' : 'pass a gate', id, ({ gates }) => {
    const same = (gate: GateState) =>
      gate.componentId === componentId && gate.stage === stage && (gate.pieceId ?? null) === pieceId;
    const before: GateState = gates.find(same) ?? {
      componentId,
      ...(pieceId !== null && { pieceId }),
      stage,
      movedTo: null,
      passedOn: null,
    };
    return { gates: [...gates.filter((gate) => !same(gate)), { ...before, ...change }] };
  });

export const shutWeek = (id: string, from: CalendarDay, shut: boolean): Promise<boolean> =>
  changePlan(shut ? 'no practice this week' : 'restore this week', id, ({ shutWeeks }) => ({
    shutWeeks: shut ? [...new Set([...shutWeeks, from])].sort() : shutWeeks.filter((day) => day !== from),
  }));

export const setCriteriaWeeks = (id: string, criteriaWeeks: number): Promise<boolean> =>
  changePlan('set the weeks for performing', id, () => ({ criteriaWeeks }));

/** @param goNoGo - null: so many weeks before, as in the studio */
export const setGoNoGo = (id: string, goNoGo: CalendarDay | null): Promise<boolean> =>
  changeGoal('set the go or no-go day', id, ({ plan }) => ({
    plan: goNoGo === null ? without(plan, 'goNoGo') : { ...plan, goNoGo },
  }));

export const setMinutes = (id: string, componentId: string, minutes: number | null): Promise<boolean> =>
  changePlan('set the minutes of a piece', id, ({ minutes: before }) => ({
    minutes: Object.fromEntries([
      ...Object.entries(before).filter(([component]) => component !== componentId),
      ...(minutes === null ? [] : [[componentId, minutes] as const]),
    ]),
  }));

export const setMemorised = (id: string, componentId: string, memorised: boolean): Promise<boolean> =>
  changePlan(memorised ? 'play from memory' : 'play from the page', id, (plan) => ({
    memorised: memorised
      ? [...new Set([...plan.memorised, componentId])]
      : plan.memorised.filter((each) => each !== componentId),
  }));

/** Bars of a piece or part that come first on the card; said again, they go back to where their difficulty puts them. */
export const putBarsFirst = (goalId: string, partId: string, bars: BarRange): Promise<boolean> =>
  act(inTerms`put bars ${formatBars(bars)} first`, ({ goals }) => {
    const goal = goals.get(goalId);
    if (!goal) return [];
    const now = withOrWithoutBars(valueAt(goal.plan.first ?? {}, partId) ?? [], bars);
    const rest = Object.entries(goal.plan.first ?? {}).filter(([id]) => id !== partId);
    const first = Object.fromEntries(now.length === 0 ? rest : [...rest, [partId, now]]);
    return [{ kind: 'goal', data: { ...goal, plan: { ...goal.plan, first } } }];
  });
