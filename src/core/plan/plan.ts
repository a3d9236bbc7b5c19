import {
  effortFigure,
  largestVisit,
  level as levelOut,
  pieceMinutes,
  stageMinutes,
  type EffortSettings,
  type LevelItem,
  type Stage,
} from '../effort';
import { tempoAt, type BarRange, type Tempo } from '../music';
import type { Goal } from '../programme';
import { barsToLearn, type Piece } from '../repertoire';
import { isPrepared, type Component, type Level, type Session } from '../requirements';
import type { Student } from '../students';
import {
  closuresBetween,
  lessonDays,
  slotOn,
  minutesOn,
  periodIndexOf,
  periodsBetween,
  type CalendarDay,
  type Closure,
  type Period,
} from '../time';
import { gatesOf, type Gate } from './gates';
import { valueAt } from '../value-at';

export interface PlanInput {
  readonly goal: Goal;
  readonly student: Student;
  /** Levels above what the student holds (`stretchOf`). */
  readonly stretch: number;
  readonly level: Level;
  readonly session: Session;
  readonly pieces: ReadonlyMap<string, Piece>;
  readonly closures: readonly Closure[];
  readonly effort: EffortSettings;
  readonly today: CalendarDay;
}

/** One week still to come. */
export interface PlanWeek extends Period {
  readonly minutes: number;
  readonly load: number;
  readonly lesson: boolean;
  /** Name of a closure that takes the lesson, the practice or both; null in an ordinary week. */
  readonly closed: string | null;
  readonly days: readonly { readonly day: CalendarDay; readonly minutes: number }[];
}

export interface PlanItem {
  readonly componentId: string;
  readonly letter: string;
  readonly title: string;
  readonly piece: Piece | null;
  /** Bars the work runs over: the piece's or the excerpt's; null when nobody has counted them. */
  readonly bars: BarRange | null;
  /** Minutes needed in all stages, and those of the stages whose gate is not passed. */
  readonly minutes: number;
  readonly toDo: number;
  /** Whether the minutes stand on a count of bars or on an assumption. */
  readonly basis: 'bars' | 'weekly' | 'set' | 'unknown';
  readonly gates: readonly Gate[];
  /** Stages on the grid from start to session: weeks included on both ends. */
  readonly stages: readonly {
    readonly stage: Stage;
    readonly fromWeek: number;
    readonly toWeek: number;
    readonly minutes: number;
    /** Minutes of it still to do; 0 when its gate is passed. */
    readonly left: number;
    readonly passed: boolean;
  }[];
  /** Minutes in each coming week. */
  readonly weeks: readonly number[];
  /** Tempo aimed at by the end of each coming week, in the unit of `tempo`; empty without a tempo. */
  readonly tempos: readonly number[];
  readonly tempo: Tempo | null;
}

export interface Plan {
  /** All weeks from the start of the preparation; `now` is the index of the coming weeks' first. */
  readonly grid: readonly Period[];
  readonly now: number;
  readonly weeks: readonly PlanWeek[];
  readonly items: readonly PlanItem[];
  readonly feasible: boolean;
  readonly peak: number;
  /** Minutes a visit of the card has before the week has another one. */
  readonly blockMinutes: number;
  /** Indexes into `weeks`, with the work that falls there and the minutes there are. */
  readonly critical: {
    readonly from: number;
    readonly until: number;
    readonly demand: number;
    readonly minutes: number;
  } | null;
}

export type PlanRefusal =
  | { readonly kind: 'session past' }
  | { readonly kind: 'nothing to prepare' }
  | {
      readonly kind: 'no split';
      readonly componentId: string | null;
      readonly from: CalendarDay;
      readonly to: CalendarDay;
      readonly why: 'windows' | 'no minutes';
    };

