import { formatBars, type BarRange } from '../music';
import type { Piece } from '../repertoire';
import { inTerms } from '../terms';
import type { CalendarDay } from '../time';

/** What can be wrong at a place; a teacher may write another word. */
export const FAULT_KINDS = [
  'notes',
  'rhythm',
  'pulse',
  'articulation',
  'fingering',
  'dynamics',
  'tone',
  'memory',
] as const;

/** Where a fault is and what it is: two that agree in this are one. */
export interface FaultPlace {
  readonly pieceId: string;
  readonly bars: BarRange;
  /** Of the bar, from 1; left out for the whole of it. */
  readonly beat?: number;
  /** "left hand", "pedal", a voice by its name; left out where there is one, or all are meant. */
  readonly hand?: string;
  /** One of `FAULT_KINDS`, or the teacher's own word. */
  readonly kind: string;
}

/** A fault of a student at its place, with the days on which it was heard and on which it was mended. */
export interface Fault extends FaultPlace {
  readonly id: string;
  readonly studentId: string;
  /** What was said of it last; may be empty. */
  readonly text: string;
  /** By day, never empty; the first was heard. */
  readonly events: readonly { readonly day: CalendarDay; readonly what: 'heard' | 'mended' }[];
}

export type FaultState = 'open' | 'mended' | 'back again';

/** How a fault stands by what was said of it last. */
export function faultState({ events }: Pick<Fault, 'events'>): FaultState {
  if (events.at(-1)?.what === 'mended') return 'mended';
  return events.some(({ what }) => what === 'mended') ? 'back again' : 'open';
}

/** The same fault, whoever wrote it and however its kind is spelled. */
export const isSameFault = (a: FaultPlace, b: FaultPlace): boolean => keyOf(a) === keyOf(b);
const plain = (text = '') => text.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
const keyOf = ({ pieceId, bars, beat, hand, kind }: FaultPlace) =>
  JSON.stringify([pieceId, bars.from, bars.to, beat ?? 0, plain(hand), plain(kind)]);

/**
 * A fault as it stands once it was heard again: the one there is where it is the same, else a new one.
 * @param known - faults of the same student
 */
export function heardFault(known: readonly Fault[], heard: Omit<Fault, 'events'>, day: CalendarDay): Fault {
  const same = known.find((each) => isSameFault(each, heard));
  if (!same) return { ...heard, events: [{ day, what: 'heard' }] };
  return { ...withEvent(same, day, 'heard'), text: heard.text === '' ? same.text : heard.text };
}

export const mendedFault = (fault: Fault, day: CalendarDay): Fault => withEvent(fault, day, 'mended');

/** The last word of a day stands; a fault was heard before it is mended. */
function withEvent(fault: Fault, day: CalendarDay, what: 'heard' | 'mended'): Fault {
  const last = fault.events.at(-1);
  if (last?.what === what && (what === 'mended' || last.day === day)) return fault;
  const before = fault.events.filter((event, at) => at === 0 || event.day !== day || event.what === what);
  const isSaid = before.some((event) => event.day === day && event.what === what);
  const events = [...before, ...(isSaid ? [] : [{ day, what }])].sort((a, b) =>
    a.day < b.day ? -1 : a.day > b.day ? 1 : 0,
  );
  return { ...fault, events };
}

/** What is odd about the bars of a fault, as a question; null where nothing is. */
export function barsInQuestion(piece: Pick<Piece, 'title' | 'bars'>, { from, to }: BarRange): string | null {
  if (from > to) return inTerms`Does it begin after it ends, in bars ${from} to ${to}?`;
  if (piece.bars === null || to <= piece.bars) return null;
  return inTerms`${piece.title} has ${piece.bars} bars: is bar ${to} meant?`;
}

/** "left hand, beat 3: long dots", with its kind in front; never empty. */
export const faultWords = ({
  kind,
  hand,
  beat,
  text,
}: Omit<Fault, 'id' | 'studentId' | 'events'>): string => {
  const where = [kind, hand, beat === undefined ? '' : `beat ${beat}`].filter(Boolean).join(', ');
  return text === '' ? where || 'to mend' : where === '' ? text : `${where}: ${text}`;
};

/** "17–18, left hand". */
export const faultPlaceWords = ({ bars, beat, hand }: FaultPlace): string =>
  [formatBars(bars), beat === undefined ? '' : `beat ${beat}`, hand ?? ''].filter(Boolean).join(', ');

/**
 * How hot each bar is: faults that stand there, one that is back counts twice.
 * @returns by bar from 1, at index bar - 1
 */
export function faultHeat(faults: readonly Fault[], bars: number): number[] {
  const heat = Array.from({ length: bars }, () => 0);
  for (const fault of faults) {
    const state = faultState(fault);
    if (state === 'mended') continue;
    for (let bar = Math.max(1, fault.bars.from); bar <= Math.min(bars, fault.bars.to); bar += 1)
      heat[bar - 1] = (heat[bar - 1] ?? 0) + (state === 'back again' ? 2 : 1);
  }
  return heat;
}
