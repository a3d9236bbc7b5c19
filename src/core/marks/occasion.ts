import type { CalendarDay } from '../time';

/** A day on which students play one after the other, before judges or listeners: a mock day, or a class of a festival. */
export interface Occasion {
  readonly id: string;
  readonly name: string;
  readonly day: CalendarDay;
  /** Time of the first one, as "14:30"; null where none is set. */
  readonly start: string | null;
  /** Minutes for each. */
  readonly minutes: number;
  /** Who marks, each in a column; none where those who are there only listen. */
  readonly judges: readonly string[];
  /** Goals in the order in which they are played. */
  readonly entrants: readonly string[];
}

/** The time at which each one plays, "15:10"; null where the occasion has no time. Past midnight it goes on counting. */
export const timeOf = (
  { start, minutes }: Pick<Occasion, 'start' | 'minutes'>,
  place: number,
): string | null => {
  if (start === null) return null;
  const [hours = 0, past = 0] = start.split(':').map(Number);
  const at = hours * 60 + past + place * minutes;
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
};

/** The list with the item at a place moved up or down by one; as it is where there is nowhere to go. */
export function moved<T>(items: readonly T[], at: number, by: -1 | 1): T[] {
  const item = items[at];
  const to = at + by;
  if (item === undefined || to < 0 || to >= items.length) return [...items];
  return items.toSpliced(at, 1).toSpliced(to, 0, item);
}
