import type { StretchNotes, TakenRight } from './stretch-notes';

/** Seconds the notes of a chord are apart. */
const CHORD = 0.08;

/** A chord is where most of it sounds: notes left over that make more of it, at once, than what was taken for it. */
export function takeTogether(stretch: StretchNotes): void {
  for (const event of new Set(stretch.left.map((note) => stretch.eventOf(note)))) {
    const taken = stretch.rightAt(event);
    // Where nothing of it was right there is nothing to make more of: what comes late puts a wrong note right.
    if (taken.length === 0) continue;
    const wanted = [...stretch.openAt(event), ...taken.map(({ written }) => written)];
    const others = stretch.left.filter((note) => stretch.eventOf(note) === event);
    const chordFrom = (first: number) =>
      wanted.flatMap((written): TakenRight[] => {
        const note = others.find(
          (each) =>
            stretch.pitchOf(each) === written.midi && Math.abs(stretch.on(each) - stretch.on(first)) <= CHORD,
        );
        return note === undefined ? [] : [{ note, kind: 'right', written, event }];
      });
    const chord = others.map(chordFrom).reduce((most, each) => (each.length > most.length ? each : most), []);
    if (chord.length > taken.length) stretch.takeInstead(taken, chord);
  }
}
