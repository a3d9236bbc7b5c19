import { largestVisit, levelLoads, type LevelItem, type LevelWork, type Stage } from '../effort';
import {
  addDays,
  daysBetween,
  periodIndexOf,
  periodsTo,
  type CalendarDay,
  type Period,
  type Weekday,
} from '../time';
import { servedSo } from './serving';
import { weekDone } from './week-done';

/** Minutes of one stage of an item that are still to be done. */
export interface PlannedStage {
  readonly stage: Stage;
  readonly minutes: number;
  /** The day of a gate the teacher has set: the stage ends before it. */
  readonly by: CalendarDay | null;
  /** The stage begins on that day or later. */
  readonly notBefore: CalendarDay | null;
}

/** A piece, an excerpt or a prepared part. Its id is its own within its goal. */
export interface PlannedItem {
  readonly id: string;
  readonly stages: readonly PlannedStage[];
  /** Minutes in each week, where they are asked just so, whatever the dates of the stages: they add up to those of the stages. */
  readonly weekly?: readonly number[];
}

export interface PlannedGoal {
  readonly id: string;
  readonly session: CalendarDay;
  /** The last day for a recording or anything else that is due before the session. */
  readonly due: CalendarDay | null;
  /** Weeks before the eve in which the whole is only performed. */
  readonly criteriaWeeks: number;
  readonly items: readonly PlannedItem[];
}

/** One week still to come, with the minutes there are. */
export interface PlannedWeek extends Period {
  readonly minutes: number;
}

export interface StudentQuestion {
  /** As `weeksOf` cuts them, from today to the last eve. */
  readonly weeks: readonly PlannedWeek[];
  /** Least minutes for each item in every week from its start to its end. */
  readonly visitMinutes: number;
  /** Gates one lesson hears. */
  readonly heard: number;
  /** Items of one goal stand in the order in which they are served: the hottest first. */
  readonly goals: readonly PlannedGoal[];
}

/** The end of a stage: heard in the lesson after the week in which its minutes are done. */
export interface PlannedGate {
  readonly stage: Stage;
  /** The first day of the week after; the teacher's own day where it is set; null after the last week. */
  readonly day: CalendarDay | null;
  readonly set: boolean;
}

export interface StudentPlan {
  readonly kind: 'plan';
  /** Minutes asked of each week. */
  readonly load: readonly number[];
  /** Largest load of any week over its minutes; above 1 the plan does not fit. */
  readonly peak: number;
  readonly fits: boolean;
  /** The stretch that sets the peak: weeks, both included, what it asks, what there is, and whose work it is. */
  readonly critical: {
    readonly from: number;
    readonly until: number;
    readonly demand: number;
    readonly minutes: number;
    readonly goals: readonly string[];
  } | null;
  readonly items: readonly {
    readonly goal: string;
    readonly id: string;
    /** By week. */
    readonly minutes: readonly number[];
    readonly gates: readonly PlannedGate[];
  }[];
}

/** There is no way at any pace: work falls where no minutes are, or the dates of an item cross. */
export interface NoPlan {
  readonly kind: 'no plan';
  readonly goal: string;
  readonly item: string;
  /** Weeks, both included. */
  readonly from: number;
  readonly until: number;
  readonly why: 'windows' | 'no minutes';
}

/** Gates one lesson hears. Our choice, because a lesson of 30 minutes has about ten for each. */
export const HEARD_IN_LESSON = 3;

/** Relative slack for floating point. */
const TINY = 1e-9;

/** The day before the earlier of what is due and the session. */
export const eveOf = ({ session, due }: Pick<PlannedGoal, 'session' | 'due'>): CalendarDay =>
  addDays(due !== null && due < session ? due : session, -1);

/** The weeks of a plan: from the lesson's weekday to the day before the next, cut at today and after every goal's eve. */
export const weeksOf = (
  today: CalendarDay,
  weekday: Weekday,
  goals: readonly Pick<PlannedGoal, 'session' | 'due'>[],
): Period[] => periodsTo(today, weekday, goals.map(eveOf));

/**
 * One plan over all goals of a student: the smoothest spread of all their work over the weeks there are, whatever goal
 * it belongs to. Gates that the teacher has set bind the plan, the others follow it.
 *
 * "perform" lies from the week that holds the day so many weeks before the eve to the week of the eve, every other stage
 * ends by the first of these. How the minutes of a week are shared among the items does not change the loads: the items
 * are served in the order in which the fewest gates are more than a lesson hears.
 * @throws RangeError where a goal's eve is before the first week
 */
