import type { SoundingPitch } from './road';
import { BESIDE_EVENTS, type StretchNotes } from './stretch-notes';

/** A wrong note lies this near to where it was due: seconds, and a share of the crotchet. */
const NEAR = 0.12;
const NEAR_SHARE = 0.1;
/** And well nearer than halfway to the next event: a share of the seconds to it, which counts from here on. */
const NEAR_GAP = 0.35;
const NEAR_AT_LEAST = 0.04;
/** Seconds a wrong note of a chord is from the right ones of it. */
const WITH_OTHERS = 0.08;

/** What is left against what is missing, closest first: a wrong note stands for a written one. */
export function pairWrong(stretch: StretchNotes): void {
  const pairs: {
    readonly note: number;
    readonly event: number;
    readonly written: SoundingPitch;
    readonly cost: number;
  }[] = [];
  for (const note of stretch.left) {
    const own = stretch.eventOf(note);
    for (let event = own - BESIDE_EVENTS; event <= own + BESIDE_EVENTS; event += 1)
      for (const written of stretch.openAt(event)) {
        const due = stretch.dueAt(event, note);
        if (due === null) continue;
        const apart = Math.abs(stretch.on(note) - due);
        const crotchet = crotchetAt(stretch, note);
        // The reading as a whole put it there, between two that are right.
        const isOwn = stretch.isFirst(note) && event === own && isDue(stretch, note, event, crotchet);
        const widest = stretch.times.has(event) ? WITH_OTHERS : NEAR + NEAR_SHARE * crotchet;
        const gap = gapBeside(stretch, event, note, stretch.on(note) < due);
        const near = Math.min(widest, Math.max(NEAR_AT_LEAST, NEAR_GAP * gap));
        if (!isOwn && apart > near) continue;
        const steps = Math.abs(stretch.pitchOf(note) - written.midi);
        pairs.push({ note, event, written, cost: Math.min(apart, 0.3) * 10 + Math.min(steps, 12) * 0.25 });
      }
  }
  pairs.sort((a, b) => a.cost - b.cost);
  const done = new Set<number>();
  for (const { note, event, written } of pairs) {
    if (done.has(note) || !stretch.openAt(event).includes(written)) continue;
    done.add(note);
    stretch.take({ note, kind: 'wrong', event, written });
  }
  stretch.left = stretch.left.filter((note) => !done.has(note));
}

/** Whether a note comes about when an event is due, from the one before it or back from the one after. */
function isDue(stretch: StretchNotes, note: number, event: number, crotchet: number): boolean {
  const factor = stretch.factorAt(note);
  if (factor <= 0) return true;
  const near = NEAR + 0.25 * crotchet;
  const on = stretch.on(note);
  let known = false;
  for (const other of [event - 1, event + 1]) {
    const time = stretch.times.get(other);
    if (time === undefined) continue;
    known = true;
    const apart = (stretch.event(event)?.seconds ?? 0) - (stretch.event(other)?.seconds ?? 0);
    if (Math.abs(on - (time + apart * factor)) <= near) return true;
  }
  return !known;
}

/** Seconds from an event to the one before it or after it. */
function gapBeside(stretch: StretchNotes, event: number, note: number, before: boolean): number {
  const own = stretch.dueAt(event, note);
  const other = stretch.dueAt(before ? event - 1 : event + 1, note);
  return own === null || other === null ? Infinity : Math.abs(other - own);
}

function crotchetAt(stretch: StretchNotes, note: number): number {
  const event = stretch.eventOf(note);
  const [a, b] = [stretch.event(event), stretch.event(event + 1) ?? stretch.event(event - 1)];
  if (!a || !b || a.at === b.at) return 0.5;
  return Math.abs((b.seconds - a.seconds) / (b.at - a.at)) * stretch.factorAt(note);
}
