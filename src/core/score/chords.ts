import type { ChordDemand } from '../skills';

/** Steps above the root in semitones, the root left out, with what the chord is called; a seventh may lack its fifth. */
const SEVENTHS: Readonly<Record<string, ChordDemand>> = {
  '4 7 10': 'dominant sevenths',
  '4 10': 'dominant sevenths',
  '3 7 10': 'minor sevenths',
  '4 7 11': 'major sevenths',
  '4 11': 'major sevenths',
  '3 6 10': 'half-diminished sevenths',
  '3 6 9': 'diminished sevenths',
};
const TRIADS: Readonly<Record<string, 'plain' | ChordDemand>> = {
  '4 7': 'plain',
  '3 7': 'plain',
  '3 6': 'diminished triads',
  '4 8': 'augmented triads',
};
const INVERSIONS = [
  'triads in root position',
  'triads in first inversion',
  'triads in second inversion',
] as const;

/**
 * The kind of chord some pitches make, whatever their order and doublings; triads by the note that lies lowest.
 * @param pitches - semitones, sounding at once
 * @returns null for fewer than three different notes, or for no triad and no seventh
 * @example chordOf([64, 67, 72]) // => "triads in first inversion"
 */
export function chordOf(pitches: readonly number[]): ChordDemand | null {
  const classOf = (pitch: number) => ((pitch % 12) + 12) % 12;
  const classes = [...new Set(pitches.map(classOf))];
  if (classes.length < 3 || classes.length > 4) return null;
  const lowest = classOf(pitches.reduce((low, pitch) => Math.min(low, pitch), Infinity));
  const stepsOver = (root: number) =>
    classes
      .map((each) => (each - root + 12) % 12)
      .filter((step) => step > 0)
      .sort((a, b) => a - b);
  for (const root of classes) {
    const steps = stepsOver(root);
    const triad = classes.length === 3 ? TRIADS[steps.join(' ')] : undefined;
    if (triad === 'plain') return INVERSIONS[[0, ...steps].indexOf((lowest - root + 12) % 12)] ?? null;
    if (triad) return triad;
  }
  for (const root of classes) {
    const seventh = SEVENTHS[stepsOver(root).join(' ')];
    if (seventh) return seventh;
  }
  return null;
}
