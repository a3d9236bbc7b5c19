import type { SoundingPitch } from './road';
import { BESIDE_EVENTS, isRight, type StretchNotes, type TakenRight } from './stretch-notes';

/** Seconds within which a note may belong to the event beside. */
const BESIDE = 0.15;
/** Events over which notes of one pitch may have been read a place too far. */
const ALONG = 4;
/** Two notes of one pitch are looked at together within so many seconds, and change places for this much. */
const TWINS = 1;
const NEARER = 0.02;
/** Seconds the notes of a chord are apart. */
const CHORD = 0.08;

/** Notes that were read a place too early or too late go where they come when they are due. */
export function moveNotes(stretch: StretchNotes): void {
  takeTogether(stretch);
  takeNearest(stretch);
  goNearest(stretch);
  stretch.left = stretch.left.filter((note) => !goBeside(stretch, note) && !moveAlong(stretch, note));
}

/** A chord is where most of it sounds: notes left over that make more of it, at once, than what was taken for it. */
function takeTogether(stretch: StretchNotes): void {
  for (const event of new Set(stretch.left.map((note) => stretch.eventOf(note)))) {
    const taken = stretch.rightAt(event);
    // Where nothing of it was right there is nothing to make more of: what comes late puts a wrong note right.
    if (taken.length === 0) continue;
    const wanted = [...stretch.openAt(event), ...taken.map(({ written }) => written)];
    const others = stretch.left.filter((note) => stretch.eventOf(note) === event);
    const chordFrom = (first: number) =>
      wanted.flatMap((written) => {
        const note = others.find(
          (each) =>
            stretch.pitchOf(each) === written.midi && Math.abs(stretch.on(each) - stretch.on(first)) <= CHORD,
        );
        return note === undefined ? [] : [{ note, written }];
      });
    const chord = others.map(chordFrom).reduce((most, each) => (each.length > most.length ? each : most), []);
    if (chord.length <= taken.length) continue;
    for (const each of taken) stretch.release(each);
    for (const { note, written } of chord) stretch.take({ note, kind: 'right', written, event });
    const heard = new Set(chord.map(({ note }) => note));
    stretch.left = [
      ...stretch.left.filter((note) => !heard.has(note)),
      ...taken.map(({ note }) => note),
    ].sort((a, b) => stretch.on(a) - stretch.on(b));
    stretch.timeAgain(event);
  }
}

/**
 * Of two notes of one pitch the one that comes when it is due is the written one. What it takes the place of may in
 * turn take another's.
 */
function takeNearest(stretch: StretchNotes): void {
  stretch.left = stretch.left.map((left) => {
    let note = left;
    for (let turn = 0; turn < ALONG; turn += 1) {
      const twin = twinOf(stretch, note);
      if (!twin) break;
      stretch.release(twin);
      stretch.take({ ...twin, note });
      stretch.timeAgain(twin.event);
      note = twin.note;
    }
    return note;
  });
}

/** The note of the same pitch in whose place another comes nearest to when it is due. */
function twinOf(stretch: StretchNotes, note: number): TakenRight | null {
  const own = stretch.eventOf(note);
  let best: TakenRight | null = null;
  let most = NEARER;
  for (const each of [own - 1, own, own + 1].flatMap((event) => stretch.rightAt(event))) {
    if (each.written.midi !== stretch.pitchOf(note)) continue;
    if (Math.abs(stretch.on(each.note) - stretch.on(note)) >= TWINS) continue;
    const off = stretch.offWithout(each, note);
    const offTaken = stretch.offWithout(each, each.note);
    if (off === null || offTaken === null || offTaken - off <= most) continue;
    [best, most] = [each, offTaken - off];
  }
  return best;
}

/** A right note goes to a place still open beside its own where it comes nearer to when it is due. */
function goNearest(stretch: StretchNotes): void {
  for (const each of stretch.taken.filter(isRight)) {
    const { note, event } = each;
    if (each.written.unpitched) continue;
    const off = stretch.offWithout(each, note);
    for (const other of [event - 1, event + 1]) {
      const written = stretch.openPitch(other, each.written.midi);
      const due = written && stretch.dueAt(other, note);
      if (off === null || written === undefined || due == null) continue;
      if (Math.abs(stretch.on(note) - due) + NEARER >= off) continue;
      stretch.release(each);
      stretch.take({ note, kind: 'right', written, event: other });
      for (const changed of [event, other]) stretch.timeAgain(changed);
      break;
    }
  }
}

/**
 * A note that is left stands for a written one still open in an event close by, at the same moment.
 * @returns whether it does
 */
function goBeside(stretch: StretchNotes, note: number): boolean {
  const own = stretch.eventOf(note);
  let best: { readonly event: number; readonly written: SoundingPitch } | null = null;
  let least = BESIDE;
  for (let event = own - BESIDE_EVENTS; event <= own + BESIDE_EVENTS; event += 1) {
    const written = stretch.openPitch(event, stretch.pitchOf(note));
    const due = written && stretch.dueAt(event, note);
    if (written === undefined || due == null) continue;
    const apart = Math.abs(stretch.on(note) - due);
    if (apart <= least) [best, least] = [{ event, written }, apart];
  }
  if (!best) return false;
  stretch.take({ note, kind: 'right', ...best });
  if (!stretch.times.has(best.event)) stretch.timeAgain(best.event);
  return true;
}

/**
 * Notes of one pitch that were each read one place too far are moved along, where that makes room for one that is left.
 * @returns whether it did
 */
function moveAlong(stretch: StretchNotes, note: number): boolean {
  const pitch = stretch.pitchOf(note);
  const own = stretch.eventOf(note);
  for (let event = own - ALONG; event <= own + ALONG; event += 1) {
    const written = stretch.openPitch(event, pitch);
    if (!written || event === own) continue;
    const [from, to] = [Math.min(event, own), Math.max(event, own)];
    const chain = Array.from({ length: to - from + 1 }, (_, at) => stretch.rightAt(from + at))
      .flat()
      .filter((each) => each.written.midi === pitch);
    const notes = [...chain.map((each) => each.note), note].sort((a, b) => stretch.on(a) - stretch.on(b));
    const slots = [...chain, { event, written }].sort((a, b) => a.event - b.event);
    const fits = slots.every((slot, at) => {
      const of = notes[at] ?? 0;
      const due = stretch.dueBetween(slot.event, of, from, to);
      return due !== null && Math.abs(stretch.on(of) - due) <= BESIDE;
    });
    if (!fits) continue;
    for (const each of chain) stretch.release(each);
    for (const [at, slot] of slots.entries())
      stretch.take({ note: notes[at] ?? 0, kind: 'right', written: slot.written, event: slot.event });
    for (const slot of slots) stretch.timeAgain(slot.event);
    return true;
  }
  return false;
}
