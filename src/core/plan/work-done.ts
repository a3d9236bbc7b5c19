import { addDays, daysBetween, type CalendarDay, type Period } from '../time';
import type { HandedCard } from './handed-card';
import type { ItemWork } from './item-work';
import type { PracticeEntry } from './practice-entry';

/** What is known of the weeks that are past. */
export interface Evidence {
  readonly practice: readonly PracticeEntry[];
  readonly cards: readonly HandedCard[];
}

/** Minutes of an item that are done before today, by past week of its grid. */
export interface WorkDone {
  /** Minutes of the stages up to the last gate passed. */
  readonly gated: number;
  /** Since then, as reported. */
  readonly reported: number;
  /** Since then, when weeks nobody reported were done as their cards asked, or at an even pace where none was handed out. */
  readonly assumed: number;
  /** Weeks since the last gate passed of which nobody has said anything. */
  readonly unreported: number;
}

/**
 * A week in which some practice of the student was entered is reported: what it does not name was not practised. Any other
 * week is not reported, neither done nor undone.
 * @param weeks - all of the past, from the start of the preparation to the eve of today, in order
 * @param ready - the day from which the whole is only performed
 */
export function workDone(
  item: ItemWork,
  { practice, cards }: Evidence,
  weeks: readonly Period[],
  ready: CalendarDay,
): WorkDone {
  const last = item.stages.findLastIndex(({ passedOn }) => passedOn !== null);
  const gated = item.stages.slice(0, last + 1).reduce((sum, { minutes }) => sum + minutes, 0);
  const passed = item.stages[last]?.passedOn;
  // What was practised on the day of the gate was practised towards it.
  const since = !passed ? item.startedOn : addDays(passed, 1);
  const beforePerform = item.stages.reduce(
    (sum, { stage, minutes }) => (stage === 'perform' ? sum : sum + minutes),
    0,
  );
  const pace = beforePerform / Math.max(1, daysBetween(item.startedOn, ready));
  let reported = 0;
  let assumed = 0;
  let unreported = 0;
  for (const week of weeks) {
    if (week.to < since) continue;
    const from = week.from < since ? since : week.from;
    const within = (day: CalendarDay) => week.from <= day && day <= week.to;
    if (practice.some(({ day }) => within(day))) {
      const minutes = practice.reduce(
        (sum, entry) =>
          from <= entry.day && entry.day <= week.to && isOf(entry, item) ? sum + entry.minutes : sum,
        0,
      );
      reported += minutes;
      assumed += minutes;
      continue;
    }
    unreported += 1;
    const days = daysBetween(from, week.to) + 1;
    const card = cards.find((each) => each.from <= week.to && week.from <= each.to);
    const asked = card?.lines.reduce(
      (sum, line) => (from <= line.day && line.day <= week.to && isOf(line, item) ? sum + line.minutes : sum),
      0,
    );
    assumed += asked ?? pace * days;
  }
  // The end is performed near the date and not before; what is asked every week is never all done.
  const isNear = item.perWeek === null && weeks.some(({ to }) => to >= ready);
  const most = Math.max(0, isNear ? Infinity : beforePerform - gated);
  return {
    gated,
    reported: Math.min(reported, most),
    assumed: Math.min(assumed, most),
    unreported,
  };
}

/** Practice of a piece or a skill counts for it in every goal, what has neither for its component. */
export const isOf = (
  entry: Pick<PracticeEntry, 'goalId' | 'componentId' | 'pieceId' | 'skillId'>,
  item: Pick<ItemWork, 'goalId' | 'componentId' | 'piece' | 'skillId'>,
): boolean => {
  if (entry.skillId !== undefined || item.skillId !== null) return entry.skillId === item.skillId;
  return entry.pieceId !== null && item.piece !== null
    ? entry.pieceId === item.piece.id
    : item.componentId !== null && entry.goalId === item.goalId && entry.componentId === item.componentId;
};
