import type { NoteValue } from '../music';

/**
 * A score as it is written: parts of measures of notes. Lengths and places are whole ticks, `ticksPerQuarter` to a
 * crotchet, so that they are exact; a measure is one `<measure>` of the file, a bar is what musicians count.
 */
export interface Score {
  readonly title: string;
  readonly composer: string;
  readonly ticksPerQuarter: number;
  readonly parts: readonly ScorePart[];
  /** What the file had that was mended, guessed or passed over, most common first. */
  readonly notices: readonly Notice[];
}

/** Something the reader met `count` times, first in a measure (index from 0; -1 outside measures). */
export interface Notice {
  readonly what: string;
  readonly count: number;
  readonly measure: number;
}

export interface ScorePart {
  readonly id: string;
  readonly name: string;
  readonly measures: readonly Measure[];
}

export interface Measure {
  /** As printed: "12", "X1", "8a". */
  readonly number: string;
  readonly implicit: boolean;
  /** In force at the start of the measure. */
  readonly key: KeySignature | null;
  readonly time: TimeSignature | null;
  /** Semitones from the written pitch to the sounding one; 0 for a part that sounds as written. */
  readonly transpose: number;
  readonly notes: readonly Note[];
  /** Ticks from the start to the furthest note, rest or forward; 0 for an empty measure. */
  readonly filled: number;
  readonly marks: readonly Mark[];
  readonly repeatStart: boolean;
  /** How often a repeat that ends here is played; 0 for none. */
  readonly repeatEnd: number;
  /** The repeat that ends here is played on a return too. */
  readonly repeatAfterJump: boolean;
  /** An ending that starts here, with the passes it is played on. */
  readonly endingStart: readonly number[] | null;
  readonly endingStop: boolean;
  readonly newSystem: boolean;
  readonly newPage: boolean;
  readonly barlineEnd: 'plain' | 'double' | 'final';
}

/** `fifths` as printed for this part: sharps positive; null for a signature of another kind. */
export interface KeySignature {
  readonly fifths: number | null;
  readonly mode: 'major' | 'minor' | 'none';
}

/** "3+2+2" over 8 has the groups 3, 2 and 2; null beat type: no metre. */
export interface TimeSignature {
  readonly groups: readonly number[];
  readonly beatType: number | null;
  readonly ticks: number;
}

export interface Note {
  /** Place among all notes and rests of the file, as they stand in it. */
  readonly order: number;
  /** Ticks from the start of the measure. */
  readonly at: number;
  /** Ticks; 0 for a grace note. */
  readonly length: number;
  /** Written pitch as semitones above C-1, so that middle C is 60; a place on the staff for unpitched percussion; null for a rest. */
  readonly pitch: number | null;
  readonly unpitched: boolean;
  /** Letter 0 (C) to 6 (B) and the alteration in semitones; null for a rest. */
  readonly spelling: { readonly letter: number; readonly alter: number } | null;
  readonly voice: string;
  readonly staff: number;
  /** Sounds together with the note before it in the file. */
  readonly chord: boolean;
  readonly grace: boolean;
  readonly cue: boolean;
  readonly wholeBarRest: boolean;
  readonly tieStart: boolean;
  readonly tieStop: boolean;
  /** "quarter", "eighth" … as the file has it; empty when it does not say. */
  readonly type: string;
  readonly dots: number;
  /** Notes played in the time of notes: 3 in 2 for a triplet; null outside tuplets. */
  readonly tuplet: { readonly actual: number; readonly normal: number } | null;
  /** Ornaments, articulations and technical signs by their element's name: "trill-mark", "staccato". */
  readonly signs: readonly string[];
  readonly slurStart: boolean;
  readonly slurStop: boolean;
  readonly accidental: string;
  /** The string that is printed with it, 1 the highest; null where none is. */
  readonly string: number | null;
}

/** A direction above or below the staff, at a place in its measure (ticks). */
export type Mark = { readonly at: number } &
  /** `unit`: the printed value, where it is one a tempo may be given in. */
  (
    | {
        readonly kind: 'tempo';
        readonly quartersPerMinute: number;
        readonly printed: string;
        readonly unit: NoteValue | null;
        /** A step of a gradual change, heard while a printed word bends the tempo: what "a tempo" goes back behind. */
        readonly bends: boolean;
      }
    /** A new tempo by the one before: "quarter = quarter." makes 1.5 times as many crotchets a minute. */
    | { readonly kind: 'tempo by ratio'; readonly factor: number; readonly printed: string }
    /** "a tempo" goes back to the tempo before the last gradual change, "Tempo I" to the first of the piece. */
    | { readonly kind: 'tempo again'; readonly to: 'before' | 'first'; readonly printed: string }
    | { readonly kind: 'words'; readonly text: string }
    | { readonly kind: 'rehearsal'; readonly text: string }
    | { readonly kind: 'dynamic'; readonly name: string }
    | { readonly kind: 'wedge'; readonly way: 'crescendo' | 'diminuendo' | 'stop' }
    | { readonly kind: 'harmony' }
    /** A place that is jumped to. */
    | { readonly kind: 'segno' | 'coda'; readonly label: string }
    /** An order to leave the printed order; `until` says what ends the return, where the words do. */
    | { readonly kind: 'da capo'; readonly until: JumpEnd }
    | { readonly kind: 'dal segno'; readonly label: string; readonly until: JumpEnd }
    | { readonly kind: 'to coda'; readonly label: string }
    | { readonly kind: 'fine' }
  );
export type JumpEnd = 'fine' | 'coda' | 'either';
