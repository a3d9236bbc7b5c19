import type { HeardNote } from './heard-note';

import type { TapMeasure } from '../taps';

/** How far a bar is to be believed. */
export type Certain = 'sure' | 'unsure' | 'not heard';

export type ListeningInput = 'midi' | 'one voice' | 'many voices' | 'taps';

/** What was heard of a performance. Seconds count from the beginning of the take; bars as musicians count them. */
export interface Heard {
  readonly input: ListeningInput;
  /** "as written", "no repeats", "ending 1 last", "no da capo". */
  readonly road: string;
  /** The part that fits; null where none does. */
  readonly part: string | null;
  /** The first and the last bar heard, as they stand on the page. */
  readonly from: number;
  readonly to: number;
  /** From the first written note to the last; null where it cannot be known. */
  readonly complete: boolean | null;
  readonly rightPart: boolean | null;
  /** Semitones from a written pitch to the sounding ones told here. */
  readonly transpose: number;
  readonly notes: readonly HeardAs[];
  readonly missed: readonly MissedNote[];
  readonly stops: readonly Stop[];
  readonly jumps: readonly HeardJump[];
  readonly bars: readonly HeardBar[];
  readonly drift: HeardDrift | null;
  readonly dotted: DottedFigure | null;
  readonly loudness: readonly { readonly number: number; readonly db: number }[] | null;
  /** Of taps of a beat alone. */
  readonly taps?: TapMeasure;
  /** Of taps of a rhythm alone: the last takes of the passage with this one, and what they may be told to have tapped otherwise. */
  readonly rhythm?: { readonly takes: readonly RhythmTapped[]; readonly told: readonly FigureTapped[] };
  readonly checks: TakeChecks;
  /** What is not claimed, and why. */
  readonly refused: readonly Refused[];
}

export interface HeardAs {
  readonly on: number;
  /** MIDI number as heard. */
  readonly pitch: number;
  readonly number: number;
  readonly pass: number;
  readonly kind: 'right' | 'wrong' | 'added';
  /** MIDI number as it should sound; null for a note that is not written. */
  readonly written: number | null;
  /** The right letter, an octave away. */
  readonly octaveOnly?: true;
  /** Place among the notes of the written road, by onset and then pitch; null for an added note or on another road. */
  readonly id: number | null;
  /** Order of its note in the file; of an added one that of the note it came after. Null before the first. */
  readonly order: number | null;
}

export interface MissedNote {
  readonly number: number;
  readonly pass: number;
  readonly pitch: number;
  readonly id: number | null;
  readonly order: number;
}

export interface Stop {
  /** When the next note was due. */
  readonly at: number;
  /** The bar of the note that came late. */
  readonly number: number;
  /** Seconds more than were due. */
  readonly seconds: number;
  /** The note before it is held at will. */
  readonly fermata: boolean;
}

export interface HeardJump {
  /** The first note after it. */
  readonly at: number;
  readonly kind: 'back' | 'forward';
  readonly from: number;
  readonly to: number;
  /** Seconds of silence before it, beyond what the last note lasts. */
  readonly pause: number;
}

export interface HeardBar {
  readonly number: number;
  readonly pass: number;
  /** Its downbeat. */
  readonly at: number;
  /** Crotchets a minute; 0 where the bar was not heard. */
  readonly qpm: number;
  /** Half of the range that holds it in 95 of 100, as a share. */
  readonly errorShare: number;
  readonly certain: Certain;
  readonly why: string;
}

export interface HeardDrift {
  /** Per cent a minute; above 0 it grows faster. */
  readonly perMinute: number;
  readonly low: number;
  readonly high: number;
  readonly claim: boolean;
}

export interface DottedFigure {
  /** Long to short: 3 as written. */
  readonly ratio: number;
  readonly count: number;
  /** Half of the middle half of the ratios. */
  readonly spread: number;
}

/** A figure of one beat that was tapped as another. */
export interface FigureTapped {
  readonly number: number;
  readonly pass: number;
  /** Which beat of the bar, from 1. */
  readonly beat: number;
  /** Seconds from the beginning of the take. */
  readonly at: number;
  readonly written: string;
  readonly tapped: string;
}

/** The rhythm of a passage as it was tapped. */
export interface RhythmTapped {
  /** Crotchets a minute; null where too little was made out. */
  readonly qpm: number | null;
  /** How far taps come from the figures they were taken for, in milliseconds (one standard deviation). */
  readonly spread: number | null;
  /** Beats with written onsets, and how many of them lie where the taps say nothing sure. */
  readonly beats: number;
  readonly unread: number;
  /** Everything that was tapped as something else, in the order of the take. */
  readonly figures: readonly FigureTapped[];
}

export interface TakeChecks {
  readonly seconds: number;
  /** Of full scale; null where there is no sound to look at. So are the next two. */
  readonly peak: number | null;
  readonly clippedRuns: number | null;
  readonly rangeDb: number | null;
  readonly heard: boolean;
  /** Seconds before the first note and after the last. */
  readonly lead: number;
  readonly tail: number;
}

/** What a take was heard from, to be kept: a WAV file, or the notes of a keyboard. */
export type TakeSound =
  | { readonly kind: 'wav'; readonly bytes: Uint8Array }
  | { readonly kind: 'notes'; readonly notes: readonly HeardNote[] };

export interface Refused {
  readonly what: string;
  readonly why: string;
}
