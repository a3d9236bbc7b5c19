import type { CalendarDay } from '../time';

/** A score as the studio keeps it: the file's own text, and what the teacher wrote at its bars. */
export interface KeptScore {
  readonly id: string;
  readonly title: string;
  readonly composer: string;
  /** The name of the file it came in. */
  readonly fileName: string;
  readonly addedOn: CalendarDay;
  /** Of its MusicXML, decoded, which stands apart: scores are long. */
  readonly textId: string;
  readonly notes: readonly ScoreNote[];
  /** The teacher's own names of places, by counted bar, in rising order; left out where there are none. */
  readonly places?: readonly NamedPlace[];
}

/** "The gull tune" at bar 9. */
export interface NamedPlace {
  readonly bar: number;
  readonly name: string;
}

/** What is written at a bar, by its counted number; 0 for the pickup. */
export interface ScoreNote {
  readonly bar: number;
  readonly day: CalendarDay;
  readonly text: string;
}
