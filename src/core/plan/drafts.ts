import { effortFigure, type EffortSettings } from '../effort';
import { addDays, periodsBetween, type CalendarDay, type Closure, type Period, type Weekday } from '../time';
import { itemsOf, type GoalToPlan, type ItemWork } from './item-work';
import type { PlanInput, PlanWeek } from './plan';
import { eveOf, type PlannedGoal, type PlannedWeek } from './student-plan';
import { isRhythmPassed, type RhythmGate } from './rhythm-gate';
import { workDone, type WorkDone } from './work-done';

/** What all goals of a student share. */
export interface Frame {
  readonly weekday: Weekday;
  /** With the weeks that a goal has shut. */
  readonly closures: readonly Closure[];
  readonly visitMinutes: number;
  /** Practice minutes of an ordinary week. */
  readonly ordinary: number;
}

/** A week still to come, with its days. */
export type WeekDays = PlannedWeek & Pick<PlanWeek, 'days'>;

export interface DraftItem {
  /** Its own among all items of the student. */
  readonly id: string;
  readonly work: ItemWork;
  readonly done: WorkDone;
  /** The item of an earlier goal that is the same piece: it is worked on once, there. */
  readonly sameAs: string | null;
}

/** A goal with what there is to do for it, before it is planned. */
export interface Draft {
  readonly goal: GoalToPlan;
  readonly dates: Pick<PlannedGoal, 'session' | 'due'>;
  /** Weeks from the start of the preparation to the eve of today; the last may end within a week. */
  readonly past: readonly Period[];
  readonly items: readonly DraftItem[];
}

export function draftOf(goal: GoalToPlan, input: PlanInput, weekday: Weekday): Draft {
  const { today, evidence, effort, pieces } = input;
  const { session, goal: own } = goal;
  const { recordingDue } = session;
  const isToSend = recordingDue !== null && recordingDue > today && own.recordingSentOn === null;
  const dates = { session: session.day, due: isToSend ? recordingDue : null };
  const start = own.plan.startedOn <= today ? own.plan.startedOn : today;
  const eve = eveOf(dates);
  const past = periodsBetween(start, today, weekday);
  const ready = addDays(eve, -7 * goal.criteriaWeeks);
  const weeks = periodsBetween(start, addDays(eve, 1), weekday).length;
  return {
    goal,
    dates,
    past,
    items: itemsOf(goal, weeks, pieces, effort).map((asked): DraftItem => {
      const read = asRead(asked, input);
      const done = workDone(read, evidence, past, ready);
      const work = afterRhythm(read, done, effort, { today, ready });
      return {
        id: [own.id, work.componentId ?? work.skillId, ...(work.pieceId === null ? [] : [work.pieceId])].join(
          '/',
        ),
        work,
        done,
        sameAs: null,
      };
    }),
  };
}

/**
 * How a piece is first met: by the school that is followed, or by its own rhythm gate. Questions on its page stand beside the
 * learning, one visit in turn with the other, so that their stage ends after twice their minutes.
 */
export function asRead(work: ItemWork, input: PlanInput): ItemWork {
  const read = work.piece && readingOf(work.piece.id, input);
  if (!read) return work;
  const [prepare, learn] = ['prepare', 'learn'].map((name) =>
    work.stages.find(({ stage }) => stage === name),
  );
  if (read.reading === 'rhythm' || !prepare || !learn) return { ...work, ...read };
  const beside = Math.min(prepare.minutes, learn.minutes);
  return {
    ...work,
    ...read,
    stages: work.stages.map((stage) =>
      stage === prepare
        ? { ...stage, minutes: stage.minutes + beside }
        : stage === learn
          ? { ...stage, minutes: stage.minutes - beside }
          : stage,
    ),
  };
}

/** Null where a piece is learned from its first day on. */
function readingOf(
  pieceId: string,
  { reading, rhythm = [] }: PlanInput,
): Pick<ItemWork, 'reading' | 'rhythm'> | null {
  const gate = rhythm.find((each) => each.pieceId === pieceId);
  if (gate && !isRhythmPassed(gate)) return { reading: 'rhythm', rhythm: gate };
  // A gate that is passed is done with.
  return reading === undefined || (reading === 'rhythm' && gate) ? null : { reading };
}

