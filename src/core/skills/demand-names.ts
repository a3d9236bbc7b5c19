/** Kinds of chords met under one hand. */
export const CHORD_DEMANDS = [
  'triads in root position',
  'triads in first inversion',
  'triads in second inversion',
  'diminished triads',
  'augmented triads',
  'dominant sevenths',
  'minor sevenths',
  'major sevenths',
  'half-diminished sevenths',
  'diminished sevenths',
] as const;
export type ChordDemand = (typeof CHORD_DEMANDS)[number];

/** How a kind of chord is practised before it is met in the piece. */
export const CHORD_DRILLS: readonly string[] = ['blocked', 'broken', 'hands apart'];

/** Signatures as they are said, from none to seven. */
const FIGURES = ['one', 'two', 'three', 'four', 'five', 'six', 'seven'] as const;
export const KEY_DEMANDS = [
  'no sharps or flats',
  ...FIGURES.flatMap((figure) =>
    figure === 'one'
      ? (['one sharp', 'one flat'] as const)
      : ([`${figure} sharps`, `${figure} flats`] as const),
  ),
] as const;
export type KeyDemand = (typeof KEY_DEMANDS)[number];

/** Everything else that reading a score can find. */
export const OTHER_DEMANDS = [
  'key changes',
  'metre changes',
  'compound time',
  'irregular time',
  'grace notes',
  'triplets',
  'quintuplets',
  'tuplets',
  'dotted figures',
  'semiquavers',
  'demisemiquavers',
  'ties',
  'accidentals',
  'leaps',
  'syncopation',
  'rests',
  'quick passages',
  'swells',
  'loud and soft',
  'very soft or very loud',
  'several notes at once',
  'span of the right hand',
  'span of the left hand',
  'span of a further hand',
  'range',
  'trills',
  'mordents',
  'turns',
  'tremolo',
  'staccato',
  'tenuto',
  'accents',
  'pauses',
  'spread chords',
  'glissando',
  'harmonics',
  'pizzicato',
  'double tonguing',
  'triple tonguing',
  'breath marks',
] as const;

/** A demand that reading a score can give. */
export type ScoreDemand = ChordDemand | KeyDemand | (typeof OTHER_DEMANDS)[number] | `in ${string}`;

/** All of them but the metres, of which there is no end: "in 4/4" stands for those. */
export const SCORE_DEMANDS: readonly ScoreDemand[] = [
  ...CHORD_DEMANDS,
  ...KEY_DEMANDS,
  ...OTHER_DEMANDS,
  'in 4/4',
];
