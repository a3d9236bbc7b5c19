import type { InstrumentFamily } from '../skills';
import { inTerms } from '../terms';

/** A fingering of the student's own, at its notes. */
export interface Fingering {
  readonly id: string;
  readonly bar: number;
  /** Of the bar, from 1; left out where the bar is enough. */
  readonly beat?: number;
  readonly hand?: string;
  /** The notes it is for, with spaces: "D5 E5 F#5"; may be empty. */
  readonly notes: string;
  /** One sign for each note, with spaces: "1 3 2". */
  readonly fingers: string;
}

const wordsOf = (text: string): string[] => text.trim().split(/\s+/).filter(Boolean);

/** Fingers there are, where they have numbers. */
const FINGERS: Partial<Record<InstrumentFamily, RegExp>> = {
  keyboard: /^[1-5](?:[-–][1-5])?$/,
  strings: /^(?:[0-4]|T)(?:[-–][0-4])?$/i,
};

/** What is odd about a fingering, as a question; null where nothing is. */
export function fingeringQuestion(
  { notes, fingers }: Pick<Fingering, 'notes' | 'fingers'>,
  family: InstrumentFamily | null,
): string | null {
  const signs = wordsOf(fingers);
  const named = wordsOf(notes);
  if (named.length > 0 && signs.length !== named.length)
    return `${signs.length} ${signs.length === 1 ? 'finger' : 'fingers'} for ${named.length} ${named.length === 1 ? 'note' : 'notes'}: which is missing?`;
  const known = family && FINGERS[family];
  const odd = known && signs.find((sign) => !known.test(sign));
  return odd ? `Is there a finger “${odd}” on this instrument?` : null;
}

/** "bar 12, beat 3, left hand". */
export const fingeringPlace = ({ bar, beat, hand }: Fingering): string =>
  inTerms(`bar ${bar}${beat === undefined ? '' : `, beat ${beat}`}${hand === undefined ? '' : `, ${hand}`}`);

export type Side = 'left' | 'right';

/** A key that a little finger presses: on either side it may be another one. */
interface LittleKey {
  /** Written notes, by their number from C0 = 12. */
  readonly notes: readonly number[];
  readonly sides: readonly Side[];
}

const BOTH = ['right', 'left'] as const satisfies readonly Side[];
/** Keys of the little fingers by family name; common knowledge of the instruments. */
const LITTLE_KEYS: readonly (readonly [RegExp, readonly LittleKey[]])[] = [
  [
    /clarinet/i,
    [
      { notes: [52, 71], sides: BOTH },
      { notes: [53, 72], sides: BOTH },
      { notes: [54, 73], sides: BOTH },
      { notes: [56, 75], sides: ['right'] },
    ],
  ],
  [
    /oboe|cor anglais/i,
    [
      { notes: [58], sides: ['left'] },
      { notes: [59], sides: ['left'] },
      { notes: [60], sides: ['right'] },
      { notes: [61], sides: ['right'] },
      { notes: [63, 75], sides: BOTH },
      { notes: [68, 80], sides: ['left'] },
    ],
  ],
  [
    /flute/i,
    [
      { notes: [60], sides: ['right'] },
      { notes: [61], sides: ['right'] },
      { notes: [63, 75], sides: ['right'] },
      { notes: [68, 80], sides: ['left'] },
    ],
  ],
  [
    /sax/i,
    [
      { notes: [58], sides: ['left'] },
      { notes: [59], sides: ['left'] },
      { notes: [61], sides: ['left'] },
      { notes: [68, 80], sides: ['left'] },
      { notes: [60], sides: ['right'] },
      { notes: [63, 75], sides: ['right'] },
    ],
  ],
];

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** "F#5" as its number, C4 = 60; null for what is no note. */
export function noteNumber(name: string): number | null {
  const match = /^([A-G])([#♯b♭]?)(\d)$/.exec(name);
  const step = match && STEPS[match[1] ?? ''];
  if (step === undefined || step === null) return null;
  const sign = match?.[2] ?? '';
  return 12 * (Number(match?.[3]) + 1) + step + (/[#♯]/.test(sign) ? 1 : sign === '' ? 0 : -1);
}

/** Which little finger takes each note. */
export interface SideChain {
  /** By note; null where it needs none. */
  readonly sides: readonly (Side | null)[];
  /** Indexes of notes to which a finger must slide from the note before, on this instrument, whatever is chosen. */
  readonly slides: readonly number[];
}

/** Whether the instrument has little-finger keys that are known here. */
export const hasSideKeys = (instrument: string): boolean => keysOf(instrument) !== undefined;
const keysOf = (instrument: string) => LITTLE_KEYS.find(([name]) => name.test(instrument))?.[1];

/**
 * Left and right for the keys of the little fingers, so that as few fingers as possible slide from one key to the next; of
 * ways alike the one that ends on the right.
 * @param notes - written, "B4 C#5 D#5"
 * @returns the first word that is no note, where there is one; null for an instrument whose keys are not known
 * @example sideChain('clarinet', 'B4 C#5 D#5') // => right, left, right
 */
export function sideChain(instrument: string, notes: string): SideChain | { readonly wrong: string } | null {
  const keys = keysOf(instrument);
  if (!keys) return null;
  const names = wordsOf(notes);
  const numbers = names.map(noteNumber);
  const wrong = names.find((_, at) => numbers[at] === null);
  if (wrong !== undefined) return { wrong };
  const taken = numbers.map((number) => keys.findIndex((key) => key.notes.includes(number ?? -1)));
  /** Fewest slides up to a note that is taken on a side, and the sides that give them. */
  interface Best {
    readonly slides: readonly number[];
    readonly sides: readonly (Side | null)[];
    readonly side: Side | null;
  }
  let ways: Best[] = [{ slides: [], sides: [], side: null }];
  taken.forEach((key, at) => {
    const sides: readonly (Side | null)[] = keys[key]?.sides ?? [null];
    ways = sides.map((side): Best => {
      const options = ways.map((way): Best => {
        // The same finger on another key; with a note between that needs none it is free.
        const isSlide = side !== null && way.side === side && taken[at - 1] !== key;
        return {
          slides: isSlide ? [...way.slides, at] : way.slides,
          sides: [...way.sides, side],
          side,
        };
      });
      return options.reduce((best, each) => (each.slides.length < best.slides.length ? each : best));
    });
  });
  const { sides, slides } = ways.reduce((best, each) =>
    each.slides.length < best.slides.length ? each : best,
  );
  return { sides, slides };
}
