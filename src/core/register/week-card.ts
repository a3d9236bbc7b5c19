import { linesOf, practiceCard } from '../card';
import { cardsOfStudent, practiceOfStudent, type Studio } from '../files';
import { isReported, type HandedCard, type HandedLine, type Plan } from '../plan';
import type { CalendarDay, Period } from '../time';

/** The card of a week: as the student has it where it was handed out, else as the plan makes it now. */
export interface WeekCard extends Period {
  /** Index into the plan's weeks. */
  readonly week: number;
  readonly lines: readonly HandedLine[];
  readonly handed: HandedCard | null;
}

/**
 * @param week - index into the plan's weeks
 * @returns null for a week the plan does not have
 */
export function weekCard(
  studio: Pick<Studio, 'cards'>,
  studentId: string,
  plan: Plan,
  week: number,
): WeekCard | null {
  const planned = plan.weeks[week];
  if (!planned) return null;
  const handed = cardsOfStudent(studio, studentId)
    .filter(({ from, to }) => from <= planned.to && planned.from <= to)
    .reduce<HandedCard | null>((a, b) => (a === null || a.handedOn <= b.handedOn ? b : a), null);
  return handed
    ? { week, from: handed.from, to: handed.to, lines: handed.lines, handed }
    : { week, from: planned.from, to: planned.to, lines: linesOf(practiceCard(plan, week)), handed: null };
}

/** Cards that were handed out and of which nobody has said anything, the oldest first; those of weeks still to come are left out. */
export function cardsToReport(
  studio: Pick<Studio, 'cards' | 'practice'>,
  studentId: string,
  today: CalendarDay,
): HandedCard[] {
  const practice = practiceOfStudent(studio, studentId);
  return cardsOfStudent(studio, studentId)
    .filter((card) => card.from <= today && !isReported(card, practice))
    .sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
}
