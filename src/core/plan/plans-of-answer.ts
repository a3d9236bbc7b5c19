import { effortFigure } from '../effort';
import { tempoAt } from '../music';
import {
  closuresBetween,
  dayOfWeek,
  lessonDays,
  periodIndexOf,
  type CalendarDay,
  type Period,
  type Weekday,
} from '../time';
import type { Draft, DraftItem, Frame, WeekDays } from './drafts';
import type { ItemWork } from './item-work';
import { isReported } from './is-reported';
import type { Gate, Habits, Plan, PlanInput, PlanItem, PlanWeek, Practised } from './plan';
import type { OwnDraft, OwnPlan } from './own-work';
import { eveOf, type PlannedItem, type StudentPlan } from './student-plan';
import { isOf, type Evidence } from './work-done';
import { weekDone } from './week-done';

/** The joint question's items by id, its answer, and the loads if the cards of weeks nobody reported were done. */
export interface Answered {
  readonly asked: ReadonlyMap<string, PlannedItem>;
  readonly answer: StudentPlan;
  readonly ifDone: readonly number[] | null;
  readonly own: OwnPlan;
}

/** What is planned: the goals, and own work beside them, over all weeks. */
export interface Drafts {
  readonly drafts: readonly Draft[];
  readonly own: readonly OwnDraft[];
  readonly weeks: readonly WeekDays[];
}

/** The answer as the plan of the student and as that of each goal, on grids that begin where their preparation began. */
export function plansOf(
  { drafts, own, weeks }: Drafts,
  { asked, answer, ifDone, own: ownAnswer }: Answered,
  input: PlanInput,
  frame: Frame,
): { readonly whole: Plan; readonly slices: ReadonlyMap<string, Plan> } {
  const habits = habitsOf(input);
  const coming = weeks.map((week, at) =>
    planWeek(
      week,
      (answer.load[at] ?? 0) + (ownAnswer.load[at] ?? 0),
      ifDone && (ifDone[at] ?? 0) + (ownAnswer.load[at] ?? 0),
      input,
      frame,
    ),
  );
  const answered = new Map(answer.items.map((item) => [item.id, item]));
  const ownItems = own.map(({ item }) => item);
  // What is done by now is heard today where this week begins with the lesson, else in the next lesson.
  const first = weeks[0];
  const heardNow = first && dayOfWeek(first.from) === frame.weekday ? first.from : null;
  const planOf = (
    past: readonly Period[],
    ahead: readonly PlanWeek[],
    items: readonly DraftItem[],
    { session, due }: { readonly session: CalendarDay | null; readonly due: CalendarDay | null },
  ): Plan => {
    const grid = gridOf(past, ahead, frame.weekday);
    const now = grid.length - ahead.length;
    return {
      grid,
      now,
      session,
      due,
      weeks: ahead,
      items: items.flatMap((item) => {
        const id = item.sameAs ?? item.id;
        const question = asked.get(id) ?? ownAnswer.asked.get(id);
        const minutes = ownAnswer.minutes.get(id);
        const found = minutes ? { minutes, gates: [] } : answered.get(id);
        return question && found ? [itemOn(item, question, found, grid, now, heardNow, input)] : [];
      }),
      feasible: answer.fits,
      peak: answer.peak,
      blockMinutes: effortFigure(input.effort, 'blockMinutes'),
      habits,
      critical: answer.critical,
    };
  };
  const longest = [...drafts, ...own].map(({ past }) => past).reduce((a, b) => (b.length > a.length ? b : a));
  const once = drafts.flatMap(({ items }) => items.filter(({ sameAs }) => sameAs === null));
  return {
    whole: planOf(longest, coming, [...once, ...ownItems], { session: null, due: null }),
    slices: new Map(
      drafts.map(({ goal, dates, past, items }) => [
        goal.goal.id,
        planOf(past, coming.slice(0, periodIndexOf(weeks, eveOf(dates)) + 1), items, dates),
      ]),
    ),
  };
}

const habitsOf = ({ effort, family, metronomeFrom }: PlanInput): Habits => ({
  family,
  metronomeFrom,
  placeMinutes: effortFigure(effort, 'placeMinutes'),
  clean: effortFigure(effort, 'cleanTimes'),
  rungs: effortFigure(effort, 'ladderRungs'),
  returns: (['firstReturn', 'secondReturn', 'thirdReturn', 'laterReturn'] as const).map((name) =>
    effortFigure(effort, name),
  ),
  judgedFrom: effortFigure(effort, 'judgedPercent'),
});

function planWeek(
  week: WeekDays,
  load: number,
  ifDone: number | null,
  { student, closures }: PlanInput,
  frame: Frame,
): PlanWeek {
  const lessons = lessonDays(student, week.from, week.to, []);
  const closed = closuresBetween(frame.closures, week.from, week.to).find(
    (closure) =>
      closure.stops !== 'lessons' || lessons.some((day) => closure.from <= day && day <= closure.to),
  );
  return {
    ...week,
    load,
    ifDone,
    lesson: lessonDays(student, week.from, week.to, closures).length > 0,
    closed: closed?.name ?? null,
  };
}

