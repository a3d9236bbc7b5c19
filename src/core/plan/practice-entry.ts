import type { BarRange } from '../music';
import type { CalendarDay } from '../time';

/** What the practising stood on beside the page. */
export const SUPPORTS = ['video', 'recording', 'video and recording'] as const;
/** Where an entry comes from: a returned card, what was said in the lesson, or what the tool heard. */
export const PRACTICE_SOURCES = ['card', 'lesson', 'heard'] as const;

/** What a student practised on one day, as somebody has said. Minutes of 0 say that there was none. */
export interface PracticeEntry {
  readonly id: string;
  readonly studentId: string;
  /** The part of a goal that was practised; both null for a piece outside any goal, or for no piece at all. */
  readonly goalId: string | null;
  readonly componentId: string | null;
  readonly pieceId: string | null;
  /** The skill that was practised by itself. */
  readonly skillId?: string;
  readonly day: CalendarDay;
  readonly minutes: number;
  readonly bars?: BarRange;
  /** The fastest tempo reached, in the piece's own unit. */
  readonly tempo?: number;
  readonly slips?: number;
  /** Times in a row that it was clean. */
  readonly clean?: number;
  /** The student's own mark, of 10. */
  readonly mark?: number;
  readonly company?: 'alone' | 'with somebody';
  readonly listenedFor?: string;
  readonly support?: (typeof SUPPORTS)[number];
  readonly source: (typeof PRACTICE_SOURCES)[number];
  /** The line of a handed-out card it reports. */
  readonly card?: { readonly id: string; readonly line: number };
}
