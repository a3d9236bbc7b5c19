import type { KeySignature, Mark, Measure, Note, TimeSignature } from './model';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
export type DraftNote = Mutable<Note> & { signs: string[] };
export interface DraftMeasure extends Mutable<Measure> {
  notes: Note[];
  marks: Mark[];
}
export interface DraftPart {
  id: string;
  name: string;
  measures: DraftMeasure[];
  divisions: number;
  key: KeySignature | null;
  time: TimeSignature | null;
  transpose: number;
}

/** Crotchets in the note values the format names. */
export const QUARTERS: Readonly<Record<string, number>> = {
  maxima: 32,
  long: 16,
  breve: 8,
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 1 / 2,
  '16th': 1 / 4,
  '32nd': 1 / 8,
  '64th': 1 / 16,
  '128th': 1 / 32,
  '256th': 1 / 64,
  '512th': 1 / 128,
  '1024th': 1 / 256,
};

/** Where the reading stands, as all builders see it: the part, the measure, the place in it. */
export class Place {
  part: DraftPart | null = null;
  measure: DraftMeasure | null = null;
  /** Ticks from the start of the measure. */
  at = 0;
  /** Where the last note that is no further note of a chord began. */
  lastOnset = 0;

  constructor(
    readonly ticksPerQuarter: number,
    private readonly say: (what: string, measure: number) => void,
  ) {}

  notice(what: string): void {
    this.say(what, this.part && this.measure ? this.part.measures.length : -1);
  }

  /** A length or an offset of the file, in its divisions, as ticks. */
  signedTicksOf(text: string): number {
    const ticks = (Number(text) * this.ticksPerQuarter) / (this.part?.divisions ?? 1);
    if (!Number.isFinite(ticks)) {
      this.notice('a length that is no number');
      return 0;
    }
    return Math.round(ticks);
  }

  ticksOf(text: string): number {
    const ticks = this.signedTicksOf(text);
    if (ticks < 0) this.notice('a length below nothing');
    return Math.max(0, ticks);
  }
}

export const newPart = (id: string): DraftPart => ({
  id,
  name: '',
  measures: [],
  divisions: 1,
  key: null,
  time: null,
  transpose: 0,
});

export const newMeasure = (number: string, implicit: boolean, part: DraftPart): DraftMeasure => ({
  number,
  implicit,
  key: part.key,
  time: part.time,
  transpose: part.transpose,
  notes: [],
  filled: 0,
  marks: [],
  repeatStart: false,
  repeatEnd: 0,
  repeatAfterJump: false,
  endingStart: null,
  endingStop: false,
  newSystem: false,
  newPage: false,
  barlineEnd: 'plain',
});