/** Past and coming weeks; this week is one, though part of it is past. */
function gridOf(past: readonly Period[], coming: readonly Period[], weekday: Weekday): Period[] {
  const [first, ...rest] = coming;
  const last = past.at(-1);
  return first && last && dayOfWeek(first.from) !== weekday
    ? [...past.slice(0, -1), { from: last.from, to: first.to }, ...rest]
    : [...past, ...coming];
}

/**
 * @param asked - the question's item, `answer` what was answered to it
 * @param heardNow - the day of a lesson that is today
 */
function itemOn(
  { id, work, done }: DraftItem,
  asked: PlannedItem,
  answer: Pick<StudentPlan['items'][number], 'minutes' | 'gates'>,
  grid: readonly Period[],
  now: number,
  heardNow: CalendarDay | null,
  { evidence, noted, today }: PlanInput,
): PlanItem {
  const weeks = answer.minutes.slice(0, grid.length - now);
  const last = grid.length - 1;
  const stages: PlanItem['stages'][number][] = [];
  const gates: Gate[] = [];
  let end = 0;
  let fromWeek = 0;
  for (const [at, { stage, minutes, passedOn }] of work.stages.entries()) {
    const ahead = asked.stages.findIndex((each) => each.stage === stage);
    const left = asked.stages[ahead]?.minutes ?? 0;
    end += left;
    const isDone = end <= 1e-6;
    const week =
      passedOn !== null ? weekBefore(grid, passedOn) : isDone ? now - 1 : now + weekDone(weeks, end);
    const isLast = at === work.stages.length - 1;
    const toWeek = isLast && stage === 'perform' ? last : Math.max(fromWeek - 1, Math.min(last, week));
    stages.push({ stage, fromWeek, toWeek, minutes, left, passed: passedOn !== null });
    fromWeek = toWeek + 1;
    if (isLast || work.goalId === null) continue;
    const { set, day } = answer.gates[ahead] ?? { set: false, day: null };
    gates.push({
      stage,
      set,
      passedOn,
      lastWeek: set && day !== null ? weekBefore(grid, day) : toWeek,
      day: passedOn ?? (isDone && !set && heardNow !== null ? heardNow : day) ?? (grid[last] as Period).to,
    });
  }
  const toDo = asked.stages.reduce((sum, { minutes }) => sum + minutes, 0);
  return {
    ...work,
    id,
    done,
    toDo,
    gates,
    stages,
    weeks,
    tempos: temposOf(work, toDo, weeks),
    practised: practisedOf(work, evidence, today),
    noted: noted.filter((each) => isOf(each, work)),
  };
}

/** Bars of a card that nobody has spoken of were most likely played; how they went is not known. */
function practisedOf(work: ItemWork, { practice, cards }: Evidence, today: CalendarDay): Practised[] {
  const silent = cards
    .filter((card) => !isReported(card, practice))
    .flatMap(({ lines }) =>
      lines.flatMap((line): Practised[] => {
        const { day, minutes, bars } = line;
        return day < today && isOf(line, work) ? [{ day, minutes, ...(bars && { bars }) }] : [];
      }),
    );
  const own: Practised[] = practice.filter((entry) => isOf(entry, work));
  return [...own, ...silent].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
}

/** The last week that ends before a gate heard on `day`; cut to the grid, -1 where none does. */
function weekBefore(grid: readonly Period[], day: CalendarDay): number {
  const index = periodIndexOf(grid, day);
  if (index >= 0) return index - 1;
  return day < (grid[0]?.from ?? day) ? -1 : grid.length - 1;
}

/**
 * Tempo by the end of each week: the ladder's first rung while the piece is learned, then by equal ratios with the minutes
 * done, the whole when only performing is left.
 */
function temposOf({ tempo, secure, stages }: ItemWork, toDo: number, weeks: readonly number[]): number[] {
  if (!tempo || secure === null) return [];
  const minutesIn = (some: ItemWork['stages']) => some.reduce((sum, { minutes }) => sum + minutes, 0);
  const all = minutesIn(stages);
  // What is not to come up to tempo stays where its ladder begins.
  if (!stages.some(({ stage }) => stage === 'up to tempo')) return weeks.map(() => secure);
  const until = minutesIn(stages.filter(({ stage }) => stage !== 'perform'));
  const from = minutesIn(stages.filter(({ stage }) => stage === 'prepare' || stage === 'learn'));
  let done = all - toDo;
  return weeks.map((minutes) => {
    done += minutes;
    return tempoAt(secure, tempo.perMinute, until > from ? (done - from) / (until - from) : 1);
  });
}
