import { CHORD_DEMANDS, type ChordDemand } from '../demand-names';
import type { SkillRow } from '../skill';

const STAGES: Readonly<Record<ChordDemand, number>> = {
  'triads in root position': 2,
  'triads in first inversion': 3,
  'triads in second inversion': 4,
  'diminished triads': 5,
  'augmented triads': 6,
  'dominant sevenths': 5,
  'minor sevenths': 5,
  'major sevenths': 6,
  'half-diminished sevenths': 6,
  'diminished sevenths': 6,
};
/** What a kind of chord is met after. */
const AFTER: Readonly<Partial<Record<ChordDemand, ChordDemand>>> = {
  'triads in first inversion': 'triads in root position',
  'triads in second inversion': 'triads in first inversion',
  'diminished triads': 'triads in first inversion',
  'augmented triads': 'diminished triads',
  'dominant sevenths': 'triads in second inversion',
  'minor sevenths': 'triads in second inversion',
  'major sevenths': 'minor sevenths',
  'half-diminished sevenths': 'diminished triads',
  'diminished sevenths': 'diminished triads',
};

export const chordSkillId = (family: string, chord: ChordDemand): string =>
  `${family}.${chord.replaceAll(' ', '-')}`;

/**
 * Chords under a hand, for a family that plays them: each kind with its place on the map.
 * @param first - what comes before the first of them
 * @param from - the stage at which the first is met; the others as much later
 */
export const chordRows = (family: string, first: string, from: number): SkillRow[] =>
  CHORD_DEMANDS.map((chord) => {
    const after = AFTER[chord];
    return [
      chordSkillId(family, chord),
      chord,
      [after ? chordSkillId(family, after) : first],
      Math.min(9, STAGES[chord] - 2 + from),
    ];
  });