/**
 * A piece whose rhythm is to be sure first: its learning begins so many weeks after the work on it did. Not where it is begun
 * already, or where no time would be left.
 */
function afterRhythm(
  work: ItemWork,
  { gated, reported }: WorkDone,
  effort: EffortSettings,
  days: RhythmDays,
): ItemWork {
  if (work.reading !== 'rhythm' || gated + reported > 0) return work;
  const from = lateDay(work.startedOn, leadOf(work.rhythm, effort), days);
  if (from === null) return work;
  return {
    ...work,
    stages: work.stages.map((stage) => (stage.stage === 'learn' ? { ...stage, notBefore: from } : stage)),
  };
}

interface RhythmDays {
  readonly today: CalendarDay;
  /** From that day on the whole is only performed. */
  readonly ready: CalendarDay;
}

const leadOf = (gate: RhythmGate | undefined, effort: EffortSettings): number =>
  effortFigure(effort, gate?.isFirst ? 'firstRhythmWeeks' : 'rhythmWeeks');

/** The day on which the learning begins where the rhythm comes so many weeks before it; null where it may begin at once. */
export function lateDay(
  startedOn: CalendarDay,
  weeks: number,
  { today, ready }: RhythmDays,
): CalendarDay | null {
  const from = addDays(startedOn, 7 * weeks);
  return from <= today || from > ready ? null : from;
}

/** Weeks by which the rhythm of a piece that is begun comes before its learning. */
export function weeksOfRhythm(pieceId: string, input: PlanInput): number {
  const read = readingOf(pieceId, input);
  return read?.reading === 'rhythm' ? leadOf(read.rhythm, input.effort) : 0;
}

/** What is worked on once, whichever goals ask for it. */
export const sharedAs = ({ piece, isWhole, skillId }: ItemWork): string | null =>
  skillId !== null ? `skill ${skillId}` : piece !== null && isWhole ? `piece ${piece.id}` : null;

/**
 * A piece or a skill that serves two goals is one item, in the goal whose eve comes first: with the stages of the one that asks more,
 * and every gate that is passed or set in either.
 */
export function withShared(drafts: readonly Draft[]): Draft[] {
  const byPiece = new Map<string, DraftItem[]>();
  const byEve = [...drafts].sort((a, b) => (eveOf(a.dates) < eveOf(b.dates) ? -1 : 1));
  for (const item of byEve.flatMap(({ items }) => items)) {
    const key = sharedAs(item.work);
    if (key !== null) byPiece.set(key, [...(byPiece.get(key) ?? []), item]);
  }
  const shared = (item: DraftItem): DraftItem => {
    const same = byPiece.get(sharedAs(item.work) ?? '') ?? [item];
    const [first] = same;
    if (!first || same.length < 2) return item;
    const most = same.reduce((a, b) => (asksMore(b.work, a.work) ? b : a));
    const doneOf = ({ gated, assumed }: WorkDone) => gated + assumed;
    return {
      ...item,
      sameAs: first === item ? null : first.id,
      done: same.map(({ done }) => done).reduce((a, b) => (doneOf(b) > doneOf(a) ? b : a)),
      work: { ...item.work, minutes: most.work.minutes, stages: joined(most.work.stages, same) },
    };
  };
  return drafts.map((draft) => ({ ...draft, items: draft.items.map(shared) }));
}

const asksMore = (one: ItemWork, other: ItemWork): boolean =>
  one.stages.length > other.stages.length ||
  (one.stages.length === other.stages.length && one.minutes > other.minutes);

/** Stages with every gate that is passed or set in one of the goals; the earliest where several are. */
function joined(stages: ItemWork['stages'], items: readonly DraftItem[]): ItemWork['stages'] {
  return stages.map((each) => {
    const same = items.flatMap(({ work }) => work.stages.filter(({ stage }) => stage === each.stage));
    const by = same.flatMap(({ by: day }) => day ?? []).sort()[0] ?? null;
    const passedOn = same.flatMap(({ passedOn: day }) => day ?? []).sort()[0] ?? null;
    return { ...each, by, passedOn };
  });
}
