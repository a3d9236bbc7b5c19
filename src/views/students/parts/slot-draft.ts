import {
  addDays,
  calendarDay,
  dayOfWeek,
  formatWeekday,
  isCalendarDay,
  type CalendarDay,
  type LessonSlot,
  type Weekday,
} from '@/core/time';

/** A lesson slot as it is typed. */
export interface SlotDraft {
  readonly kind: LessonSlot['kind'];
  readonly weekday: Weekday;
  readonly start: string;
  readonly minutes: string;
  /** A day with a lesson, of a fortnight. */
  readonly anchor: string;
}

/** @param slot - null for a new student: weekly, on Wednesday at four, to be changed */
export function slotDraft(slot: LessonSlot | null, today: CalendarDay): SlotDraft {
  const timed = slot !== null && slot.kind !== 'none' ? slot : null;
  const weekday = timed?.weekday ?? 2;
  return {
    kind: slot?.kind ?? 'weekly',
    weekday,
    start: timed?.start ?? '16:00',
    minutes: String(timed?.minutes ?? 30),
    anchor: timed?.kind === 'fortnightly' ? timed.anchor : nextOn(weekday, today),
  };
}

/** Another weekday; a fortnight starts on it too. */
export const onWeekday = (draft: SlotDraft, weekday: Weekday): SlotDraft => ({
  ...draft,
  weekday,
  ...(isCalendarDay(draft.anchor) && { anchor: nextOn(weekday, draft.anchor) }),
});

export const slotErrors = ({ kind, weekday, start, minutes, anchor }: SlotDraft) => ({
  start: kind !== 'none' && !/^\d{2}:\d{2}$/.test(start) ? 'A time.' : undefined,
  minutes:
    kind !== 'none' && !(/^\d{1,3}$/.test(minutes) && Number(minutes) >= 5 && Number(minutes) <= 600)
      ? '5 to 600 minutes.'
      : undefined,
  anchor:
    kind === 'fortnightly' && !(isCalendarDay(anchor) && dayOfWeek(anchor) === weekday)
      ? `A ${formatWeekday(weekday)}.`
      : undefined,
});

/** Null while something is wrong with it. */
export function slotOf(draft: SlotDraft): LessonSlot | null {
  if (Object.values(slotErrors(draft)).some((each) => each !== undefined)) return null;
  const { kind, weekday, start, minutes, anchor } = draft;
  if (kind === 'none') return { kind };
  const common = { weekday, start, minutes: Number(minutes) };
  return kind === 'weekly' ? { kind, ...common } : { kind, ...common, anchor: calendarDay(anchor) };
}

/** The first such weekday from a day on. */
const nextOn = (weekday: Weekday, from: CalendarDay): CalendarDay =>
  addDays(from, (weekday - dayOfWeek(from) + 7) % 7);
