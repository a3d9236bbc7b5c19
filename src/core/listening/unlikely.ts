import { median } from './factors';
import type { SoundingPitch } from './road';
import { isRight, type StretchNotes, type Taken } from './stretch-notes';

/** A written note, in its event. */
export interface WrittenPlace {
  readonly event: number;
  readonly written: SoundingPitch;
}

/**
 * How unlikely something is, as a cost: the negative logarithm of how often it happens. Of a hundred notes one or two
 * are left out, one or two added, two played wrong.
 */
export const MISSED = 4.2;
export const ADDED = 4.2;
const WRONG = 3.9;
/** Wrong notes lie near the written ones: for each semitone within an octave. */
const SEMITONE = 0.1;
/** A right note is the written one however late it comes: at most this, and a little for each second. */
const MOST_OFF = 5.5;
const SECOND = 0.5;

/** Seconds notes are off: those of a chord among themselves; alone, with a share of the seconds to the next one heard. */
const SPREAD = 0.025;
const SPREAD_SHARE = 0.08;
/** Seconds by which the notes of a rolled chord are off. */
const ROLLED = 0.2;
/** Events beside its own that a note may stand for. */
const BESIDE_EVENTS = 2;
/** Half of a player's notes are off by less than this share of that; who scatters more or less is allowed more or less. */
const HALF_OFF = 0.45;
const LEAST_SCATTER = 0.5;
/** Of fewer notes it is not known, and taken for what is usual. */
const FEWEST = 8;
/** Seconds within which a note may be a right one of an event beside its own. */
const BESIDE = 0.15;

const spreadOf = (stretch: StretchNotes, event: number, apart: number): number =>
  stretch.event(event)?.rolled ? ROLLED : SPREAD + SPREAD_SHARE * apart;

/** How far these notes are off when they are due, against what is usual: 1. */
export function scatterOf(stretches: readonly StretchNotes[]): number {
  const shares = stretches.flatMap((stretch) =>
    stretch.taken.filter(isRight).flatMap(({ note, event, written }) => {
      const due = stretch.dueFor(event, note, written);
      return due ? [Math.abs(stretch.on(note) - due.at) / spreadOf(stretch, event, due.apart)] : [];
    }),
  );
  return shares.length < FEWEST ? 1 : Math.max(LEAST_SCATTER, median(shares) / HALF_OFF);
}

/**
 * What it costs to take a note for a written one; null where it cannot be.
 * @param own - what it is taken for, if it is right there
 */
export function costOf(
  stretch: StretchNotes,
  note: number,
  { event, written }: WrittenPlace,
  own: Taken | null,
  scatter: number,
): number | null {
  const isOwn = own?.written === written && own.event === event;
  if (!isOwn && Math.abs(event - stretch.eventOf(note)) > BESIDE_EVENTS) return null;
  const due = stretch.dueFor(event, note, written);
  if (!due) return isOwn ? 0 : null;
  const off = Math.abs(stretch.on(note) - due.at);
  const late = (off / (scatter * spreadOf(stretch, event, due.apart))) ** 2 / 2;
  if (stretch.sounds(note, written))
    return !isOwn && off > BESIDE ? null : Math.min(late, MOST_OFF) + SECOND * Math.min(off, 1);
  // Beyond halfway to the next event it is none of this one.
  const beside = stretch.on(note) < due.at ? event - 1 : event + 1;
  if (2 * off > stretch.secondsBetween(event, beside, note)) return null;
  const steps = Math.min(12, Math.abs(stretch.pitchOf(note) - written.midi));
  return WRONG + SEMITONE * steps + late;
}