/** The plan from `today` to the session, or why there is none. Same input, same plan. */
export function planPreparation(
  input: PlanInput,
): { readonly ok: true; readonly plan: Plan } | { readonly ok: false; readonly why: PlanRefusal } {
  const { goal, student, session, closures, today } = input;
  const slot = slotOn(student, today);
  const weekday = slot.kind === 'none' ? 0 : slot.weekday;
  const start = goal.plan.startedOn <= today ? goal.plan.startedOn : today;
  const past = periodsBetween(start, session.day, weekday);
  const now = periodIndexOf(past, today);
  if (now < 0) return { ok: false, why: { kind: 'session past' } };
  const grid = past;
  const shut: Closure[] = goal.plan.shutWeeks.map((from) => ({
    id: from,
    name: 'week shut',
    from,
    to: grid.find((week) => week.from <= from && from <= week.to)?.to ?? from,
    stops: 'practice',
  }));
  const shutting = [...closures, ...shut];
  const coming = grid.slice(now).map((week, at) => (at === 0 ? { from: today, to: week.to } : week));
  const days = coming.map((week) => minutesOn(week, student, shutting));
  const minutes = days.map((week) => week.reduce((sum, day) => sum + day.minutes, 0));
  const drafts = input.level.components.flatMap((component) => draftOf(component, input, grid, now, minutes));
  if (drafts.length === 0) return { ok: false, why: { kind: 'nothing to prepare' } };
  const answer = levelOut(
    minutes.map((each) => ({ minutes: each })),
    drafts.map((draft) => draft.work),
  );
  if (answer.kind === 'no split')
    return {
      ok: false,
      why: {
        kind: 'no split',
        componentId: answer.itemId,
        from: (coming[answer.from] as Period).from,
        to: (coming[answer.until] as Period).to,
        why: answer.why,
      },
    };
  const weeks = coming.map((week, at): PlanWeek => {
    const touching = closuresBetween(shutting, week.from, week.to);
    const lessons = lessonDays(student, week.from, week.to, []);
    return {
      ...week,
      minutes: minutes[at] ?? 0,
      load: answer.load[at] ?? 0,
      lesson: lessonDays(student, week.from, week.to, closures).length > 0,
      closed:
        touching.find(
          (closure) =>
            closure.stops !== 'lessons' || lessons.some((day) => closure.from <= day && day <= closure.to),
        )?.name ?? null,
      days: days[at] ?? [],
    };
  });
  const items = drafts.map(({ item }, at): PlanItem => {
    const row = answer.minutes[at]?.minutes ?? [];
    return { ...item, weeks: row, tempos: temposOf(item, row, input) };
  });
  return {
    ok: true,
    plan: {
      grid,
      now,
      weeks,
      items,
      feasible: answer.feasible,
      peak: answer.peak,
      blockMinutes: effortFigure(input.effort, 'blockMinutes'),
      critical: answer.critical,
    },
  };
}

interface Draft {
  readonly item: Omit<PlanItem, 'weeks' | 'tempos'>;
  readonly work: LevelItem;
}

function draftOf(
  component: Component,
  input: PlanInput,
  grid: readonly Period[],
  now: number,
  available: readonly number[],
): Draft[] {
  const { goal, effort } = input;
  const choices = valueAt(goal.programme, component.id) ?? [];
  const { source } = component;
  if (!isPrepared(source) && source.kind !== 'excerpt' && choices.length === 0) return [];
  const chosen =
    source.kind === 'excerpt'
      ? [input.pieces.get(source.pieceId)]
      : choices.map((choice) => (choice.kind === 'piece' ? input.pieces.get(choice.pieceId) : undefined));
  const pieces = chosen.flatMap((piece) => (piece ? [piece] : []));
  const bars =
    source.kind === 'excerpt'
      ? source.bars.to - source.bars.from + 1
      : pieces.reduce<number | null>((sum, piece) => {
          const own = barsToLearn(piece);
          return sum === null || own === null ? null : sum + own;
        }, 0);
  const set = valueAt(goal.plan.minutes, component.id);
  const weekly = Math.round(effort.preparedMinutesPerWeek * grid.length);
  const basis =
    set !== undefined ? 'set' : isPrepared(source) ? 'weekly' : bars === null ? 'unknown' : 'bars';
  const minutes =
    set ?? (isPrepared(source) || bars === null ? weekly : pieceMinutes(bars, input.stretch, effort));
  const memorised = goal.plan.memorised.includes(component.id);
  const without: Stage[] = isPrepared(source) ? ['prepare', 'memorise'] : memorised ? [] : ['memorise'];
  const parts = stageMinutes(minutes, without, effort);
  const gates = gatesOf(
    grid,
    parts,
    goal.plan.gates.filter((gate) => gate.componentId === component.id),
    effortFigure(effort, 'performWeeks'),
  );
  const hasMinutes = (from: number, to: number) =>
    available.slice(Math.max(0, from - now), to - now + 1).some((each) => each > 0);
  const stages = stagesOf(parts, gates, grid.length - 1, now, hasMinutes);
  const ahead = stages.filter((stage) => !stage.passed);
  const first = ahead[0]?.stage;
  const work = ahead.map((stage) => ({
    minutes: stage.left,
    earliest: stage.stage === first ? 0 : Math.max(0, stage.fromWeek - now),
    latest: Math.max(0, stage.toWeek - now),
  }));
  const item: LevelItem = {
    id: component.id,
    visitMinutes: effort.visitMinutes,
    from: 0,
    until: available.length - 1,
    work,
  };
  const visit = largestVisit(
    available.map((each) => ({ minutes: each })),
    item,
  );
  return [
    {
      item: {
        componentId: component.id,
        letter: component.letter,
        title: pieces.map((piece) => piece.title).join(', ') || component.name,
        piece: pieces[0] ?? null,
        bars:
          source.kind === 'excerpt' ? source.bars : pieces[0]?.bars ? { from: 1, to: pieces[0].bars } : null,
        minutes,
        toDo: work.reduce((sum, stage) => sum + stage.minutes, 0),
        basis,
        gates: gates.map((gate, at) => {
          const end = stages[at]?.toWeek ?? gate.lastWeek;
          const shifts = gate.passedOn === null && gate.lastWeek >= now && end > gate.lastWeek;
          return shifts ? { ...gate, lastWeek: end, day: grid[end + 1]?.from ?? gate.day } : gate;
        }),
        stages,
        tempo: (source.kind === 'excerpt' ? source.tempo : null) ?? pieces[0]?.tempo ?? null,
      },
      work: { ...item, visitMinutes: visit },
    },
  ];
}

