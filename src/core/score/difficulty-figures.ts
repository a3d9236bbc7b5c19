/** What makes a bar hard. */
export const DIFFICULTIES = ['density', 'accidentals', 'leaps', 'rhythm', 'span'] as const;
export type Difficulty = (typeof DIFFICULTIES)[number];

/** How much each thing counts beside the others, and from which figure on it counts whole. */
export type DifficultyFigures = Readonly<Record<`${Difficulty}${'Share' | 'Full'}`, number>>;

/** Our choice; settings. */
export const ASSUMED_DIFFICULTY: DifficultyFigures = {
  densityShare: 40,
  /** Attacks a second. */
  densityFull: 10,
  accidentalsShare: 15,
  /** Notes outside the signature, of 100 notes. */
  accidentalsFull: 50,
  leapsShare: 15,
  /** Average step from note to note, in semitones. */
  leapsFull: 9,
  rhythmShare: 15,
  /** Different note lengths in the bar beside the first. */
  rhythmFull: 6,
  spanShare: 15,
  /** Widest span at once, in semitones. */
  spanFull: 16,
};
