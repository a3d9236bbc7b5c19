import { effortFigure, level } from '../effort';
import { addDays, daysBetween, periodIndexOf, periodsBetween, type CalendarDay, type Period } from '../time';
import { asRead, sharedAs, type DraftItem, type Frame } from './drafts';
import { leftOf, ownItem } from './item-work';
import type { PlanInput } from './plan';
import type { PlannedItem, PlannedWeek } from './student-plan';
import { workDone } from './work-done';

/** A piece or a skill that no goal dates, with the day by which its weeks are over. */
export interface OwnDraft {
  readonly item: DraftItem;
  readonly past: readonly Period[];
  readonly until: CalendarDay;
}

/**
 * What a student works on beside any goal: so many weeks from its start, and as many again where it is not done by then. A
 * piece or a skill that a goal asks for is planned there.
 * @param planned - what the goals ask for already (`sharedAs`)
 */
export function ownDrafts(input: PlanInput, { weekday }: Frame, planned: ReadonlySet<string>): OwnDraft[] {
  const { own = [], today, effort, evidence } = input;
  const length = 7 * effortFigure(effort, 'ownWeeks');
  return own.flatMap((each): OwnDraft[] => {
    const work = asRead(ownItem(each, effort), input);
    const key = sharedAs(work);
    if (key === null || planned.has(key)) return [];
    const start = work.startedOn <= today ? work.startedOn : today;
    const times = Math.floor(daysBetween(start, today) / length) + 1;
    const until = addDays(start, times * length - 1);
    const past = periodsBetween(start, today, weekday);
    const done = workDone(work, evidence, past, until);
    return [{ item: { id: key, work, done, sameAs: null }, past, until }];
  });
}

/** Own work as it is asked for, and its minutes by week. */
export interface OwnPlan {
  readonly asked: ReadonlyMap<string, PlannedItem>;
  readonly minutes: ReadonlyMap<string, readonly number[]>;
  readonly load: readonly number[];
}

/**
 * Spreads own work over the minutes that the dated work leaves, as evenly as they allow. What does not fit into them is
 * simply not asked for: it never changes what is dated.
 * @param load - minutes of the dated work by week; 0 beyond the last
 * @param visitMinutes - least minutes for each in a week with room
 */
export function planOwn(
  drafts: readonly OwnDraft[],
  weeks: readonly PlannedWeek[],
  load: readonly number[],
  visitMinutes: number,
): OwnPlan {
  const room = weeks.map(({ minutes }, at) => ({ minutes: Math.max(0, minutes - (load[at] ?? 0)) }));
  const asked = new Map(
    drafts.map(({ item: { id, work, done } }) => [
      id,
      {
        id,
        stages: leftOf(work, done.reported).map((stage) => ({
          ...stage,
          notBefore: stage.notBefore ?? null,
        })),
      },
    ]),
  );
  const items = drafts.flatMap(({ item: { id }, until }) => {
    const last = periodIndexOf(weeks, until);
    const latest = last < 0 ? weeks.length - 1 : last;
    const open = room.slice(0, latest + 1).filter((week) => week.minutes > 0).length;
    const left = (asked.get(id)?.stages ?? []).reduce((sum, stage) => sum + stage.minutes, 0);
    // Until somebody has heard that it is there it is not left alone.
    const minutes = Math.max(left, visitMinutes * open);
    return open > 0 && minutes > 0
      ? [{ id, visitMinutes: 0, from: 0, until: latest, work: [{ minutes, earliest: 0, latest }] }]
      : [];
  });
  const levelled = level(room, items);
  const rows = levelled.kind === 'split' ? levelled.minutes : [];
  const over = weeks.map((_, at) => {
    const all = rows.reduce((sum, { minutes }) => sum + (minutes[at] ?? 0), 0);
    return Math.min(1, (room[at]?.minutes ?? 0) / Math.max(1e-9, all));
  });
  const minutes = new Map(
    drafts.map(({ item: { id } }) => {
      const row = rows.find((each) => each.id === id)?.minutes ?? [];
      return [id, weeks.map((_, at) => (row[at] ?? 0) * (over[at] ?? 0))];
    }),
  );
  return {
    asked,
    minutes,
    load: weeks.map((_, at) => [...minutes.values()].reduce((sum, row) => sum + (row[at] ?? 0), 0)),
  };
}
