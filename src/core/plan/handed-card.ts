import type { BarRange, NoteValue } from '../music';
import type { CalendarDay, Period } from '../time';
import type { PracticeEntry } from './practice-entry';

/** One line of a card that was handed out, as the student has it. */
export interface HandedLine {
  readonly line: number;
  readonly goalId: string | null;
  readonly componentId: string | null;
  readonly pieceId: string | null;
  readonly skillId?: string;
  readonly day: CalendarDay;
  readonly minutes: number;
  readonly title: string;
  readonly bars?: BarRange;
  /** "bars 9–10", "D major scale"; left out for the whole. */
  readonly what?: string;
  /** Its bars are engraved as their open strings; left out where they are as printed. */
  readonly onOpenStrings?: boolean;
  readonly how: string;
  readonly listenFor: string;
  readonly why?: string;
  readonly tempo?: number;
  readonly unit?: NoteValue;
  /** The rung of the ladder it stands on, from 1, and how many there are. */
  readonly rung?: { readonly at: number; readonly of: number };
}

/** The practice card of a week as it was handed out: it stays so, whatever the plan does. */
export interface HandedCard extends Period {
  readonly id: string;
  readonly studentId: string;
  readonly handedOn: CalendarDay;
  readonly lines: readonly HandedLine[];
}

/** What a returned card says of one line; what was not filled in is left out. */
export type LineReport = Pick<PracticeEntry, 'minutes' | 'tempo' | 'clean' | 'slips' | 'mark'>;

/** A line as an entry of practice. */
export function entryOfLine(
  { studentId, id: cardId }: Pick<HandedCard, 'studentId' | 'id'>,
  { line, goalId, componentId, pieceId, skillId, day, bars }: HandedLine,
  report: LineReport,
): Omit<PracticeEntry, 'id'> {
  return {
    studentId,
    goalId,
    componentId,
    pieceId,
    ...(skillId !== undefined && { skillId }),
    day,
    ...(bars && { bars }),
    ...report,
    card: { id: cardId, line },
    source: 'card',
  };
}

/** How much of a card was done, where nobody filled in its boxes. */
export type DoneAtAll = 'all' | 'half' | 'nothing';

/**
 * What is said of a card in one word, as entries: every line up to today as asked, each with half its minutes (which add up to
 * half of the card's), or none at all. Lines that were reported already stay as they are.
 */
export function entriesOfCard(
  card: HandedCard,
  done: DoneAtAll,
  reported: readonly PracticeEntry[],
  today: CalendarDay,
): Omit<PracticeEntry, 'id'>[] {
  const known = new Set(reported.flatMap((entry) => (entry.card?.id === card.id ? [entry.card.line] : [])));
  const lines = card.lines.filter(({ day, line }) => day <= today && !known.has(line));
  if (done === 'nothing') {
    const last = card.to < today ? card.to : today;
    const nothing = { goalId: null, componentId: null, pieceId: null, minutes: 0 } as const;
    return [{ studentId: card.studentId, ...nothing, day: last, source: 'lesson' }];
  }
  let asked = 0;
  let given = 0;
  return lines.flatMap((each) => {
    asked += each.minutes;
    const until = done === 'all' ? asked : Math.round(asked / 2);
    const minutes = until - given;
    given = until;
    // In so many words it was done: at which tempo and how often clean, nobody said.
    return minutes > 0 ? [{ ...entryOfLine(card, each, { minutes }), source: 'lesson' as const }] : [];
  });
}