export function planStudent({ weeks, visitMinutes, heard, goals }: StudentQuestion): StudentPlan | NoPlan {
  const drafts = goals.flatMap((goal) => goal.items.map((item) => draftOf(goal, item, weeks, visitMinutes)));
  for (const { goal, item, work } of drafts) {
    const beyond = work.findIndex(({ earliest, latest }) => earliest > latest);
    if (beyond >= 0) {
      const { earliest, latest } = work[beyond] as LevelWork;
      const last = weeks.length - 1;
      return {
        kind: 'no plan',
        goal: goal.id,
        item: item.id,
        from: Math.min(latest, earliest, last),
        until: Math.min(Math.max(latest, earliest), last),
        why: 'windows',
      };
    }
  }
  const levelled = levelLoads(
    weeks,
    drafts.map(({ asked }, at) => ({ ...asked, id: String(at) })),
  );
  if (levelled.kind === 'no split') {
    const { from, until, why, itemId } = levelled;
    const whose = itemId === null ? drafts.find((draft) => asks(draft, from, until)) : drafts[Number(itemId)];
    return { kind: 'no plan', goal: whose?.goal.id ?? '', item: whose?.item.id ?? '', from, until, why };
  }
  const ends = drafts.map(({ item }) => endsOf(item));
  const setIn = drafts.map(({ item }) =>
    item.stages.map(({ by }) => (by === null ? null : periodIndexOf(weeks, by))),
  );
  const rows = servedSo(levelled, ends, setIn, heard);
  const { critical } = levelled;
  const inCritical = (row: readonly number[]) =>
    critical !== null && row.slice(critical.from, critical.until + 1).some((minutes) => minutes > TINY);
  return {
    kind: 'plan',
    load: levelled.load,
    peak: levelled.peak,
    fits: levelled.feasible,
    critical: critical && {
      ...critical,
      goals: goals.flatMap(({ id }) =>
        drafts.some(({ goal }, at) => goal.id === id && inCritical(rows[at] ?? [])) ? [id] : [],
      ),
    },
    items: drafts.map(({ goal, item }, at) => {
      const minutes = rows[at] ?? [];
      return { goal: goal.id, id: item.id, minutes, gates: gatesOf(item, ends[at] ?? [], minutes, weeks) };
    }),
  };
}

/** What a goal asks of the weeks, as it is levelled; null where the windows of an item cross, so that there is no plan. */
export function levelItemsOf(
  goal: PlannedGoal,
  weeks: readonly PlannedWeek[],
  visitMinutes: number,
): LevelItem[] | null {
  const drafts = goal.items.map((item) => draftOf(goal, item, weeks, visitMinutes));
  return drafts.some(({ work }) => work.some(({ earliest, latest }) => earliest > latest))
    ? null
    : drafts.map(({ asked }) => asked);
}

/** The first week that begins on that day or later, at once for null; the number of weeks where none does. */
export function firstFrom(weeks: readonly Period[], day: CalendarDay | null): number {
  const first = day === null ? 0 : weeks.findIndex(({ from }) => from >= day);
  return first < 0 ? weeks.length : first;
}

interface Draft {
  readonly goal: PlannedGoal;
  readonly item: PlannedItem;
  /** Stages with minutes in their windows; `earliest` is the number of weeks where none is late enough. */
  readonly work: readonly LevelWork[];
  readonly asked: LevelItem;
}

function draftOf(
  goal: PlannedGoal,
  item: PlannedItem,
  weeks: readonly PlannedWeek[],
  visitMinutes: number,
): Draft {
  const eve = eveOf(goal);
  const dueWeek = periodIndexOf(weeks, eve);
  if (dueWeek < 0) throw new RangeError(`the eve of ${goal.id}, ${eve}, lies outside the weeks`);
  const readyWeek = Math.max(0, periodIndexOf(weeks, addDays(eve, -7 * goal.criteriaWeeks)));
  const windows = item.stages.map(({ stage, minutes, by, notBefore }): LevelWork => {
    const own =
      stage === 'perform' ? { earliest: readyWeek, latest: dueWeek } : { earliest: 0, latest: readyWeek };
    const last =
      by === null
        ? dueWeek
        : Math.max(
            0,
            weeks.findLastIndex(({ to }) => to < by),
          );
    return {
      minutes,
      earliest: Math.max(own.earliest, firstFrom(weeks, notBefore)),
      latest: Math.min(own.latest, last),
    };
  });
  if (item.weekly) {
    const work = item.weekly.flatMap((minutes, at) =>
      minutes > 0 ? [{ minutes, earliest: at, latest: at }] : [],
    );
    return { goal, item, work, asked: { id: '', visitMinutes: 0, from: 0, until: dueWeek, work } };
  }
  // Stages keep their order: a later one's end binds the earlier, an earlier one's beginning the later.
  const work = windows
    .map(({ minutes }, at) => ({
      minutes,
      earliest: Math.max(...windows.slice(0, at + 1).map(({ earliest }) => earliest)),
      latest: Math.min(...windows.slice(at).map(({ latest }) => latest)),
    }))
    .filter(({ minutes }) => minutes > 0);
  const asked: LevelItem = {
    id: '',
    visitMinutes,
    from: work[0]?.earliest ?? 0,
    until: work.at(-1)?.latest ?? 0,
    work,
  };
  const isPossible = work.length > 0 && work.every(({ earliest, latest }) => earliest <= latest);
  return { goal, item, work, asked: { ...asked, visitMinutes: isPossible ? largestVisit(weeks, asked) : 0 } };
}

/** Whether work of an item must be done in these weeks. */
const asks = ({ work }: Draft, from: number, until: number): boolean =>
  work.some(({ earliest, latest }) => from <= earliest && latest <= until);

/** Minutes done by the end of each stage. */
function endsOf({ stages }: PlannedItem): number[] {
  let sum = 0;
  return stages.map(({ minutes }) => (sum += minutes));
}

function gatesOf(
  { stages }: PlannedItem,
  ends: readonly number[],
  row: readonly number[],
  weeks: readonly PlannedWeek[],
): PlannedGate[] {
  return stages.map(({ stage, by }, at) => {
    const week = weekDone(row, ends[at] ?? 0);
    return { stage, day: by ?? weeks[week + 1]?.from ?? null, set: by !== null };
  });
}

/** Days from today to the eve, at most; a plan over more weeks than that is not one. */
export const FARTHEST_DAYS = 2_000;
export const isTooFar = (today: CalendarDay, goal: Pick<PlannedGoal, 'session' | 'due'>): boolean =>
  daysBetween(today, eveOf(goal)) > FARTHEST_DAYS;
