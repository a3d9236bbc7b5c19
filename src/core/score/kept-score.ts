import type { CalendarDay } from '../time';

/** A score as the studio keeps it: the file's own text, and what the teacher wrote at its bars. */
export interface KeptScore {
  readonly id: string;
  readonly title: string;
  readonly composer: string;
  /** The name of the file it came in. */
  readonly fileName: string;
  readonly addedOn: CalendarDay;
  /** MusicXML, decoded. */
  readonly xml: string;
  readonly notes: readonly ScoreNote[];
}

/** What is written at a bar, by its counted number; 0 for the pickup. */
export interface ScoreNote {
  readonly bar: number;
  readonly day: CalendarDay;
  readonly text: string;
}