/**
 * The weeks of each stage. A stage that should be over goes on until its gate is passed, and nothing begins
 * before that; a stage whose weeks have no minutes goes on into the next week that has some.
 */
function stagesOf(
  parts: readonly { readonly stage: Stage; readonly minutes: number }[],
  gates: readonly Gate[],
  lastWeek: number,
  now: number,
  hasMinutes: (from: number, to: number) => boolean,
): PlanItem['stages'] {
  let next = 0;
  return parts.map(({ stage, minutes }, at) => {
    const due = gates[at]?.lastWeek ?? lastWeek;
    const passed = gates.slice(at).some((gate) => gate.passedOn !== null);
    let toWeek = passed ? due : Math.min(lastWeek, Math.max(due, now, next - 1));
    let fromWeek = Math.min(next, toWeek);
    if (!passed) {
      while (toWeek < lastWeek && !hasMinutes(fromWeek, toWeek)) toWeek += 1;
      while (fromWeek > now && !hasMinutes(fromWeek, toWeek)) fromWeek -= 1;
    }
    next = toWeek + 1;
    const left = passed ? 0 : leftOf({ minutes, fromWeek, toWeek }, now);
    return { stage, fromWeek, toWeek, minutes, left, passed };
  });
}

/**
 * Minutes left of a stage: its weeks that are past count as practised (nobody has said otherwise), and a
 * stage that should be over keeps the minutes of one of its weeks until its gate is passed.
 */
function leftOf(
  {
    minutes,
    fromWeek,
    toWeek,
  }: { readonly minutes: number; readonly fromWeek: number; readonly toWeek: number },
  now: number,
): number {
  const weeks = toWeek - fromWeek + 1;
  const left = Math.min(weeks, Math.max(1, toWeek - now + 1));
  return Math.round((minutes * left) / weeks);
}

/** Tempo by the end of each week: the secure tempo while learning, then by equal ratios with the minutes done. */
function temposOf(
  item: Draft['item'],
  row: readonly number[],
  { goal, effort }: Pick<PlanInput, 'goal' | 'effort'>,
): number[] {
  if (!item.tempo) return [];
  const aim = item.tempo.perMinute;
  const secure =
    valueAt(goal.plan.secureTempo, item.componentId) ??
    Math.round((aim * effortFigure(effort, 'securePercent')) / 100);
  const early = item.stages
    .filter(({ stage }) => stage === 'prepare' || stage === 'learn')
    .reduce((sum, stage) => sum + stage.minutes, 0);
  let done = item.minutes - item.toDo;
  return row.map((minutes) => {
    done += minutes;
    const share = item.minutes > early ? (done - early) / (item.minutes - early) : 1;
    return tempoAt(secure, aim, share);
  });
}
